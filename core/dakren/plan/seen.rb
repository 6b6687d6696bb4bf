# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # What was seen of a coat that lies, by its test dab or on the work: minutes of the job at which it was still soft, was tacky, was hard.
    #
    #   Seen.of({ tacky: 240.0 }).at(:recoat_opens, :sandable)   # => 240.0
    #
    # Rule: a later look wins; what was seen is when that stage was reached. Nothing is seen of a coat before it lies, or after nothing is
    # followed any more. What comes after moves by the share by which it was early or
    # late, since it is the same mix in the same room; never to less than half or more than twice the time foretold. What was still soft is
    # given a tenth of its time more.
    Seen = Value.define(soft: nil, tacky: nil, hard: nil) do
      # @param marks [Hash{Symbol=>Float}, nil] minutes of the job
      # @return [Seen, nil] nil where nothing was seen
      def self.of(marks)
        on = (marks || {}).values_at(:began, :finished).compact.max || 0.0
        told = (marks || {}).slice(:soft, :tacky, :hard).compact.select { |_, at| at > on && at < on + Cure::HORIZON_MIN }
        return if told.empty?

        soft, tacky, hard = told.values_at(:soft, :tacky, :hard)
        tacky = nil if tacky && soft && tacky < soft
        hard = nil if hard && told.values.max > hard
        new(soft: (soft unless tacky || hard), tacky: tacky, hard: hard)
      end

      # @param stage [Symbol] of Cure::STAGES @param hard_stage [Symbol] at which its sheet calls it hard
      # @return [Float, nil] minute of the job at which that was seen
      def at(stage, hard_stage)
        case stage
        when hard_stage then hard
        when :recoat_opens then tacky
        end
      end

      # A minute that was foretold, in the light of what was seen: what is hard was tacky before.
      # @param stage [Symbol] of Cure::STAGES @param from [Float] minute of the job at which it was laid
      # @yieldparam stage [Symbol] @yieldreturn [Float, nil] minute at which that was foretold
      # @return [Float]
      def moved(stage, minute, from, hard_stage, &)
        found = from + ((minute - from) * share(from, hard_stage, &))
        stage == :recoat_opens && hard ? [found, hard].min : found
      end

      private

      def share(from, hard_stage)
        stage, seen = hard ? [hard_stage, hard] : [:recoat_opens, tacky]
        foretold = seen && yield(stage)
        return 1.0 if foretold.nil? || foretold <= from || seen <= from

        ((seen - from) / (foretold - from)).clamp(Seen::LEAST_SHARE, Seen::MOST_SHARE)
      end
    end
    Seen::LEAST_SHARE = 0.5
    Seen::MOST_SHARE = 2.0
    # A test dab found soft is given a tenth of its time more.
    Seen::SOFT_SHARE = 0.1
  end
end
