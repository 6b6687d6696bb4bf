# frozen_string_literal: true

require_relative "../base/check"
require_relative "../base/value"

module Dakren
  module Plan
    # A part cured warm: °C, minutes it is held there, and °C an hour by which it is brought up.
    WarmCure = Value.define(:at_c, :soak_min, ramp_c_h: 10.0) do
      # Minutes until it is up, held, and may be touched.
      # @param from_c [Numeric] it is warmed from
      def minutes(from_c)
        ([at_c - from_c, 0].max.to_f / ramp_c_h * 60) + soak_min
      end
    end
    WarmCure::AT_C = (20..300)
    WarmCure::SOAK_MIN = (10..20_160)
    WarmCure::RAMP_C_H = (1..200)
    # Where no maker says: up by ten degrees an hour, and held for four hours.
    WarmCure::USUAL_SOAK_MIN = 240.0

    # A part's hottest hour in service, held against what its cure can take, and the post-cure it would need.
    #
    # Rule: a cure takes what the sheet says; where it is silent, the warmest it was cured at and 10 °C more. The maker's own warm cure
    # comes first where it is warm enough, else at or above the hottest it will be.
    class Service
      # The practice's: a resin is to stay so much cooler than what it softens at; and what can be asked.
      MARGIN_C = 10
      SERVICE_C = (20..200)

      # @param sheet [Sheet] @param hottest_c [Numeric] in service @param cured_at_c [Numeric] warmest of the room while it cured
      # @param told [WarmCure, nil] what the builder does
      def initialize(sheet, hottest_c:, cured_at_c:, told: nil)
        @sheet = sheet
        @hottest_c = Check.number(:service, hottest_c, SERVICE_C, "°C")
        @cured_at_c = cured_at_c
        @told = told
      end

      # °C it can take as cured in this room.
      def bears_c
        @sheet.limits.service_c || (@cured_at_c + MARGIN_C)
      end

      def assumed?
        @sheet.limits.service_c.nil?
      end

      def enough?
        bears_c >= @hottest_c
      end

      # Can any post-cure make it take that?
      def possible?
        most = @sheet.limits.service_cured_c
        enough? || most.nil? || most >= @hottest_c
      end

      # The warm cure it needs: what the builder told, the maker's, or one at or above the hottest it will be.
      # @return [WarmCure, nil] nil where none is needed, or none would do
      def warm_cure
        return @told if @told
        return if enough? || !possible?

        makers || WarmCure.new(at_c: @hottest_c.to_f, soak_min: WarmCure::USUAL_SOAK_MIN)
      end

      # Is it how the builder or the maker cures it, and follows at once? What is only assumed comes when the part can be handled.
      def at_once?
        !@told.nil? || (!warm_cure.nil? && !makers.nil?)
      end

      # Is the warm cure that was told cooler than the hottest it will be?
      def too_cool?
        !@told.nil? && @told.at_c < @hottest_c
      end

      # Temperature, minutes of ramp, minutes held.
      # @return [Array(Float, Float, Float), nil]
      def post_cure
        cure = warm_cure
        cure && [cure.at_c, cure.minutes(@cured_at_c) - cure.soak_min, cure.soak_min]
      end

      private

      # The maker's schedule, where the sheet tells one that is warm enough.
      def makers
        limits = @sheet.limits
        return unless limits.cure_c && limits.cure_min
        return if limits.service_cured_c.nil? && limits.cure_c < @hottest_c

        WarmCure.new(at_c: limits.cure_c.to_f, soak_min: limits.cure_min.to_f, ramp_c_h: (limits.cure_ramp_c_h || 10).to_f)
      end
    end
  end
end
