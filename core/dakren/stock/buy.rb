# frozen_string_literal: true

require_relative "../base/exact"
require_relative "../base/value"

module Dakren
  module Stock
    # A pack that can be bought. a, b: what is in it of resin and hardener, in g or ml, 0 where it holds none; price: nil where nobody told
    # one.
    Pack = Value.define(:name, :a, :b, price: nil)

    # The cheapest whole packs that cover what is wanted of resin and of hardener.
    #
    #   Buy.new([Pack.new(name: "kit", a: 1000, b: 250, price: 60)]).cheapest(a: 1200, b: 300).counts   # => { kit => 2 }
    #
    # Rule: the lowest price; of two at one price the one that leaves less over. Where any pack has no price, the least that is bought.
    # Searched exactly: every number of packs that hold both, and beside each the best of the others, tabled in the largest step that all
    # packs are whole steps of; where those are too many, packs count as a little less than they hold.
    class Buy
      # counts: Hash{Pack=>Integer}; price: nil where it went by amount; left_a, left_b: what is over.
      Basket = Value.define(:counts, :price, :left_a, :left_b)
      # Ours: so many steps of a table are worked out, and so many numbers of packs with both parts.
      MOST_STEPS = 400_000
      MOST_BOTH = 200_000

      # @param packs [Array<Pack>]
      def initialize(packs)
        @packs = packs.map { |pack| pack.with(a: Exact.of(pack.a), b: Exact.of(pack.b), price: pack.price && Exact.of(pack.price)) }
          .reject { |pack| pack.a.zero? && pack.b.zero? }
        @names = @packs.zip(packs).to_h.compare_by_identity
        @by_price = @packs.all?(&:price)
      end

      # Does it go by what they cost?
      def by_price?
        @by_price
      end

      # @param a [Numeric] of resin wanted, 0 or more @param b [Numeric] of hardener
      # @return [Basket, nil] nil where these packs cannot cover it
      # @raise [InputError] where there is too much to try
      def cheapest(a:, b:)
        want = { a: [Exact.of(a), 0r].max, b: [Exact.of(b), 0r].max }
        both, single = @packs.partition { |pack| pack.a.positive? && pack.b.positive? }
        tables = %i[a b].to_h { |part| [part, table(single.select { |pack| pack.public_send(part).positive? }, part, want[part])] }
        best = nil
        each_number(both, want) { |counts| best = better(best, counts, want, tables) }
        best && basket(best, want)
      end

      private

      def cost(pack)
        @by_price ? pack.price : pack.a + pack.b
      end

      # So many of each kit that one more would be of no use.
      def each_number(both, want)
        most = both.map { |pack| [want[:a] / pack.a, want[:b] / pack.b].max.ceil }
        if most.reduce(1) { |all, count| all * (count + 1) } > MOST_BOTH
          raise InputError.new("packs", "are too many to try: buy larger ones, or for fewer jobs at once")
        end

        ranges = most.map { |count| (0..count).to_a }
        return yield({}) if ranges.empty?

        ranges.first.product(*ranges.drop(1)) { |numbers| yield(both.zip(numbers).to_h.compare_by_identity) }
      end

      # @return [Array(Array, Hash, Array)] what it comes to, kits, and the rest of each part
      def better(best, counts, want, tables)
        spent = counts.sum(0r) { |pack, count| cost(pack) * count }
        return best if best && spent > best[0][0]

        rests = %i[a b].map { |part| [want[part] - counts.sum(0r) { |pack, count| pack.public_send(part) * count }, 0r].max }
        found = %i[a b].zip(rests).map { |part, rest| tables[part].call(rest) }
        return best unless found.all?

        bought = counts.sum(0r) { |pack, count| (pack.a + pack.b) * count } + found.sum(0r) { |one| one[1] }
        mark = [spent + found.sum(0r, &:first), bought]
        best.nil? || (mark <=> best[0]).negative? ? [mark, counts, found] : best
      end

      def basket(best, want)
        (spent,), counts, found = best
        all = counts.reject { |_, count| count.zero? }.to_a + found.flat_map { |one| one[2].tally.to_a }
        got = %i[a b].to_h { |part| [part, all.sum(0r) { |pack, count| pack.public_send(part) * count }] }
        Basket.new(counts: all.to_h { |pack, count| [@names.fetch(pack), count] }, price: @by_price ? spent : nil,
          left_a: got[:a] - want[:a], left_b: got[:b] - want[:b])
      end

      # The best of packs that hold one part alone, for any rest up to what is wanted.
      # @return [#call] from a rest to [cost, amount, packs], nil where it cannot be had
      def table(packs, part, want)
        return ->(rest) { rest.zero? ? [0r, 0r, []] : nil } if packs.empty? || want.zero?

        sizes = packs.map { |pack| pack.public_send(part) }
        step = step_of(sizes, want)
        wide = sizes.map { |size| [(size / step).floor, 1].max }
        known = filled(packs, wide, sizes, (want / step).ceil)
        ->(rest) { chosen(known, packs, wide, (rest / step).ceil) }
      end

      def step_of(sizes, want)
        whole = sizes.map(&:numerator).reduce(:gcd).to_r / sizes.map(&:denominator).reduce(:lcm)
        want / whole > MOST_STEPS ? [want / MOST_STEPS, whole].max : whole
      end

      # For each number of steps the least it costs, then the least that is bought, and the pack it is begun with.
      def filled(packs, wide, sizes, steps)
        costs = packs.map { |pack| cost(pack) }
        (1..steps).each_with_object([[0r, 0r, nil]]) do |at, known|
          tries = packs.each_index.map do |i|
            rest = known[[at - wide[i], 0].max]
            [rest[0] + costs[i], rest[1] + sizes[i], i]
          end
          known << tries.min_by { |one| one.first(2) }
        end
      end

      def chosen(known, packs, wide, steps)
        found = []
        at = steps
        while at.positive?
          i = known[at][2]
          found << packs[i]
          at = [at - wide[i], 0].max
        end
        [*known[steps].first(2), found]
      end
    end
  end
end
