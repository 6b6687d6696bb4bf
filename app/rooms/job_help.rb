# frozen_string_literal: true

module Dakren
  module Rooms
    # What every page about a job needs: its record and desk, its fields, its drawings.
    module JobHelp
      # The shop's plans.
      # @return [Stores::Planning]
      def planning
        @planning ||= Stores::Planning.new(settings_row, job_id: @record&.id)
      end

      def desk_of(document)
        planning.desk_of(document)
      end

      def shop_tools
        planning.tools
      end

      def own_figures
        planning.own
      end

      def named_sheets
        planning.named_sheets
      end

      def find(id)
        Stores::Job.find_by(id: id) || not_found
      end

      # What was typed here, put together with what may have been typed elsewhere since.
      # @return [Array(Hash, Array<String>)] the document, and keys both have changed
      def typed_into(record)
        base = record.document_at(word("revision").to_i) || record.document
        mine = Document::JobDocument.from_form(typed, page: page_system, before: base)
        Document::JobDocument.merge(base, mine, record.document)
      end

      # Keeps a document, or goes a step back or on; a step begins from what was kept unless something was typed.
      def keep(record, document)
        step = word("act")
        stepping = %w[undo redo].include?(step)
        record.write(document) unless stepping && Document::JobDocument.same?(record.document, document)
        record.public_send(step) if stepping
        record.summarise(Stores::Summary.of(desk_of(record.document)), planning.stamp)
      end

      def blank_document
        next_hour = zone.at((Time.now.to_i / 3600 * 3600) + 3600)
        Document::JobDocument.blank(shop_temp_c: settings_row.shop_temp_c, start: next_hour.strftime("%Y-%m-%dT%H:%M"),
          zone: zone.tzinfo.name)
      end

      def sheet_choices
        @sheet_choices ||= Stores::Sheet.in_order.group_by(&:resin)
      end

      # "A wide tray, 300 mm, would gain 40 min": worth a line when it is worth a tenth.
      def tray_gain(plan)
        tray, gained = plan.tray_gain
        return unless tray && gained > 0.1 * plan.usable.middle

        "In a #{tray.name}, this batch lasts #{wording.minutes(gained)} longer."
      end

      # What the shop's tools make of a batch.
      def tool_choice(plan)
        return if shop_tools.measuring.empty?

        Measure::ToolChoice.new(shop_tools.measuring, plan.sheet.ratio, tolerance_pct: plan.sheet.tolerance_pct,
          split: plan.batches.first.split)
      end

      def ticket_cautions(ticket)
        plan = ticket.held_back || ticket.coats.first&.plan
        plan ? (@ticket_cautions ||= {})[ticket.pass.id] ||= Care::CoatCautions.new(plan).all : []
      end

      def cautions(ticket, places)
        ticket_cautions(ticket).select { |caution| places.include?(caution.at) }
      end

      # One field with its label, complaint, and what it was understood as.
      def field(key, css: "", label: nil, hint: nil, placeholder: nil, unit: false)
        words = label || Document::Fields.of(key).label
        words = "#{words}, #{unit_of(key)}" if unit && !unit_of(key).empty?
        part :"jobs/field", key: key, css: css, placeholder: placeholder, label: words, hint: hint
      end

      def choice_field(key, css: "", default: nil)
        part :"jobs/choice", key: key, css: css, default: default, label: Document::Fields.of(key).label
      end

      def shown(key)
        definition = Document::Fields.of(key)
        return @desk.document[key].to_s unless definition.kind == :figure

        @desk.entry(key).shown(Document::Fields.bare(definition, wording.system))
      end

      # Rows as typed, with one blank row to go on with.
      def rows(key, least)
        columns = Document::Fields.of(key).columns
        blank = Array.new(columns.size, "")
        kept = (@desk.document[key] || []).map do |row|
          columns.each_with_index.map { |column, i| Document::AsTyped.kept(row[i]).shown(Document::Fields.bare(column, wording.system)) }
        end
        kept << blank while kept.size < least || kept.last != blank
        kept
      end

      # The unit a bare number means in a field of this page.
      def unit_of(key)
        unit_word(Document::Fields.of(key))
      end

      def unit_of_column(key, index)
        unit_word(Document::Fields.of(key).columns.fetch(index))
      end

      # The unit a list's figures have: the one it was given in.
      def list_unit(key)
        list = @desk.entry(key)
        (list.blank? ? nil : list.bare || :C) || Document::Fields.bare(Document::Fields.of(key), wording.system)
      end

      def unit_word(definition)
        unit = Document::Fields.bare(definition, wording.system)
        definition.units == Measure::Units::TEMPERATURE ? "°#{unit}" : unit.to_s
      end

      # "= 3.81 m" where the field was typed in another unit than the page's.
      def understood(key)
        return unless Measure::Typed.unit?(shown(key))

        quantity = @desk.understood(key)
        quantity && "= #{wording.show(quantity)}"
      end

      # What counts where nothing is typed.
      def usual(pass, name)
        default = pass.kind.default(name)
        return (name == :drink ? drink_usual(pass) : nil) if default.nil? || default == :none

        input = pass.kind.input(name)
        quantity = { length: :mm, cover: :"g/m2", percent: :pct, volume: :ml }[input.unit]
        quantity ? wording.show(Quantity.new(value: default, unit: quantity)) : Check.plain(default)
      end

      def drink_usual(pass)
        surface = @desk.choice("#{pass.id}-surface", pass.kind.default(:surface))
        own = own_figures.of(:drink, surface)
        wording.show(Quantity.new(value: own&.value || Work::Drink::SURFACES.fetch(surface).first_coat_g_m2, unit: :"g/m2"))
      end

      def problems_for(pass)
        @desk.problems_of("#{pass.id}-") + pass.covered_ids.flat_map { |id| @desk.problems_of("#{id}-") } + common(@desk.problems)
      end

      def missing_for(pass)
        pass.covered_ids.flat_map { |id| @desk.missing_of("#{id}-") } + @desk.missing_of("#{pass.id}-") + common(@desk.missing)
      end

      def common(list)
        list.reject { |one| one.field.match?(/\A[pc]\d+-/) || one.field == "name" }
      end

      # Light cloth is wetted from above, heavy cloth laid into wet resin; which, is the builder's to say.
      HEAVY_G_M2 = 300

      def wet_out_words(pass)
        heaviest = (pass.figures[:cloths] || []).map { |areal, *| areal.to_f }.max.to_f
        into = { "into" => true, "above" => false }.fetch(@desk.choice("#{pass.id}-wet_out"), heaviest > HEAVY_G_M2)
        if into
          return "Heavy cloth: spread most of the resin first, lay the cloth into it, roll until it is clear; then the rest from above."
        end

        "Light cloth: lay it dry, pour and spread from the middle out; an even sheen with the weave still showing and no shiny puddles " \
          "is right."
      end

      # A moment of a summary, as a list says it.
      def day_clock(seconds)
        seconds ? zone.at(seconds).strftime("%a %-d %b %H:%M") : "not within 60 days"
      end

      def tacky_span(said)
        from, to = said["tacky"].map { |seconds| seconds && ((seconds - said["first_at"]) / 60.0) }
        wording.clock_span(zone.at(said["first_at"]), from, to)
      end

      # Everything mixed for all coats.
      def total_figure
        plans = (@shown || @desk).coats.map(&:plan)
        grams = plans.map { |plan| plan.total.total_g }
        assumed = plans.select(&:grams_assumed?).flat_map { |plan| plan.sheet.clock.assumed_words([:mixed_density_g_ml]) }.uniq
        parts = grams.each_with_index.to_h { |value, i| [:"c#{i}", Quantity.new(value: value, unit: :g)] }
        Figure.new(value: grams.sum, unit: :g, assumed: assumed, working: [Working.new(says: "#{parts.keys.map do |key|
          "%{#{key}}"
        end.join(" + ")} = %{total}", parts: { **parts, total: Quantity.new(value: grams.sum, unit: :g) })])
      end

      def ticket_facts(ticket)
        first = ticket.coats.first
        amount = Quantity.new(value: ticket.coats.sum { |coat| coat.plan.total.total_g }, unit: :g)
        cups = ticket.coats.sum { |coat| coat.plan.batches.size }
        about = ticket.coats.any? { |coat| coat.plan.grams_assumed? } ? "about " : ""
        [wording.clock(@desk.start + (first.from_min * 60)), "#{about}#{wording.show(amount)}", wording.counted(cups, :batch),
          first.plan.sheet.name].join(" · ")
      end

      # A place's size in a few words.
      def place_words(place)
        shape = place.place&.shape
        case shape
        when nil then place.region ? wording.show(Quantity.new(value: place.region.area_mm2 / 1e6, unit: :m2)) : ""
        when Geometry::Joint then wording.show(Quantity.new(value: shape.length_mm, unit: :mm))
        when Work::Damage then "#{wording.show(Quantity.new(value: shape.thickness_mm, unit: :mm))} laminate"
        when Geometry::Void, Geometry::Cavity then wording.show(Quantity.new(value: shape.volume_ml, unit: :ml))
        else wording.show(Quantity.new(value: place.place.area_mm2 / 1e6, unit: :m2))
        end
      end

      # "rectangle, 1860 mm by 640 mm": a shape of a place in a line.
      def shape_words(place, id)
        word = Document::Fields::SHAPES.fetch(@desk.choice("#{place.id}-#{id}-shape"))
        placed = place.shapes.to_h[id] or return word
        sides = placed.shape.extent_mm.map { |side| wording.show(Quantity.new(value: side, unit: :mm)) }
        "#{"#{placed.count} × " if placed.count > 1}#{word}, #{sides.uniq.join(" by ")}"
      end

      # @return [Drawings::PiecePlan, nil]
      def place_drawing(place)
        outline = place.region || place.place&.outline
        return cavity_drawing(place) if place.place&.shape.is_a?(Geometry::Cavity)
        return unless outline

        tickets = @desk.tickets.select { |ticket| ticket.pass.covered_ids == [place.id] && ticket.coats.any? }
        Drawings::PiecePlan.new(outline, wording, plan: tickets.flat_map(&:coats).first&.plan, coats: tickets.flat_map(&:coats),
          void: place.place&.shape.is_a?(Geometry::Void) ? place.place.shape : nil)
      end

      def cavity_drawing(place)
        Drawings::WorkSection.cavity(place.place.shape, wording)
      end

      # The work in section, where there is more to see than a film.
      def work_drawing(plan)
        Drawings::WorkSection.of(plan, @desk, wording)
      end
    end
  end
end
