# frozen_string_literal: true

require_relative "../../app_helper"
require "icalendar"
require "minitest/mock"

# Reading never plans: what a plan says is kept beside its job, and everything but the open sheet reads that.
class ReadingTest < AppTest
  include PlanHelp

  READ = ["/", "/?show=all&sort=name", "/?show=done", "/bench", "/find/?q=Board", "/plan/shop.ics", "/shelf"].freeze

  # What is planned while the block runs: the minute each coat begins at, and its millilitres.
  def planned(&)
    orders = []
    counter = TracePoint.new(:call) do |point|
      orders << point.binding.local_variable_get(:order) if point.method_id == :initialize && point.self.is_a?(Dakren::Plan::CoatPlan)
    end
    counter.enable(&)
    orders.map { |order| [order.from_min.to_f.round(3), order.need.line(:work).value] }
  end

  def record(path)
    Dakren::Stores::Job.find(path[/\d+/])
  end

  def forget_desks
    Dakren::Stores::Planning.forget
  end

  def test_no_list_plans_anything_even_where_what_was_kept_is_stale
    four_coats("name" => "Board")
    forget_desks
    Dakren::Stores::Job.update_all(summary_stamp: "of long ago")
    READ.each do |path|
      assert_empty planned { get(path) }, path
      assert_equal 200, last_response.status, path
    end
  end

  # In a room that stays as it is a coat is planned once at most; where it changes, at the minute it may begin, to find its place, and
  # at the one it does.
  def test_an_edit_plans_no_coat_twice_at_one_minute
    { four_coats => 1..4, four_coats("room_mode" => "wave", "night" => "19.5", "day" => "20.5") => 4..9 }.each do |path, plans|
      get path
      edit = planned { submit path, { "film" => "0.35" }, live: true }

      assert_equal edit.uniq, edit
      assert_includes plans, edit.size
      assert_empty(planned { get path })
    end
  end

  def test_the_list_says_what_the_sheet_says
    path = four_coats("name" => "Told alike", "film" => "0.25")
    desk = desk(path)
    get "/"

    assert_includes words, "Told alike"
    said = record(path).said

    assert_in_delta desk.coats.sum { |coat| coat.plan.amounts.total.total_g }.to_f, said["grams"], 0.001
    assert_equal desk.coats.sum { |coat| coat.plan.batches.size }, said["cups"]
    assert_equal desk.time_at(desk.coats.last.done_min).to_i, said["last_at"]
    assert_nil said["over_at"], "what nobody has begun is not over"
    submit(path, (1..4).to_h { |coat| ["c1-began_#{coat}_1", desk.time_at(desk.coats[coat - 1].from_min).strftime("%Y-%m-%dT%H:%M")] })
    said = record(path).said

    assert_operator said["over_at"], :>=, said["last_at"]
  end

  def test_a_changed_sheet_makes_its_plans_stale_and_they_are_renewed
    path = four_coats("name" => "Renewed")
    before = record(path).said["grams"]
    row = Dakren::Stores::Sheet.find_by!(resin: "Stillwater clear coat", hardener: "clear")
    row.update!(resin_density_g_ml: row.resin_density_g_ml * 1.1)

    assert_equal before, record(path).said["grams"]
    assert record(path).stale?(Dakren::Stores::Planning.new.stamp)
    Dakren::Stores::Renewer.new.renew_all(breath_s: 0)

    refute record(path).stale?(Dakren::Stores::Planning.new.stamp)
    assert_operator record(path).said["grams"], :>, before * 1.02
    assert_in_delta desk(path).coats.sum { |coat| coat.plan.amounts.total.total_g }.to_f, record(path).said["grams"], 0.001
  end

  # It looks every second, as long as the shop is open.
  def test_while_nobody_writes_nothing_is_looked_at_again
    path = new_job(name: "Shelf board")
    renewer = Dakren::Stores::Renewer.new
    renewer.define_singleton_method(:rest) { |_| nil }
    3.times { renewer.send(:go_on) }

    assert_equal 1, queries { renewer.send(:go_on) }, "has anybody written?"
    record(path).update_columns(summary_stamp: "")
    renewer.send(:go_on)

    refute record(path).stale?(Dakren::Stores::Planning.new.stamp)
  end

  def test_one_that_cannot_be_worked_out_is_said_so_and_not_tried_for_ever
    path = new_job(name: "Broken inside")
    record(path).update_columns(summary_stamp: "")
    _, told = capture_io do
      Dakren::Stores::Summary.stub(:of, ->(*) { raise "a wall" }) { assert_equal 1, Dakren::Stores::Renewer.new.renew_all(breath_s: 0) }
    end

    assert_includes told, "cannot be summed up"
    assert_equal 0, Dakren::Stores::Renewer.new.renew_all(breath_s: 0)
    get "/"

    assert_includes words, "open it"
  end

  def test_a_job_says_how_it_stands_and_lists_go_by_it
    path = new_job(name: "Shelf board")
    submit "#{path}/state", { "state" => "set_aside" }, from: path
    get "/"

    refute_includes words, "Shelf board"
    get "/?show=set_aside"

    assert_includes words, "Shelf board"
    submit "#{path}/state", { "state" => "<b>" }, from: path

    assert_equal "set_aside", record(path).state
  end

  def test_a_cup_at_the_bench_sets_its_job_under_way
    path = new_job(name: "Begun")
    submit "/bench/planned", { "job" => path[/\d+/], "task" => "c1", "coat" => "1", "section" => "1", "cup" => "1" }, from: path

    assert_equal "under_way", record(path).state
  end

  def test_the_list_has_pages_and_each_job_is_on_one
    Dakren::Stores::Job.transaction do
      71.times do |i|
        Dakren::Stores::Job.new.write(Dakren::Document::JobDocument.blank(shop_temp_c: 20, start: "2026-11-24T08:00", zone: "Etc/UTC")
          .merge("name" => format("Row %03d", i)))
      end
    end
    names = (1..9).flat_map do |number|
      get "/?sort=name&page=#{number}"
      break [] unless last_response.ok?

      page.scan(/Row \d{3}/)
    end

    assert_equal 71, names.uniq.size
    assert_equal names.uniq.sort, names.uniq
    ["/?page=0", "/?page=-3", "/?page=1e9", "/?page=zz&sort=<b>&show=%00", "/?page=99999999999999"].each do |path|
      get path

      assert_equal 200, last_response.status, path
    end
  end

  def test_calendars_together_hold_every_event_of_each_job_once
    path = four_coats("name" => "Own calendar")
    get "/plan/#{path[/\d+/]}/job.ics"
    own = Icalendar::Calendar.parse(page).first.events.map { |event| event.uid.to_s }
    get "/plan/shop.ics"
    all = Icalendar::Calendar.parse(page)

    assert_equal 1, all.size
    uids = all.first.events.map { |event| event.uid.to_s }

    assert_empty own - uids
    assert_equal uids.uniq, uids
    submit "/jobs/#{path[/\d+/]}/state", { "state" => "done" }, from: path
    get "/plan/shop.ics"

    assert_empty(own & Icalendar::Calendar.parse(page).first.events.map { |event| event.uid.to_s })
  end

  def test_a_moved_plan_is_in_the_calendar_at_once
    path = four_coats("name" => "Moved")
    get "/plan/shop.ics"
    submit path, { "start" => "2026-12-01T07:00" }
    get "/plan/shop.ics"
    starts = Icalendar::Calendar.parse(page).first.events.select { |event| event.uid.to_s.start_with?("job-#{path[/\d+/]}-") }
      .map { |event| event.dtstart.to_time }

    refute_empty starts
    assert_operator starts.min, :>=, Dakren::Document::Zones.of(record(path).document["zone"]).local(2026, 12, 1, 7)
  end

  # Where the program runs does not move a plan: the zone is the job's own.
  def test_a_plan_is_the_same_wherever_the_program_runs
    document = document(four_coats).merge("zone" => "America/Chicago", "hours" => "07:00-12:00, 12:30-17:00")
    all = %w[Etc/UTC Asia/Tokyo Pacific/Auckland].map { |zone| under(zone) { moments(document) } }

    assert_equal 1, all.uniq.size
    assert_equal Time.utc(2026, 11, 24, 13), Time.at(all.first.first).utc
  end

  def moments(document)
    planned = Dakren::Stores::Planning.new.fresh_desk_of(document)
    planned.coats.map { |coat| planned.time_at(coat.from_min).to_i }
  end

  def under(zone)
    was = ENV.fetch("TZ", nil)
    ENV["TZ"] = zone
    yield
  ensure
    ENV["TZ"] = was
  end
end
