# frozen_string_literal: true

require_relative "task_marks"

module Dakren
  module Document
    # One task of a job read into the core: its kind of work, the places it covers, what was told of it, its sheet.
    class TaskDesk
      include TaskMarks

      HALF_PCT = 50
      # What a builder never mixes more of at once, in whatever it is told.
      MOST = (0.05..100_000)
      FRACTION = %r{\A\d+(?:\s+\d+)?\s*/\s*\d+\z}
      FRACTION_OF_INCH = %i[mil mm micron].freeze

      attr_reader :sections, :service_c, :real, :took, :id, :kind, :figures, :sheet, :coats, :reading

      # @param reading [Reader] of the task @param places [Hash{String=>PlaceDesk}] of the piece, by id
      # @param sheets [#call] from an id to a Sheet or nil @param tools [ToolShelf] @param zone [ActiveSupport::TimeZone]
      # @param happened [Hash{Array(Integer, Integer) => Hash{Symbol=>Time}}] what the bench says of its coats, by coat and section
      # @param measured [Hash{Array(Integer, Integer) => Hash{Symbol=>Float}}] how warm it was then, °C of :room_c and :tins_c
      def initialize(id, reading, places:, sheets:, tools:, zone:, happened: {}, measured: {})
        @id = id
        @reading = reading
        @places = places
        @sheets = sheets
        @tools = tools
        @zone = zone
        @happened = happened
        @measured = measured
        @kind = Work::Kinds::ALL.fetch(reading.choice("kind").to_sym)
        told = reading.problems.size + reading.missing.size
        read_figures
        @unread = reading.problems.size + reading.missing.size > told
        # What is wrong there stops no plan.
        @took = read_took
        @sheet = read_sheet
        @unread ||= !too_warm.nil?
        @reading.miss("places", "#{Work::Kinds.one(Work::Kinds::PLACES.fetch(@kind.on))} for the #{@kind.label}") if covered_ids.empty?
      end

      # Ids of the places this task covers: those chosen that fit, or all that fit.
      def covered_ids
        @covered_ids ||= chosen_ids
      end

      # Are two places the two faces of one part?
      def turned?(one, other)
        (part, side), (its, its_side) = [one, other].map { |id| @places.fetch(id).face }
        part == its && [side, its_side].sort == %i[top under]
      end

      # Ids of the places this work can be done on.
      def fitting_ids
        @fitting_ids ||= @places.select { |_, place| kind.sorts.include?(place.sort) }.keys
      end

      # Was the amount itself told, and nothing it could be reckoned from?
      def amount_told?
        covered_ids.any? && covered_ids.all? { |id| @places.fetch(id).sort == :amount }
      end

      # Inputs of its kind that count here.
      # @return [Array<Symbol>]
      def inputs
        @inputs ||= amount_told? ? kind.inputs & Work::Kinds::OF_AMOUNT : kind.inputs
      end

      # @return [Array<Work::Place>, nil] nil while one of them cannot be read
      def places
        found = covered_ids.map { |id| @places.fetch(id).place }
        return if found.empty? || found.any?(&:nil?)

        found.map { |place| place.as(kind.on) }
      end

      # Inputs that are asked, as the others now stand.
      # @return [Array<Work::Kinds::Input>]
      def asked
        usual = ->(other) { kind.default(other)&.to_s }
        inputs.select { |name| @reading.asked?(name.to_s, usual: usual) }.map { |name| kind.input(name) }
      end

      # Has it lifts, or coats?
      def coat_word
        kind.noun[0]
      end

      def tool
        @tools.tool(@reading.text("method"))
      end

      def method_name
        return ToolShelf.method_of(tool) if tool
        return :pack if @figures[:pack]

        told = @reading.text("method")
        usual = Measure.bare_ways.key?(told) ? told.to_sym : :scale
        sheet ? sheet.ratio.able(usual) : usual
      end

      # Is the size of a pack wanted, which the data sheet does not tell?
      def pack_wanted?
        by_pack? && pack_of_the_sheet.nil?
      end

      def cup_choice
        @tools.cups.any? { |cup| cup.name == @reading.text("cup") } ? @reading.text("cup") : "auto"
      end

      def cups
        cup_choice == "auto" ? @tools.usual_cups : @tools.cups.select { |kind| kind.name == cup_choice }
      end

      def known?
        @reading.choice("known") == "yes"
      end

      # The task as the core is told it.
      # @param start [Time] minute 0 of the job
      # @return [Plan::Task, nil] nil while something of it cannot be read, and where it is skipped
      def told(start)
        return if skipped? || places.nil? || sheet.nil? || @unread

        made = Plan::Task.new(id: id, kind: kind, name: name, places: places, place_ids: covered_ids, figures: figures, sheet: sheet,
          coats: coats, sections: sections, school: school, steps: steps, gates: gates, people: @hands,
          warm_cure: warm_cure, section_by: @reading.choice("section_by").to_sym,
          sides: covered_ids.to_h { |one| [one, @places.fetch(one).face] },
          step_minutes: @step_minutes.compact, own_steps: @own_steps, service_c: service_c,
          not_before: @not_before.transform_values { |time| (time - start) / 60 },
          done: @done.transform_values { |time| (time - start) / 60 },
          marks: real.transform_values { |marks| marks.transform_values { |time| (time - start) / 60 } },
          measured: @measured, method: method_name, tool: tool, cups: cups, known: known?, own_most: @most,
          short_pct: @short_pct || Measure::Tools::SHORT_PCT)
        made.by_plies
      end

      # How it is cured warm, where that was told.
      # @return [Plan::WarmCure, nil]
      def warm_cure
        at, held, ramp = @cure
        return if at.nil?

        Plan::WarmCure.new(at_c: at.to_f, soak_min: (held || Plan::WarmCure::USUAL_SOAK_MIN).to_f, ramp_c_h: (ramp || 10).to_f)
      end

      # What must come first, and how far it must be.
      # @return [Array<Array(String, Symbol)>] id of a task, of Plan::GATES
      def gates
        @reading.ids("after").map { |other| [other, @reading.choice("after_until").to_sym] }
      end

      def skipped?
        @reading.choice("skip") == "yes"
      end

      # @return [Symbol] of Plan::SCHOOLS
      def school
        @reading.choice("school").to_sym
      end

      # Is another hardener blended in?
      def blended?
        with = @reading.text("blend_with")
        !with.empty? && with != @reading.text("sheet") && !@reading.text("sheet").start_with?("blend-")
      end

      # The resin system it is mixed from, or the blend of two that were chosen.
      # @return [String] as Stores::Shelf finds it; "" where none is chosen
      def sheet_id
        id = @reading.text("sheet")
        return id unless blended? && !id.empty?

        share = (@blend_share || HALF_PCT).round(1)
        with = @reading.text("blend_with")
        return id if share.zero?

        share == 100 ? with : "blend-#{id}-#{with}-#{Check.plain((100 - share).to_f)}"
      end

      # Steps that go with this task: those chosen, or those the kind of work usually brings.
      # @return [Array<Symbol>]
      def steps
        @steps ||= @reading.names("steps")&.map(&:to_sym) || kind.steps
      end

      # @return [String] what the ticket is called: the work and where
      def name
        if covered_ids.size == @places.size && @places.size < 2
          kind
            .label
        else
          "#{kind.label}, #{covered_ids.map { |id| @places.fetch(id).name }.join(", ")}"
        end
      end

      private

      def chosen_ids
        chosen = @reading.ids("places") & fitting_ids
        return chosen unless chosen.empty?

        own = @places.select { |_, place| place.sort == kind.on }.keys
        own = fitting_ids if own.empty?
        # Nobody coats a piece on both faces at once: those that face the way the first does.
        own.select { |one| own.first == one || @places.fetch(one).face == @places.fetch(own.first).face || !turned?(own.first, one) }
      end

      def read_figures
        @figures = inputs.to_h { |name| [name, read_input(kind.input(name))] }.compact
        @figures[:pack] ||= pack_of_the_sheet if by_pack?
        @figures.compact!
        @coats = whole(@kind.pours ? "lifts" : "coats")
        @sections = whole_number("sections", reading.figure("sections"))
        @service_c, @hands, @blend_share, @short_pct = %w[service hands blend_share short].map { |name| reading.figure(name) }
        @most = read_most
        @cure = %w[cure_c cure_time cure_ramp].map { |name| reading.figure(name) }
        @hands = whole_number("hands", @hands)
        @step_minutes = Plan::WorkSteps::ALL.each_key.to_h { |name| [name, reading.figure("m_#{name}")] }
        @own_steps = OwnSteps.read(reading)
        @real = read_real
        @done = read_done
        @not_before = read_not_before
      end

      # What is never mixed more of at once; strokes only where they are counted, packs where they are mixed.
      # @return [Quantity, nil]
      def read_most
        told = reading.amount("most", MOST) or return
        return told unless (told.unit == :stroke && tool&.both_ml.nil?) || (told.unit == :pack && @figures[:pack].nil?)

        reading.complain("most",
          told.unit == :stroke ? "counts strokes, and this is not measured by a pump set: say it by weight or volume" : "counts packs, " \
            "and no size of a pack is known: say it by weight or volume")
      end

      def read_input(input)
        name = input.name.to_s
        case input.unit
        when :film then read_film
        when :choice then @reading.choice(name, kind.default(input.name))
        when :allowance then @reading.amount(name, input.allowed)
        when :rows then name == "cloths" ? @reading.rows(name, least: 1, optional: %w[plies]) : @reading.rows(name)
        else @reading.figure(name, needed: kind.needed?(input.name))
        end
      end

      def read_film
        text = @reading.text("film")
        if text.strip.empty?
          kind.needed?(:film) ? @reading.miss("film") : nil
        else
          unit = film_unit(text)
          told = Measure::Coverage.read(text, field: "film", bare: unit.to_s, pack_ml: pack_ml)
          return Work::Cover.new(**told, printed: true) if told

          value = Measure::Typed.read(text, field: "film", units: Fields::TASK["film"].units, bare: unit)
          cover?(text, unit) ? Work::Cover.new(cover_g_m2: value) : Work::Cover.new(film_mm: value)
        end
      rescue InputError => e
        @reading.complain("film", e.allowed)
      end

      # A bare fraction is of an inch: nobody says an eighth of a mil, or of a millimetre.
      def film_unit(text)
        unit = @reading.choice("film_unit").to_sym
        text.strip.match?(FRACTION) && FRACTION_OF_INCH.include?(unit) ? :in : unit
      end

      # What a pack holds: as told with this task, or by the sheet.
      def pack_ml
        (@reading.figure("pack") if kind.inputs.include?(:pack)) || pack_of_the_sheet
      end

      # As the chosen data sheet names it, which is read after the figures.
      def pack_of_the_sheet
        id = @reading.text("sheet")
        id.empty? ? nil : @sheets.call(id)&.limits&.pack_ml
      rescue InputError
        nil
      end

      # Is the coat told by how far one pack goes? Then it is mixed in packs.
      def by_pack?
        return false unless kind.inputs.include?(:pack) && kind.inputs.include?(:film)

        @reading.text("film").match?(/(?:pack|kit)\s*\z/i) || (@reading.choice("film_unit").end_with?("pack") &&
          !Measure::Typed.unit?(@reading.text("film")))
      end

      # Is the coat given as grams on an area?
      def cover?(text, unit)
        Measure::Typed.unit?(text) ? text.match?(%r{/|gsm}i) && text.match?(/g|oz/i) : Measure::Units.named(unit).kind == :cover
      end

      def whole(name)
        return 1 unless kind.inputs.include?(name.to_sym)

        count = @figures[name.to_sym]
        return (name == "lifts" ? nil : 1) if count.nil?
        return count.to_i if count == count.to_i

        @reading.complain(name, "must be a whole number")
        1
      end

      # Nothing is cured warmer than its sheet allows.
      def too_warm
        most = sheet&.limits&.cure_most_c
        return if most.nil? || @cure.first.nil? || @cure.first <= most

        @reading.complain("cure_c", "must be at most #{Check.plain(most)} °C, the warmest the data sheet allows")
        :too_warm
      end

      def whole_number(name, value)
        return value&.to_i if value.nil? || value == value.to_i

        @reading.complain(name, "must be a whole number")
      end

      def read_sheet
        id = sheet_id
        return @reading.miss("sheet") if id.empty?

        @sheets.call(id) || @reading.complain("sheet", "is no longer on the shelf: choose another")
      rescue InputError => e
        return @reading.complain("blend_with", "is of another resin: choose a hardener of this one") if e.field == "blend" && blended?

        @reading.complain("sheet", "cannot be used: its #{e.field.tr("_", " ")} #{e.allowed}")
      end
    end
  end
end
