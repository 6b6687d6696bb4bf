# frozen_string_literal: true

module Dakren
  module Words
    # What an edit moved in a job's plan, in a few words: +1 cup, −35 min, done Thursday.
    class Moved
      # A coat that moves by less is where it was.
      LEAST_S = 300
      MOST_COATS = 3

      # @param before [Document::JobDesk] @param after [Document::JobDesk] @param wording [Wording]
      def initialize(before, after, wording)
        @before = before
        @after = after
        @wording = wording
      end

      # @return [Array<String>] empty where nothing that counts moved
      def words
        return [] if @after.coats.empty? || @before.coats.empty?

        [amount, counted("batch") { |desk| desk.coats.sum { |coat| coat.plan.batches.size } }, counted("coat") { |desk| desk.coats.size },
          life, *begins, finish].compact
      end

      private

      def both(&)
        [@before, @after].map(&)
      end

      def counted(word, &)
        was, is = both(&)
        change = is - was
        return if change.zero?

        "#{change.positive? ? "+" : "−"}#{change.abs} #{change.abs == 1 ? word : "#{word}#{"e" if word.end_with?("ch")}s"}"
      end

      def amount
        was, is = both { |desk| desk.coats.sum { |coat| coat.plan.amounts.total.total_g }.to_f }
        return if was.zero? || is.zero? || (is - was).abs < 0.0005 * was

        "#{is > was ? "+" : "−"}#{@wording.show(Quantity.new(value: (is - was).abs, unit: :g))}"
      end

      def life
        was, is = both { |desk| desk.coats.filter_map { |coat| coat.plan.usable.early }.min }
        return if was.nil? || is.nil? || (is - was).abs < 0.5

        "#{is > was ? "+" : "−"}#{@wording.minutes((is - was).abs)} in the cup"
      end

      # Coats that begin at another time, the first few of them.
      def begins
        was = @before.coats.to_h { |coat| [coat.key, @before.time_at(coat.from_min)] }
        moved = @after.coats.filter_map do |coat|
          is = @after.time_at(coat.from_min)
          before = was[coat.key]
          [coat, before, is] if before && (is - before).abs >= LEAST_S
        end
        moved.first(MOST_COATS).map do |coat, before, is|
          "#{coat.label}#{" #{coat.number}" if coat.of > 1} #{@wording.clock(is)} instead of #{@wording.clock(before)}"
        end
      end

      def finish
        was, is = both { |desk| hard(desk) }
        return if was.nil? || is.nil? || (is - was).abs < 60

        "hard #{@wording.clock(is)} instead of #{@wording.clock(was)}"
      end

      def hard(desk)
        band = desk.coats.last.hard
        band&.late && desk.start && (desk.start + (band.late * 60))
      end
    end
  end
end
