# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # When a job is ready, in the words of the work: to be walked on, loaded, let get wet.
    #
    # Rule: never before the latest stage a sheet tells for it. What a sheet is silent on is ready at full cure, where it tells that, and
    # else nobody says.
    class Readiness
      # word: of WORDS; minute: of the job, nil where no sheet says; full: is it the sheet's full cure that stands for it? kind: of work.
      Ready = Value.define(:word, :minute, :full, :sheet)
      # What it is ready to, and the stage of the sheet that says so.
      WORDS = { handle: :handle, walk: :handle, load_light: :load_light, load: :load, wet: :wet }.freeze

      # @param schedule [Schedule]
      def initialize(schedule)
        @uppermost = schedule.coats.group_by(&:pass).values.map(&:last).select do |coat|
          schedule.coats.none? { |other| other.from_min > coat.from_min && other.places.intersect?(coat.places) }
        end
      end

      # @return [Array<Ready>] in the order of the work
      def all
        words = WORDS.keys & @uppermost.flat_map { |coat| coat.pass.kind.ready }
        words.map { |word| latest(word) }
      end

      private

      # The whole is as far as its slowest coat.
      def latest(word)
        found = @uppermost.select { |coat| coat.pass.kind.ready.include?(word) }.map { |coat| of(coat, word) }
        found.find { |ready| ready.minute.nil? } || found.max_by(&:minute)
      end

      def of(coat, word)
        stages = coat.plan.sheet.stages
        stage = [WORDS.fetch(word), :full].find { |name| stages.key?(name) }
        band = stage && coat.stage(stage)
        Ready.new(word: word, minute: band && (band.late || Cure::HORIZON_MIN), full: stage == :full, sheet: coat.plan.sheet)
      end
    end
  end
end
