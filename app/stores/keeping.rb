# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # What Dakren keeps of its own upkeep, by name: when the shop was last looked through, how its tables were made.
    #
    #   Keeping.keep("looked through", "1764450000")
    #   Keeping.of("looked through")                # => "1764450000", or nil
    class Keeping < Base
      include Seals::Sealed

      # @return [String, nil]
      def self.of(name)
        find_by(name: name)&.value
      end

      def self.keep(name, value)
        Database.writing { find_or_initialize_by(name: name).update!(value: value.to_s) }
      end
    end
  end
end
