# frozen_string_literal: true

module Dakren
  module Rooms
    # A cup taken to the bench: from a plan, or without a job, with the form that asks for one.
    class LooseCup
      extend Forwardable

      SHEETS = -> { [["", "choose from the shelf"], *Stores::Sheet.in_order.map { |sheet| [sheet.id.to_s, sheet.name] }] }

      def_delegators :@form, :valid?, :problems

      # @param typed [Hash{String=>Object}]
      # @param system [String] unit system of the page
      # @param settings [Stores::Settings]
      def initialize(typed, system, settings)
        @system = system
        @form = Document::OneOff.new(typed, system, settings, tools: Stores::Tool.shelf,
          sheets: ->(id) { Stores::Sheet.find_by(id: id)&.then { |record| [record, Stores::Shelf.core(record)] } })
      end

      # @return [LooseCup] as the form opens: temperatures from the thermometers where they were really measured
      def self.blank(settings, devices, wording)
        show = ->(temp) { Check.plain(Measure::Units.from_core(temp.to_f, wording.bare_temperature).round(1)) }
        room = devices.measured_c(:room) || settings.shop_temp_c
        tins = devices.measured_c(:tins)
        new({ "blank" => true, "room" => show.call(room), "tins" => tins ? show.call(tins) : "",
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
        Stores::Walks.start(sheet: Stores::Shelf.numbers(desk.passes.find { |pass| pass.id == coat.pass.id }.sheet_id),
          name: planned_name(job, desk, coat, planned),
          job: job, cup_number: planned.number, total_g: portion.mass_g,
          count: count_of(portion.whole&.counted), tool: tool&.name, cup: portion.cup, room_c: order.room_c, tins_c: order.tins_c,
          resolution_g: Stores::Tool.shelf.resolution_g(order.sheet, portion.mass_g, tool), method: measured_by(order, portion),
          parts_ml: planned.split.resin_ml && { resin: planned.split.resin_ml, hardener: planned.split.hardener_ml },
          first: first_of(coat, settings),
          placing_min: portion.needed_min - portion.mixing_min, note: note_of(desk, coat),
          own: own_of(coat, planned), **of_work(coat))
      end

      # The builder's own steps: what comes before the first cup of all, and what follows the last of a coat.
      def self.own_of(coat, planned)
        before = coat.number == 1 && coat.section == 1 && planned.number == 1
        last = planned.number == coat.plan.batches.size
        wanted = { before: before, after: last }
        coat.pass.own_steps.select { |step| wanted[step.at] }
          .map { |step| [step.name, step.label, step.at == :after ? step.offset_min.to_f : nil] }
      end

      # A ratio known by volume only is filled, one known by weight only is weighed, whatever was chosen.
      # Of a pack that is not mixed whole, each part is measured out.
      def self.measured_by(order, portion)
        pack = order.pack_ml && (order.pack_ml * order.sheet.clock.mixed_density_g_ml)
        return order.sheet.ratio.weight_parts ? "scale" : "graduated" if pack && portion.mass_g.to_f < pack.to_f * 0.999

        ratio = order.sheet.ratio
        return "graduated" if order.method == :scale && ratio.weight_parts.nil?
        return "scale" if order.method == :graduated && ratio.volume_parts.nil?

        order.method.to_s
      end

      # Into lines the thin part goes first; resin that is thickened or stirred alone must be in before the hardener.
      def self.first_of(coat, settings)
        return "resin" if coat.pass.figures[:thicken_first] == "half"

        { graduated: "hardener", pack: "resin" }.fetch(coat.plan.order.method, settings.pour_first)
      end

      # What was noted of the job and of this task.
      # @return [String, nil]
      def self.note_of(desk, coat)
        notes = [desk.document["note"], desk.document["#{coat.pass.id}-note"]].map { |text| text.to_s.strip }.reject(&:empty?)
        notes.empty? ? nil : notes.join(" ")
      end

      # What the bench must know of the work itself.
      def self.of_work(coat)
        { **powder_of(coat), hardeners: hardeners_of(coat), kind: coat.pass.kind.name.to_s, comb_mm: comb_of(coat)&.to_f,
                             after: coat.pass.steps & Dakren::Bench::AFTER.map(&:name) }
      end

      def self.hardeners_of(coat)
        coat.plan.sheet.hardeners&.map { |name, share| [name, share.to_s] }
      end

      # Wet film the comb must show, thinner counted in.
      def self.comb_of(coat)
        film = coat.plan.order.need.film_mm
        film && coat.pass.kind.combed ? film * (100 + (coat.pass.figures[:thinner] || 0)) / 100 : nil
      end

      # What thickens it, where something does.
      def self.powder_of(coat)
        powder, to_100 = coat.plan.order.need.powder
        return {} unless powder

        figures = coat.pass.figures
        { powder: figures.fetch(:grade, coat.pass.kind.default(:grade)), powder_name: powder.label, powder_to_100_g: to_100,
          powder_parts: powder.parts&.map { |one, grams| [one.name.to_s, grams] }, thicken_first: figures[:thicken_first] == "half",
          prime_share: coat.plan.order.need.prime_share.to_f.round(5) }
      end

      def self.planned_name(job, desk, coat, planned)
        parts = [job.title(60)]
        parts << coat.pass.name[0, 40] if desk.passes.size > 1
        parts << "#{coat.pass.kind.pours ? "lift" : "coat"} #{coat.number}" if coat.of > 1
        [*parts, "batch #{planned.number} of #{coat.plan.batches.size}"].join(", ")
      end

      # @return [Hash, nil] what is counted, where the tool is one that counts
      def self.count_of(found)
        found && { unit: found.counting.unit, resin: found.resin, hardener: found.hardener, alternate: found.counting.alternate }
      end

      private_class_method :note_of, :own_of, :first_of, :hardeners_of, :of_work, :comb_of, :measured_by, :powder_of, :planned_name,
        :count_of

      # @return [Array<Control>] what is asked
      def controls
        degrees = "°#{warm}"
        [input("amount", "How much", css: "wide", placeholder: if Words::Systems.us?(@system, :mass)
                                                                 "2 oz, 3 fl oz, 4 strokes"
                                                               else
                                                                 "60 g, " \
                                                                   "50 ml, 4 strokes, 6 drops"
                                                               end),
          listed("sheet", "Resin system", SHEETS.call), listed("method", "Measured by", @form.methods),
          listed("powder", "Powder", Document::OneOff::POWDERS), input("room", "Temperature here, #{degrees}")]
      end

      # @return [Array<Control>] what is seldom asked
      def more
        [input("tins", "Resin temperature, °#{warm}", placeholder: "as it is here"),
          listed("first", "Pour first", Document::OneOff::PARTS)]
      end

      # Is something wrong with what is seldom asked?
      def more_wrong?
        problems.key?("tins") || problems.key?("first")
      end

      # @return [Stores::Batch]
      def start
        Stores::Walks.start(sheet: @form.sheet, name: "One-off, #{@form.sheet.name}", **@form.recipe)
      end

      private

      def warm
        Words::Systems.us?(@system, :temperature) ? "F" : "C"
      end

      def input(name, label, **more)
        Control.new(name: name, label: label, value: @form.value(name), problem: problems[name],
          complaint: Document::OneOff::FIELDS[name], **more)
      end

      def listed(name, label, choices)
        Control.new(name: name, label: label, value: @form.value(name), choices: choices.to_a, problem: problems[name])
      end
    end
  end
end
