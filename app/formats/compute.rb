# frozen_string_literal: true

require "json"

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
      KINDS = %w[cup spread film pour ratio correct].freeze
      SHEET_KEYS = %i[reference_temp_c working_min pot_life_min pot_mass_g max_depth_mm depth_peak_limit_c heat_j_g
        activation_kj_mol heat_capacity_j_gk mixed_density_g_ml].freeze
      KEYS = {
        "cup" => %i[sheet mass_g start_c room_c cup_diameter_mm], "spread" => %i[sheet mass_g start_c room_c cup_diameter_mm spread_at_min],
        "film" => %i[sheet age_min profile], "pour" => %i[sheet depth_mm start_c room_c wall_mm wall_w_mk],
        "ratio" => %i[ratio resin_density_g_ml hardener_density_g_ml total_g total_ml resin_g hardener_g],
        "correct" => %i[ratio resin_density_g_ml hardener_density_g_ml resin_g hardener_g extra_resin_pct extra_hardener_pct]
      }.freeze
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

      def cup(question)
        mix = mix_of(question)
        run = mix.cup(**cup_of(question))
        { rate_at_reference_per_s: mix.cup_rate_per_s, usable_min: run.usable_min, peak_c: run.peak_c, peak_min: run.peak_min }
      end

      def spread(question)
        left = mix_of(question).left(spread_at_min: need(question, :spread_at_min), **cup_of(question))
        { left_in_cup_min: left.in_cup_min, left_as_film_min: left.as_film_min }
      end

      def film(question)
        film = Cure::Film.new(clock_of(question), Cure::Profile.new(need(question, :profile)))
        { reached_min: film.reached_min(need(question, :age_min)) }
      end

      def pour(question)
        mix = mix_of(question)
        run = mix.pour(depth_mm: need(question, :depth_mm), start_c: need(question, :start_c),
          room: Cure::Profile.constant(temp(question, :room_c)), **question.slice(:wall_mm, :wall_w_mk).compact)
        {
          rate_at_reference_per_s: mix.pour_rate_per_s, peak_c: run.peak_c, peak_min: run.peak_min, middle_usable_min: run.middle_usable_min
        }
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
          index: verdict.index&.to_f, verdict: verdict.name, add: verdict.add, add_g: verdict.add_g.to_f,
          new_total_g: verdict.new_total_g.to_f
        }
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
        value = question[key]
        value.nil? ? raise(InputError.new(key, "must be given")) : value
      end

      def temp(question, key)
        Check.temp_c(key, need(question, key))
      end

      def mix_of(question)
        Cure::Mix.new(clock_of(question))
      end

      def clock_of(question)
        sheet = need(question, :sheet)
        raise InputError.new("sheet", "must be an object") unless sheet.is_a?(Hash)

        unknown = sheet.keys - SHEET_KEYS
        unless unknown.empty?
          raise InputError.new("sheet.#{unknown.first}", "is not a number of a sheet; it takes #{SHEET_KEYS.join(", ")}")
        end

        begin
          Cure::Clock.new(**sheet)
        rescue InputError => e
          raise e.within("sheet")
        end
      end

      def cup_of(question)
        {
          mass_g: need(question, :mass_g), start_c: need(question, :start_c), room_c: need(question, :room_c),
          diameter_mm: question[:cup_diameter_mm]
        }
      end

      def ratio_of(question)
        given = need(question, :ratio)
        raise InputError.new("ratio", "must be an object with by, resin and hardener") unless given.is_a?(Hash)

        Measure::Ratio.new(by: given[:by].is_a?(String) ? given[:by].to_sym : nil, resin: given[:resin], hardener: given[:hardener],
          resin_density_g_ml: question[:resin_density_g_ml], hardener_density_g_ml: question[:hardener_density_g_ml])
      end
      private_class_method :answer_to, :parsed, :complain, :need, :temp, :mix_of, :clock_of, :cup_of, :ratio_of
    end
  end
end
