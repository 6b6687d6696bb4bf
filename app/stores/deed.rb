# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # Deeds of late by their ids: one that comes a second time is told what came of the first.
    #
    #   Deed.once("5f1c /bench/one-off") { make_a_cup.address }   # => the address; the block runs once
    class Deed < Base
      include Seals::Sealed

      KEPT_S = 7 * 86_400
      NAME_LONGEST = 200

      # @param name [String] "" for one that has no id: it is done each time
      # @yieldreturn [String] what came of it
      # @return [String]
      def self.once(name)
        name = name.to_s[0, NAME_LONGEST]
        return yield.to_s if name.empty?

        Database.writing do
          transaction do
            found = find_by(name: name)
            next found.answer if found

            where(created_at: ...(Time.now - KEPT_S)).delete_all
            yield.to_s.tap { |answer| create!(name: name, answer: answer) }
          end
        end
      end
    end
  end
end
