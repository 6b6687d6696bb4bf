# frozen_string_literal: true

require_relative "corrections"
require_relative "note_form"

module Dakren
  module Document
    # Something told of a batch beside its steps, as it was typed: how its cup ended, how hot it got, a check, a note, a reading that was
    # wrong, what was found, or that it does not count.
    #
    # problems: by name of a field; kind, at (seconds on the wall), data: as it is kept; picture, bytes: a photograph.
    class RemarkForm
      include TypedForm

      KINDS = %w[ended peak checked note found corrected aside].freeze
      NAMES = { "how" => "How the cup ended", "min" => "After", "peak" => "Hottest", "where" => "Seen",
                "check" => "The check", "value" => "What it showed",
                "text" => "The note", "at" => "When", "picture" => "The photograph", "reading" => "What was wrong",
                "should" => "What it should say",
                "why" => "Why", "cause" => "The cause", "sign" => "What is seen" }.freeze
      ANSWERS = { "yes" => true, "no" => false }.freeze
      LONGEST = NoteForm::LONGEST
      WHY_LONGEST = 200
      PEAK_C = (-20..400)
      ENDED_MIN = (0.2..86_000)

      attr_reader :kind, :data, :at, :picture, :bytes, :corrections

      # @param typed [Hash{String=>String}] @param walk [Bench::Walk] of the batch @param zone [ActiveSupport::TimeZone]
      # @param now [Float] seconds on the wall @param file [IO, nil] a photograph
      def initialize(typed, walk, wording, zone:, now:, file: nil)
        @typed = typed
        @walk = walk
        @wording = wording
        @zone = zone
        @now = now
        @file = file
        @problems = {}
        @data = {}
        @corrections = Corrections.new(walk, wording, zone)
        @at = now
        act = value("act")
        KINDS.include?(act) ? (@kind = act.to_sym) && send(act) : problems["act"] = "must be one of #{KINDS.join(", ")}"
      rescue InputError => e
        problems[e.field] = e.allowed
      end

      # What only an eye knows, as it was answered.
      # @return [Hash{Symbol=>Boolean}]
      def self.told(typed)
        Faults::Clues::ASKED.keys.to_h { |name| [name, ANSWERS[typed[name.to_s].to_s]] }.compact
      end

      private

      def ended
        how = value("how")
        unless Bench::Afterwards::ENDS.key?(how.to_sym)
          return problems["how"] = "must be one of #{Bench::Afterwards::ENDS.values.join(", ")}"
        end

        minutes = minutes_told
        problems["min"] ||= "must be given: it was never poured out" if minutes.nil? && @walk.times.poured_at.nil? && problems.empty?
        @data = { ended: how, min: minutes }.compact
      end

      def minutes_told
        return if value("min").strip.empty?

        Measure::Typed.read(value("min"), field: "min", units: Measure::Units::TIME, bare: :min, allowed: ENDED_MIN).to_f.round(2)
      end

      def peak
        bare = @wording.us?(:temperature) ? :F : :C
        @data = { peak_c: Measure::Typed.read(value("peak"), field: "peak", units: Measure::Units::TEMPERATURE, bare: bare, allowed: PEAK_C)
          .to_f.round(1), where: where }.compact
      end

      # Where it was seen, of one that was poured.
      def where
        return if @walk.times.poured_at.nil?

        Bench::Afterwards::SEEN.key?(value("where").to_sym) ? value("where") : "inside"
      end

      def checked
        trial = Bench::Checks::ALL[value("check").to_sym]
        return problems["check"] = "must be one of #{Bench::Checks::ALL.values.map(&:label).join(", ")}" if trial.nil?

        @at = read_at
        @data = { check: trial.name.to_s, value: showed(trial), text: short("text", LONGEST) }.compact
      end

      # What a check showed: one of its words, or a number in its own unit.
      def showed(trial)
        said = value("value").strip
        return problems["value"] = "must be given" if said.empty?
        return said[0, WHY_LONGEST] if trial.unit.nil?

        bare, units = if trial.unit == "micron"
                        [@wording.us?(:length) ? :mil : :micron, Measure::Units::LENGTH]
                      else
                        [:"", nil]
                      end
        number = units ? Measure::Typed.read(said, field: "value", units: units, bare: bare).to_f * 1000 : Float(said, exception: false)
        return problems["value"] = "must be a number of #{trial.unit}, #{trial.allowed.begin} to #{trial.allowed.end}" unless
          number && trial.allowed.cover?(number)

        "#{Check.plain(number.round(1))} #{trial.unit}"
      end

      def note
        @picture = read_picture
        @at = read_at
        text = short("text", LONGEST)
        problems["text"] ||= "must say something, or a photograph be chosen" if text.nil? && @picture.nil? && problems.empty?
        @data = { text: text || "" }
      end

      def found
        unless Faults::SIGNS.key?(value("sign").to_sym)
          return problems["sign"] = "must be one of #{Faults::SIGNS.values.map(&:label).join(", ")}"
        end

        cause = value("cause")
        return problems["cause"] = "must be one of those that are listed" unless cause.empty? || Faults::BY_NAME.key?(cause.to_sym)

        @data = { sign: value("sign"), cause: cause, text: short("text", LONGEST), told: self.class.told(typed) }.compact
      end

      def corrected
        @data = corrections.read(value("reading"), value("should"))
        @data[:why] = short("why", WHY_LONGEST)
        problems["why"] = "must be said in a few words: it stays with the record" if @data[:why].nil?
      end

      # Back in again without a reason.
      def aside
        why = short("why", WHY_LONGEST)
        problems["why"] = "must be said in a few words: it stays with the record" if why.nil? && value("again").empty?
        @data = { why: value("again").empty? ? why.to_s : "" }
      end

      def short(name, most)
        said = value(name).strip
        problems[name] = "must be at most #{most} characters; it has #{said.length}" if said.length > most
        said.empty? ? nil : said
      end

      def read_at
        NoteForm.moment(value("at"), @wording, zone: @zone, now: @now)
      end

      def read_picture
        return if @file.nil?

        @bytes = @file.tap(&:binmode).read
        Formats::Picture.kind(@bytes)
      end
    end
  end
end
