# frozen_string_literal: true

require_relative "typed_form"

module Dakren
  module Document
    # Something that keeps the shop from its work, as it is typed: what, from when, until when.
    class AppointmentForm
      include TypedForm

      LABEL_LONGEST = 80
      LONGEST_S = 60 * 86_400
      FAR_S = 731 * 86_400

      # @param typed [Hash{String=>Object}] label, starts, ends @param zone [ActiveSupport::TimeZone]
      # @param now [Float] seconds of the clock on the wall
      def initialize(typed, wording, zone:, now:)
        @typed = typed
        @wording = wording
        @zone = zone
        @now = now
        @problems = {}
        @from = moment("starts", @zone.at(now))
        @to = @from && moment("ends", @from)
        refuse
      end

      # @return [Hash{Symbol=>Object}]
      def columns
        { label: value("label").strip, from_at: @from.to_f, to_at: @to.to_f }
      end

      private

      def refuse
        label = value("label").strip
        problems["label"] = "must say what it is" if label.empty?
        problems["label"] = "must be at most #{LABEL_LONGEST} characters" if label.length > LABEL_LONGEST
        return if @from.nil? || @to.nil?

        problems["starts"] = "must be within two years" if (@from.to_f - @now).abs > FAR_S
        problems["ends"] = "must be after it begins, and within 60 days" unless (@to - @from).between?(60, LONGEST_S)
      end

      def moment(name, near)
        text = value(name).strip
        raise InputError.new(name, "must be given, like #{@wording.dates.day(near)} #{@wording.dates.hour(near)}") if text.empty?

        found = @wording.dates.read(text, zone: @zone, now: near)
        # An hour alone is the next one.
        found < near && text.match?(/\A\d{1,2}([:.]\d\d)?(\s?[ap]\.?m\.?)?\z/i) ? found + 86_400 : found
      rescue InputError => e
        problems[name] = e.allowed
        nil
      end
    end
  end
end
