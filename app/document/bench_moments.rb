# frozen_string_literal: true

module Dakren
  module Document
    # Moments somebody tells of afterwards: when the parts really met, how long a batch could be spread. Part of a bench deed.
    module BenchMoments
      MET_MIN = (0..1440)
      LASTED_MIN = (1..86_000)

      private

      # How long it could be spread: until now, or as long as is typed; in its cup, or where it was poured out already.
      def timed
        return @complaint = "Say that once the hardener is in." unless @walk.times.met_at

        text = @typed["lasted"].to_s.strip
        minutes = text.empty? ? (@now - @walk.times.met_at) / 60 : lasted(text)
        raise InputError.new("minutes it lasted", "must be given") if text.empty? && @walk.over?
        raise InputError.new("minutes it lasted", "must be at least a minute") if minutes < LASTED_MIN.begin

        out = @typed.key?("lasted_where") ? @typed["lasted_where"] == "work" : !@walk.times.poured_at.nil?
        @kind = :timed
        @data = { lasted_min: minutes.round(2), where: out ? "work" : "cup" }
      end

      def lasted(text)
        Measure::Typed.read(text, field: "minutes it lasted", units: Measure::Units::TIME, bare: :min, allowed: LASTED_MIN).to_f
      end

      # When the parts really met, however late that is said.
      def met
        minutes = Measure::Typed.read(@typed["ago"], field: "minutes ago", units: Measure::Units::TIME, bare: :min, allowed: MET_MIN)
        at = @now - (minutes.to_f * 60)
        poured = @walk.times.poured_at
        if poured && at > poured
          raise InputError.new("minutes ago", "must be more: it was poured out #{@wording.minutes((@now - poured) / 60)} ago")
        end
        return @complaint = "Say that once the hardener is in, or as it goes in." unless @walk.times.met_at || @walk.step.name == :second

        @kind = :met
        @data = { met_at: at.round(2) }
      end
    end
  end
end
