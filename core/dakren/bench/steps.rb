# frozen_string_literal: true

require_relative "../base/value"
require_relative "../plan/work_steps"
require_relative "manner"

module Dakren
  # Walking one batch at the bench.
  module Bench
    # One thing to do: what it is called, what to do, the words on the button that says it is done, and why.
    # Where its part decides the caution, caution holds one for each part. only: what must hold of its course; after_min: how long after
    # the cup was poured out; told: more sentences.
    Instruction = Value.define(:name, :title, :tells, :done, caution: nil, only: nil, after_min: nil, told: [].freeze) do
      # @param part [Symbol, nil] :resin or :hardener, where one is poured
      # @return [String, nil]
      def caution_of(part)
        caution.is_a?(Hash) ? caution[part] : caution
      end

      # Is it a step of this batch?
      # @param course [Course]
      def of?(course)
        return course.recipe.after.include?(name) || course.recipe.own.include?(self) if after_min

        only.nil? || course.public_send(only)
      end
    end

    BEFORE = [
      Instruction.new(name: :tins, title: "Tins", tells: "Use only these tins.", done: "Tins ready",
        told: ["A tube of hardener belongs to its tin: do not cross lots."]),
      Instruction.new(name: :gear, title: "Gear", tells: "Gloves, sleeves, glasses. Air the room.", done: "I'm wearing it",
        caution: "Epoxy allergy is permanent. The maker's safety data sheet comes first."),
      Instruction.new(name: :ready, title: "At hand", tells: "Before the hardener is opened: all of this within reach.", done: "All ready",
        only: :looked_over?),
      Instruction.new(name: :leak_test, title: "Leak test", only: :infused?, done: "It holds",
        tells: "Draw the bag down, clamp it off and watch the gauge for ten minutes.",
        told: ["It may fall a little as the bag settles, then it stands still. Listen along the seal for what does not.",
          "Marks on the bag every 100 or 200 mm from the feed: the resin front passing them tells when it will be full."]),
      Instruction.new(name: :stir_a, title: "Stir A", only: :stirred_alone?, done: "It is one colour",
        tells: "Stir part A alone, on the bottom too, for a minute.", told: ["Until nothing is left lying on the bottom."]),
      Instruction.new(name: :tare, title: "Cup", tells: "Set the empty cup on the scale and tare it.", done: "The scale shows zero",
        only: :weighed?),
      Instruction.new(name: :first, title: "First", tells: "Pour %{part} until the scale shows", done: "%{part} is in",
        caution: "Add the last grams slowly."),
      Instruction.new(name: :prethicken, title: "Thicken", only: :prethickened?, done: "It is half stiff",
        tells: "Fold half of the powder into the resin.",
        told: ["Not past half-way: stiff resin does not take the hardener evenly. Leave the cup on the scale as it is."],
        caution: "Particulate mask: silica floats for hours."),
      Instruction.new(name: :second, title: "Second", tells: "Pour %{part} until the scale shows", done: "%{part} is in, start the clock",
        caution: {
          hardener: "Slow down at the end: too much resin can be fixed, too much hardener stays soft.",
          resin: "Slow down at the end: each gram too much wants hardener with it, and the cup grows."
        }),
      Instruction.new(name: :mend, title: "Correct", tells: "Add %{part} until the scale shows", done: "It is corrected", only: :mending?),
      Instruction.new(name: :mix, title: "Mix", tells: "Stir.", done: "Fully mixed",
        caution: "If in doubt whether it was measured right, throw it away: a cup is cheaper than the work."),
      Instruction.new(name: :second_cup, title: "2nd cup", tells: "Everything over into a second clean cup; scrape the first; stir on.",
        done: "Stirred through", only: :second_cup?),
      Instruction.new(name: :thin, title: "Thin", tells: "Stir in the thinner.", done: "Thinner is in", only: :thinned?,
        caution: "With thinner: no spark, no flame, no torch in the room; air it, organic-vapour respirator."),
      Instruction.new(name: :powder, title: "Powder", tells: "Stir in powder, let it rest until the bottom feels warm, stir again.",
        done: "Right consistency", only: :thickened?, caution: "Particulate mask: silica floats for hours."),
      Instruction.new(name: :pour_out, title: "Pour it out", tells: "Pour it all out and spread it.", done: "It is poured out",
        caution: "A cup left standing heats itself and may smoke. A hot cup goes outside on bare ground: no lid, not the bin."),
      Instruction.new(name: :close, title: "Close", tells: "Close the joint until a little squeezes out all along.", done: "It is closed",
        only: :closed?, told: ["Block what may creep; do not clamp it dry. Wipe dry, then damp with alcohol, then dry.",
          "Checks count from now: look again after 30 and after 60 minutes."]),
      Instruction.new(name: :comb, title: "Comb", only: :combed?, tells: "Press the comb into the wet coat, upright, in several places.",
        done: "The comb shows it"),
      Instruction.new(name: :clamp_shut, title: "Clamp shut", only: :infused?, tells: "Full: clamp the feed shut, leave the vacuum on.",
        done: "The feed is shut",
        told: ["Full is when the last dry corner is wet and no bubbles come along the line. Note the resin front at each mark."],
        caution: "The line and the trap still hold resin: they set hard and hot. The trap goes outside when it warms.")
    ].freeze
    # What the plan has follow a coat, follows it at the bench too, in the order it falls due.
    AFTER = Plan::WorkSteps::ALL.values.select { |step| step.at == :after }.sort_by(&:offset_min).map do |step|
      Instruction.new(name: step.name, title: step.label.capitalize, tells: "#{[step.label.capitalize, step.hint].compact.join(": ")}.",
        done: "Done", after_min: step.offset_min.to_f)
    end.freeze
    STEPS = [
      *BEFORE, *AFTER,
      Instruction.new(name: :tack, title: "Test dab", tells: "Touch the test dab, not the work.", done: "The test dab is hard")
    ].freeze
    # A step of the builder's own, walked with a batch.
    # @param name [Symbol] @param label [String] @param after_min [Numeric, nil] minutes after the cup was poured out; nil for before it
    # @return [Instruction]
    def self.own_step(name, label, after_min: nil)
      Instruction.new(name: name, title: label, tells: "#{label.sub(/\A./, &:upcase)}.", done: "Done", after_min: after_min&.to_f)
    end

    # What follows a cup that belongs to no plan.
    USUAL_AFTER = %i[look_30 look_60].freeze
    BY_NAME = STEPS.to_h { |step| [step.name, step] }.freeze

    POWDER_WORDS = {
      loose: "levels by itself", brushable: "holds brush marks", spreadable: "holds a peak that bends", standing: "holds a sharp ridge"
    }.freeze

    # Measuring by counting: strokes of two pumps, one for one, changing pump each stroke so that a miscount
    # shows; or drops, all of one part and then all of the other.
    Count = Value.define(:unit, :resin, :hardener, alternate: true) do
      # @param counted [Measure::Tools::Counted] what a tool that counts comes to
      # @return [Count]
      def self.of(counted)
        new(unit: counted.counting.unit, resin: counted.resin, hardener: counted.hardener, alternate: counted.counting.alternate)
      end

      # @return [String] "strokes"
      def plural
        Measure::Tools.counting(unit).plural
      end

      # @return [Array<Symbol>] the part of each stroke or drop, in order
      def order
        return Array.new(resin, :resin) + Array.new(hardener, :hardener) unless alternate

        Array.new([resin, hardener].max) { |i| [(:resin if i < resin), (:hardener if i < hardener)] }.flatten.compact
      end
    end

    # What happened: kind is :done, :weighed, :filled (to a line), :counted, :mended, :asked, :met (when the parts really met),
    # :touched_soft, :touched_tacky, :touched, :back, :accepted, :abandoned or :reopened; at is in seconds of the server's clock; data holds
    # what belongs to the kind.
    Event = Value.define(:number, :kind, :at, data: {}.freeze)
  end
end
