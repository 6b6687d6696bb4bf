# frozen_string_literal: true

require_relative "database"
require_relative "now"
require_relative "seals"

module Dakren
  module Stores
    # Who writes something down, on what and when.
    # hand: a name, "" where nobody has said; device: what it is called; at: seconds of the clock on the wall, nil for now.
    By = Value.define(hand: "", device: "", at: nil) do
      # @return [String] "Ada, bench phone"; "" where neither is known
      def to_s
        [hand, device].reject(&:empty?).join(", ")
      end

      # @return [Hash{Symbol=>Object}] columns
      def columns
        { hand: hand, device: device, told_at: at || Now.wall }
      end
    end
    By::NOBODY = By.new

    # One thing that happened in the shop, to a batch, to a job or to a tin: never changed, never removed. What is corrected is told anew.
    #
    # number: in the order in which it was taken, of its batch, its job or its tin; at: seconds, of the even clock for a batch and of the
    # one on the wall else, nil where it was taken back or cannot be read; told_at: when it was written down, on the wall.
    class Event < Base
      include Seals::Sealed

      serialize :data, coder: JSON
      belongs_to :batch, class_name: "Dakren::Stores::Batch", optional: true
      belongs_to :job, class_name: "Dakren::Stores::Job", optional: true
      belongs_to :tin, class_name: "Dakren::Stores::Tin", optional: true

      after_create { Book.event(self) }

      # @return [By]
      def by
        By.new(hand: hand, device: device)
      end
    end
  end
end
