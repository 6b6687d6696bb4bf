# frozen_string_literal: true

require_relative "../../core_helper"

class LaneTest < CoreTest
  def lane(**changes)
    Plan::Lane.new(Plan::CoatPlan.new(order(**changes)))
  end

  def test_states_follow_one_another_without_gaps
    stretches = lane.stretches

    assert_equal %i[mixing runny thickening tacky firm hard], stretches.map(&:state)
    stretches.each_cons(2) { |before, after| assert_in_delta before.to, after.from, 1e-9 }
    assert_nil stretches.last.to
  end

  def test_a_state_ends_no_later_than_what_follows
    floor = coating(stages: { recoat_opens: [150, 210], recoat_closes: [2000, 2800], sandable: [960, 1320] })
    lane(sheet: floor).stretches.each { |stretch| assert_operator stretch.to, :>=, stretch.from if stretch.to }
  end

  def test_a_stalled_coat_stays_in_its_state
    stalled = lane(room: Cure::Profile.constant(10), tins_c: 20).stretches

    assert_nil stalled.last.to
    refute_equal :hard, stalled.last.state
  end

  def test_what_begins_with_a_stage_nobody_told_is_marked
    refute_predicate lane, :assumed?
    half = coating(stages: { recoat_opens: [150, 210], sandable: [960, 1320] })

    assert_equal %i[firm], lane(sheet: half).stretches.select(&:assumed).map(&:state)
    assert_equal %i[tacky firm hard], lane(sheet: coating(stages: {})).stretches.select(&:assumed).map(&:state)
  end

  def test_a_warm_cure_is_told
    warm = Plan::Lane.new(Plan::CoatPlan.new(order(sheet: coating(stages: {}))), warm_until: 2000.0)

    refute warm.stretches.last.assumed
  end
end
