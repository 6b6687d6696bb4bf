# frozen_string_literal: true

require_relative "../../app_helper"

# What jobs lack, and what is to be bought.
class BuyingTest < AppTest
  # The demo's own shelf: a job that goes short of 180 g of hardener, and where.
  def test_a_job_that_goes_short_says_at_which_batch
    primer = Stores::Sheet.find_by!(resin: "Granite primer")
    get "/stock/#{primer.id}"

    assert_match(/Runs out .* at Wash-house floor, primer, batch \d of \d: 1[78]\d(\.\d)? g short/, words)
    get "/jobs/#{Stores::Job.find_by!(name: "Wash-house floor").id}"

    assert_match(/1[78]\d(\.\d)? g of primer of Granite primer short. What is on the shelf is used up at batch \d of \d, primer/, words)
    get "/stock/buy"

    assert_match(/Granite primer \+ primer 1[78]\d(\.\d)? g of B short 1 × 5 kg A \+ 2.23 kg B, 97.00 EUR each 97.00 EUR/, words)
    get "/stock/buy.csv"
    rows = CSV.parse(page, headers: true)

    assert_equal([["Granite primer + primer", "1", "97.0"]], rows.map { |row| row.values_at("resin system", "packs", "price") })
    assert_operator rows[0]["left over of B"].to_f, :>, 2000
    get "/paper/buy"

    assert_includes words, "Granite primer + primer"
    refute_includes words, "For which jobs"
  end

  # Of what nobody keeps here all of it is bought, for a job that is chosen; in packs as its data sheet says, or it says that none is known.
  def test_for_one_job
    job = Stores::Job.find_by!(name: "Seed samples in small blocks")
    get "/stock/buy?jobs[]=#{job.id}"

    assert_match(
      /Lens mounting resin \+ mounting 31\d(\.\d)? g of A and 39(\.\d)? g of B short In which packs it is sold is not known yet/, words
    )
    assert_match(/name="jobs\[\]"[^>]*value="#{job.id}"[^>]*checked|checked[^>]*value="#{job.id}"/, page)
    %w[x -1 99999999999999999999 1e9].each { |noise| get("/stock/buy?jobs[]=#{noise}") && assert_equal(200, last_response.status) }
    get "/stock/buy?jobs=1"

    assert_equal 200, last_response.status
  end

  # What is mixed is no longer wanted; a batch thrown out is wanted again.
  def test_a_resin_system_is_reached_by_its_name
    get "/jobs/#{Stores::Job.find_by!(name: "Wash-house floor").id}"
    primer = Stores::Sheet.find_by!(resin: "Granite primer")

    assert_includes page, "<a href=\"/stock/#{primer.id}\">Granite primer + primer: its tins and data sheet</a>"
    get "/find?q=granite"

    assert_includes page, "href=\"/stock/#{primer.id}\""
  end

  def test_what_is_mixed_is_not_wanted_any_more
    job = Stores::Job.find_by!(name: "Wash-house floor")
    primer = ["Granite primer", "primer"]
    before = Stores::Promised.now.wanted(job.id, primer)
    event = job.said["events"].find { |one| one["resin"] == primer[0] }
    batch = Stores::Batch.create!(job: job, task: event["task"], coat: event["coat"], section: event["section"], cup_number: 1, name: "x",
      recipe: {}, sheet: {}, stands: "poured", met_at: 1.0)

    assert_in_delta before - event["batches"][0][2], Stores::Promised.now.wanted(job.id, primer), 0.01
    batch.update!(stands: "binned")

    assert_in_delta before, Stores::Promised.now.wanted(job.id, primer), 0.01
  end
end
