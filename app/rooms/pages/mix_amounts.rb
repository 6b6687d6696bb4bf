# frozen_string_literal: true

require_relative "mix_facet"

module Dakren
  module Rooms
    # How much of A and B a task takes, in each of its cups and in all.
    class MixAmounts < MixFacet
      # "coat 1", where there are several.
      def of_coat
        next_coat.of > 1 ? "#{task.coat_word} #{next_coat.number}" : ""
      end

      # Is there more than what is in one cup?
      def several?
        plan.batches.size > 1
      end

      def cups_word
        return "in the cup" if plan.batches.size == 1

        equal = sizes.first.last
        return "in each of #{equal} batches" if equal == plan.batches.size

        equal == 1 ? "in the first batch" : "in each of the first #{equal} batches"
      end

      # A and B: letter, name, what is in each cup and in all.
      # @return [Array<Array(String, String, String, Array<Answer>, Array<Answer>)>]
      def parts
        plan.order.way.order.map(&:to_s).map do |name|
          [name == "resin" ? "A" : "B", name, plan.sheet.public_send(name), each_cup(name), in_all(name)]
        end
      end

      # Grams of each hardener of a blend, in a cup and in all.
      # @return [String, nil]
      def hardeners
        shares = plan.sheet.hardeners or return
        each, all = [plan.batches.first.split, plan.amounts.total].map(&:hardener_g)
        unless each
          return "Hardener by weight: #{shares.map do |name, share|
            "#{Check.plain((share * 100).to_f.round(1))} % #{name}"
          end.join(", ")}."
        end

        told = shares.map do |name, share|
          cup = @wording.weight(each * share, resolution_g: step_g).join(" ")
          plan.batches.size == 1 ? "#{name} #{cup}" : "#{name} #{cup} a batch, #{show(all * share, :g)} in all"
        end
        "Hardener: #{told.join("; ")}. Times of a blend are estimates."
      end

      def step_g
        @step_g ||= @tools.resolution_g(plan.sheet, plan.portions.first.mass_g, task.tool)
      end

      # Blocks of paste to be cut side by side, true to size; nil where nothing is measured by eye.
      # @return [Drawings::PasteBlocks, nil]
      def blocks(px_per_mm)
        return unless plan.order.way.unmeasured?

        Drawings::PasteBlocks.new(Measure::Blocks.new(plan.batches.first.split, forgives_resin_pct: plan.sheet.tolerance_pct[0]), px_per_mm,
          @wording)
      rescue InputError
        nil
      end

      def cups_drawing
        Drawings::CupRow.new(plan, @wording, step_g: step_g, key: "#{id}-#{next_coat.number}-#{next_coat.section}",
          stands: ->(number) { @ticket.batches.stands(next_coat, number) })
      end

      def cups_caption
        count = plan.batches.size
        dome = plan.order.way.lines? ? "; thin part first: thick resin domes and hides the line" : ""
        cups = if sizes.size > 1
                 "#{sizes.map { |amount, many| "#{many} of #{amount}" }.join(", ")} in a #{@wording.vessel(plan.portions.first.cup.name)}"
               else
                 "#{count} × #{@wording.vessel(plan.portions.first.cup.name)}"
               end
        first = plan.portions.first
        "#{cups}; mix #{@wording.span(*plan.sheet.mixing.span(first.mass_g, first.mixing_min))}#{dome}"
      end

      # @return [Array(String, String), nil] see PackWords
      def packs
        PackWords.new(plan, task, @wording).words
      end

      private

      # How many batches come to what, the first ones first: cups that get less than the others are told as they are.
      # @return [Array<Array(String, Integer)>]
      def sizes
        @sizes ||= plan.batches.map { |batch| batch_amount(batch) }.chunk_while(&:==).map { |same| [same.first, same.size] }
      end

      # What is really mixed: strokes, drops and packs first, where those are counted.
      def batch_amount(batch)
        counted = batch.portion.whole&.counted
        return "#{counted.resin} + #{counted.hardener} #{counted.counting.plural}" if counted

        weighed? ? @wording.weight(batch.split.total_g, resolution_g: step_g).join(" ") : @wording.volume(batch.split.total_ml).join(" ")
      end

      def weighed?
        %i[scale pack].include?(plan.order.method) && !plan.sheet.ratio.weight_parts.nil?
      end

      # The unit it is measured in first, then the other.
      def units
        weighed? ? [%w[g weight], %w[ml volume]] : [%w[ml volume], %w[g weight]]
      end

      def each_cup(name)
        (big, as), (small, other) = units
        counted = plan.portions.first.whole&.counted
        if counted
          return [Answer.new(label: "#{name}, each batch, counted", text: units_of(counted, name), css: "big bare"),
            Answer.new(label: "#{name}, each batch", figure: figures.cup_part(:"#{name}_#{big}"), as: as.to_sym, css: "bare",
              step_g: step_g)]
        end

        found = [Answer.new(label: "#{name}, each batch", figure: figures.cup_part(:"#{name}_#{big}"), as: as.to_sym, css: "big bare",
          step_g: step_g)]
        beside = figures.cup_part(:"#{name}_#{small}")
        return found if beside.value.nil?

        [*found, Answer.new(label: "#{name}, each batch, in #{@wording.unit_word(small.to_sym)}", figure: beside, as: other.to_sym,
          css: "bare", step_g: step_g)]
      end

      # "2 strokes", where that is what is counted.
      def units_of(counted, name)
        count = counted.public_send(name)
        counted.counting.told(count)
      end

      def in_all(name)
        big, = units.first
        [Answer.new(label: "#{name} in all", figure: figures.total_part(:"#{name}_#{big}"), css: "middle bare")]
      end
    end
  end
end
