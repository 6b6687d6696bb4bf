# frozen_string_literal: true

require_relative "../../app_helper"

# The shop's rows are read again as soon as one of them is another, and not before.
class ShopRowsTest < AppTest
  include PlanHelp

  def rows
    Stores::ShopRows.now
  end

  def test_what_stands_as_it_stood_is_asked_for_once
    [rows.sheets, rows.tools, rows.own, rows.own_steps("own_before"), rows.sheet_choices]
    count = queries { [rows.sheets, rows.tools, rows.own, rows.own_steps("own_before"), rows.sheet_choices] }

    assert_equal 5, count, "how they stand, and nothing more"
  end

  def test_a_sheet_that_changes_comes_or_goes_is_seen
    sheet = Stores::Sheet.in_order.first
    before = rows.stamp
    sheet.update!(pot_life_min: sheet.pot_life_min.to_f + 1)
    assert_in_delta sheet.pot_life_min, rows.sheets.find { |one| one.id == sheet.id }.pot_life_min
    refute_equal before, rows.stamp
    made = sheet.dup.tap { |one| one.update!(hardener: "another") }
    assert(rows.sheets.any? { |one| one.id == made.id })
    made.destroy!
    refute(rows.sheets.any? { |one| one.id == made.id })
  end

  def test_an_edit_asks_no_more_than_it_needs
    path = new_job("name" => "Board")
    %w[0.32 0.33].each { |film| submit path, { "film" => film }, live: true }
    asked = { "film" => "0.34", "name" => "Shelf board" }.transform_values.with_index do |text, i|
      queries { submit path, { %w[film name][i] => text }, live: true }
    end

    assert_operator asked["film"], :<=, 12
    assert_operator asked["name"], :<=, 12
    assert_equal ["0.34", "Shelf board"], [Stores::Job.last.document["c1-film"], Stores::Job.last.name]
  end

  OURS = %w[core app].map { |folder| "#{File.expand_path("../../../#{folder}", __dir__)}/" }.freeze

  def calls(&)
    count = 0
    TracePoint.new(:call) { |point| count += 1 if point.path.start_with?(*OURS) }.enable(&)
    count
  end

  # As a browser asks whose page shows the job as it comes: nothing open but the task.
  def test_an_edit_calls_no_more_than_it_needs
    path = new_job("name" => "Board")
    { "X-Shut" => "d-c1-more", "X-Open" => "", "X-Said" => "" }.each { |name, told| header name, told }
    %w[0.32 0.33].each { |film| submit path, { "film" => film }, live: true }

    assert_operator calls { submit path, { "film" => "0.34" }, live: true }, :<, 8_000
    assert_includes page, "pot life of this batch"
  ensure
    %w[X-Shut X-Open X-Said].each { |name| header name, nil }
  end

  def test_what_no_plan_reads_plans_and_prints_nothing_anew
    path = new_job("name" => "Board")
    submit path, { "film" => "0.32" }, live: true
    { "name" => "Shelf board", "c1-note" => "dab on the scrap", "note" => "for the porch" }.each do |field, text|
      assert_operator calls { submit path, { field => text }, live: true }, :<, 2_500, field
      assert_includes page, text
    end
    submit path, { "c1-note" => "dab beside it" }, live: true

    assert_includes page, "dab beside it"
    refute_includes page, "dab on the scrap"
  end

  def test_a_weighing_taken_back_and_another_in_its_place_is_seen
    told = [12.0, 31.0].map do |value|
      figure = Stores::OwnFigure.create!(sort: "kept", name: "cup of the test", value: value)
      mean = rows.own.of(:kept, "cup of the test").value
      figure.destroy!
      assert_nil rows.own.of(:kept, "cup of the test")
      mean
    end

    assert_equal [12.0, 31.0], told
  end

  def test_what_is_in_the_tins_is_seen_also_where_one_is_thrown_out_full
    tin = Stores::Tin.where(gone_at: nil).order(level: :desc).first
    what = [tin.resin, tin.hardener]
    before = rows.levels.fetch(what)
    tin.note(:binned, at: Stores::Now.wall, by: Stores::By::NOBODY, data: {})
    Stores::Tins.levels.then { |now| assert_equal now, rows.levels }

    assert_operator rows.levels.fetch(what), :<, before
  end

  def test_a_tool_renamed_and_a_step_remembered_are_seen
    tool = Stores::Tool.first
    tool.update!(name: "#{tool.name}, the old one")
    assert_includes rows.tools.method_choices.values + rows.tools.cups.map(&:name), tool.name
    before = rows.own_steps("own_before").size
    Stores::OwnStep.create!(list: "own_before", label: "wax the mould", line: "[]")

    assert_equal before + 1, rows.own_steps("own_before").size
  end
end
