# frozen_string_literal: true

module Dakren
  module Document
    # A job as it would be in a warmer room, begun later, or with longer days: looked at, then kept or dropped.
    class WhatIf
      # Degrees of the page, hours, hours.
      RANGES = { "wi_room" => (-15..15), "wi_start" => (-12..72), "wi_late" => (-4..8) }.freeze

      # @param params [Hash{String=>Object}] the form
      # @param bare [Symbol] unit of temperature of the page: the room is moved by its degrees
      def initialize(params, bare: :C)
        @bare = bare
        @numbers = RANGES.to_h do |name, range|
          [name, params[name].to_s.match?(/\A-?\d{1,2}\z/) ? params[name].to_i.clamp(range.begin, range.end) : 0]
        end
      end

      def on?
        @numbers.values.any?(&:nonzero?)
      end

      # What the page shows of it.
      # @return [Hash{String=>Object}]
      def to_h
        @numbers.merge("on" => on?)
      end

      # @param document [Hash] @param desk [JobDesk] of it
      # @return [Hash] the document with it
      def document(document, desk)
        changed = document.dup
        changed.merge!(warmer(document)) unless @numbers["wi_room"].zero?
        if desk.start && !@numbers["wi_start"].zero?
          changed["start"] = (desk.start + (@numbers["wi_start"] * 3600)).strftime("%Y-%m-%dT%H:%M")
        end
        changed["hours"] = Crew.later_end(desk.hours.bands, @numbers["wi_late"] * 60) if desk.hours && !@numbers["wi_late"].zero?
        changed
      end

      private

      # Every temperature the room is told by, so many degrees of the page warmer.
      def warmer(document)
        by = @numbers["wi_room"]
        told = %w[room night day].filter_map { |key| (entry = document[key]) && [key, shifted(entry, by)] }.to_h
        return told if %w[steady wave].include?(document.fetch("room_mode", "steady"))

        points = document["points"]
        points && document["room_mode"] == "points" ? { "points" => points.map { |hour, temp| [hour, shifted(temp, by)] } } : {}
      end

      def shifted(raw, by)
        entry = AsTyped.kept(raw)
        field = Fields::JOB["room"]
        celsius = Measure::Typed.read(entry.typed, field: "room", units: field.units, bare: entry.bare || :C)
        figure((Measure::Units.from_core(celsius, @bare) + by).to_f.round(2), @bare)
      rescue InputError
        raw
      end

      def figure(value, bare)
        AsTyped.new(typed: Check.plain(value), bare: bare).to_kept
      end
    end
  end
end
