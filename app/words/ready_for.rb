# frozen_string_literal: true

module Dakren
  module Words
    # When a job is ready, in the words of the work: "Ready to walk on Thu 14:00, for light load Fri 09:00".
    class ReadyFor
      WORDS = { handle: "to handle", walk: "to walk on", load_light: "for light load", load: "for full load",
                wet: "for water" }.freeze

      FAR_MIN = 6 * 1440

      # @param desk [Document::JobDesk] with a schedule @param wording [Wording]
      def initialize(desk, wording)
        @desk = desk
        @wording = wording
      end

      # @return [String, nil] nil where nothing is planned
      def sentence
        told, silent = Plan::Readiness.new(@desk.schedule).all.partition(&:minute)
        alike = told.group_by { |ready| [ready.minute.round, ready.full, ready.assumed] }
        said = alike.map { |told_alike, same| one(same, *told_alike) }
        found = [said.join("; "), silence(silent), heat].compact.reject(&:empty?)
        found.empty? ? nil : found.join(". ").sub(/\A./, &:upcase).concat(".")
      end

      private

      def one(ready, minute, full, assumed)
        at = minute >= Cure::HORIZON_MIN ? "not within 60 days" : hour(minute)
        words = ready.map { |each| WORDS.fetch(each.word) }
        "#{[words[0..-2].join(", "), words.last].reject(&:empty?).join(" and ")} #{"about " if assumed}#{at}#{" (full cure)" if full}" \
          "#{", not on the data sheet" if assumed}"
      end

      # "Thu 14:00", and the day of the month where a weekday would be taken for this week's.
      def hour(minute)
        time = @desk.time_at(minute)
        minute > FAR_MIN ? @wording.dates.day(time) : @wording.clock(time)
      end

      def silence(silent)
        return if silent.empty?

        "When it is ready #{silent.map { |ready| WORDS.fetch(ready.word) }.join(", ")}, the data sheet does not say"
      end

      # How hot it may get, where a sheet says so.
      def heat
        told = @desk.coats.filter_map { |coat| coat.plan.sheet.limits.service_c }.min
        told && "As cured it can take #{@wording.show(Quantity.new(value: told, unit: :c))}"
      end
    end
  end
end
