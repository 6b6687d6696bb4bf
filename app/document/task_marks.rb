# frozen_string_literal: true

require_relative "fields"

module Dakren
  module Document
    # What happened to a task's coats and steps, and when they shall not begin before, as it stands in its fields. Part of its desk.
    module TaskMarks
      private

      # When coats really began and were finished, and what was seen of them: as the bench has it, or as somebody told it here.
      # @return [Hash{Array(Integer, Integer) => Hash{Symbol=>Time}}] by coat and section
      def read_real
        @reading.told(Fields::MARK).each_with_object(@happened.transform_values(&:dup)) do |name, found|
          match = Fields::MARK.match(name)
          time = real_time(name) or next
          (found[[match[:coat].to_i, match[:section].to_i]] ||= {})[match[:what].to_sym] = time
        end
      end

      # When coats shall not begin before.
      # @return [Hash{Array(Integer, Integer) => Time}] by coat and section
      def read_not_before
        @reading.told(Fields::NOT_BEFORE).each_with_object({}) do |name, found|
          match = Fields::NOT_BEFORE.match(name)
          time = real_time(name) and found[[match[:coat].to_i, match[:section].to_i]] = time
        end
      end

      # When steps were really done.
      # @return [Hash{Symbol=>Time}]
      def read_done
        @reading.told(Fields::DONE).each_with_object({}) do |name, found|
          time = real_time(name) and found[Fields::DONE.match(name)[:step].to_sym] = time
        end
      end

      # How many minutes steps really took.
      # @return [Hash{Symbol=>Rational}]
      def read_took
        @reading.told(Fields::TOOK).each_with_object({}) do |name, found|
          minutes = Fields.took(name) && @reading.figure(name) and found[Fields::TOOK.match(name)[:step].to_sym] = minutes
        end
      end

      def real_time(name)
        text = @reading.entry(name).typed
        return if text.strip.empty?

        @reading.moment(name, text, @zone)
      end
    end
  end
end
