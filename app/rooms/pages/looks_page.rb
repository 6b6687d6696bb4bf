# frozen_string_literal: true

module Dakren
  module Rooms
    # Links that only look, as their page shows them: those that stand, what was made just now, and what one is made from.
    class LooksPage
      Line = Value.define(:id, :words, :for_whom, :ends, :seen)

      # @param typed [Hash{String=>String}] what, of, for_whom, ends_on @param wrong [Hash{String=>String}]
      # @param made [String, nil] the key of the one made just now: it is shown this once
      def initialize(wording, zone, today, typed, wrong, made: nil)
        @wording = wording
        @zone = zone
        @today = today
        @typed = typed
        @wrong = wrong
        @made = made
      end

      # @return [Array<Line>] the latest first
      def lines
        Stores::LookLink.standing.includes(:job, :batch).order(id: :desc).map do |link|
          Line.new(id: link.id, words: words(link), for_whom: link.for_whom,
            ends: ends(link.ends_on),
            seen: link.seen_at ? "looked at #{@wording.dates.moment(link.seen_at.in_time_zone(@zone))}" : "not looked at yet")
        end
      end

      # @return [String, nil] the whole link
      def made
        @made && "#{(Sharing.now&.address || "/").chomp("/")}/look/#{@made}"
      end

      def code
        @made && Sharing.now && Formats::Labels.svg(made)
      end

      # What it is to be made from, where the way here told it.
      # @return [Array(String, String, String), nil] what, of, in words
      def asked
        what = @typed["what"].to_s
        belongs = Stores::LookLink::WHAT[what]&.last
        of = belongs && (belongs == :job ? Stores::Job : Stores::Batch).find_by(id: @typed["of"].to_s)
        of && [what, of.id.to_s, "#{Stores::LookLink::WHAT.fetch(what).first}: #{title(of)}"]
      end

      # @return [Array<Array(String, String)>] what may be looked at of the whole shop
      def whole
        Stores::LookLink::WHAT.filter_map { |what, (words, of)| [what, words] unless of }
      end

      # @return [Array<Control>]
      def fields
        [control("for_whom", "For whom", "customer, crew"), control("ends_on", "Last day", "no end, or 24 Dec")]
      end

      private

      def ends(day)
        day ? "until #{@wording.dates.day(@zone.local(day.year, day.month, day.day))}" : "no end"
      end

      def control(name, label, placeholder)
        Control.new(name: name, label: label, value: @typed[name].to_s, problem: @wrong[name], complaint: label, placeholder: placeholder)
      end

      def words(link)
        what, belongs = Stores::LookLink::WHAT.fetch(link.what)
        belongs ? "#{what}: #{title(link.public_send(belongs))}" : what
      end

      def title(of)
        of.respond_to?(:title) ? of.title(60) : of.name[0, 60]
      end
    end
  end
end
