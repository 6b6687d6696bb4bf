# frozen_string_literal: true

require_relative "../cure/band"
require_relative "../base/value"

module Dakren
  # Stages a sheet does not tell: never zero and never another stage, but what one reaction usually gives.
  #
  #   AssumedStages.new(sheet).ages(:recoat_opens)   # => [early, late], minutes of age
  #
  # Rule: multiples of the reaction's own working time W at the reference temperature, each with its spread (ln), 8 times in 10; where a
  # neighbouring stage is told, scaled by how far that one is from its own usual value. A stage the shop noted on its work observes it, ln
  # +/- 0.15 each; others are scaled with it as with one that is told; a noted tack closes at 0.8 of the usual ratio after it.
  class AssumedStages
    # In the order they come.
    ORDER = %i[recoat_opens recoat_closes handle sandable demould full].freeze
    # By definition.
    DAY_MIN = 1440.0
    # Above this W a film takes ten days to its full cure.
    SLOW_MIN = 150.0
    # Warm or not, nothing is fully cured sooner.
    FULL_LEAST_MIN = 5 * DAY_MIN

    # By what it is: stage => [times W, ln sd].
    TABLE = {
      films: { recoat_opens: [1.9, 0.25], recoat_closes: [6.0, 0.30], handle: [7.0, 0.25], sandable: [11.0, 0.30], demould: [11.0, 0.30] },
      floods: { recoat_opens: [3.0, 0.30], recoat_closes: [9.0, 0.35], handle: [12.0, 0.35], sandable: [19.0, 0.35],
                demould: [12.0, 0.35] },
      floors: { recoat_opens: [21.0, 0.25], recoat_closes: [70.0, 0.35], handle: [32.0, 0.25], sandable: [40.0, 0.35] },
      casts: { recoat_opens: [1.5, 0.30], recoat_closes: [3.5, 0.35], handle: [5.0, 0.35], sandable: [7.0, 0.35], demould: [5.0, 0.35] },
      pastes: { recoat_opens: [2.5, 0.35], handle: [7.0, 0.35], sandable: [5.0, 0.35], demould: [7.0, 0.35] }
    }.freeze
    FAMILIES = { flood: :floods, floor: :floors, cast: :casts, mount: :casts, fill: :pastes }.freeze
    # Standard deviation of ln(age) of one that was noted; what is seen so far beyond its far edge was only found so.
    NOTED_SD = 0.15
    CLOSES_AFTER_NOTED = 0.8
    # A demould where nothing tells how fast it is.
    CAST_DEMOULD_MIN = 2 * DAY_MIN

    # By what a mix is for, or by what it is.
    # @return [Symbol] of TABLE
    def self.family(purpose, looks)
      %i[paste putty].include?(looks) ? :pastes : FAMILIES.fetch(purpose, :films)
    end

    # The working time that a stage alone makes likely: the first one told, over its usual multiple.
    # @param stages [Hash{Symbol=>Array(Numeric, Numeric)}] as told @param purpose [Symbol, nil] @param looks [Symbol, nil]
    # @return [Float, nil] minutes; nil where none of them tells
    def self.working_min(stages, purpose, looks)
      name = ORDER.find { |one| stages.key?(one) && TABLE.fetch(family(purpose, looks)).key?(one) } or return
      early, late = stages[name].map { |minutes| [minutes.to_f, 0.1].max }
      Math.sqrt(early * late) / TABLE.fetch(family(purpose, looks))[name][0]
    end

    # @param sheet [Sheet]
    def initialize(sheet)
      @sheet = sheet
    end

    # @param name [Symbol] of Cure::STAGES
    # @return [Array(Float, Float), nil] early and late; nil where nothing is usual
    def ages(name)
      middle, sd = known(name)
      return if middle.nil?

      share = Math.exp(Cure::EIGHTY_PCT_SD * sd)
      [middle / share, middle * share]
    end

    private

    # Middle and spread, with what the shop noted of it.
    # @return [Array(Float, Float), nil]
    def known(name)
      middle, sd = prior(name)
      return if middle.nil?
      return posterior(name) if seen(name).any?
      return [middle * shift(:recoat_opens) * CLOSES_AFTER_NOTED, 0.0] if name == :recoat_closes && seen(:recoat_opens).any?

      near = nearest(name) { |other| seen(other).any? }
      [middle * (near ? shift(near) : 1.0), sd]
    end

    # As it is usual, and as a neighbour that is told would have it.
    def prior(name)
      middle, sd = usual(name)
      middle && [middle * scale(name), sd]
    end

    # With what was seen of it: the weights of independent observations of a logarithm add up.
    def posterior(name)
      middle, sd = prior(name)
      logs = seen(name).map { |age| Math.log(age) }
      before = 1 / (sd**2)
      weight = before + (logs.size / (NOTED_SD**2))
      [Math.exp(((before * Math.log(middle)) + (logs.sum / (NOTED_SD**2))) / weight), Math.sqrt(1 / weight)]
    end

    # How far what was seen moves it.
    def shift(name)
      posterior(name)[0] / prior(name)[0]
    end

    # Ages at which it was seen; later than it surely is by then says nothing: it was only found so.
    def seen(name)
      ages = @sheet.noted[name] or return []
      middle, sd = prior(name)
      middle ? ages.select { |age| age.positive? && age <= middle * Math.exp(Cure::EIGHTY_PCT_SD * sd) } : []
    end

    # The stage nearest to one, in the order they come, of those that will do.
    def nearest(name, &block)
      at = ORDER.index(name)
      ORDER.select(&block).min_by { |other| (ORDER.index(other) - at).abs }
    end

    def family
      self.class.family(@sheet.purposes.first, @sheet.looks)
    end

    def usual(name)
      return full if name == :full
      return [CAST_DEMOULD_MIN, 0.35] if name == :demould && family == :casts && @sheet.clock.working_min.nil?

      factor, sd = TABLE.fetch(family)[name]
      factor && [factor * working_min, sd]
    end

    def full
      case family
      when :casts then @sheet.clock.working_min ? [[21 * working_min, FULL_LEAST_MIN].max, 0.5] : [10 * DAY_MIN, 0.5]
      when :pastes then [[100 * working_min, DAY_MIN].max, 0.5]
      else [(family == :films && working_min > SLOW_MIN ? 10 : 7) * DAY_MIN, 0.35]
      end
    end

    def working_min
      @sheet.mix.reaction.working_min
    end

    # How far the nearest stage that is told is from its own usual value.
    def scale(name)
      near = nearest(name) { |other| @sheet.stages.key?(other) && usual(other) } or return 1.0

      early, late = @sheet.told_ages(near)
      Math.sqrt([early, 0.01].max * [late, 0.01].max) / usual(near)[0]
    end
  end
end
