# frozen_string_literal: true

require_relative "../../plan_helper"

# Faces, gates and parts: what must be done before another task may begin.
class FacesTest < PlacedTest
  TOP = { "top" => ["panel", :top] }.freeze
  UNDER = { "under" => ["panel", :under] }.freeze
  EDGE = { "edge" => ["panel", :edge] }.freeze

  # By hand, at 23 °C with the sheet's minutes at their latest (its range and a room 1.5 °C colder, about a sixth more): laid from 7:00,
  # handled after some 360 + a tenth, so turned after 13:00, and the other face laid right after it.
  def test_a_panel_is_turned_over_before_its_other_face
    made = plan(job("a", sheet: quick_sheet, sides: TOP), job("b", sheet: quick_sheet, places: ["under"], sides: UNDER))
    upper, lower = made.coats
    turned = made.entries.find { |entry| entry.name == :flip }

    assert_equal "Tue 07:00", clock(upper.from_min)
    assert_in_delta upper.stage(:handle).late, turned.from_min, 0.6
    assert_in_delta 10, turned.to_min - turned.from_min, 1e-9
    assert_in_delta turned.to_min, lower.from_min, 0.6
    assert_equal :under, turned.side
    assert_includes clock(lower.from_min), "Tue 13:"
    assert_predicate made, :kept?
    assert_equal [:step, "turn it over"], [lower.why[0], lower.why[2]]
  end

  def test_onto_points_it_is_turned_while_tacky
    made = plan(job("a", sheet: quick_sheet, sides: TOP), job("b", sheet: quick_sheet, places: ["under"], sides: UNDER), turned: :tacky)
    upper, lower = made.coats

    assert_in_delta upper.stage(:recoat_opens).late + 10, lower.from_min, 0.6
  end

  # Both faces of a panel with three coats each: never one coated that lies below, and turned as seldom as that allows.
  def test_each_face_is_coated_while_it_is_up
    tasks = [job("a", sheet: quick_sheet, count: 2, sides: TOP), job("b", sheet: quick_sheet, count: 2, places: ["under"], sides: UNDER)]
    made = plan(*tasks)

    assert_true_to_life(made, tasks, crew: 1, text: "07:00-12:00, 12:30-17:00")
    assert_equal(1, made.entries.count { |entry| entry.name == :flip })
  end

  # A laminate is trimmed green before a coat goes on that edge, though that lies on another surface.
  def test_an_edge_is_coated_after_the_green_trim
    tasks = [job("a", sheet: quick_sheet, ends: { trim: 10.0 }, sides: TOP),
      job("e", sheet: quick_sheet, places: ["edge"], sides: EDGE)]
    made = plan(*tasks)
    trim = made.entries.find { |entry| entry.name == :trim }

    assert_operator made.coats.find { |coat| coat.task.id == "e" }.from_min, :>=, trim.to_min - 1e-6
    assert_operator trim.from_min, :>=, made.coats.first.stage(:recoat_opens).late - 1e-6
    assert_equal("trim the edges", made.coats.find { |coat| coat.task.id == "e" }.why[2])
  end

  # The green trim comes before the panel is turned: nobody trims the underside of a bench.
  def test_trimmed_before_it_is_turned
    made = plan(job("a", sheet: quick_sheet, ends: { trim: 10.0 }, sides: TOP),
      job("b", sheet: quick_sheet, places: ["under"], sides: UNDER, ends: { trim: 10.0 }))
    first = made.entries.select { |entry| entry.name == :trim }.min_by(&:from_min)

    assert_operator first.to_min, :<=, made.entries.find { |entry| entry.name == :flip }.from_min + 1e-6
    assert_predicate made, :kept?
  end

  # A backing plate is cured and out of its mould before it is bonded in.
  def test_a_part_is_released_before_it_is_joined
    plate = job("plate", sheet: quick_sheet, places: ["mould"], ends: { demould: 15.0 })
    bond = job("bond", sheet: quick_sheet, places: ["joint"], gates: [["plate", :done]])
    made = plan(bond, plate)
    out = made.entries.find { |entry| entry.name == :demould }

    assert_equal(%w[plate bond], made.coats.map { |coat| coat.task.id })
    assert_in_delta out.to_min, made.coats.last.from_min, 0.6
    assert_operator out.from_min, :>=, made.coats.first.stage(:handle).late - 0.6
    assert_equal [:gate, "coat"], [made.coats.last.why[0], made.coats.last.why[2]]
  end

  def test_every_gate_is_kept_and_later_ones_end_later
    starts = %i[laid tacky hard done].map do |till|
      tasks = [job("a", sheet: quick_sheet), job("b", sheet: quick_sheet, places: ["other"], gates: [["a", till]])]
      made = plan(*tasks, text: "24 h")
      assert_true_to_life(made, tasks, crew: 1, text: "24 h")
      made.coats.last.from_min
    end

    assert_equal starts.sort, starts
    assert_equal 4, starts.uniq.size
  end

  def test_gates_in_a_circle_are_named
    error = assert_raises(Plan::Sequence::Circle) do
      plan(job("a", gates: [["b", :done]]), job("b", places: ["x"], gates: [["c", :hard]]), job("c", places: ["y"], gates: [["a", :laid]]))
    end

    assert_equal %w[a b c], error.ids.sort
    assert_raises(Plan::Sequence::Circle) { plan(job("a", gates: [["a", :laid]])) }
  end

  # What is told of a task that is no longer there holds nothing up.
  def test_a_gate_to_nothing_is_none
    assert_in_delta 0, plan(job("a", gates: [["gone", :done]])).coats.first.from_min, 1e-9
  end

  # Sections: the edge of the last is keyed and taped before the next.
  def test_a_seam_comes_before_every_further_section
    made = plan(job("a", sections: 3, length: 6000))
    seams = made.entries.select { |entry| entry.name == :seam }

    assert_equal [2, 3], seams.map(&:section)
    seams.each { |seam| assert_in_delta seam.to_min, made.coats.find { |coat| coat.section == seam.section }.from_min, 0.6 }
  end
end
