# frozen_string_literal: true

require_relative "../../app_helper"

# Two devices at one job: what either changed is kept, and what one of them removed stays away.
class MergeTest < CoreTest
  BASE = { "tasks" => %w[c1 c2], "places" => %w[p1], "name" => "Lid", "c1-film" => "0.2" }.freeze

  def merge(mine, theirs)
    Document::JobDocument.merge(BASE, BASE.merge(mine), BASE.merge(theirs))
  end

  def test_what_the_other_removed_does_not_come_back
    merged, both = merge({ "tasks" => %w[c1 c2 c3] }, { "tasks" => %w[c1] })

    assert_equal %w[c1 c3], merged["tasks"]
    assert_empty both
  end

  def test_what_both_added_is_there
    merged, = merge({ "tasks" => %w[c1 c2 c3] }, { "tasks" => %w[c1 c2 c4] })

    assert_equal %w[c1 c2 c3 c4], merged["tasks"].sort
  end

  def test_what_only_the_other_changed_is_kept_and_what_both_changed_is_told
    merged, both = merge({ "name" => "Lid of oak" }, { "c1-film" => "0.3", "name" => "Lid of ash" })

    assert_equal ["Lid of oak", "0.3"], merged.values_at("name", "c1-film")
    assert_equal %w[name], both
  end
end
