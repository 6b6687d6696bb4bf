# frozen_string_literal: true

require_relative "../../core_helper"
require_relative "histories"

# What is seen and what a history says, into causes in order.
class FaultsTest < CoreTest
  def look(seen, facts)
    Faults::Look.new(seen, facts)
  end

  Histories::WRONG.each do |name, (seen, cause, facts)|
    define_method("test_found_first_or_second_#{name.tr(" ", "_")}") do
      found = look(seen, facts).causes

      assert_includes found.first(2).map { |one| one.cause.name }, cause, found.first(3).map { |one|
        [one.cause.name, one.score.round(2)]
      }.inspect
      blamed = found.find { |one| one.cause.name == cause }

      assert_predicate blamed, :blamed?
      refute_empty blamed.speaks_for
    end
  end

  # Whatever a history says, each sign has its causes in an order, and none twice.
  def test_any_history_has_an_answer
    rounds(400).times do
      numbers = Faults::Clues::NUMBERS.sample(chance.rand(12), random: chance).to_h { |name| [name, chance.rand(-200.0..500.0)] }
      facts = numbers.merge(Faults::Clues::YES_NO.sample(chance.rand(12), random: chance).to_h do |name|
        [name, [true, false, nil].sample(random: chance)]
      end)
      Faults::SIGNS.each_key do |seen|
        found = look(seen, facts).causes

        assert_equal found.map(&:score).sort.reverse, found.map(&:score), [seen, facts].inspect
        assert_equal found.map { |one| one.cause.name }.uniq.size, found.size
        refute_empty found
      end
    end
  end

  # More of what speaks for a cause never moves it back.
  def test_worse_is_never_less_likely
    [[:streaks, :not_mixed, :mixed_share, [0.9, 0.7, 0.5, 0.3, 0.1]], [:sticky, :cold, :room_c, [20, 16, 14, 10, 4]],
      [:rubbery, :ratio, :hardener_off_pct, [-1, -6, -12, -30]], [:peels, :window_missed, :recoat_share, [0.5, 1.2, 4]]]
      .each do |seen, cause, fact, worse|
      scores = worse.map { |value| look(seen, { fact => value }).causes.find { |one| one.cause.name == cause }.score }

      assert_equal scores.sort, scores, [seen, cause].inspect
    end
  end

  def test_small_faults_are_told_together
    found = look(:sticky, { room_c: 16.0, lowest_c: 15.0, age_share: 1.1, hardener_off_pct: 1.0 })

    assert_equal 2, found.small_faults.size
    assert_empty look(:sticky, Histories::GOOD).small_faults
  end

  def test_what_is_no_fact_is_refused_by_its_name
    assert_refused(:smell, "is not a fact") { look(:sticky, { smell: 1 }) }
    assert_refused(:dust, "true or false") { look(:sticky, { dust: "yes" }) }
    assert_refused(:room_c) { look(:sticky, { room_c: Float::NAN }) }
    assert_refused(:seen, "must be one of") { look(:purple, {}) }
  end

  # What is declared holds together: places one after the other, clues that are read, words that say what to do and to watch.
  def test_the_list_is_whole
    clues = Faults::Clues.new({})
    Faults::SIGNS.each_key do |seen|
      places = Faults::CAUSES.filter_map { |cause| cause.signs[seen] }

      assert_includes places, 1, seen
      assert_operator places.max, :<=, Faults::Look::PLACES.size, seen
    end
    Faults::CAUSES.each do |cause|
      assert_empty cause.signs.keys - Faults::SIGNS.keys, cause.name
      cause.clues.each_key { |name| assert_nil clues.read(name), name }
      refute_nil cause.watch, cause.name
    end
    assert_empty Faults::Clues::ASKED.keys - Faults::Clues::YES_NO
    assert_empty Faults::Clues::LOOKS_AT.values - Faults::Clues::ASKED.keys
  end

  Histories::HEALTHY.each do |name, (seen, facts)|
    define_method("test_nothing_is_blamed_#{name.tr(" ", "_")}") do
      assert_empty(look(seen, facts).causes.select(&:blamed?).map { |one| one.cause.name })
    end
  end
end
