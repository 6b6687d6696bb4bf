# frozen_string_literal: true

require_relative "../../app_helper"

# What a shop pins up says what the job says.
class PaperTest < AppTest
  def test_a_job_on_paper_says_its_sentences_amounts_and_hours
    path = new_job("c1-coats" => "2", length: "2400", width: "900", "note" => "mind the edge")
    get path
    grams = page[/mix in all.*?figure-value">([^<]+)/m, 1].strip
    get path.sub("/jobs/", "/paper/")

    assert_equal 200, last_response.status
    assert_includes words, "2 coats of"
    assert_includes words, ", measured by scale in a cup that fits"
    assert_match(/2 : 1 by volume,/, words)
    assert_includes page, grams
    assert_includes words, "mind the edge"
    assert_includes words, "The maker's safety data sheet comes first."
    assert_equal 2, page.scan("<b>film coat").size
    refute_match(/<input|<select/, page)
  end

  # Running totals of each batch: B's is what the whole batch weighs.
  def test_a_card_for_each_batch
    path = new_job("c1-most" => "300")
    coat = desk(path).coats.first
    get "#{path.sub("/jobs/", "/paper/")}/cards"

    assert_equal coat.plan.batches.size, page.scan("bench-card\"").size
    assert_includes words, "Load list, before hardener is opened"
    assert_includes words, "lint-free roller, foam roller cut in half, tray"
    assert_operator coat.plan.batches.size, :>, 1
    shown = page.scan(/card-shows">([^<]+)</).flatten.map(&:to_f)
    coat.plan.batches.each_with_index do |batch, i|
      assert_in_delta batch.split.resin_g.to_f, shown[2 * i], 0.06
      assert_in_delta batch.split.total_g.to_f, shown[(2 * i) + 1], 0.06
    end
    assert_includes words, "use it up within"
  end

  def test_nothing_planned_and_noise
    path = new_job(length: "", "name" => "<b>x</b>")
    get path.sub("/jobs/", "/paper/")

    assert_equal 200, last_response.status
    refute_includes page, "<b>x</b>"
    get "#{path.sub("/jobs/", "/paper/")}/cards"

    assert_includes words, "Nothing is planned yet"
    get "/paper/999999"

    assert_equal 404, last_response.status
  end

  def desk(path)
    Document::JobDesk.new(Stores::Job.find(path[/\d+/]).document, sheets: Stores::Shelf.finder, tools: Stores::Tool.shelf)
  end
end

# Which face of a piece is coated, is seen in its section.
class FacesDrawnTest < AppTest
  def section(side)
    path = new_job("p1-side" => side, length: "600", width: "300")
    get path
    drawn = page[%r{<svg class="drawing piece-plan".*?</svg>}m]
    wood, coat = [Drawings::Ramp::WOOD, Drawings::Ramp.fill(:runny)].map do |fill|
      drawn.scan(/<rect[^>]*?y="([\d.]+)"[^>]*?fill="#{Regexp.escape(fill)}"/).flatten.map(&:to_f).last
    end
    [wood, coat, drawn]
  end

  def test_an_underside_hangs_and_each_other_face_is_named
    wood, coat, = section("top")

    assert_operator coat, :<, wood
    wood, coat, drawn = section("under")

    assert_operator coat, :>, wood
    assert_includes drawn, "underside: coat"
    assert_includes section("edge").last, "edge: coat"
  end
end
