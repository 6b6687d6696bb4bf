# frozen_string_literal: true

require_relative "sheet_shown"
require_relative "time_ranges"
require_relative "typed_form"
require_relative "field"

module Dakren
  module Document
    # The sheet editor's fields, declared as they stand on a maker's sheet, and their reading.
    #
    #   form = SheetForm.new(params, "metric")
    #   form.problems   # => { "pot_life_min" => "must be a number ..." }
    #   form.sheet      # => core Sheet, or nil
    class SheetForm
      include TimeRanges

      include TypedForm
      extend SheetShown

      U = Measure::Units

      def self.time(name, label, **more)
        Field.new(name: name, label: label, kind: :figure, units: U::TIME, metric: :min, us: :min, **more)
      end

      def self.temperature(name, label, **more)
        allowed = more.delete(:wide) ? limits(name.to_sym) : Check::TEMP_C
        Field.new(name: name, label: label, kind: :figure, units: U::TEMPERATURE, metric: :C, us: :F, allowed: allowed, **more)
      end

      def self.plain(name, label, units, bare, us: bare, **more)
        Field.new(name: name, label: label, kind: :figure, units: units, metric: bare, us: us, **more)
      end

      def self.stage(stage)
        Field.new(name: stage.name.to_s, label: stage.label.capitalize, kind: :range, units: U::TIME, metric: :min, us: :min,
          allowed: Dakren::Sheet::MINUTES, hint: stage == Cure::STAGES.first ? "early and late: 90–120 min, 4–5 h, 7 d" : nil)
      end

      def self.limits(name)
        Cure::Clock::LIMITS.fetch(name).first
      end

      def self.work(one)
        Field.new(name: one.name.to_s, label: one.label, kind: :figure, units: one.measure, metric: one.metric, us: one.us,
          allowed: one.allowed, hint: one.hint, fallback: one.fallback)
      end
      private_class_method :work, :time, :temperature, :plain, :stage, :limits

      # A mix that is not told is taken for what the powder sold in it makes it.
      USUAL_LOOK = "usual"

      GROUPS = {
        "Names" => [
          Field.new(name: "resin", label: "Resin, part A", kind: :word, needed: true),
          Field.new(name: "hardener", label: "Hardener, part B", kind: :word, needed: true)
        ],
        "Mix ratio" => [
          Field.new(name: "ratio_by", label: "Ratio is by", kind: :choice, choices: { "weight" => "weight", "volume" => "volume" }),
          plain("ratio_resin", "Parts of resin", U::NUMBER, nil, needed: true, allowed: Measure::Ratio::PARTS),
          plain("ratio_hardener", "Parts of hardener", U::NUMBER, nil, needed: true, allowed: Measure::Ratio::PARTS,
            hint: "phr is parts of hardener per 100 parts of resin, by weight: enter 100 : phr"),
          plain("resin_density_g_ml", "Density of resin", U::DENSITY, :"g/ml", us: :"lb/gal", allowed: Measure::Ratio::DENSITY),
          plain("hardener_density_g_ml", "Density of hardener", U::DENSITY, :"g/ml", us: :"lb/gal", allowed: Measure::Ratio::DENSITY)
        ],
        "Time" => [
          temperature("reference_temp_c", "Reference temperature", fallback: 23),
          time("pot_life_min", "Pot life", allowed: limits(:pot_life_min), hint: "in the cup"),
          Field.new(name: "pot_mass_g", label: "Test mass", kind: :figure, units: U::MASS, metric: :g, us: :oz,
            allowed: limits(:pot_mass_g), fallback: 100),
          Field.new(name: "more_pot_lives", label: "Further pot lives", kind: :pot_lives,
            hint: "a line each, like 500 g, 25 °C, 42 min"),
          temperature("pot_peak_c", "Hottest the pot test got", wide: true),
          time("working_min", "Working time", allowed: limits(:working_min), hint: "as a thin film"),
          time("second_working_min", "Working time, colder or warmer", allowed: limits(:working_min),
            hint: "how much faster it is when warm"),
          temperature("second_temp_c", "at")
        ],
        "Stages of a film" => Cure::STAGES.map { |stage| stage(stage) },
        "Limits" => [
          temperature("lowest_c", "Minimum temperature"), temperature("highest_c", "Maximum temperature"),
          Field.new(name: "max_depth_mm", label: "Largest depth per lift", kind: :figure, units: U::LENGTH, metric: :mm, us: :in,
            allowed: limits(:max_depth_mm)),
          Field.new(name: "depth_peak_limit_c", label: "Max peak temperature", kind: :figure, units: U::TEMPERATURE, metric: :C, us: :F,
            allowed: limits(:depth_peak_limit_c), fallback: 60),
          plain("extra_resin_pct", "Tolerance, extra resin", U::PERCENT, :%, allowed: 0..100, fallback: 5,
            hint: "how far a batch may be off and still cure properly"),
          plain("extra_hardener_pct", "Tolerance, extra hardener", U::PERCENT, :%, allowed: 0..100, fallback: 2)
        ],
        "Limits of the work" => WorkLimits::ALL.values.map { |one| work(one) },
        "When the ratio is missed" => [
          plain("weak_from_index", "Weak below, resin to hardener", U::NUMBER, nil, allowed: 0..10, fallback: 0.9,
            hint: "resin to hardener over the data sheet's: below 1 is short of resin"),
          plain("scratches_from_index", "Scratches, down to", U::NUMBER, nil, allowed: 0..10, fallback: 0.7),
          plain("rubbery_from_index", "Rubbery, down to", U::NUMBER, nil, allowed: 0..10, fallback: 0.4),
          plain("soft_from_index", "Soft, unreacted above", U::NUMBER, nil, allowed: 0..10, fallback: 1.15)
        ],
        "Mixing" => [
          Field.new(name: "looks", label: "The mix is", kind: :choice, fallback: USUAL_LOOK, hint: "decides what it looks like while mixed",
            choices: { USUAL_LOOK => "as the powder in it says", **LOOKS.to_h { |name, look| [name.to_s, look.label] } }),
          time("mix_cup_min", "Minutes for a cup, to 1 kg", allowed: Mixing::MINUTES, fallback: 3),
          time("mix_pail_min", "Minutes for a 20 kg pail", allowed: Mixing::MINUTES),
          time("second_cup_min", "then in a second cup", allowed: Mixing::MINUTES, fallback: 0)
        ],
        "Heat" => [
          plain("inert_pct", "Powder in it as sold, by weight", U::PERCENT, :%, allowed: 0..90,
            hint: "0 clear, about 30 pigmented floors, 50 to 60 putties"),
          plain("heat_j_g", "Heat of reaction", U::HEAT, :"J/g", us: :"BTU/lb", allowed: limits(:heat_j_g), fallback: 340),
          plain("activation_kj_mol", "Activation energy", U::ENERGY, :"kJ/mol", us: :"kcal/mol", allowed: limits(:activation_kj_mol),
            fallback: 54),
          plain("heat_capacity_j_gk", "Heat capacity", U::HEAT_CAPACITY, :"J/gK", us: :"BTU/lbF", allowed: limits(:heat_capacity_j_gk),
            fallback: 1.9)
        ]
      }.freeze
      PURPOSES_FIELD = Field.new(name: "purposes", label: "Made for", kind: :choices, choices: PURPOSES.transform_keys(&:to_s))
      FIELDS = GROUPS.values.flatten.to_h { |field| [field.name, field] }.freeze
      # Columns that are never empty: their fallback is kept with the sheet.
      DEFAULTED = %w[mix_cup_min second_cup_min].freeze
      WORD_LONGEST = 80
      NOTES_LONGEST = 4000

      attr_reader :system

      # @param typed [Hash{String=>Object}] field name to what was typed
      # @param system [String] "metric" or "us"
      # @param build [Boolean] is its sheet made, or is it only read?
      # @param calibrate [Boolean] is its clock worked out too? Else its numbers are only held against each other.
      def initialize(typed, system, build: true, calibrate: true)
        @working = !build
        @calibrate = calibrate
        @typed = typed
        @system = system
        @problems = {}
        @numbers = {}
        FIELDS.each_value { |field| read(field) }
        @numbers[:purposes] = Array(typed["purposes"]).grep(String) & PURPOSES.keys.map(&:to_s)
        read_notes
        made unless @working
      end

      # Is what it means still being worked out?
      def working?
        @working && valid?
      end

      # @param record [Stores::Sheet]
      # @return [SheetForm] as it opens for editing
      def self.of(record, system)
        wording = Words::Wording.new(system)
        typed = FIELDS.transform_values { |field| shown(field, record, wording) }
        new(typed.merge("purposes" => record.purposes, "notes" => record.notes), system)
      end

      # @return [Sheet, nil]
      attr_reader :sheet

      # @return [Hash{Symbol=>Object}] the record's columns; calibration nil where its clock is still to be worked out
      def columns
        @numbers.merge(stages: @numbers[:stages].transform_keys(&:to_s), ranges: @numbers[:ranges].presence, calibration: calibration)
      end

      # Was the activation energy found from two working times?
      def fitted?
        @numbers[:activation_kj_mol].nil? && !sheet.nil? && !sheet.clock.assumed?(:activation_kj_mol)
      end

      def bare(field)
        Words::Systems.us?(system, field.units.first&.kind) ? field.us : field.metric
      end

      private

      def calibration
        return if sheet.nil? || !@calibrate

        sheet.silent? ? {} : sheet.mix.calibration.kept
      end

      def read(field)
        text = typed[field.name].to_s.strip
        @numbers[:stages] ||= {}
        @numbers[:ranges] ||= {}
        return missing(field) if text.empty?

        case field.kind
        when :word then read_word(field, text)
        when :choice then choose(field, text)
        when :pot_lives then @numbers[:more_pot_lives] = read_pot_lives(field, text)
        when :range then @numbers[:stages][field.name.to_sym] = read_range(field, text)
        else @numbers[field.name.to_sym] = field.units == U::TIME ? time(field, text) : figure(field, text)&.to_f
        end
      end

      def choose(field, text)
        return complain(field.name, "must be #{field.choices.values.join(" or ")}") unless field.choices.key?(text)

        @numbers[field.name.to_sym] = text == field.fallback ? "" : text
      end

      def missing(field)
        return choose(field, field.fallback) if field.kind == :choice && field.fallback

        complain(field.name, "must be given") if field.needed || field.kind == :choice
        @numbers[field.name.to_sym] = DEFAULTED.include?(field.name) ? field.fallback.to_f : nil unless field.kind == :range
      end

      def read_word(field, text)
        complain(field.name, "must be at most #{WORD_LONGEST} characters; it has #{text.length}") if text.length > WORD_LONGEST
        @numbers[field.name.to_sym] = text
      end

      # Lines of mass, temperature and minutes, in any order that can be told apart.
      def read_pot_lives(field, text)
        lines = text.lines.map(&:strip).reject(&:empty?)
        most = Cure::Clock::MOST_POT_LIVES
        return complain(field.name, "must be at most #{most} lines") if lines.size > most

        lines.map { |line| read_pot_life(field, line) }
      rescue InputError => e
        complain(field.name, e.allowed)
      end

      def read_pot_life(field, line)
        parts = line.split(/\s*[,;]\s+|\s+(?=\d)/)
        raise InputError.new(field.name, "must be lines of three, like 500 g, 25 °C, 42 min; “#{line[0, 40]}” is none") if parts.size != 3

        [[U::MASS, Words::Systems.us?(system, :mass) ? :oz : :g, :pot_mass_g],
          [U::TEMPERATURE, Words::Systems.us?(system, :temperature) ? :F : :C, :reference_temp_c], [U::TIME, :min, :pot_life_min]]
          .zip(parts).map do |(units, bare, name), part|
            in_digits(Measure::Typed.read(part, field: field.name, units: units, bare: bare, allowed: self.class.send(:limits, name)), bare)
          end
      end

      def figure(field, text)
        in_digits(Measure::Typed.read(text, field: field.name, units: field.units, bare: bare(field), allowed: field.allowed), bare(field))
      rescue InputError => e
        complain(field.name, e.allowed)
      end

      # What was told in another unit than it is kept in, to the digits it is kept in.
      def in_digits(number, bare)
        converted?(bare) ? self.class.to_digits(number.to_f) : number.to_f
      end

      def converted?(bare)
        bare && (U.named(bare).factor != 1 || U.named(bare).offset != 0)
      end

      def read_notes
        notes = typed["notes"].to_s
        complain("notes", "must be at most #{NOTES_LONGEST} characters; they have #{notes.length}") if notes.length > NOTES_LONGEST
        @numbers[:notes] = notes
      end

      def made
        @numbers[:stages].compact!
        return unless valid?

        @sheet = SheetNumbers.build(@numbers)
        @sheet.mix.calibration if @calibrate && !@sheet.silent?
      rescue InputError => e
        field = e.field.tr(".", "_").sub(/\Amix_/, "mix_")
        complain(FIELDS.key?(field) ? field : "pot_life_min", e.allowed)
        @sheet = nil
      rescue NotSolved => e
        complain("pot_life_min", "gives no answer: #{e.message}")
        @sheet = nil
      end

      def complain(name, says)
        @problems[name] ||= says
        nil
      end
    end
  end
end
