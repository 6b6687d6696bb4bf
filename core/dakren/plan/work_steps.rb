# frozen_string_literal: true

require_relative "hands"
require_relative "../base/value"

module Dakren
  module Plan
    # What belongs to a task beside its coats: declared steps, each with when it is done and how long it takes.
    module WorkSteps
      # at: :before the first coat, :between coats, :after each coat so many minutes (offset_min), or once the last coat is at a stage;
      # by: the stage before which it must be done; minutes: of somebody's time; per_m2: more for every square metre;
      # waits: unattended minutes that follow; hint: why; gates: must it be done before what comes behind it? skills: of Hands::SKILLS,
      # what whoever does it must be able to do.
      Step = Value.define(:name, :label, :at, :minutes, stage: nil, by: nil, offset_min: 0, per_m2: 0, waits: 0, hint: nil, gates: true,
        skills: [].freeze) do
        # @return [Hands::Need] one person
        def need
          Hands.need(1, skills)
        end
      end

      ALL = [
        Step.new(name: :survey, label: "survey the work", at: :before, minutes: 20, skills: %i[inspect],
          hint: "length, width, depth in several places, moisture, temperature"),
        Step.new(name: :sample, label: "sample board", at: :before, minutes: 15, waits: 240,
          hint: "two boards of one tree soak up differently"),
        Step.new(name: :prepare, label: "prepare: clean, abrade, mask", at: :before, minutes: 20, per_m2: 6),
        Step.new(name: :leak_test, label: "draw the bag down and test it for leaks", at: :before, minutes: 10, waits: 30,
          hint: "clamped off, the gauge stands still; then left half an hour under vacuum"),
        Step.new(name: :wax, label: "wax and buff the mould twice", at: :before, minutes: 20,
          hint: "none in the corners; resin draws back from wax: lay enough of it"),
        Step.new(name: :release, label: "film release, thin and dry", at: :before, minutes: 10, waits: 20,
          hint: "over the wax; resin draws back from it: lay enough"),
        Step.new(name: :level, label: "level and support", at: :before, minutes: 20, hint: "fully underneath, or it cups"),
        Step.new(name: :seal_leaks, label: "seal leaks", at: :before, minutes: 15,
          hint: "tape knots and voids from below, modelling clay at hand"),
        Step.new(name: :condition, label: "warm the resin", at: :before, minutes: 5, waits: 180,
          hint: "two to four hours on a warm surface"),
        Step.new(name: :judge, label: "judge the coat before the next", at: :between, minutes: 5,
          hint: "dull patches and open pores want another; a closed, even sheen does not"),
        Step.new(name: :heat, label: "heat passes", at: :after, minutes: 5, offset_min: 1,
          hint: "at once, three or four, a second or two each place; flame or hot air keeps moving, 150 to 250 mm away"),
        Step.new(name: :bubbles, label: "pop bubbles", at: :after, minutes: 5, offset_min: 10,
          hint: "flame or hot air keeps moving, 150 to 250 mm away"),
        Step.new(name: :turn_parts, label: "turn the parts", at: :after, minutes: 5, offset_min: 10,
          hint: "until they no longer run together; none may touch as they set"),
        Step.new(name: :look_30, label: "30-min check", at: :after, minutes: 2, offset_min: 30,
          hint: "anything that has slipped can still be moved"),
        Step.new(name: :look_60, label: "60-min check", at: :after, minutes: 2, offset_min: 60),
        Step.new(name: :shave, label: "shave level", at: :after, minutes: 5, offset_min: 30, hint: "while a scraper still takes a curl"),
        Step.new(name: :warm_cure, label: "warm cure", at: :stage, stage: :recoat_opens, minutes: 15,
          hint: "supported, up slowly, looked at every 5 to 10 minutes while it warms; the core runs hotter than the oven"),
        Step.new(name: :trim, label: "trim the edges", at: :stage, stage: :recoat_opens, by: :recoat_closes, minutes: 10,
          hint: "green: with a knife"),
        Step.new(name: :flip, label: "turn it over", at: :stage, stage: :handle, minutes: 10),
        Step.new(name: :peel_ply, label: "peel the ply off", at: :stage, stage: :handle, minutes: 5, per_m2: 4,
          hint: "from a corner, low and slow; do not touch what is bare"),
        Step.new(name: :wash, label: "wash off blush", at: :stage, stage: :sandable, minutes: 5, per_m2: 2,
          hint: "plain water, before sanding"),
        Step.new(name: :sand, label: "sand", at: :stage, stage: :sandable, minutes: 5, per_m2: 10,
          hint: "dull, 180 grit and not finer under varnish"),
        Step.new(name: :approve, label: "approve the sample", at: :stage, stage: :sandable, minutes: 5, skills: %i[inspect],
          hint: "touch, gloss, colour: what waits for it is begun only then"),
        Step.new(name: :post_cure, label: "post-cure", at: :stage, stage: :handle, minutes: 15,
          hint: "up slowly, then held; in its mould where it has one"),
        Step.new(name: :demould, label: "demould", at: :stage, stage: :demould, minutes: 15),
        Step.new(name: :hand_over, label: "final check", at: :stage, stage: :handle, minutes: 10)
      ].to_h { |step| [step.name, step] }.freeze

      # Steps that come last of all, whatever is put on top: they do not hold up the next coat.
      LAST = %i[post_cure hand_over].freeze
      WARM = %i[warm_cure post_cure].freeze

      # The stages at which a step can be done, the one it wants first: the next best the sheet tells of has to do. What wants a
      # tacky film can be done on a harder one; what wants a hard one is never done on a tacky film.
      # @return [Array<Symbol>] of Cure::STAGES
      def self.stages_for(step)
        [step.stage, *Sheet::READY].uniq.compact
      end

      # Steps of a task that is cured warm as soon as it can be: what follows the warm cure waits for nothing else.
      # @param steps [Array<Step>] @param laid_full [Boolean] may it be warmed as soon as it is laid, as what is drawn in may?
      # @return [Array<Step>] the warm cure first
      def self.cured_warm(steps, laid_full:)
        warm = ALL.fetch(:warm_cure)
        ends, others = steps.partition { |step| step.at == :stage }
        after = ends.reject { |step| WARM.include?(step.name) }.map { |step| step.by ? step.with(by: nil, hint: nil) : step }
        [*others, laid_full ? warm.with(stage: nil) : warm, *after]
      end

      # A step of the builder's own ("wax the mould").
      # @param number [Integer] tells it from others of its task @param label [String]
      # @param at [Symbol] :before the first coat, :between coats, :after each coat, or :stage, once it is hard
      # @param minutes [Numeric] of somebody's time, 1 to 1440 @param waits [Numeric] unattended minutes that follow it, 0 to 20,160
      # @param offset_min [Numeric] after a coat, 0 to 1440
      # @param gates [Boolean] does what follows wait for it?
      # @return [Step]
      # @raise [InputError]
      def self.own(number, label, at:, minutes:, waits: 0, offset_min: 0, gates: true)
        Step.new(name: :"own_#{at}_#{number}", label: label, at: at, stage: at == :stage ? :handle : nil, gates: gates,
          minutes: Check.number(:minutes, minutes, OWN_MIN, "min"), waits: Check.number(:waits, waits, OWN_WAITS_MIN, "min"),
          offset_min: Check.number(:offset_min, offset_min, 0..1440, "min"))
      end
      # Ours: what can be asked.
      OWN_MIN = (1..1440)
      OWN_WAITS_MIN = (0..20_160)

      # Between a coat that was left to cure and the next: washed and abraded.
      ABRADE_MIN = 10
      # Ours until weighed: sanding a coat for the next, by hand.
      ABRADE_MIN_PER_M2 = 10

      module_function

      # @param name [Symbol] @param area_m2 [Numeric] @param minutes [Numeric, nil] where the shop knows better
      # @return [Float] minutes of somebody's time
      def minutes(name, area_m2, minutes = nil)
        minutes_of(ALL.fetch(name), area_m2, minutes)
      end

      # @param step [Step]
      def minutes_of(step, area_m2, minutes = nil)
        (minutes || (step.minutes + (step.per_m2 * area_m2))).to_f
      end

      # @param area_m2 [Numeric] @param people [Integer] who sand it
      def abrade_min(area_m2, people: 1)
        ABRADE_MIN + (ABRADE_MIN_PER_M2 * area_m2 / people)
      end
    end
  end
end
