# frozen_string_literal: true

require_relative "../../app_helper"

class FindTest < AppTest
  def test_jobs_sheets_cups_and_lots
    get "/find?q=cedar"
    assert_includes words, "Cedar shutters, three clear coats"
    get "/find?q=deepholm"
    assert_includes words, "Deepholm cast D50 + cast"
    get "/find?q=d-77"
    assert_match(%r{href="/stock/tins/\d+">Deepholm cast D50, lot D-77}, page)
    batch = Stores::Batch.create!(name: "Loose cup 7", recipe: {}, sheet: {})
    batch.note(after: 0, kind: :done, at: 1.0, data: { step: "tins", lot_a: "K-4411" })
    get "/find?q=k-44"
    assert_includes words, "Loose cup 7"
  end

  def test_nothing_found_and_noise
    get "/find?q=zzz"
    assert_includes words, "No matches for “zzz”"
    [*NOISE, "%", "_", "\\", "'"].each do |noise|
      get "/find", { "q" => noise }
      assert_equal 200, last_response.status
      refute_includes page, "<script>alert"
    end
    get "/find?q[]=1"
    assert_equal 400, last_response.status
  end
end
