# frozen_string_literal: true

require_relative "../../core_helper"

class StockTest < CoreTest
  by_turns :test_odd_sizes_and_large_wants

  L = Stock::Ledger
  E = Stock::Entry

  def entry(kind, at, amount)
    E.new(kind: kind, at: at, amount: amount)
  end

  def test_a_tin_holds_what_was_bought_less_what_went
    tin = L.new([entry(:bought, 0, 1000), entry(:drawn, 10, 92.4), entry(:spilled, 20, 7.6), entry(:drawn, 30, 0.1)])

    assert_equal 899.9r, tin.level
    assert_equal [1000, 907.6r, 900, 899.9r], tin.lines.map(&:level)
    assert_equal 92.5r, tin.sum(:drawn)
  end

  # 3.42 kg on the scale, the empty tin 0.31: what was weighed stands, and what the sums had wrong is told.
  def test_what_was_weighed_stands
    tin = L.new([entry(:bought, 0, 5000), entry(:drawn, 10, 1500), entry(:weighed, 20, 3110), entry(:drawn, 30, 110)])

    assert_equal 3000, tin.level
    assert_equal 390, tin.lines[2].off
    assert_equal 0, L.new([entry(:bought, 0, 500), entry(:binned, 5, 0)]).level
    assert_equal(-20, L.new([entry(:bought, 0, 100), entry(:drawn, 5, 120)]).level)
    assert_equal 0, L.new([]).level
  end

  # Against adding up by hand in tenths of a gram, over any history: what lies before a weighing counts no more.
  def test_sums_are_exact_in_grams
    rounds(200).times do
      history = Array.new(between(1, 40).round) do |i|
        entry(pick(%i[drawn drawn drawn spilled weighed bought]), i + pick([0, 0.5, -3]), (between(0, 5000) * 10).round / 10.0)
      end
      tenths = history.each_with_index.sort_by { |one, i| [one.at, i] }.map(&:first).reduce(0) do |sum, one|
        amount = (one.amount * 10).round
        { weighed: amount, bought: sum + amount }.fetch(one.kind, sum - amount)
      end

      assert_equal Rational(tenths, 10), L.new(history).level
    end
  end

  def want(at, job, amount, what = "resin")
    Stock::Want.new(at: at, job: job, what: what, amount: amount)
  end

  def test_the_one_that_works_first_has_it
    found = Stock::Reserve.new([want(30, 1, 200), want(10, 2, 500), want(20, 1, 400)], { "resin" => 1000 })

    assert_equal([[1, 100, 30]], found.shortages.map { |one| [one.job, one.short, one.want.at] })
    assert_equal [500, 500], [found.promised(2, "resin"), found.promised(1, "resin")]
    assert_equal 0, found.left("resin")
    assert_empty Stock::Reserve.new([want(1, 1, 5)], {}).shortages, "of what is not kept nothing is said"
    assert_equal 5, Stock::Reserve.new([want(1, 1, 5)], { "resin" => -3 }).shortages.first.short
  end

  # Nothing is promised twice: what was promised, and what is left, is what there is.
  def test_nothing_is_promised_twice
    rounds(200).times do
      levels = %w[a b].to_h { |what| [what, between(0, 2000).round(1)] }
      wants = Array.new(12) { |i| want(between(0, 100), i % 4, between(0, 600).round(1), pick(%w[a b])) }
      found = Stock::Reserve.new(wants, levels)
      levels.each do |what, level|
        asked = wants.select { |one| one.what == what }
        promised = (0..3).sum(0r) { |job| found.promised(job, what) }

        assert_equal Exact.of(level), promised + found.left(what)
        lacking = found.shortages.select { |one| one.what == what }.sum(0r, &:short)

        assert_equal asked.sum(0r) { |one| Exact.of(one.amount) }, promised + lacking
      end
    end
  end

  def pack(a, b, price, name = "#{a}+#{b}")
    Stock::Pack.new(name: name, a: a, b: b, price: price)
  end

  def test_the_cheapest_whole_packs
    kit = pack(1000, 250, 60)
    big = pack(5000, 1250, 220)
    spare = pack(0, 250, 9)
    shop = Stock::Buy.new([kit, big, spare])

    assert_equal({ kit => 2 }, shop.cheapest(a: 1200, b: 300).counts)
    assert_equal({ kit => 1, spare => 1 }, shop.cheapest(a: 900, b: 300).counts)
    found = shop.cheapest(a: 900, b: 300)
    assert_equal [69, 100, 200], [found.price, found.left_a, found.left_b]
    assert_equal({ big => 1 }, shop.cheapest(a: 3900, b: 900).counts)
    assert_empty shop.cheapest(a: 0, b: 0).counts
    assert_nil Stock::Buy.new([spare]).cheapest(a: 1, b: 0)
  end

  # Where a price is missing it goes by amount, and at one price the one that leaves less over is taken.
  def test_ties_go_to_what_leaves_less
    small = pack(400, 0, 10)
    large = pack(500, 0, 10)

    assert_equal({ small => 1 }, Stock::Buy.new([small, large]).cheapest(a: 390, b: 0).counts)
    assert_equal({ small => 2 }, Stock::Buy.new([small.with(price: nil), large]).cheapest(a: 790, b: 0).counts.transform_keys { small })
    assert_nil Stock::Buy.new([small.with(price: nil), large]).cheapest(a: 790, b: 0).price
  end

  # Gallons and quarts by the ounce, and sizes that have no common step: still covered, and never too little.
  def test_odd_sizes_and_large_wants
    us = Stock::Buy.new([pack(3785.411784, 946.352946, 210), pack(946.352946, 236.5882365, 70)])

    assert_equal [4, 1], us.cheapest(a: 15_500, b: 3800).counts.values.sort.reverse
    odd = Stock::Buy.new([pack(997.13, 0, 20), pack(4391.7, 0, 80), pack(0, 333.31, 7)])
    found = odd.cheapest(a: 987_654.3, b: 98_765.4)

    assert_operator found.left_a, :>=, 0
    assert_operator found.left_b, :>=, 0
    assert_operator found.left_a, :<, 4391.7
    raised = assert_raises(InputError) do
      Stock::Buy.new(Array.new(4) { |i| pack(1, 1 + i, 1) }).cheapest(a: 1000, b: 1000)
    end
    assert_equal "packs", raised.field
  end

  # Every number of every pack, tried by hand.
  def brute(packs, a, b)
    ranges = packs.map do |one|
      (0..[one.a, one.b].zip([a, b]).map { |size, wanted| size.zero? ? 0 : wanted.fdiv(size).ceil }.max).to_a
    end
    tries = ranges.first.product(*ranges.drop(1)).select do |counts|
      %i[a b].zip([a, b]).all? { |part, wanted| packs.zip(counts).sum { |one, count| one.public_send(part) * count } >= wanted }
    end
    tries.map do |counts|
      [packs.zip(counts).sum { |one, count| one.price * count }, packs.zip(counts).sum { |one, count| (one.a + one.b) * count }]
    end.min
  end

  def test_packs_against_every_number_of_each
    rounds(500).times do
      packs = Array.new(between(1, 4).to_i) do |i|
        a, b = pick([[1, 1], [1, 0], [0, 1], [1, 1]]).map { |there| there * pick([100, 250, 333, 500, 1000]) }
        pack(a, b, pick([5, 9, 9, 14, 20, 33]), "pack #{i}")
      end
      a = between(0, 1800).round
      b = between(0, 900).round
      found = Stock::Buy.new(packs).cheapest(a: a, b: b)
      best = brute(packs, a, b)
      told = "seed #{Minitest.seed}: #{packs.map(&:to_a)} for #{a} and #{b}"
      next assert_nil(found, told) if best.nil?

      assert_equal best, [found.price, found.counts.sum { |one, count| (one.a + one.b) * count }], told
      assert_equal found.price, found.counts.sum { |one, count| one.price * count }, told
    end
  end
end
