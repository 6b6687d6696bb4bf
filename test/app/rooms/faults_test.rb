# frozen_string_literal: true

require_relative "book_help"

# "Something wrong with it?" asked of a batch, a coat and a job, and what plans make of what was found.
class FaultsTest < AppTest
  include PlanHelp
  include BookHelp

  # What is seen, held against this very batch.
  def test_something_wrong_with_it
    record = batch(mix_min: 1)
    get "#{record_path(record)}?seen=streaks"

    assert_match(/1\s+Not mixed through/, words)
    assert_match(/mixed 0\.\d+ of its time/, words)
    get "#{record_path(batch(mix_min: 9))}?seen=streaks&cup_scraped_out=yes"

    assert_match(/1\s+Cup scraped out on the work/, words)
    assert_equal 422, tell(record, "found", sign: "streaks", cause: "moonlight")
    assert_equal 303, tell(record, "found", sign: "streaks", cause: "not_mixed", text: "cut out, coated again")
    get record_path(record)

    assert_includes words, "Found: sticky in streaks, hard elsewhere: Not mixed through: cut out, coated again"
    get "/book?fault=streaks"

    assert_includes words, "sticky in streaks"
    get "#{record_path(record)}?seen=purple"

    assert_equal 200, last_response.status
    Faults::SIGNS.each_key do |seen|
      get "#{record_path(record)}?seen=#{seen}"

      assert_equal 200, last_response.status, seen
    end
  end

  # What was found once is in the next plan: where the same conditions stand in it, or the same resin is mixed.
  def test_what_went_wrong_is_warned_of_when_the_same_comes_again
    path = new_job(name: "Kayak", room: "20")
    get path

    refute_includes words, "Keep in sight"
    tell(batch(room_c: 17.0), "found", sign: "waxy", cause: "blush")
    get path

    assert_includes words, "With this resin on"
    assert_includes words, "Keep in sight: the air and the dew point"
    submit path, { "humidity" => "92" }
    get path

    assert_match(/As on \S+ \d+ \w+ \(Try\), when it was waxy, washes off with water: the surface 1\.\d °C above the dew point/, words)
    tell(batch(room_c: 20.0), "found", sign: "streaks", cause: "")
    get path

    assert_includes words, "As on", "one whose cause is not known says nothing"
  end

  # Asked of a whole job, its plan is what there is to ask.
  def test_something_wrong_with_a_job_that_never_was_at_the_bench
    path = new_job(name: "Kayak", humidity: "92")
    id = path[/\d+/]
    get "/book/jobs/#{id}?seen=waxy"

    assert_includes words, "None of it was mixed at the bench"
    assert_match(/1\s+Blush/, words)
    told = { "authenticity_token" => hidden("authenticity_token"), "sign" => "waxy", "cause" => "blush", "text" => "washed" }
    post "/book/jobs/#{id}", told

    assert_equal 303, last_response.status
    { "/book/jobs/#{id}" => "Found: waxy, washes off with water: Blush: cool and damp: washed", "/history/#{id}" => "Found wrong",
      path => "As on", "/book?fault=waxy" => "Kayak", "/paper/#{id}/story" => "Blush" }.each do |address, says|
      get address

      assert_includes words, says, address
    end
    post "/book/jobs/#{id}", told.merge("cause" => "moonlight")

    assert_equal 422, last_response.status
    get "/book/jobs/999999"

    assert_equal 404, last_response.status
  end

  # Of one coat: what its own batches say, and of several the one that tells most; what was found stands with that coat.
  def test_something_wrong_with_one_coat
    path = new_job(name: "Tiller", "c1-coats" => "2")
    id = path[/\d+/]
    [1, 2].each { |coat| 2.times { |i| mixed_of(path, coat, i.zero? ? 1 : 5) } }
    off = mixed_of(path, 2, 0.4)
    get "/book/jobs/#{id}"

    assert_includes words, "Film coat 1 of 2".downcase
    get "/book/jobs/#{id}/c1-2-1?seen=streaks"

    assert_includes words, "Film coat 2"
    assert_equal 3, page.scan(%r{/book/batches/\d+#wrong}).size
    assert_match(%r{Of its batches <a href="/book/batches/#{off.id}\?seen=streaks}, page)
    post "/book/jobs/#{id}/c1-2-1", { "authenticity_token" => hidden("authenticity_token"), "sign" => "streaks", "cause" => "not_mixed" }

    assert_equal "/book/jobs/#{id}/c1-2-1?seen=streaks", last_response["location"][%r{/book.*}]
    { "/book/jobs/#{id}/c1-2-1" => true, "/book/jobs/#{id}" => true, "/book/jobs/#{id}/c1-1-1" => false }.each do |address, told|
      get address

      assert_equal told, words.include?("Found:"), address
    end
    get "/book?fault=streaks"

    assert_includes words, "Film coat 2: "
    get path

    assert_includes page, "/book/jobs/#{id}/c1-2-1"
    %w[c1-9-1 c7-1-1 c1-2-99].each do |coat|
      get "/book/jobs/#{id}/#{coat}"

      assert_equal 404, last_response.status, coat
    end
  end

  # A batch of one coat of a job, mixed for so many minutes.
  def mixed_of(path, coat, minutes)
    record = batch(ago_h: 30 - coat, mix_min: minutes, job: Stores::Job.find(path[/\d+/]))
    record.update!(task: "c1", coat: coat, section: 1, cup_number: Stores::Batch.count)
    record.stand(walk(record))
    record
  end
end
