# frozen_string_literal: true

require_relative "database"
require_relative "seals"

module Dakren
  module Stores
    # A step of the builder's own, as it was typed last: the next job offers it.
    #
    #   OwnStep.remember(document)
    #   OwnStep.usual("own_before")    # => [#<OwnStep label: "wax the mould">, ...]
    class OwnStep < Base
      include Seals::Sealed

      MOST_OFFERED = 6

      # Remembers those of a document that stand there unchanged: what is still being typed is none yet.
      # @param document [Hash] @param before [Hash] as it was before the last change
      def self.remember(document, before)
        document.each do |key, rows|
          list = key[/own_\w+\z/]
          next unless list && Document::OwnSteps::LISTS.key?(list) && before[key] == rows

          rows.each { |row| keep(list, row) }
        end
      end

      # @param list [String] of Document::OwnSteps::LISTS
      # @return [Array<OwnStep>] the ones used last
      def self.usual(list)
        where(list: list).order(updated_at: :desc, id: :desc).limit(MOST_OFFERED).to_a
      end

      # @return [Array] the line of the form it was
      def row
        JSON.parse(line)
      end

      def self.keep(list, row)
        label = Document::AsTyped.kept(row.first).typed.strip[0, Document::OwnSteps::LABEL_LONGEST]
        line = JSON.generate(row)
        return if label.empty? || exists?(list: list, label: label, line: line)

        Database.writing { find_or_initialize_by(list: list, label: label).update!(line: line) }
      end
      private_class_method :keep
    end
  end
end
