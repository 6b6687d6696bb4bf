# frozen_string_literal: true

require_relative "../base/value"

module Dakren
  module Plan
    # Pots that feed one front of resin: when each is mixed, let in and empty.
    #
    # Rule: t = c x², x by what was drawn in so far, so that the whole takes as long as one pot would. The clamp is opened when every next
    # pot will be ready in time, since the line must never run empty, and each is mixed no sooner than that wants.
    class Front
      # Minutes from when the first is begun.
      Pot = Value.define(:mix_from, :pour_from, :done_at)

      # @param pace [Work::Pace] of what is drawn in @param shares [Array<Numeric>] of the whole, in each pot
      # @param mixing [Array<Float>] minutes it takes to mix and carry each
      def initialize(pace, shares, mixing)
        @mixing = mixing
        so_far = summed(shares.map(&:to_f))
        @drawn = so_far.each_cons(2).map { |from, to| pace.between(from, to) }
      end

      # @return [Array<Pot>]
      def pots
        lets_in = summed(@drawn)
        ready = summed(@mixing).drop(1)
        opened = ready.zip(lets_in).map { |minute, pour| minute - pour }.max
        begun = latest(lets_in.map { |pour| pour + opened })
        @mixing.each_index.map do |i|
          pour = opened + lets_in[i] - begun.first
          Pot.new(mix_from: begun[i] - begun.first, pour_from: pour, done_at: pour + @drawn[i])
        end
      end

      private

      # 0, and what each adds to those before it.
      def summed(list)
        list.each_with_object([0.0]) { |one, found| found << (found.last + one) }
      end

      # When each is begun at the latest, one after another.
      # @param pours [Array<Float>] minute at which each must be ready
      def latest(pours)
        later = Float::INFINITY
        @mixing.each_index.reverse_each.map { |i| later = [pours[i], later].min - @mixing[i] }.reverse
      end
    end
  end
end
