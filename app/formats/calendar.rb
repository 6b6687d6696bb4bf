# frozen_string_literal: true

require "icalendar"

module Dakren
  module Formats
    # Jobs as iCalendar: one event for each thing somebody does, with an alarm before it and before a window closes. An
    # event keeps its identifier when its time changes, so that a changed plan updates what a calendar holds.
    class Calendar
      ALARM_MIN = 15
      HOST = "dakren.invalid"

      # @param jobs [Array<Array(Records::Job, Desk::JobDesk)>]
      def initialize(jobs)
        @jobs = jobs
      end

      # @return [String]
      def to_s
        calendar = Icalendar::Calendar.new
        calendar.prodid = "-//Dakren//plan//EN"
        calendar.append_custom_property("X-WR-CALNAME", @jobs.size == 1 ? @jobs.first[0].name[0, 80] : "Dakren")
        @jobs.each { |record, desk| keyed(desk).each { |key, entry| calendar.add_event(event(record, desk, entry, key)) } }
        calendar.publish
        calendar.to_ical
      end

      private

      # Entries with a name of their own each: work that is broken off and gone on with has several.
      def keyed(desk)
        seen = Hash.new(0)
        (desk.schedule&.entries || []).map do |entry|
          seen[entry.key] += 1
          [seen[entry.key] > 1 ? "#{entry.key}-#{seen[entry.key]}" : entry.key, entry]
        end
      end

      def event(record, desk, entry, key)
        event = Icalendar::Event.new
        event.uid = "job-#{record.id}-#{key}@#{HOST}"
        event.sequence = record.revision
        event.dtstamp = utc(record.updated_at.to_time)
        event.last_modified = utc(record.updated_at.to_time)
        event.dtstart = utc(desk.time_at(entry.from_min))
        event.dtend = utc(desk.time_at([entry.to_min, entry.from_min + 1].max))
        event.summary = "#{record.title(80)}: #{words(entry)}"
        event.description = description(desk, entry)
        event.append_custom_property("URL", "/jobs/#{record.id}")
        alarms(event, desk, entry)
        event
      end

      def utc(time)
        Icalendar::Values::DateTime.new(stamp(time))
      end

      # A moment as calendars write it in universal time.
      def stamp(time)
        time.getutc.strftime("%Y%m%dT%H%M%SZ")
      end

      def words(entry)
        return entry.label unless entry.coat? && entry.of > 1

        "#{entry.label} #{entry.number} of #{entry.of}#{", section #{entry.section}" if entry.sections > 1}"
      end

      def description(desk, entry)
        return entry.label unless entry.coat?

        shut = entry.window && entry.window[1]
        total = entry.plan.total
        ["#{entry.plan.batches.size} #{entry.plan.batches.size == 1 ? "cup" : "cups"}", "#{total.total_g.round} g of #{entry.plan.sheet.name}",
         ("must be on by #{desk.time_at(shut).strftime("%a %H:%M")}" if shut && shut < Cure::HORIZON_MIN)].compact.join("; ")
      end

      def alarms(event, desk, entry)
        alarm(event, "-PT#{ALARM_MIN}M", event.summary.to_s)
        shut = entry.window && entry.window[1]
        return unless entry.coat? && shut && shut < Cure::HORIZON_MIN

        alarm(event, stamp(desk.time_at(shut) - (ALARM_MIN * 60)), "The window closes soon: #{event.summary}")
      end

      def alarm(event, trigger, words)
        event.alarm do |one|
          one.action = "DISPLAY"
          one.description = words
          one.summary = words
          one.trigger = trigger.start_with?("-") ? trigger : Icalendar::Values::DateTime.new(trigger, "VALUE" => "DATE-TIME")
        end
      end
    end
  end
end
