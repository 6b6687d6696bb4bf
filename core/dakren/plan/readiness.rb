# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # When a job is ready, in the words of the work: to be walked on, loaded, let get wet.
    #
    # Rule: never before the latest stage a sheet tells for it. What a sheet is silent on is ready at full cure, where it tells that, and
    # else nobody says.
    class Readiness
      # word: of WORDS; minute: of the job, nil where no sheet says; full: is it the full cure that stands for it? assumed: does no
      # sheet say so? kind: of work.
      Ready = Value.define(:word, :minute, :full, :sheet, assumed: false)
      # What it is ready to, and the stages of the sheet that say so, the first it tells of.
      WORDS = { handle: %i[handle demould], walk: %i[handle], load_light: %i[load_light], load: %i[load], wet: %i[wet] }.freeze

      # @param schedule [Schedule]
      def initialize(schedule)
        @last = schedule.coats.group_by(&:task).values.map(&:last)
      end

      # @return [Array<Ready>] in the order of the work
      def all
        words = WORDS.keys & on_top.flat_map { |coat| coat.task.kind.ready }
        words.map { |word| latest(word) }
      end

      private

      # What is covered over, as a primer is, is nothing anybody waits to use.
      def on_top
        @last.reject do |coat|
          later = @last.select { |other| other.from_min > coat.from_min }
          (places(coat) - later.flat_map { |other| places(other) }).empty?
        end
      end

      def places(coat)
        coat.task.place_ids
      end

      # The whole is as far as its slowest coat.
      def latest(word)
        found = @last.select { |coat| coat.task.kind.ready.include?(word) }.map { |coat| of(coat, word) }
        found.find { |ready| ready.minute.nil? } || found.max_by(&:minute)
      end

      def of(coat, word)
        return Ready.new(word: word, minute: coat.warm_until, full: false, sheet: coat.plan.sheet) if coat.warm_until

        stages = coat.plan.sheet.stages
        wanted = [*WORDS.fetch(word), :full]
        stage = wanted.find { |name| stages.key?(name) } || wanted.find { |name| coat.plan.sheet.ages(name) }
        band = stage && coat.stage(stage)
        Ready.new(word: word, minute: band && (band.late || Cure::HORIZON_MIN), full: stage == :full, sheet: coat.plan.sheet,
          assumed: !stage.nil? && !stages.key?(stage))
      end
    end
  end
end
