# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # A tool the shop measures or mixes with; its numbers by kind.
    class Tool < Base
      include Seals::Sealed

      serialize :numbers, coder: JSON
      validates :name, presence: true, length: { maximum: 80 }, uniqueness: { case_sensitive: false }

      # @return [Document::ToolShelf] all the shop has
      def self.shelf
        Document::ToolShelf.new(order(:kind, :name).map { |record| ["tool-#{record.id}", Document::ToolKinds.core(record)] })
      end
    end
  end
end
