# frozen_string_literal: true

require_relative "field"

module Dakren
  module Document
    # Fields of a task that name a coat or a step: what really happened to it, and when it shall not begin before. Part of Fields.
    module MarkFields
      # What really happened to one coat of one section: "c1-began_2_1" is when the second coat of the first section began. A mark
      # names its coat, so that it stays with it whatever is added before or after.
      MARKS = { "began" => "Started", "finished" => "Last batch applied", "soft" => "Test dab still soft at", "tacky" => "Tacky at",
                "hard" => "Hard at" }.freeze
      MARK = /\A(?<what>#{MARKS.keys.join("|")})_(?<coat>\d{1,2})_(?<section>\d{1,2})\z/

      # When a coat of a section shall not begin before: "c1-not_before_2_1".
      NOT_BEFORE = /\Anot_before_(?<coat>\d{1,2})_(?<section>\d{1,2})\z/

      # When a step of a task was really done: "c1-done_trim".
      DONE = /\Adone_(?<step>own_(?:before|between|after|stage)_\d{1,3}|[a-z_]+(?:_\d+)?)\z/

      # How many minutes a step of a task really took: "c1-took_trim". Of those that take no longer where there is more of the work.
      TOOK = /\Atook_(?<step>[a-z_]+(?:_\d+)?)\z/

      # @param name [String] e.g. "took_trim"
      # @return [Field, nil]
      def took(name)
        match = TOOK.match(name) or return
        step = Plan::WorkSteps::ALL[match[:step].to_sym]
        return unless step&.per_m2&.zero?

        make(name, "Took", allowed: Work::Own::SORTS.fetch(:step).last, **Fields::MINUTES)
      end

      # @param name [String] e.g. "done_trim"
      # @return [Field, nil]
      def step_mark(name)
        step = DONE.match(name)[:step]
        label = Plan::WorkSteps::ALL[step.to_sym]&.label || ("your own step" if step.start_with?("own_")) or return

        Field.new(name: name, label: "Done: #{label}", kind: :time)
      end

      # @param name [String] e.g. "not_before_2_1"
      # @return [Field, nil]
      def not_before(name)
        match = NOT_BEFORE.match(name) or return
        Field.new(name: name, label: "Not before, coat #{match[:coat]}", kind: :time)
      end

      # The name of a mark of one coat of one section.
      # @param what [String] of MARKS
      # @return [String]
      def mark_of(what, coat, section)
        "#{what}_#{coat}_#{section}"
      end

      # @param name [String] e.g. "began_2_1"
      # @return [Field, nil]
      def mark(name)
        return step_mark(name) if DONE.match?(name)

        match = MARK.match(name) or return
        Field.new(name: name, label: "#{MARKS.fetch(match[:what])}, coat #{match[:coat]}", kind: :time)
      end
    end
  end
end
