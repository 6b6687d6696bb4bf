# frozen_string_literal: true

require_relative "../../app_helper"

# One history of a job: what the bench, the job and the notes say of it, each with time, hand and device; corrected with a trace.
class JobHistoryTest < AppTest
  include PlanHelp

  def clock(minutes)
    Document::Zones.of(Stores::Settings.shop.zone).at((@wall ||= Stores::Now.wall) + (minutes * 60)).strftime("%Y-%m-%dT%H:%M")
  end

  def job
    @job ||= new_job("name" => "Lid", "c1-coats" => "2", "hours" => "24 h", "days_off" => "2000-01-01", "start" => clock(-120))
  end

  def record
    Stores::Job.find(job[/\d+/])
  end

  def history
    "/history/#{job[/\d+/]}"
  end

  def events
    Stores::Event.where(job_id: record.id).order(:number)
  end

  def test_what_is_noted_on_the_job_is_an_event_and_nothing_of_the_document
    submit "/settings/device", { "hand" => "Ada", "device" => "bench phone" }, from: "/settings"
    wall = Stores::Now.wall
    minute = clock(0)
    began = clock(-60)
    submit job, { "c1-began_1_1" => began }
    press job, "mark:c1:finished_1_1"

    assert_empty Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection), "what stays as it was is sealed as it was"
    refute(record.wanted.keys.any? { |key| key.match?(Document::Fields::MARK) || key.include?("-began") })
    assert_equal began, record.document["c1-began_1_1"]
    assert_includes [minute, clock(0)], record.document["c1-finished_1_1"]
    assert_equal([["began", "c1", 1, 1, "Ada", "bench phone"], ["finished", "c1", 1, 1, "Ada", "bench phone"]],
      events.map { |one| [one.kind, one.task, one.coat, one.section, one.hand, one.device] })
    assert_includes (wall - 3660)..(Stores::Now.wall - 3600), events.first.at
    get history
    assert_match(/film coat, coat 1 Started.*Ada, bench phone.*Last batch applied/, words)
  end

  def test_a_name_of_a_device_is_not_cut
    submit "/settings/device", { "hand" => "A" * 41, "device" => "tablet" }, from: "/settings"

    assert_equal 422, last_response.status
    assert_includes words, "Who works with it must be at most 40 characters"
    assert_includes page, "A" * 41
  end

  # A correction stands beside what it corrects, and so does a step back.
  def test_a_correction_leaves_its_trace
    submit job, { "c1-began_1_1" => clock(-60) }
    submit job, { "c1-began_1_1" => clock(-50) }

    assert_equal clock(-50), record.document["c1-began_1_1"]
    press job, "undo"

    assert_equal clock(-60), record.document["c1-began_1_1"]
    press job, "undo"

    refute record.document.key?("c1-began_1_1")
    press job, "redo"

    assert_equal clock(-60), record.document["c1-began_1_1"]
    assert_equal 5, events.count, "nothing of it was erased"
    get history

    assert_equal 4, page.scan('class="told-anew"').size
    assert_match(/Started.*told anew .* by computer/, words)
    assert_includes words, "taken back"
  end

  def test_a_name_typed_at_the_same_time_elsewhere_leaves_what_happened
    get job
    early = hidden("revision")
    submit job, { "c1-began_1_1" => clock(-60) }
    get job
    post job, { "authenticity_token" => hidden("authenticity_token"), "revision" => early, "name" => "Other lid" }

    assert_equal ["Other lid", clock(-60)], record.document.values_at("name", "c1-began_1_1")
  end

  def test_a_copy_of_a_job_has_no_history
    submit job, { "c1-began_1_1" => clock(-60) }
    submit "/plan/#{job[/\d+/]}/deeds", { "deed" => "duplicate" }, from: job
    copy = Stores::Job.order(:id).last

    refute_equal record.id, copy.id
    assert_equal copy.wanted, copy.document
    assert_equal 0, Stores::History.count(copy.id)
  end

  def test_something_is_written_down_with_a_photograph
    get history

    assert_includes words, "Nothing yet"
    file = Rack::Test::UploadedFile.new(File.join(ROOT, "docs", "screenshots", "begin.png"), "image/png")
    submit history, { "text" => "The north end was damp <b>", "at" => "yesterday 16:40", "picture" => file }

    assert_equal 303, last_response.status
    get history

    assert_match(/16:40 .*The north end was damp <b>.*written down/, words)
    address = page[/<img src="([^"]+)"/, 1]
    get address

    assert_equal [200, "image/png"], [last_response.status, last_response["content-type"]]
    Stores::Picture.update_all(created_at: 90.days.ago)
    Stores::Thinning.pictures

    assert_equal 1, Stores::Picture.where(job_id: record.id).count, "what the history shows stays"
  end

  def test_what_cannot_be_written_down_stays_typed
    no_picture = Rack::Test::UploadedFile.new(__FILE__, "image/png")
    { { "text" => "" } => "The note must say something", { "text" => "damp", "at" => "25:99" } => "When must be",
      { "text" => "damp", "at" => "2090-01-01 10:00" } => "When is still to come",
      { "text" => "damp", "at" => "1970-01-01 00:00" } => "within the last year", { "text" => "x" * 2001 } => "at most 2000 characters",
      { "text" => "damp", "picture" => no_picture } => "The photograph must be a PNG" }.each do |told, says|
      submit history, told

      assert_equal 422, last_response.status, told.inspect[0, 80]
      assert_includes words, says
      assert_includes page, told["text"]
    end
    assert_equal 0, Stores::History.count(record.id)
    noise(6).each do |one|
      submit history, { "text" => one, "at" => one }

      assert_includes [303, 422], last_response.status, one.inspect
    end
  end

  def test_a_batch_stands_in_it_and_leads_to_its_record
    get job
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => job[/\d+/], "task" => "c1" }
    cup = last_response["location"]
    get cup
    4.times do
      post cup,
        { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"), "act" => "next" }
      get cup
    end
    post cup, { "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "act" => "abandoned", "why" => "a wasp" }
    get history

    assert_match(/Thrown out: a wasp/, words)
    assert_includes page, %(href="#{cup}")
    refute_includes words, "gloves", "what is made ready stands in the batch's own record"
  end

  # The order in which it is told counts, not the order in which it arrives.
  def test_replayed_in_any_order_it_comes_to_the_same
    submit job, { "name" => "Lid" }
    told = Array.new(12) do |i|
      { kind: %w[began finished tacky hard].sample(random: chance), coat: 1 + chance.rand(2), typed: clock(-i), told_at: i * 60.0 }
    end
    readings = [told, told.reverse, told.shuffle(random: chance)].map do |order|
      Stores::Event.where(job_id: record.id).delete_all
      order.each.with_index(1) do |one, number|
        Stores::Event.create!(job_id: record.id, number: number, task: "c1", section: 1, kind: one[:kind], coat: one[:coat], at: 0.0,
          told_at: one[:told_at], data: { "typed" => one[:typed] })
      end
      [record.document, desk(job).coats.map { |coat| [coat.from_min, coat.window, coat.real] }]
    end

    assert_equal readings[0], readings[1]
    assert_equal readings[0], readings[2]
  end

  # Replayed from nothing, what is kept beside the job is what it was.
  def test_what_was_kept_of_it_is_worked_out_again_from_nothing
    submit job, { "c1-began_1_1" => clock(-60), "c1-finished_1_1" => clock(-50) }
    Stores::Renewer.new.renew_all(breath_s: 0)
    said = record.said
    record.update_columns(summary: "{}", summary_of: 0, summary_stamp: "")
    Stores::Planning.forget
    Stores::Renewer.new.renew_all(breath_s: 0)

    assert_equal said, record.said
  end

  def test_many_events_are_shown_page_by_page
    get job
    Stores::Event.insert_all!(Array.new(450) do |i|
      { job_id: record.id, number: i + 1, kind: "note", at: 1.7e9 + (i * 60), told_at: 1.7e9 + (i * 60), data: { "text" => "note #{i}" } }
    end)
    get history

    assert_includes words, "note 449"
    refute_includes words, "note 249 "
    get "#{history}?page=2"

    assert_includes words, "note 0 "
    get "#{history}?page=99999999999999"

    assert_equal 200, last_response.status
  end
end
