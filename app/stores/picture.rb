# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # A photograph kept with its job.
    class Picture < Base
      include Seals::Sealed

      # Bytes of late, so that many who look at one photograph hold it once.
      LATE = ObjectSpace::WeakMap.new

      belongs_to :job, class_name: "Dakren::Stores::Job", optional: true
      belongs_to :batch, class_name: "Dakren::Stores::Batch", optional: true

      # Those that are not in the bin.
      scope :kept, -> { where(binned_at: nil) }

      # @param ids [Array<Integer, nil>]
      # @return [Array<Integer>] of those that are there to be seen
      def self.there(ids)
        found = ids.compact
        found.empty? ? [] : kept.where(id: found).pluck(:id)
      end

      # @return [String] its bytes, the same object for whoever asks while somebody holds it
      def shared_bytes
        LATE[id] ||= bytes
      end
    end
  end
end
