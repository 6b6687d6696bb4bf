# frozen_string_literal: true

require_relative "typed_form"

module Dakren
  module Document
    # "Just mix 60 g": one batch without a job, by any tool and in any unit, as it is typed.
    class OneOff
      include TypedForm

      PARTS = { "resin" => "resin", "hardener" => "hardener" }.freeze
      POWDERS = { "" => "none", **Dakren::Bench::POWDER_WORDS.to_h { |name, words| [name.to_s, "#{name}: #{words}"] } }.freeze
      LEAST = Rational(1, 1000)
      MOST_G = 100_000
      MOST_UNITS = 1000
      USUAL_PLACING_MIN = 5.0
      FIELDS = { "amount" => "Amount", "room" => "Temperature", "tins" => "Resin temperature", "sheet" => "Resin system" }.freeze
      PACK = Measure::Tools::Counting.new(unit: "pack", alternate: false, ready: "", heading: "", how: "")
      COUNTED = [*Measure::Tools.countings, PACK].freeze
      # "4 strokes", "6 drops"
      UNITS = /\A\s*(?<count>\d{1,9})\s*(?<unit>#{COUNTED.flat_map { |one| [one.plural, one.unit] }.join("|")})\s*\z/i

      # What is to be mixed. split: Measure::Ratio::Split; counted: Measure::Tools::Counted or nil; tool: of Measure::Tools or nil.
      Wanted = Value.define(:split, :counted, :tool)

      attr_reader :sheet, :wanted

      # @param typed [Hash{String=>Object}] @param system [String] unit system of the page
      # @param settings [Stores::Settings] @param sheets [#call] from an id to its record and its core Sheet, or nil
      # @param tools [ToolShelf]
      def initialize(typed, system, settings, sheets:, tools:)
        @typed = typed
        @system = system
        @settings = settings
        @sheets = sheets
        @tools = tools
        @problems = {}
        read unless typed["blank"]
      end

      # @return [Hash{String=>String}] ways to measure it: the usual ones, and the shop's own tools
      def methods
        @tools.method_choices
      end

      # @return [Symbol] the unit a bare number means
      def bare_unit(method = value("method"))
        return Words::Systems.us?(@system, :mass) ? :oz : :g if ["", "scale", "eye"].include?(method) || scale?(@tools.tool(method))

        Words::Systems.us?(@system, :volume) ? :"fl oz" : :ml
      end

      # What a batch is kept with. @see Stores::Walks.start
      # @return [Hash]
      def recipe
        split = wanted.split
        { total_g: total_g, cup: cup, room_c: @room.to_f, tins_c: @tins.to_f, first: first.to_sym, method: method_word.to_sym,
          placing_min: USUAL_PLACING_MIN, tool: wanted.tool&.name,
          parts_ml: split.resin_ml && { resin: split.resin_ml, hardener: split.hardener_ml },
          resolution_g: @tools.resolution_g(@core, total_g, wanted.tool), powder: powder&.to_sym, after: looks,
          count: wanted.counted && Dakren::Bench::Count.of(wanted.counted) }
      end

      private

      def read
        us = Words::Systems.us?(@system, :temperature)
        @room = figure("room", Measure::Units::TEMPERATURE, us ? :F : :C, Check::TEMP_C)
        @tins = if value("tins").strip.empty?
                  @room
                else
                  figure("tins", Measure::Units::TEMPERATURE, us ? :F : :C, Check::TEMP_C)
                end
        @sheet, @core = @sheets.call(value("sheet"))
        return problems["sheet"] = "must be chosen from the shelf" unless @sheet

        @core.mix.calibration
        @wanted = read_wanted
        problems["amount"] = "is more than the largest cup holds" if valid? && cup.nil?
      rescue InputError => e
        amount?(e) ? problems["amount"] = e.allowed : problems["sheet"] = "cannot be used: #{e.message}"
      rescue NotSolved => e
        problems["sheet"] = "cannot be used: #{e.message}"
      end

      def amount?(error)
        %w[amount grams total_g total_ml].include?(error.field)
      end

      # The amount in the unit of the tool: as typed, or the whole units nearest to it.
      def read_wanted
        found = UNITS.match(value("amount"))
        return counted(found[:count].to_i, COUNTED.find { |one| [one.unit, one.plural].include?(found[:unit].downcase) }) if found

        tool = @tools.tool(value("method"))
        split = split_of(*amount)
        return unless split && suits?(tool, split)

        whole = tool&.whole(split, @core.ratio, @core.tolerance_pct)
        Wanted.new(split: whole&.split || split, counted: whole&.counted, tool: tool)
      end

      # So many of the maker's packs, both tins of each.
      def whole_packs(count)
        pack = @core.limits.pack_ml
        return (problems["amount"] = "cannot be packs: the data sheet names no pack") && nil unless pack

        Wanted.new(split: split_of(:ml, Exact.of(pack) * count), counted: nil, tool: nil)
      end

      # So many strokes of each, or so many drops or spoons in all.
      def counted(count, counting)
        raise InputError.new("amount", "must be 1 to #{MOST_UNITS} #{counting.plural}") unless count.between?(1, MOST_UNITS)
        return whole_packs(count) if counting.equal?(PACK)

        tool = [@tools.tool(value("method")), *@tools.measuring].compact.find { |one| one.declaration.counting == counting }
        return (problems["method"] = "is no tool that counts #{counting.plural}: add yours in the settings") && nil unless tool

        made = units_of(tool, count)
        Wanted.new(split: made.split, counted: made.counted, tool: tool) if suits?(tool, made.split)
      end

      def units_of(tool, count)
        if tool.both_ml
          return Measure::Tools::Whole.new(split: tool.split(@core.ratio, count),
            counted: Measure::Tools::Counted.new(counting: tool.declaration.counting, resin: count, hardener: count))
        end

        wanted_ml = Exact.of(tool.one_ml) * count
        ml = @core.ratio.volume_parts ? { total_ml: wanted_ml } : { total_g: wanted_ml * density }
        tool.whole(@core.ratio.split(**ml), @core.ratio, @core.tolerance_pct) || Measure::Tools::Whole.new(counted: nil,
          split: @core.ratio.split(**ml))
      end

      # @return [Array(Symbol, Rational)] :g or :ml, and how much
      def amount
        bare = bare_unit
        value = Measure::Typed.read(value("amount"), field: "amount", units: Measure::Units::MASS + Measure::Units::VOLUME, bare: bare)
        unit = volume_typed?(bare) ? :ml : :g
        most = unit == :g ? MOST_G : MOST_G / density
        return [unit, value] if value.between?(LEAST, most)

        raise InputError.new("amount", "must be from 0.001 to #{Check.plain(most.to_f.round)} #{unit}")
      end

      def volume_typed?(bare)
        word = value("amount")[/[a-z].*\z/i].to_s.strip
        named = word.empty? ? Measure::Units.named(bare) : Measure::Units.written(word, Measure::Units::MASS + Measure::Units::VOLUME)
        named&.kind == :volume
      end

      # The amount in its parts, by the basis the ratio has.
      def split_of(unit, value)
        ratio = @core.ratio
        return ratio.split("total_#{unit}": value) if ratio.densities? || (ratio.by == :weight) == (unit == :g)

        unit == :g ? ratio.split(total_ml: value / density) : ratio.split(total_g: value * density)
      end

      def suits?(tool, split)
        method = value("method")
        problem = if tool then tool.refusal(split, @core.ratio)
                  elsif method == "graduated" && split.resin_ml.nil? then "#{Measure::Tools::NO_DENSITIES} filled to lines: weigh it"
                  elsif weighing? && split.resin_g.nil? then "cannot weigh a ratio by volume without densities: fill it to lines"
                  end
        Measure::Blocks.new(split, forgives_resin_pct: @core.tolerance_pct[0]) if method == "eye" && problem.nil?
        problems["method"] = problem if problem
        problem.nil?
      end

      def density
        @core.ratio.mixed_density_g_ml || Exact.of(@core.clock.mixed_density_g_ml)
      end

      def total_g
        wanted.split.total_g || (wanted.split.total_ml * density)
      end

      def scale?(tool)
        tool.is_a?(Measure::Tools::Scale)
      end

      def weighing?
        ["", "scale"].include?(value("method")) || scale?(@tools.tool(value("method")))
      end

      # @return [String] how it is walked at the bench
      def method_word
        return ToolShelf.method_of(wanted.tool).to_s if wanted.tool
        return "pack" if value("amount").match?(/pack/i)

        Measure.bare_ways.key?(value("method")) ? value("method") : Measure.bare_ways.keys.first
      end

      # Into a graduated cup the thin part goes first, whatever the shop prefers: thick resin domes and hides the line.
      def first
        own = Measure::WAYS.fetch(method_word.to_sym).first
        return own.to_s if own

        PARTS.key?(value("first")) ? value("first") : @settings.pour_first
      end

      # @return [String, nil] the grade it is thickened to
      def powder
        found = value("powder")
        found unless found.empty? || !POWDERS.key?(found)
      end

      def figure(name, units, bare, allowed)
        Measure::Typed.read(value(name), field: name, units: units, bare: bare, allowed: allowed)
      rescue InputError => e
        problems[name] = e.allowed
        nil
      end

      # What may slip before it sets is looked at again.
      def looks
        @core.for?(:bond) ? Dakren::Bench::USUAL_AFTER : []
      end

      # The smallest cup that can be stirred, powder and all.
      def cup
        thick = powder && [Work::Filler::POWDERS.fetch(:silica), Work::Filler.grams_to_100(:silica, powder.to_sym)]
        volume = @core.mix(powder: thick).whole_ml(total_g)
        @tools.usual_cups.find { |kind| kind.most_ml >= volume }
      end
    end
  end
end
