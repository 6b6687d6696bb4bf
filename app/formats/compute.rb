# frozen_string_literal: true

require "json"
require_relative "lying"

module Dakren
  # What comes in and goes out in open formats.
  module Formats
    # One question to the core as a JSON object on standard input, its answer as one on standard output.
    #
    #   echo '{"sheet": {...}, "mass_g": 500, "start_c": 20, "room_c": 18}' | bin/dakren compute cup
    #
    # Bad input: a JSON error that names the field on standard error, nothing on standard output, exit 2.
    # A computation that hits its bound says so the same way, exit 3.
    module Compute
      KINDS = %w[calibrate cup spread film pour column learn ratio correct fault].freeze
      SHEET_KEYS = [*Cure::Clock::LIMITS.keys, :more_pot_lives, :levels_or_is_shaped].freeze
      GROUND_KEYS = %i[wall_mm wall_w_mk wall_mj_m3k wall_start_c plan inert_share cloth].freeze
      LIFT_KEYS = %i[depth_mm at_min start_c].freeze
      CUP_KEYS = %i[sheet mass_g start_c room_c cup_diameter_mm inert_share].freeze
      LOG_KEYS = %i[mass_g start_c room_c usable_min still_min set_min peak_c cup_diameter_mm inert_share].freeze
      KEYS = {
        "calibrate" => %i[sheet], "cup" => [*CUP_KEYS, :logs], "spread" => [*CUP_KEYS, :spread_at_min],
        "film" => %i[sheet age_min profile],
        "pour" => [:sheet, :depth_mm, :start_c, :room_c, *GROUND_KEYS], "column" => [:sheet, :lifts, :room_c, *GROUND_KEYS],
        "learn" => %i[sheet logs ask],
        "ratio" => %i[ratio resin_density_g_ml hardener_density_g_ml total_g total_ml resin_g hardener_g],
        "fault" => %i[seen facts],
        "correct" => %i[ratio resin_density_g_ml hardener_density_g_ml resin_g hardener_g extra_resin_pct extra_hardener_pct]
      }.freeze
      TIMES_OF_A_CUP = %i[usable_min still_min set_min].freeze
      SEEN_OF_A_CUP = [*TIMES_OF_A_CUP, :peak_c].freeze
      LONGEST_BYTES = 2_000_000

      module_function

      # @param arguments [Array<String>] the kind
      # @return [Integer] exit code
      def run(arguments, input:, output:, error:)
        answer = answer_to(arguments, input)
        output.puts(JSON.generate(answer))
        0
      rescue InputError => e
        complain(error, { error: e.message, field: e.field, allowed: e.allowed }, 2)
      rescue NotSolved => e
        complain(error, { error: "not solved: #{e.message}", field: nil }, 3)
      end

      # @param kind [String]
      # @param question [Hash{Symbol=>Object}]
      # @return [Hash] numbers by name, nil where unknown
      # @raise [InputError, NotSolved]
      def answer(kind, question)
        unknown = question.keys - KEYS.fetch(kind)
        raise InputError.new(unknown.first, "is not a key of #{kind}; it takes #{KEYS.fetch(kind).join(", ")}") unless unknown.empty?

        public_send(kind, question)
      end

      def calibrate(question)
        known = mix_of(question).calibration
        reaction = known.reaction
        names = %i[working_min conversion_at_end loss_factor heat_j_g activation_kj_mol autocatalysis rate_at_reference_per_s]
        { **names.to_h { |name| [name, reaction.public_send(name)] }, distance: known.distance, misfit: known.misfits }
      end

      def cup(question)
        cup = cup_of(question)
        learned = question[:logs].nil? ? nil : Cure::Learning.of(clock_of(question), logs_of(question))
        mix = learned ? mix_of(question).with(reaction: learned.reaction) : mix_of(question)
        run = mix.cup(**cup)
        sd = learned ? learned.usable_sd(mix.ballast, **cup) : mix.doubt(**cup).sd
        { rate_at_reference_per_s: mix.reaction.rate_at_reference_per_s, **banded(run, sd), peak_c: run.peak_c, peak_min: run.peak_min }
      end

      # Usable minutes with how well they are known.
      def banded(run, sd)
        band = run.usable_min && Cure::Band.around(run.usable_min, sd)
        { usable_min: run.usable_min, usable_sd: sd, usable_early_min: band&.early, usable_late_min: band&.late }
      end

      def spread(question)
        left = Cure::Mix::Left.of(mix_of(question), spread_at_min: need(question, :spread_at_min), **cup_of(question))
        { left_in_cup_min: left.in_cup_min, left_as_film_min: left.as_film_min }
      end

      def film(question)
        film = Cure::Film.new(mix_of(question).reaction, Cure::Profile.new(need(question, :profile)))
        { reached_min: film.reached_min(need(question, :age_min)) }
      end

      def pour(question)
        mix = mix_of(question)
        run = mix.pour(depth_mm: Check.number(:depth_mm, need(question, :depth_mm), Cure::Pour::DEPTHS_MM, "mm"),
          start_c: temp(question, :start_c), room: Cure::Profile.constant(temp(question, :room_c)), **Lying.of(question))
        { rate_at_reference_per_s: mix.reaction.rate_at_reference_per_s, peak_c: run.peak_c, peak_min: run.peak_min,
          middle_usable_min: run.middle_usable_min, top_usable_min: run.top_usable_min }
      end

      def column(question)
        mix = mix_of(question)
        lifts = need(question, :lifts)
        raise InputError.new("lifts", "must be a list of lifts") unless lifts.is_a?(Array) && lifts.all?(Hash)

        run = Cure::Column.new(mix.reaction, mix.body, lifts: lifts.map.with_index(1) { |lift, number| lift_of(lift, number) },
          room: Cure::Profile.constant(temp(question, :room_c)), **Lying.of(question)).run
        { peak_c: run.peak_c, peak_min: run.peak_min, peaks_c: run.peaks_c }
      end

      def lift_of(lift, number)
        Lying.only(lift, LIFT_KEYS, "a lift")
        Cure::Column::Lift.new(depth_mm: Check.number(:depth_mm, need(lift, :depth_mm), Cure::Pour::DEPTHS_MM, "mm"),
          at_min: Check.number(:at_min, lift[:at_min] || 0, 0..Cure::HORIZON_MIN, "min"), start_c: temp(lift, :start_c))
      rescue InputError => e
        raise e.within("lift #{number}")
      end

      def learn(question)
        clock = clock_of(question)
        learned = Cure::Learning.of(clock, logs_of(question))
        ask = need(question, :ask)
        raise InputError.new("ask", "must be an object") unless ask.is_a?(Hash)

        run = Cure::Mix.new(clock, reaction: learned.reaction, ballast: ballast_of(ask)).cup(**cup_of(ask))
        { shop_factor: learned.shop_factor, loss_factor: learned.reaction.loss_factor,
          **banded(run, learned.usable_sd(ballast_of(ask), **cup_of(ask))) }
      end

      def ratio(question)
        ratio = ratio_of(question)
        split = ratio.split(**question.slice(:total_g, :total_ml, :resin_g, :hardener_g))
        split.to_h.transform_values { |value| value&.to_f }.merge(phr: ratio.phr&.to_f)
      end

      def correct(question)
        verdict = Measure::Verdict.new(ratio_of(question), resin_g: need(question, :resin_g), hardener_g: need(question, :hardener_g),
                                                           **question.slice(:extra_resin_pct, :extra_hardener_pct).compact)
        {
          index: verdict.index&.to_f, verdict: verdict.name, add: verdict.add, add_g: verdict.add_amount.to_f,
          new_total_g: verdict.new_total.to_f
        }
      end

      # What is seen, held against what a history says of it.
      def fault(question)
        facts = question[:facts] || {}
        raise InputError.new("facts", "must be an object") unless facts.is_a?(Hash)

        { causes: Faults::Look.new(need(question, :seen).to_s.to_sym, facts).causes.map do |one|
          { cause: one.cause.name, blamed: one.blamed?, score: one.score, speaks_for: one.speaks_for, speaks_against: one.speaks_against }
        end }
      end

      def answer_to(arguments, input)
        kind = arguments.first
        raise InputError.new("kind", "must be one of #{KINDS.join(", ")}", given: kind) unless arguments.size == 1 && KINDS.include?(kind)

        answer(kind, parsed(input.read(LONGEST_BYTES + 1).to_s))
      end

      # NaN, Infinity and 1e309 are let in here so that the check of each number can name its field.
      def parsed(text)
        raise InputError.new("input", "must be at most #{LONGEST_BYTES} bytes") if text.bytesize > LONGEST_BYTES

        question = JSON.parse(text, symbolize_names: true, max_nesting: 8, allow_nan: true)
        raise InputError.new("input", "must be one JSON object") unless question.is_a?(Hash)

        question
      rescue JSON::ParserError, EncodingError
        raise InputError.new("input", "must be one JSON object")
      end

      def complain(error, message, code)
        error.puts(JSON.generate(message))
        code
      end

      def need(question, key)
        Lying.need(question, key)
      end

      def temp(question, key)
        Check.temp_c(key, need(question, key))
      end

      def mix_of(question)
        Cure::Mix.new(clock_of(question), ballast: ballast_of(question))
      end

      # Powder or cloth added to what the sheet sells.
      def ballast_of(question)
        share = question[:inert_share]
        Cure::Ballast.new(share: share.nil? ? 0.0 : Check.number(:inert_share, share, Cure::Clock::LIMITS[:inert_share].first),
          cloth: question[:cloth] == true)
      end

      def logs_of(question)
        logs = need(question, :logs)
        raise InputError.new("logs", "must be a list of cups") unless logs.is_a?(Array) && logs.all?(Hash)

        logs.map.with_index(1) { |log, number| log_of(log, number) }
      end

      def log_of(log, number)
        unknown = log.keys - LOG_KEYS
        raise InputError.new(unknown.first, "is not a key of a log; it takes #{LOG_KEYS.join(", ")}") unless unknown.empty?
        raise InputError.new(:usable_min, "or still_min, set_min or peak_c must be given") if SEEN_OF_A_CUP.all? { |name| log[name].nil? }

        cup = cup_of(log)
        Cure::LoggedCup.new(**cup, ballast: ballast_of(log),
          **TIMES_OF_A_CUP.to_h { |name| [name, Check.optional(name, log[name], 0.1..86_400, "min")] },
          peak_c: Check.optional(:peak_c, log[:peak_c], -40..400, "°C"))
      rescue InputError => e
        raise e.within("log #{number}")
      end

      def clock_of(question)
        sheet = need(question, :sheet)
        raise InputError.new("sheet", "must be an object") unless sheet.is_a?(Hash)

        unknown = sheet.keys - SHEET_KEYS
        unless unknown.empty?
          raise InputError.new("sheet.#{unknown.first}", "is not a number of a sheet; it takes #{SHEET_KEYS.join(", ")}")
        end

        begin
          Cure::Clock.new(**sheet).tap do |clock|
            raise InputError.new(:pot_life_min, Cure::Clock::ONE_OF_THEM) if clock.silent?
          end
        rescue InputError => e
          raise e.within("sheet")
        end
      end

      def cup_of(question)
        {
          mass_g: Check.number(:mass_g, need(question, :mass_g), 0.1..1_000_000, "g"), start_c: temp(question, :start_c),
          room_c: temp(question, :room_c), diameter_mm: Check.optional(:cup_diameter_mm, question[:cup_diameter_mm], 5..3000, "mm")
        }
      end

      def ratio_of(question)
        given = need(question, :ratio)
        raise InputError.new("ratio", "must be an object with by, resin and hardener") unless given.is_a?(Hash)

        Measure::Ratio.new(by: given[:by].is_a?(String) ? given[:by].to_sym : nil, resin: given[:resin], hardener: given[:hardener],
          resin_density_g_ml: question[:resin_density_g_ml], hardener_density_g_ml: question[:hardener_density_g_ml])
      end
      private_class_method :answer_to, :parsed, :complain, :need, :temp, :mix_of, :clock_of, :cup_of, :ratio_of,
        :ballast_of, :logs_of, :log_of, :banded, :lift_of
    end
  end
end
