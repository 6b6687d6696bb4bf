# frozen_string_literal: true

require "icalendar"

module Dakren
  module Formats
    # Jobs as iCalendar, from what was kept when they were planned: one event for each thing somebody does, with an alarm before it and
    # before a window closes. An event keeps its identifier when its time changes, so that a changed plan updates what a calendar holds.
    class Calendar
      ALARM_S = 15 * 60
      LEAST_S = 60
      HOST = "dakren.invalid"

      EVENT = /^BEGIN:VEVENT\r\n.*?^END:VEVENT\r\n/m

      # Calendars of jobs put together as one, each as it was written when the job's plan was kept.
      # @param calendars [Array<String>] @param appointments [Array<Stores::Appointment>] what keeps the shop from its work
      # @return [String]
      def self.together(calendars, appointments = [])
        calendar = empty("Dakren")
        appointments.each { |one| calendar.add_event(appointment(one)) }
        calendar.to_ical.sub(/^END:VCALENDAR/) { "#{calendars.flat_map { |text| text.scan(EVENT) }.join}END:VCALENDAR" }
      end

      def self.appointment(one)
        Icalendar::Event.new.tap do |event|
          event.uid = "appointment-#{one.id}@#{HOST}"
          event.dtstamp = utc(one.updated_at.to_i)
          event.dtstart = utc(one.from_at)
          event.dtend = utc(one.to_at)
          event.summary = one.label
          event.append_custom_property("URL", "/week")
        end
      end

      # A moment as calendars write it in universal time.
      def self.stamp(seconds)
        Time.at(seconds).utc.strftime("%Y%m%dT%H%M%SZ")
      end

      def self.utc(seconds)
        Icalendar::Values::DateTime.new(stamp(seconds))
      end
      private_class_method :appointment

      def self.empty(name)
        Icalendar::Calendar.new.tap do |calendar|
          calendar.prodid = "-//Dakren//plan//EN"
          calendar.append_custom_property("X-WR-CALNAME", name)
          calendar.publish
        end
      end

      # @param job [Stores::Job] with what its plan says
      # @param zone [ActiveSupport::TimeZone] in which times are told in words @param wording [Words::Wording] of the shop
      def initialize(job, zone, wording)
        @job = job
        @zone = zone
        @wording = wording
      end

      # @return [String]
      def to_s
        calendar = self.class.empty(@job.title(80))
        (@job.said["events"] || []).each { |event| calendar.add_event(event(@job, event)) }
        calendar.to_ical
      end

      private

      def event(job, told)
        event = Icalendar::Event.new
        event.uid = "job-#{job.id}-#{told["key"]}@#{HOST}"
        event.sequence = job.revision
        event.dtstamp = self.class.utc(job.updated_at.to_i)
        event.last_modified = self.class.utc(job.updated_at.to_i)
        event.dtstart = self.class.utc(told["from"])
        event.dtend = self.class.utc([told["to"], told["from"] + LEAST_S].max)
        event.summary = "#{job.title(80)}: #{told["label"]}"
        event.description = description(told)
        event.append_custom_property("URL", "/jobs/#{job.id}")
        alarms(event, told)
        event
      end

      def description(told)
        return told["label"] unless told["cups"]

        grams = @wording.show(Quantity.new(value: told["grams"], unit: :g))
        ["#{@wording.counted(told["cups"], :batch)}, #{grams} of #{told["sheet"]}",
          ("must be on by #{@wording.clock(@zone.at(told["shut"]))}" if told["shut"])].compact.join("; ")
      end

      def alarms(event, told)
        alarm(event, "-PT#{ALARM_S / 60}M", event.summary.to_s)
        alarm(event, self.class.stamp(told["shut"] - ALARM_S), "The window closes soon: #{event.summary}") if told["shut"]
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
