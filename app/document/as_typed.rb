# frozen_string_literal: true

module Dakren
  module Document
    # One figure as somebody typed it, with the unit a bare number meant on that page.
    #
    # Typing is never changed: on a page that speaks other units the unit is written behind a bare number.
    AsTyped = Value.define(:typed, bare: nil) do
      # @param raw [Hash, String, nil] as kept in a document
      def self.kept(raw)
        return new(typed: raw.to_s) unless raw.is_a?(Hash)

        new(typed: raw["typed"].to_s, bare: raw["bare"]&.to_sym)
      end

      def to_kept
        { "typed" => typed, "bare" => bare&.to_s }
      end

      def blank?
        typed.strip.empty?
      end

      # What to put into the field of a page whose bare numbers mean another unit.
      def shown(page_bare)
        return typed if blank? || bare.nil? || bare == page_bare || Measure::Typed.unit?(typed)

        "#{typed} #{bare}"
      end
    end
  end
end
