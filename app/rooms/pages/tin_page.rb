# frozen_string_literal: true

require_relative "tin_words"

module Dakren
  module Rooms
    # One tin: how it stands, everything that went in and out of it, and what can be said of it.
    class TinPage
      include TinWords

      # A line of its ledger: when, what, amount, level after; batch: address of whose it was; number: of what can be taken back.
      Line = Value.define(:when, :what, :amount, :level, batch: nil, number: nil, by: "")

      attr_reader :tin

      # @param tin [Stores::Tin] @param note [Document::TinNote, nil] @param form [Document::TinForm, nil] as typed and not taken
      def initialize(tin, settings, wording, zone:, note: nil, form: nil)
        @tin = tin
        @settings = settings
        @wording = wording
        @zone = zone
        @note = note
        @form = form
        @today = zone.at(Stores::Now.wall).to_date
      end

      def title
        "#{tin.name}, #{tin.called}"
      end

      # @return [Stores::Sheet, nil] of the system it is of
      def system
        @system ||= Stores::Sheet.where({ resin: tin.resin, hardener: tin.hardener }.reject { |_, name| name.empty? }).order(:id).first
      end

      def drawing
        Drawings::Tin.new(tin.resin? ? :resin : :hardener, share: tin.share, size: tin.size, open: tin.open?, old: tin.expired?(@today),
          label: stands(tin)).to_s
      end

      # @return [Array<Array(String, String)>]
      def facts
        [["left", in_it(tin)],
          ["opened", tin.opened_at ? day(tin.opened_at) : "not yet"], ["belongs to", mates],
          ["use by", tin.use_by.empty? ? "not told" : by_when(tin).delete_prefix("use by ")],
          ["cost", tin.price ? money(tin.price) : "not told"],
          ["empty it weighs", tin.empty ? held(tin.empty, "g") : "not told"], ("thrown away" if tin.gone_at)].compact
          .map { |one| one.is_a?(Array) ? one : [one, day(tin.gone_at)] }
      end

      def wrong
        return "More was taken out of it than it held: weigh it." if tin.level.negative?

        "It was to be used by #{@wording.dates.day(Date.iso8601(tin.use_by).to_time)}: look whether it is clear and mixes as it did." if
          tin.expired?(@today)
      end

      # @return [Array<Line>] the latest first
      def lines
        counted = tin.ledger.lines.to_h { |line| [line.entry.about, line] }.compare_by_identity
        of_ledger = tin.ledger.lines.map { |line| line_of(line) }
        rest = tin.standing.reject { |event| counted.keys.any? { |one| one.is_a?(Stores::Event) && one.id == event.id } }
        (of_ledger.map { |at, line| [at, line] } + rest.map { |event| [event.at, plain(event)] }).sort_by(&:first).reverse.map(&:last)
      end

      # What may be noted: kind, its words, its fields.
      # @return [Array<Array(String, String, Array<Control>)>]
      def asked
        return [] if tin.gone_at

        spilled = control("amount", "How much, #{tin.unit == "ml" ? "ml" : unit}")
        [["weighed", "Weigh it", weighing], ["spilled", "Some was spilled", [spilled]], (["opened", "It was opened", []] unless tin.open?),
          ["binned", "It is thrown away", []]].compact
      end

      def unit
        @wording.us?(:mass) ? "oz" : "g"
      end

      def weighing
        return [control("left", "So much is left, ml")] if tin.unit == "ml"

        [control("weighs", "The tin weighs now, #{unit}"),
          control("empty", "The empty tin weighs, #{unit}", value: tin.empty ? @wording.weight(tin.empty).first : "")]
      end

      def kind_problem
        @note&.problems&.fetch("kind", nil)
      end

      def noted?(kind)
        @note && @note.value("kind") == kind
      end

      # @return [Array<Control>] what is told of it
      def told
        form = @form ? ->(name) { @form.value(name) } : Document::TinForm.of(tin, @wording).method(:[])
        names = { "lot" => "Lot", "size" => "It held", "price" => "Price#{", #{@settings.currency}" unless @settings.currency.empty?}",
                  "use_by" => "Use by", "empty" => "The empty tin weighs" }
        names.map do |name, label|
          Control.new(name: name, id: "told-#{name}", label: label, value: form.call(name).to_s,
            problem: @form&.problems&.fetch(name, nil))
        end + [Control.new(name: "set_no", id: "told-set", label: "Belongs to", choices: sets, value: form.call("set_no").to_s)]
      end

      def told_open?
        !@form.nil?
      end

      private

      def mates
        found = Stores::Tin.where(set_no: tin.set_no).where.not(id: tin.id).order(:id).to_a
        found.empty? ? "no other tin" : found.map { |one| "#{one.name}, #{one.called}" }.join("; ")
      end

      # Sets of the same resin.
      def sets
        Stores::Tin.where(resin: tin.resin).order(:set_no, :id).group_by(&:set_no).map do |set_no, tins|
          others = tins.reject { |one| one.id == tin.id }.map { |one| "#{one.name} #{one.called}" }
          [set_no.to_s, "set #{set_no}: #{others.empty? ? "nothing else" : others.join(", ")[0, 80]}"]
        end
      end

      def line_of(line)
        entry = line.entry
        about = entry.about
        moment = @wording.dates.moment(@zone.at(entry.at))
        level = held(line.level.to_f, tin.unit)
        if entry.kind == :drawn
          return [entry.at, Line.new(when: moment, what: about.batch.name, amount: "− #{held(entry.amount, tin.unit)}", level: level,
            batch: "/bench/#{about.batch_id}")]
        end

        [entry.at, Line.new(when: moment, what: what(line), amount: amount(entry), level: level, by: about.by.to_s,
          number: entry.kind == :bought ? nil : about.number)]
      end

      def what(line)
        case line.entry.kind
        when :bought then "came in"
        when :spilled then "spilled"
        when :binned then "thrown away"
        else
          weighed(line.off.to_f)
        end
      end

      # @param off [Float] by how much less than reckoned
      def weighed(off)
        return "weighed, as reckoned" if off.abs < 1

        "weighed: #{held(off.abs, tin.unit)} #{off.positive? ? "less" : "more"} than reckoned"
      end

      def amount(entry)
        { bought: "+ ", spilled: "− ", weighed: "= " }[entry.kind].then { |sign| sign ? "#{sign}#{held(entry.amount.to_f, tin.unit)}" : "" }
      end

      def plain(event)
        words = { "opened" => "opened", "told" => "told anew: #{event.data["names"]}" }.fetch(event.kind, event.kind)
        Line.new(when: @wording.dates.moment(@zone.at(event.at)), what: words, amount: "", level: "", by: event.by.to_s,
          number: event.kind == "opened" ? event.number : nil)
      end

      def control(name, label, value: "")
        Control.new(name: name, label: label, complaint: label[/[^,]+/], value: @note ? @note.value(name) : value,
          problem: @note&.problems&.fetch(name, nil))
      end
    end
  end
end
