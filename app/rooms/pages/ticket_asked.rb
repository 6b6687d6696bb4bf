# frozen_string_literal: true

require_relative "ticket_facet"

module Dakren
  module Rooms
    # What is asked of a task, and what was told: as a sentence to be changed where it is read, and what else may be said.
    class TicketAsked < TicketFacet
      # Why it is measured otherwise than was told.
      OTHER_WAY = { "graduated" => "the data sheet gives no densities: a ratio by volume cannot be weighed",
                    "scale" => "the data sheet gives no densities: a ratio by weight cannot be filled to lines" }.freeze
      # What is asked while it happens, beside the inputs of the work.
      NOTED = %i[front].freeze
      # What is chosen of what is asked of every task; the rest is typed.
      CHOSEN = %w[school section_by left].freeze

      # What is told of it, to be changed where it is read; and what else may be said.
      # @return [TicketSentence]
      def told
        @told ||= TicketSentence.new(@ticket, fields + order_fields, @form)
      end

      # Is none chosen to mix it from?
      def no_sheet?
        part.text("sheet").empty?
      end

      # Where nobody printed densities: how they are had.
      # @return [Array<Array(String, String)>] address and words
      def undense
        return [] if task.sheet.nil? || task.sheet.ratio.densities?

        systems.first(1).map { |address, _| ["#{address}?job=#{@planning.job_id}", "Its data sheet tells no densities."] }
      end

      # Its resin systems on the shelf, each by its name: of a blend both.
      # @return [Array<Array(String, String)>] address and words
      def systems
        kept = part.text("sheet")
        ids = kept.start_with?("blend-") ? kept.scan(/\d+/).first(2) : [kept]
        ids << part.text("blend_with") if task.blended?
        ids.grep(/\A\d{1,15}\z/).uniq.map { |id| ["/stock/#{id}", "#{@planning.called(id)}: its tins and data sheet"] }
      end

      # @return [Rows, nil]
      def cloths
        task.inputs.include?(:cloths) ? @fields.rows("cloths") : nil
      end

      # Where the front of an infusion is, noted while it fills.
      def front?
        task.inputs.include?(:front)
      end

      def front_open?
        @fields.open?("front")
      end

      def front
        @fields.rows("front")
      end

      # Places it may cover, where there is a choice: id, name, and whether it does.
      # @return [Array<Array(String, String, Boolean)>]
      def covers
        ids = task.fitting_ids
        ids.size > 1 ? ids.map { |place| [place, @desk.places[place].name, task.covered_ids.include?(place)] } : []
      end

      def order_open?
        %w[school sections most short service hands after].any? { |name| part.problem(name) }
      end

      # Why it is done so, for whoever stands at the bench.
      # @return [Control]
      def note
        @fields.field("note", css: "wide", placeholder: "e.g. edge left bare: glued tomorrow")
      end

      # Can its coats be parted? Those that would move must not have been mixed: what happened to them stands under this task.
      def splits?
        count = @ticket.ticket.coat_count
        count > 1 && kind.inputs.include?(:coats) && @planning.mixed.last_coat(id) <= Document::JobDeed.staying(count)
      end

      private

      # Its work and resin, what it is measured with, and what the work asks.
      # @return [Array<Array(String, #call)>] name of each, and what makes its Control
      def fields
        tools = @planning.tools
        cups = -> { tools.cup_choices.map { |value, words| [value, @wording.vessel(words)] } }
        [["kind", -> { @fields.choice("kind") }], ["sheet", -> { sheet_choice }], *blend_fields,
          ["method", -> { method_choice(tools.method_choices) }], ["cup", -> { @fields.pick("cup", cups.call, task.cup_choice) }],
          *task.asked.reject { |input| NOTED.include?(input.name) || input.unit == :rows }
            .map { |input| [input.name.to_s, -> { control(input) }] }]
      end

      # Is it measured in whole counts?
      def counted?
        task.figures.key?(:pack) || !task.tool&.declaration&.counting.nil?
      end

      # @return [Array<Array(String, #call)>] see fields
      def order_fields
        names = ["school", "sections", "most", ("short" if counted? || part.problem("short")), "service",
          *%w[cure_c cure_time cure_ramp].select { |name| part.asked?(name) }, "section_by", ("left" if kind.pours),
          ("hands" if @desk.people > 1 || part.problem("hands"))].compact
        names.map { |name| [name, -> { CHOSEN.include?(name) ? @fields.choice(name, css: "sheet-choice") : @fields.field(name) }] }
      end

      # Resin systems of the shelf, resin by resin.
      def sheet_choice
        kept = part.text("sheet")
        blend = kept.start_with?("blend-") && task.sheet ? [[kept, "#{task.sheet.name}, a blend: times are estimates"]] : []
        # One that was retired since stays with the job that has it.
        blend = [[kept, "#{@planning.retired(kept)}, retired"]] if @planning.retired(kept)
        @fields.pick("sheet", { nil => [["", "choose from the shelf"], *blend], **@planning.suited_choices(kind) }, kept,
          css: "sheet-choice", complaint: "This mix")
      end

      # Another hardener of the same resin, and how much of it: by a slider and by typing.
      # @return [Array<Array(String, #call)>] see fields
      def blend_fields
        own = part.text("sheet")
        others = @planning.sheet_choices.values.find { |group| group.any? { |id, _| id == own } }.to_a.reject { |id, _| id == own }
        with = part.text("blend_with")
        return [] if others.empty? && with.empty?

        # The resin is known: the hardener's own name is enough.
        named = -> { others.map { |id, words| [id, words.delete_prefix("#{task.sheet&.resin} + ")] } }
        choice = ["blend_with", -> { @fields.pick("blend_with", [["", "no other"], *named.call], with, css: "blend-choice") }]
        return [choice] unless task.blended?

        share = part.entry("blend_share")
        [choice, ["blend_share", -> { @fields.field("blend_share", slides: [0, 100, share.blank? ? 50 : share.typed.to_f]) }]]
      end

      def chosen(name, choices)
        choices.key?(part.text(name)) ? part[name] : choices.keys.first
      end

      # What it is measured with; what cannot be done with this ratio gives way to what can, and says why.
      def method_choice(choices)
        told = chosen("method", choices)
        used = task.method_name.to_s
        return @fields.pick("method", choices.to_a, told) unless OTHER_WAY.key?(used) && OTHER_WAY.key?(told) && used != told

        @fields.pick("method", choices.to_a, used, note: OTHER_WAY.fetch(used))
      end

      def control(input)
        case input.unit
        when :film then film(input.name)
        when :choice then @fields.choice(input.name, usual: kind.default(input.name).to_s)
        else @fields.field(input.name, placeholder: usual(input))
        end
      end

      def film(name)
        default = kind.default(:film)
        unit = @fields.choice("film_unit")
        usual = default && "#{Check.plain(default.film_mm.to_f)}#{" mm" unless unit.value == "mm"}"
        @fields.field(name, css: "film", placeholder: usual, complaint: "The coat",
          beside: unit.with(more: { "aria-label" => unit.label }))
      end

      # What counts where nothing is typed.
      def usual(input)
        return pace_usual if input.name == kind.placing.measure.input

        default = kind.default(input.name)
        return (input.name == :drink ? drink_usual : nil) if default.nil? || default == :none

        unit = { length: :mm, cover: :"g/m2", percent: :pct, volume: :ml }[input.unit]
        unit ? show(default, unit) : Check.plain(default)
      end

      def drink_usual
        surface = part.choice("surface", kind.default(:surface))
        own = @planning.own.of(:drink, surface)
        usual = Work::Drink::SURFACES.fetch(surface).first_coat_g_m2
        show(own ? own.beside(usual) : usual, :"g/m2")
      end

      # How fast it goes while nobody has said: as the plan took it.
      def pace_usual
        figure = Plan::CoatFigures.new(plan).laying_pace if planned?
        figure && show(figure.value, figure.unit)
      end
    end
  end
end
