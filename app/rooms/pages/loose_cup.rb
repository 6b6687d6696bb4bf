# frozen_string_literal: true

module Dakren
  module Rooms
    # "Just mix 60 g": a cup without a job, and the start of a planned one.
    class LooseCup
      include Document::TypedForm

      PARTS = { "resin" => "resin", "hardener" => "hardener" }.freeze
      METHODS = { "scale" => "scale", "graduated" => "graduated cup", "eye" => "by eye, stiff paste" }.freeze
      POWDERS = { "" => "none", **Dakren::Bench::POWDER_WORDS.to_h { |name, words| [name.to_s, "#{name}: #{words}"] } }.freeze
      MASS_G = (0.1..100_000)
      USUAL_PLACING_MIN = 5.0
      SHEETS = -> { [["", "choose from the shelf"], *Stores::Sheet.in_order.map { |sheet| [sheet.id.to_s, sheet.name] }] }
      FIELDS = { "grams" => "Amount", "room" => "Room temperature", "tins" => "Tins", "sheet" => "Resin and hardener" }.freeze

      # @param typed [Hash{String=>Object}]
      # @param system [String] unit system of the page
      # @param settings [Stores::Settings]
      def initialize(typed, system, settings)
        @typed = typed
        @system = system
        @settings = settings
        @problems = {}
        read unless typed["blank"]
      end

      # @return [LooseCup] as the form opens: temperatures from the thermometers where they were really measured
      def self.blank(settings, devices, wording)
        show = ->(temp) { Check.plain(Measure::Units.from_core(temp.to_f, wording.bare_temperature).round(1)) }
        room = devices.measured_c(:room) || settings.shop_temp_c
        new({ "blank" => true, "room" => show.call(room), "tins" => show.call(devices.measured_c(:tins) || room),
          "first" => settings.pour_first, "powder" => "", "method" => "scale" },
          wording.system, settings)
      end

      # A planned cup taken to the bench.
      # @param coat [Plan::Entry] @param planned [Plan::CoatPlan::PlannedBatch]
      # @return [Stores::Batch]
      def self.planned(job, desk, coat, planned, settings)
        portion = planned.portion
        order = coat.plan.order
        tool = coat.pass.tool
        Stores::Walks.start(sheet: Stores::Shelf.numbers(desk.document["#{coat.pass.id}-sheet"]),
          name: planned_name(job, desk, coat, planned),
          job: job, cup_number: planned.number, total_g: portion.mass_g,
          count: count_of(portion.whole&.counted), tool: tool&.name, cup: portion.cup, room_c: order.room_c, tins_c: order.tins_c,
          resolution_g: Stores::Tool.shelf.resolution_g(order.sheet, portion.mass_g, tool), method: order.method.to_s,
          first: order.method == :graduated ? "hardener" : settings.pour_first,
          placing_min: portion.needed_min - portion.mixing_min, **powder_of(coat),
          after: coat.pass.steps & Dakren::Bench::AFTER.map(&:name))
      end

      # What thickens it, where something does.
      def self.powder_of(coat)
        powder, to_100 = coat.plan.order.need.powder
        return {} unless powder

        { powder: coat.pass.figures.fetch(:grade, coat.pass.kind.default(:grade)), powder_name: powder.label, powder_to_100_g: to_100 }
      end

      def self.planned_name(job, desk, coat, planned)
        parts = [job.title(60)]
        parts << coat.pass.name[0, 40] if desk.passes.size > 1
        parts << "#{coat.pass.kind.pours ? "lift" : "coat"} #{coat.number}" if coat.of > 1
        [*parts, "cup #{planned.number} of #{coat.plan.batches.size}"].join(", ")
      end

      # @return [Hash, nil] what is counted, where the tool is one that counts
      def self.count_of(found)
        found && { unit: found.counting.unit, resin: found.resin, hardener: found.hardener, alternate: found.counting.alternate }
      end

      private_class_method :powder_of, :planned_name, :count_of

      # @return [Array<Control>] what is asked
      def controls
        degrees = "°#{@system == "us" ? "F" : "C"}"
        [input("grams", "Amount, #{@system == "us" ? "oz" : "g"}"), listed("sheet", "Resin and hardener", SHEETS.call),
          input("tins", "Tins, #{degrees}"), input("room", "Room, #{degrees}"), listed("first", "Pour first", PARTS),
          listed("method", "Measured by", METHODS), listed("powder", "Powder", POWDERS)]
      end

      # @return [Stores::Batch]
      def start
        Stores::Walks.start(sheet: @sheet, name: "Loose cup, #{@sheet.name}", total_g: @grams, cup: cup, room_c: @room.to_f,
          tins_c: @tins.to_f, first: first,
          method: choice("method", METHODS), placing_min: USUAL_PLACING_MIN,
          resolution_g: Stores::Tool.shelf.resolution_g(Stores::Shelf.core(@sheet), @grams),
          powder: choice("powder", POWDERS).then { |name| name.empty? ? nil : name })
      end

      private

      def input(name, label)
        Control.new(name: name, label: label, value: value(name), problem: problems[name], complaint: FIELDS[name])
      end

      def listed(name, label, choices)
        Control.new(name: name, label: label, value: value(name), choices: choices.to_a, problem: problems[name])
      end

      def read
        us = @system == "us"
        @grams = figure("grams", Measure::Units::MASS, us ? :oz : :g, MASS_G)
        @room = figure("room", Measure::Units::TEMPERATURE, us ? :F : :C, Check::TEMP_C)
        @tins = figure("tins", Measure::Units::TEMPERATURE, us ? :F : :C, Check::TEMP_C)
        @sheet = Stores::Sheet.find_by(id: typed["sheet"].to_s)
        return problems["sheet"] = "must be chosen from the shelf" unless @sheet

        check_sheet if valid?
      end

      def check_sheet
        core = Stores::Shelf.core(@sheet)
        core.mix.calibration
        problems["grams"] = "is more than the largest cup holds" if cup.nil?
        check_method(core, choice("method", METHODS)) if valid?
      rescue InputError, NotSolved => e
        return problems["grams"] = e.allowed if e.is_a?(InputError) && e.field == "grams"

        problems["sheet"] = "cannot be used: #{e.message}"
      end

      # Can this sheet be measured this way at all?
      def check_method(core, method)
        case method
        when "scale" then unless core.ratio.weight_parts
                            problems["sheet"] = "has a ratio by volume and no densities, so it cannot be weighed"
                          end
        when "graduated" then unless core.ratio.volume_parts
                                problems["sheet"] = "has a ratio by weight and no densities, so no line can be told"
                              end
        when "eye" then Measure::Blocks.new(core.ratio.split(total_g: @grams), forgives_resin_pct: core.tolerance_pct[0])
        end
      end

      def figure(name, units, bare, allowed)
        Measure::Typed.read(typed[name].to_s, field: name, units: units, bare: bare, allowed: allowed)
      rescue InputError => e
        problems[name] = e.allowed
        nil
      end

      # Into a graduated cup the thin part goes first, whatever the shop prefers: thick resin domes and hides the line.
      def first
        choice("method", METHODS) == "graduated" ? "hardener" : choice("first", PARTS)
      end

      def choice(name, choices)
        choices.key?(typed[name].to_s) ? typed[name].to_s : choices.keys.first
      end

      # The smallest cup that can be stirred.
      def cup
        volume = @grams.to_f / Stores::Shelf.core(@sheet).clock.mixed_density_g_ml
        Plan::USUAL_CUPS.find { |kind| kind.most_ml >= volume }
      end
    end
  end
end
