# frozen_string_literal: true

module Dakren
  module Rooms
    # The book, a page of it.
    class BookPage
      # hour: when; kind: of Entry::KINDS; title: what it is of, address: its page; says: what; fault: words of what was found wrong.
      Line = Value.define(:hour, :kind, :title, :address, :says, :who, fault: nil, amounts: nil)
      # Nearer to its plan than this it is as planned.
      SAME_SHARE = 0.02
      KIND_WORDS = { "batch" => "batch", "coat" => "coat", "check" => "check", "note" => "note", "fault" => "found" }.freeze

      attr_reader :list

      # @param list [Stores::BookList]
      def initialize(list, wording, zone)
        @list = list
        @wording = wording
        @zone = zone
      end

      # @return [Array<Control>]
      def fields
        [field("q", "Words", placeholder: "lot, resin, note, name, what was seen"),
          field("kind", "Of", choices: [["", "everything"], *Stores::Entry::KINDS.to_a]),
          field("mix", "Resin system", choices: [["", "any"], *list.mixes.map { |mix| [mix, mix] }]),
          field("fault", "Went wrong", choices: [["", "or not"], *faults]),
          field("from", "From", type: "date"), field("to", "To", type: "date")]
      end

      # @return [Array<Array(String, Array<Line>)>] by day, the latest first
      def days
        list.shown.group_by { |entry| @zone.at(entry.at).to_date }.map do |date, all|
          [@wording.dates.long_day(date), all.map do |one|
            line(one)
          end]
        end
      end

      # What is just being written into it.
      # @return [String, nil]
      def being_written
        left = Stores::OlderNotes::TO_WRITE.value
        left.positive? ? "Older notes are being written down: #{left} to go." : nil
      end

      def count
        return "#{@wording.group(Stores::BookList::COUNTED.to_s)} or more" if list.count >= Stores::BookList::COUNTED

        @wording.group(list.count.to_s)
      end

      # @return [Array<Array(String, String)>] addresses and words
      def ways
        later = ["/book?#{list.query(page: list.page - 1)}", "later"] if list.page > 1
        earlier = ["/book?#{list.query(page: list.page + 1)}", "earlier"] if list.more?
        [later, earlier].compact
      end

      def csv
        "/book/entries.csv?#{list.query}"
      end

      private

      def field(name, label, **more)
        Control.new(name: name, label: label, value: list.asked[name], problem: list.problems[name], **more)
      end

      def faults
        Faults::SIGNS.values_at(*list.faults.map(&:to_sym)).compact.map { |sign| [sign.name.to_s, sign.label] }
      end

      def line(entry)
        Line.new(hour: @wording.dates.hour(@zone.at(entry.at)), kind: KIND_WORDS.fetch(entry.kind, entry.kind), title: entry.title,
          address: entry.batch_id ? "/book/batches/#{entry.batch_id}" : "/history/#{entry.job_id}", says: entry.says, who: entry.who,
          fault: entry.kind == "batch" ? Faults::SIGNS[entry.fault.to_sym]&.label : nil,
          amounts: entry.kind == "batch" ? amounts(entry) : nil)
      end

      # What was made of it, and how warm it was, as it was kept.
      def amounts(entry)
        batch = batches[entry.batch_id] or return
        [made(batch), warm(batch), in_cup(batch)].compact.join(", ")
      end

      # What was made, against what was planned.
      def made(batch)
        return if batch.made_g.nil?

        planned = batch.recipe["total_g"].to_r.to_f
        told = @wording.weight(batch.made_g)
        (planned - batch.made_g).abs < SAME_SHARE * planned ? told.join(" ") : "#{told[0]} of #{@wording.weight(planned).join(" ")}"
      end

      def warm(batch)
        return if batch.room_c.nil?

        planned = batch.recipe["room_c"].to_f
        show = ->(value) { @wording.show(Quantity.new(value: value, unit: :c)) }
        (planned - batch.room_c).abs < 1 ? show.call(batch.room_c) : "#{show.call(batch.room_c)} for #{show.call(planned)}"
      end

      # Minutes in its cup, of those that were foretold.
      def in_cup(batch)
        return unless batch.met_at && batch.poured_at

        minutes = @wording.minutes((batch.poured_at - batch.met_at) / 60)
        batch.foretold_min ? "out after #{minutes} of #{@wording.minutes(batch.foretold_min)}" : "out after #{minutes}"
      end

      def batches
        @batches ||= Stores::Batch.where(id: list.shown.filter_map(&:batch_id).uniq)
          .select(:id, :made_g, :room_c, :met_at, :poured_at, :foretold_min, :recipe).index_by(&:id)
      end
    end
  end
end
