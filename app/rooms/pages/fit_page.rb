# frozen_string_literal: true

module Dakren
  module Rooms
    # Several jobs fitted together: in which order they are planned, what moves, what that costs, and how surely it is the best.
    class FitPage
      # A job: address, title, when it begins and is ready now, and would then; moves: does anything of it?
      Line = Value.define(:id, :address, :title, :begins, :ready, :moves)

      # @param found [Stores::FitTogether::Found, nil] @param week [Stores::Week]
      def initialize(found, wording, week)
        @found = found
        @wording = wording
        @week = week
      end

      def empty?
        @found.nil?
      end

      # Is there anything to take?
      def moves?
        !empty? && @found.plans.any?(&:moved?)
      end

      # @return [Array<Line>] in the order in which they are planned
      def lines
        @found.plans.map do |one|
          Line.new(id: one.job.id, address: "/jobs/#{one.job.id}", title: one.job.title(60),
            begins: change(begins(one.was), begins(one.desk)), ready: change(one.ready(one.was), one.ready), moves: one.moved?)
        end
      end

      # How surely it is the best, and what decides it.
      # @return [String]
      def says
        [surely, "#{last.job.title(40)} is ready last.", missed].compact.join(" ")
      end

      # What was moved, once it is taken.
      # @return [String]
      def told
        moved = @found.plans.select(&:moved?)
        moved.map do |one|
          "#{one.job.title(40)} #{@wording.clock(begins(one.desk))} instead of #{@wording.clock(begins(one.was))}"
        end.join(" · ")
      end

      # What a form brings along.
      def hidden
        { from: @week.first.iso8601, days: @week.days.to_s }
      end

      def back
        "/week?#{URI.encode_www_form(hidden)}"
      end

      private

      def surely
        return "Nothing has them ready sooner: every way of giving way was looked into." if @found.exact
        return "Every order was tried, one job after another: none has them ready sooner." if @found.all

        "The best found in #{seconds} s; there are orders that were not tried."
      end

      def last
        @found.plans.max_by { |one| one.ready.to_f }
      end

      def missed
        count = @found.missed
        "#{count} of them still #{count == 1 ? "misses" : "miss"} a window: look at it." if count.positive?
      end

      def seconds
        Check.plain(@found.within_s)
      end

      # When its first coat that moves begins, or its first.
      def begins(desk)
        desk.time_at(desk.coats.map(&:from_min).min)
      end

      def change(was, is)
        return "not within 60 days" if is.nil?
        return @wording.clock(is) if was && (was - is).abs < 60

        "#{@wording.clock(is)}#{" instead of #{@wording.clock(was)}" if was}"
      end
    end
  end
end
