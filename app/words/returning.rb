# frozen_string_literal: true

module Dakren
  module Words
    # What went wrong before and may again: the same conditions stand in the plan, or the same resin is mixed.
    class Returning
      # Of the same resin, where the plan cannot tell: for so long.
      REMEMBERED_S = 200 * 86_400
      MOST = 2

      # @param findings [Array<Stores::Findings::Found>] the latest first @param facts [Hash{Symbol=>Object}] of the plan, see Faults::Clues
      # @param sheet [Sheet] @param now [Float] seconds on the wall @param zone [ActiveSupport::TimeZone]
      def initialize(findings, facts, sheet, wording, now:, zone:)
        @findings = findings
        @facts = facts
        @sheet = sheet
        @wording = wording
        @now = now
        @zone = zone
      end

      # @return [Array<Array(String, String)>] what is said, and what to do
      def all
        again = @findings.filter_map { |found| (says = evidence(found)) && [found, says] }.uniq { |found, _| found.cause.name }.first(MOST)
        told = again.map { |found, says| ["As on #{day(found)} (#{found.batch}), when it was #{found.sign.says}: #{says}.", watch(found)] }
        told.empty? ? same_resin : told
      end

      private

      # What the plan's own conditions say for that cause; nil where they do not.
      def evidence(found)
        suspect = Faults::Look.new(found.sign.name, @facts).causes.find { |one| one.cause == found.cause }
        suspect&.blamed? ? suspect.speaks_for.map { |words| @wording.local(words) }.join("; ") : nil
      end

      def same_resin
        found = @findings.find do |one|
          one.resin == @sheet.resin && one.hardener == @sheet.hardener && @now - one.at < REMEMBERED_S
        end or return []

        [["With this resin on #{day(found)} (#{found.batch}) it was #{found.sign.says}: #{found.cause.label.sub(/\A./, &:downcase)}.",
          watch(found)]]
      end

      def watch(found)
        "Keep in sight: #{found.cause.watch}."
      end

      def day(found)
        @wording.dates.day(@zone.at(found.at))
      end
    end
  end
end
