# frozen_string_literal: true

require_relative "part"

module Dakren
  module Document
    # A part of a job read into core values; what is wrong or missing is kept with its field.
    #
    #   reading = Reader.new(document).part("p1")
    #   reading.figure("depth", needed: true)   # => Rational, or nil and a complaint
    class Reader < Part
      # A day and hour as it is kept.
      MOMENT = /\A\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/
      YEARS = (2000..2100)

      # @return [Rational, nil]
      def figure(name, needed: false, label: nil)
        return (miss(name, label) if needed) if self[name].nil?

        asked = field(name)
        read(asked, entry(name), key(name), label || asked.label, needed: needed)
      end

      # What may be told in one of several kinds of unit.
      # @param allowed [Range] in the core's unit, whichever that is
      # @return [Quantity, nil]
      def amount(name, allowed, needed: false)
        return (miss(name) if needed) if entry(name).blank?

        told = Measure::Typed.quantity(entry(name).typed, field: key(name), units: field(name).units,
          bare: entry(name).bare || field(name).metric)
        return told if allowed.cover?(told.value)

        complain(name, "must be from #{Check.plain(allowed.begin)} to #{Check.plain(allowed.end)} #{told.unit}")
      rescue InputError => e
        complain(name, e.allowed)
      end

      # @return [Array<Array>, nil] rows of figures and words; nil when one is wrong or missing
      def rows(name, least: 0, optional: [])
        list = kept_rows(name)
        return miss(name) if list.size < least && list.empty?

        before = @all_problems.size + @all_missing.size
        found = list.each_with_index.map { |row, i| row_at(name, row, i, optional) }
        return if @all_problems.size + @all_missing.size > before
        return complain(name, "must be at least #{least}; #{found.size} given") if found.size < least

        found
      end

      # @param text [String] as it is kept: year to minute @param zone [ActiveSupport::TimeZone]
      # @return [Time, nil] nil where it is none, which is told
      def moment(name, text, zone)
        time = MOMENT.match?(text) && Words::Dates.exactly(zone, *text.scan(/\d+/).first(5).map(&:to_i))
        time && YEARS.cover?(time.year) ? time : complain(name, Words::Dates.why_not(text, zone))
      rescue InputError => e
        complain(name, e.allowed)
      rescue ArgumentError
        complain(name, Words::Dates::NO_SUCH)
      end

      # Runs what may complain, and keeps the complaint with the field it is about.
      # @param names [Hash{String=>String}] the core's name of a field to the form's
      def guarded(fallback, names = {})
        yield
      rescue InputError => e
        name = names.fetch(e.field, e.field)
        if Fields.of(key(name.split(".").first))
          complain(name, e.allowed)
        else
          complain(fallback, name == fallback ? e.allowed : "cannot be: #{e.field.tr("_", " ")} #{e.allowed}")
        end
      end

      def complain(name, says, label = nil)
        label ||= Fields.of(key(name.to_s.split(".").first))&.label || name.to_s.capitalize
        @all_problems << Problem.new(field: key(name), label: label, says: says)
        nil
      end

      def miss(name, label = nil)
        @all_missing << Problem.new(field: key(name), label: label || field(name.split(".").first).label, says: "must be given")
        nil
      end

      private

      def row_at(name, row, index, optional)
        field(name).columns.each_with_index.map do |column, j|
          kept = AsTyped.kept(row[j])
          next kept.typed if column.kind == :word
          next if kept.blank? && optional.include?(column.name)

          read(column, kept, key("#{name}.#{index}.#{column.name}"), format(column.label, index + 1), needed: true)
        end
      end

      def read(field, entry, key, label, needed:)
        if entry.blank?
          @all_missing << Problem.new(field: key, label: label, says: "must be given") if needed
          return
        end
        Measure::Typed.read(entry.typed, field: key, units: field.units, bare: entry.bare || field.metric, allowed: field.allowed)
      rescue InputError => e
        @all_problems << Problem.new(field: key, label: label, says: e.allowed)
        nil
      end
    end
  end
end
