# frozen_string_literal: true

module Dakren
  module Stores
    # Batches between the records and the bench's walk.
    module Walks
      module_function

      # @param record [Batch]
      # @return [Bench::Walk]
      def walk(record)
        events = record.events.map do |event|
          Bench::Event.new(number: event.number, kind: event.kind.to_sym, at: event.at, data: event.data.transform_keys(&:to_sym))
        end
        Bench::Walk.new(recipe(record), events)
      end

      # @param record [Batch]
      # @return [Bench::Recipe]
      def recipe(record)
        Bench::Recipe.read(record.recipe, name: record.name, sheet: Document::SheetNumbers.build(record.sheet.transform_keys(&:to_sym)))
      end

      # A batch made from a plan's cup. The sheet is copied, so that the record keeps what it was made from.
      #
      # @param sheet [Sheet, Hash] or its numbers
      # @param planned [Hash{Symbol=>Object}] which planned one it is: task, coat, section, cup_number
      # @param told [Hash] what the recipe says, see Bench::Recipe
      # @return [Batch] saved
      def start(sheet:, name:, job: nil, planned: {}, **told)
        numbers = sheet.is_a?(Hash) ? sheet : sheet.numbers
        recipe = Bench::Recipe.new(name: name, sheet: Document::SheetNumbers.build(numbers.transform_keys(&:to_sym)), **told)
        Batch.create!(job: job, **planned, name: name, sheet: numbers, recipe: recipe.kept)
      end
    end
  end
end
