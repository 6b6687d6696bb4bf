# frozen_string_literal: true

require_relative "typed_form"

module Dakren
  module Document
    # Something somebody writes down of a job, with or without a photograph, and when it was.
    class NoteForm
      include TypedForm

      LONGEST = 2000
      OLDEST_D = 366
      NAMES = { "text" => "The note", "at" => "When", "picture" => "The photograph" }.freeze

      # @return [Formats::Picture, nil] what kind of photograph it is
      attr_reader :picture
      # @return [String, nil] of the photograph
      attr_reader :bytes
      # @return [Float] seconds of the clock on the wall
      attr_reader :at

      # @param typed [Hash{String=>Object}] text, at, picture (an uploaded file) @param zone [ActiveSupport::TimeZone]
      # @param now [Float] seconds of the clock on the wall
      def initialize(typed, wording, zone:, now:, file: nil)
        @typed = typed
        @wording = wording
        @zone = zone
        @now = now
        @file = file
        @problems = {}
        @picture = read_picture
        @at = read_at
        problems["text"] = "must be at most #{LONGEST} characters" if text.length > LONGEST
        problems["text"] ||= "must say something, or a photograph be chosen" if text.empty? && @picture.nil? && problems.empty?
      end

      # @return [String]
      def text
        value("text").strip
      end

      # A day and hour of the past year, or now where nothing is said.
      # @return [Float] seconds
      # @raise [InputError] of the field "at"
      def self.moment(words, wording, zone:, now:)
        return now if words.strip.empty?

        found = wording.dates.read(words.strip, zone: zone, now: zone.at(now), past: true).to_f
        raise InputError.new("at", "is still to come; say which day, like yesterday 14:10") if found > now + 60
        raise InputError.new("at", "must be within the last year") if found < now - (OLDEST_D * 86_400)

        found
      rescue InputError => e
        raise InputError.new("at", e.allowed)
      end

      private

      def read_at
        self.class.moment(value("at"), @wording, zone: @zone, now: @now)
      rescue InputError => e
        problems["at"] = e.allowed
        nil
      end

      def read_picture
        return if @file.nil?

        @bytes = @file.tap(&:binmode).read
        Formats::Picture.kind(@bytes)
      rescue InputError => e
        problems["picture"] = e.allowed
        nil
      end
    end
  end
end
