# frozen_string_literal: true

require_relative "stage_times"
require_relative "assumed_stages"
require_relative "../base/memo"
require_relative "looks"

module Dakren
  # What the maker says about one resin with one hardener (or one blend).
  #
  #   Sheet.new(resin: "Lake 30", hardener: "slow", ratio: ratio, clock: { reference_temp_c: 25, working_min: 90, ... },
  #             stages: { recoat_opens: [240, 300] }, lowest_c: 15, purposes: [:coat])
  #
  # Numbers that contradict each other raise InputError with the reason.
  class Sheet
    MINUTES = (0.1..1_000_000)

    attr_reader :resin, :hardener, :ratio, :clock, :stages, :lowest_c, :highest_c, :purposes, :mixing,
      :extra_resin_pct, :extra_hardener_pct, :bands, :limits, :hardeners, :looks, :noted, :shop

    # @param resin [String] name of part A
    # @param hardener [String] name of part B
    # @param ratio [Measure::Ratio]
    # @param clock [Hash{Symbol=>Numeric}] the numbers of Cure::Clock the sheet states
    # @param stages [Hash{Symbol=>Array(Numeric, Numeric)}] stage name to early and late minutes at the reference temperature
    # @param lowest_c [Numeric, nil] lowest application temperature, -40 to 120
    # @param highest_c [Numeric, nil] highest application temperature
    # @param purposes [Array<Symbol>] keys of PURPOSES
    # @param mixing [Mixing] minutes of mixing by batch
    # @param limits [WorkLimits] of film, thinner, grain and moisture
    # @param hardeners [Array<Array(String, Rational)>, nil] of a blend: each with its share of the hardener by weight
    # @param looks [Symbol, nil] of LOOKS, what the mix is; nil: as the powder in it says
    # @param noted [Hash{Symbol=>Array<Numeric>}] ages in minutes at which the shop saw stages on its own work
    # @param learned [Hash, nil] what the shop learned of its clock, see Cure::Shop#kept, where that counts
    # @raise [InputError]
    def initialize(resin:, hardener:, ratio:, clock:, stages: {}, lowest_c: nil, highest_c: nil, purposes: [],
      mixing: Mixing.new, extra_resin_pct: nil, extra_hardener_pct: nil, bands: {}, limits: WorkLimits.new, hardeners: nil, looks: nil,
      noted: {}, learned: nil)
      @hardeners = hardeners&.freeze
      @resin = resin
      @hardener = hardener
      @ratio = ratio
      density = ratio.mixed_density_g_ml&.to_f
      @clock = Cure::Clock.new(**(density ? { mixed_density_g_ml: density } : {}), **clock.compact)
      @stages = stages.to_h { |name, range| [name, checked_stage(name, range)] }.freeze
      @lowest_c = lowest_c && Check.temp_c(:lowest_c, lowest_c)
      @highest_c = highest_c && Check.temp_c(:highest_c, highest_c)
      @purposes = purposes.each { |purpose| PURPOSES.fetch(purpose) }.freeze
      @mixing = mixing
      @looks = checked_looks(looks)
      @limits = limits
      @noted = noted.freeze
      @extra_resin_pct = Check.optional(:extra_resin_pct, extra_resin_pct, 0..100, "%")
      @extra_hardener_pct = Check.optional(:extra_hardener_pct, extra_hardener_pct, 0..100, "%")
      @bands = bands.compact.to_h { |name, index| [name, Check.number(:"#{name}_from_index", index, 0..10)] }.freeze
      @shop = Cure::Shop.read(learned, @clock)
      @plain_mix = Cure::Mix.of(@clock, shop: shop)
      @plain_mix.key
      Contradictions.new(self).refuse
      @ages = {}
      freeze
    end

    def name
      "#{resin} + #{hardener}"
    end

    # Does it say nothing of time: no pot life, no working time, no depth, no stage?
    def silent?
      clock.silent?
    end

    # @param powder [Array(Work::Filler::Powder, Numeric), nil] which, and grams of it to 100 g of resin and hardener
    # @return [Cure::Mix] everything that is in the cup
    def mix(powder: nil)
      return @plain_mix unless powder

      Cure::Mix.of(clock, shop: shop,
        ballast: Cure::Ballast.new(share: Work::Filler.mass_share(powder[1]).to_f, density_g_ml: powder[0].density_g_ml))
    end

    # Ages at which a stage is reached, early and late.
    #
    # Rule: as told for a film; where the sheet tells them for a coat of so many mm, the age of the top of just such a coat at the
    # reference temperature, so that the maker's own coat takes the maker's own time.
    # @param name [Symbol] of Cure::STAGES
    # @return [Array(Float, Float), nil] minutes; what is usual for such mixes where the sheet does not say, nil where nothing is
    def ages(name)
      return if silent?

      @ages.fetch(name) { @ages[name] = told_ages(name) || ASSUMED.recall([key, name]) { [AssumedStages.new(self).ages(name)] }.first }
    end

    # Is a stage not told, and taken as usual?
    def assumed_stage?(name)
      !stages.key?(name) && !ages(name).nil?
    end

    # What its stages hang on.
    def key
      [clock.key, stages, purposes.first, looks, limits.stage_coat_mm, noted, shop]
    end

    # As the sheet tells them.
    # @return [Array(Float, Float), nil] nil where it does not say
    def told_ages(name)
      told = stages[name] or return
      return told unless limits.stage_coat_mm

      STAGE_AGES.recall([clock.key, shop, limits.stage_coat_mm, told]) do
        reference = clock.reference_temp_c
        # The maker's coat, where the shop's own factor does not reach.
        there = mix.with(nodes: Cure::Mix::BAND_NODES, reaction: mix.reaction.with(speed: 1.0))
        top = Cure::PourTop.new(there, depth_mm: limits.stage_coat_mm, start_c: reference,
          room: Cure::Profile.constant(reference))
        told.map { |minutes| top.age_at(minutes) }
      end
    end

    # Ages between which the mix cannot be worked any more: one where the sheet tells it, else as far as it is known.
    # @return [Array(Float, Float)] minutes
    def working_ages
      mix.calibration.around(mix.working_min)
    end

    STAGE_AGES = Memo.new(500)
    ASSUMED = Memo.new(2000)

    # Tolerance each way in percent, the sheet's own or the assumed one.
    # @return [Array(Float, Float)] extra resin, extra hardener
    def tolerance_pct
      [extra_resin_pct || Measure::Verdict::DEFAULT_EXTRA_RESIN_PCT.to_f, extra_hardener_pct ||
        Measure::Verdict::DEFAULT_EXTRA_HARDENER_PCT.to_f]
    end

    # What a cup with this much of each part will turn into, by this sheet's own tolerance and bands.
    # @return [Measure::Verdict]
    # @raise [InputError]
    # @param amounts [Hash] resin_g and hardener_g, or resin_ml and hardener_ml
    def verdict(**amounts)
      resin, hardener = tolerance_pct
      Measure::Verdict.new(ratio, **amounts, extra_resin_pct: resin, extra_hardener_pct: hardener, bands: bands)
    end

    # Ages at which the recoat window opens and closes for sure.
    # @return [Array(Float, Float), nil] nil when the sheet does not say
    def recoat_window_min
      opens = ages(:recoat_opens)
      closes = ages(:recoat_closes)
      opens && closes && [opens[1], closes[0]]
    end

    # Where the sheet tells no stage that says it is hard, the first of these is assumed: a film that is tacky is not hard, and what is
    # not known is waited for. READY: that it can be handed over.
    HARD = StageTimes::HARD
    READY = %i[handle demould].freeze

    # @return [Symbol] the stage at which it is hard
    def hard_stage
      HARD.find { |name| stages.key?(name) } || HARD.first
    end

    # @return [Symbol] the stage at which it can be handed over
    def ready_stage
      READY.find { |name| stages.key?(name) } || READY.first
    end

    def for?(purpose)
      purposes.empty? || purposes.include?(purpose)
    end

    private

    def checked_looks(looks)
      found = looks || Dakren.usual_look(clock.inert_share, Exact.of(ratio.hardener) / Exact.of(ratio.resin))
      LOOKS.key?(found) ? found : raise(InputError.new(:looks, "must be one of #{LOOKS.values.map(&:label).join(", ")}"))
    end

    def checked_stage(name, range)
      raise InputError.new(name, "is not a stage of a sheet") unless Cure::STAGE_NAMES.include?(name)

      early, late = range.map { |minutes| Check.number(name, minutes, MINUTES, "min") }
      raise InputError.new(name, "must have its early figure first: #{Check.plain(early)} is after #{Check.plain(late)}") if early > late

      [early, late].freeze
    end
  end

  # How long a batch is mixed, by its size.
  #
  # Rule: the sheet gives minutes for a cup (up to 1 kg) and for a pail (20 kg); between them minutes grow with the logarithm of the
  # mass. Where it gives one number, a pail takes half as long again. A second cup adds its own minutes.
  class Mixing
    # The rule's.
    CUP_G = 1000.0
    PAIL_G = 20_000.0
    MINUTES = (0..60)
    PAIL_SHARE = 1.5

    attr_reader :cup_min, :pail_min, :second_cup_min, :second_from_min

    # @param cup_min [Numeric] 0 to 60
    # @param pail_min [Numeric, nil] 0 to 60; by default half as long again as a cup
    # @param second_cup_min [Numeric] 0 to 60; 0 where everything stays in one cup
    # @param cup_from_min [Numeric, nil] the shorter of two where a range was told, and so on
    # @raise [InputError]
    def initialize(cup_min: 3, pail_min: nil, second_cup_min: 0, cup_from_min: nil, pail_from_min: nil, second_from_min: nil)
      @cup_min = Check.number(:mix_cup_min, cup_min, MINUTES, "min")
      @pail_min = Check.number(:mix_pail_min, pail_min || [cup_min * PAIL_SHARE, MINUTES.end].min, MINUTES, "min")
      @second_cup_min = Check.number(:second_cup_min, second_cup_min, MINUTES, "min")
      raise InputError.new(:mix_pail_min, "must not be shorter than for a cup") if @pail_min < @cup_min

      @second_from_min = second_from_min || @second_cup_min
      least_min = cup_from_min || @cup_min
      @from = [least_min, pail_from_min || (pail_min ? @pail_min : least_min * PAIL_SHARE), @second_from_min]
      freeze
    end

    # As short as the sheet allows, where it tells a range.
    # @param mass_g [Numeric]
    # @return [Float] minutes
    def least_minutes(mass_g)
      grown(mass_g, *@from)
    end

    # @param mass_g [Numeric]
    # @return [Float] minutes
    def minutes(mass_g)
      grown(mass_g, cup_min, pail_min, second_cup_min)
    end

    # As short as the sheet allows, to as long as it takes a batch here.
    # @param longest_min [Float] as it is planned, folding in of powder with it
    # @return [Array(Float, Float)] minutes
    def span(mass_g, longest_min)
      [longest_min - minutes(mass_g) + least_minutes(mass_g), longest_min]
    end

    private

    def grown(mass_g, cup, pail, second)
      share = (Math.log(mass_g.to_f / CUP_G) / Math.log(PAIL_G / CUP_G)).clamp(0.0, 1.0)
      cup + ((pail - cup) * share) + second
    end
  end

  # Numbers of one sheet that cannot all be true.
  class Contradictions
    ORDER = %i[recoat_opens sandable full].freeze

    def initialize(sheet)
      @sheet = sheet
    end

    # @raise [InputError] naming the field and the reason
    def refuse
      temperatures
      window
      order
      bands
    end

    private

    def temperatures
      low = @sheet.lowest_c
      high = @sheet.highest_c
      complain(:highest_c, "must be above the lowest temperature") if low && high && low >= high
    end

    def window
      opens = @sheet.stages[:recoat_opens]
      closes = @sheet.stages[:recoat_closes]
      return unless opens && closes

      complain(:recoat_closes, "must come after the window opens") if closes[0] < opens[0] || closes[1] <= opens[1]
    end

    # Bands fall from weak to rubbery below 1; soft begins above it.
    def bands
      poor = %i[weak scratches rubbery].filter_map { |name| @sheet.bands[name] && [name, @sheet.bands[name]] }
      poor.each { |name, index| complain(:"#{name}_from_index", "must be below 1: there the mix is short of resin") if index >= 1 }
      poor.each_cons(2) do |(_, milder), (name, worse)|
        complain(:"#{name}_from_index", "must be below the milder one's") if worse >= milder
      end
      complain(:soft_from_index, "must be above 1: there the mix is rich in resin") if @sheet.bands[:soft] && @sheet.bands[:soft] <= 1
    end

    def order
      opens = @sheet.stages[:recoat_opens]
      if opens && @sheet.clock.working_min && opens[1] < @sheet.clock.working_min
        complain(:recoat_opens,
          "must not end before the working time does: a film that can still be worked is not tacky")
      end
      known = ORDER.filter_map { |name| @sheet.stages[name] && [name, @sheet.stages[name]] }
      known.each_cons(2) do |(earlier, first), (later, second)|
        complain(later, "must not come before #{label(earlier)}") if second[1] < first[0]
      end
    end

    def label(name)
      Cure::STAGES.find { |stage| stage.name == name }.label
    end

    def complain(field, reason)
      raise InputError.new(field, reason)
    end
  end
end
