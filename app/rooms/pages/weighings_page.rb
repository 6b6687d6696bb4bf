# frozen_string_literal: true

module Dakren
  module Rooms
    # What the shop has weighed itself, and what it may weigh.
    class WeighingsPage
      # What one person does, by what the work is measured in; all else is laid.
      LAID = { plies: "cloth laid", length: "run", holes: "filled" }.freeze
      # What can be weighed, and the core's own unit of it.
      Weighable = Value.define(:words, :unit)
      # What the shop has weighed itself: how it is called, the mean, and what forgets the last.
      Weighed = Value.define(:words, :mean, :sort, :name)

      # @param what [String] @param value [String] as typed @param wrong [String, nil] what is wrong with it
      def initialize(wording, what, value, wrong)
        @wording = wording
        @what = what
        @value = value
        @wrong = wrong
      end

      # What can be weighed: "soak:roller" => its words, and the core's unit of it.
      # @return [Hash{String=>Weighable}]
      def self.weighable
        tools = Work::Drink::TOOLS.values.reject { |tool| tool.name == "none" }.to_h do |tool|
          ["soak:#{tool.name}", Weighable.new(words: "left in a #{tool.label}", unit: :g)]
        end
        surfaces = Work::Drink::SURFACES.values.reject { |surface| surface.name == "sealed" }.to_h do |surface|
          ["drink:#{surface.name}", Weighable.new(words: "#{surface.label} soaks up", unit: :"g/m2")]
        end
        { **tools, **surfaces, **paces, **steps,
          "fold:powder" => Weighable.new(words: "powder folded in, times the usual minutes", unit: nil) }
      end

      # Those that somebody can type; the rest the bench sees.
      def self.asked
        weighable.reject { |_, what| what.unit.nil? }
      end

      # Steps that take as long whatever the size of the work.
      def self.steps
        Plan::WorkSteps::ALL.values.select { |step| step.per_m2.zero? && step.minutes.positive? }
          .to_h { |step| ["step:#{step.name}", Weighable.new(words: "#{step.label} took", unit: :min)] }
      end

      # How fast each work goes, in what it is measured in; what is drawn in is noted with its job.
      def self.paces
        Work::Kinds::ALL.values.filter_map do |kind|
          measure = kind.placing.measure
          next if measure.name == :fill

          sort = measure.name == :mass ? "rate" : "pace"
          what = LAID.fetch(measure.name, "laid")
          ["#{sort}:#{kind.name}", Weighable.new(words: "#{kind.label}: #{what} by one person", unit: measure.rate_unit)]
        end.to_h
      end

      # @return [Array<Weighed>]
      def kept
        Stores::OwnFigure.group(:sort, :name).pluck(*Stores::OwnFigure::MEANS)
          .map do |sort, name, mean, count, square|
            what = WeighingsPage.weighable["#{sort}:#{name}"]
            figure = what&.unit ? @wording.show(Quantity.new(value: mean, unit: what.unit)) : Check.plain(mean.round(2))
            Weighed.new(words: what ? local(what.words) : name, sort: sort, name: name,
              mean: "#{figure}#{spread(what, Stores::OwnFigure.spread(mean, count, square))}, #{@wording.counted(count, :weighing)}")
          end
      end

      # @return [Array<Control>]
      def fields
        choices = WeighingsPage.asked.map do |key, what|
          [key, "#{local(what.words)}, #{what.unit == :min ? "min" : @wording.unit_word(what.unit)}"]
        end
        [Control.new(name: "what", label: "What was weighed", choices: choices, value: @what),
          Control.new(name: "value", label: "It was", value: @value, problem: @wrong, complaint: "")]
      end

      private

      # " ± 3 g", where there are two or more.
      def spread(what, spread)
        return "" if what&.unit.nil? || spread.nil?

        " ± #{@wording.show(Quantity.new(value: spread, unit: what.unit))}"
      end

      def local(words)
        @wording.local(words)
      end
    end
  end
end
