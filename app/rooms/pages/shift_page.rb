# frozen_string_literal: true

module Dakren
  module Rooms
    # What can be taken along of one day, and what is out already.
    class ShiftPage
      Line = Value.define(:value, :words, :held)
      Out = Value.define(:id, :name, :words, :mine)

      # @param week [Stores::Week] of one day @param running [Array<Stores::Batch>] batches on the go
      # @param device [String] that asks
      def initialize(week, running, wording, zone, device)
        @week = week
        @running = running
        @wording = wording
        @zone = zone
        @device = device
      end

      # @return [String]
      def day
        @wording.dates.long_day(@zone.at(@week.from.to_i))
      end

      # @return [Array<Line>] coats of the day, none of them laid
      def coats
        @week.jobs.flat_map do |line|
          line.coats.select { |coat| !coat["real"] && coat["from"].between?(@week.from.to_i, @week.to.to_i) }.map do |coat|
            cups = coat["cups"] == 1 ? "1 batch" : "#{coat["cups"]} batches"
            Line.new(value: [line.job.id, *coat.values_at("task", "coat", "section")].join("-"), held: nil,
              words: "#{hour(coat["from"])} #{line.job.title(60)}: #{coat["label"]}, #{cups}, #{coat["sheet"]}")
          end
        end
      end

      # @return [Array<Line>] batches on the go
      def batches
        @running.map do |batch|
          others = Stores::Taking.elsewhere(batch.id, @device)
          Line.new(value: batch.id.to_s, words: batch.name,
            held: others.any? ? "with #{others.map(&:who).join(" and ")} since #{hour(others.first.taken_at)}" : nil)
        end
      end

      # @return [Array<Out>] what devices have with them
      def out
        Stores::Taking.out.includes(:batch).order(:taken_at).map do |one|
          who = one.device == @device ? "this device" : one.who
          since = @wording.dates.moment(one.taken_at.in_time_zone(@zone))
          Out.new(id: one.id, name: one.batch.name, mine: one.device == @device, words: "with #{who} since #{since}")
        end
      end

      def empty?
        coats.empty? && batches.empty?
      end

      private

      def hour(time)
        @wording.dates.hour(time.is_a?(Numeric) ? @zone.at(time) : time.in_time_zone(@zone))
      end
    end
  end
end
