# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # What a batch cost, in words.
    class BatchCost
      include TinWords

      # @param settings [Stores::Settings]
      def initialize(settings)
        @settings = settings
      end

      # @param cost [Stores::Costs::Cost]
      # @return [String, nil] nil where no price is known of some of it
      def words(cost)
        cost_words(cost)
      end
    end
  end
end
