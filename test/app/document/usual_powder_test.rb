# frozen_string_literal: true

require_relative "../../app_helper"

# No powder goes into what is sold as a paste, unless somebody says so.
class UsualPowderTest < AppTest
  PASTE = "Cobble bonding paste"
  LIQUID = "Reedmark L20 laminating"

  def id_of(resin)
    Stores::Sheet.where(resin: resin).order(:id).first.id.to_s
  end

  def bond
    submit "/jobs", { "kind" => "bond" }, from: "/jobs/new"
    last_response["location"][%r{/jobs/\d+}].tap do |path|
      submit path, { "p1-s1-length" => "2000", "p1-s1-width" => "30", "room" => "20", "c1-sheet" => id_of(PASTE) }, from: path
    end
  end

  def powder(path)
    get path
    page[%r{<select[^>]*name="c1-powder".*?</select>}m][/selected[^>]*>([^<]*)/, 1]
  end

  # 2000 x 30 mm x 0.3 mm = 18 ml at 1.4 g/ml, and a fifth of it squeezed out.
  def test_a_paste_is_taken_as_it_is_sold
    path = bond

    assert_equal "none", powder(path)
    assert_match(/25\.2 g on the work \+ 5\.04 g squeezed out/, words)
    refute_includes words, "Loose powder"
  end

  def test_a_liquid_is_thickened_again_and_what_was_said_stays_said
    path = bond
    submit path, { "c1-sheet" => id_of(LIQUID) }, from: path

    assert_equal "silica", powder(path)
    submit path, { "c1-powder" => "wood" }, from: path
    said = powder(path)
    submit path, { "c1-sheet" => id_of(PASTE) }, from: path

    assert_equal said, powder(path)
    assert_equal "wood flour", said
  end

  def test_silica_that_is_asked_for_goes_into_a_paste
    path = bond
    submit path, { "c1-powder" => "silica" }, from: path

    assert_equal "silica", powder(path)
    submit path, { "name" => "Rail" }, from: path

    assert_equal "silica", powder(path)
  end

  def test_another_kind_of_work_of_the_same_paste
    path = bond
    submit path, { "c1-kind" => "fillet" }, from: path
    id = path[/\d+/]

    assert_equal "none", Stores::Job.find(id).document["c1-powder"]
  end
end
