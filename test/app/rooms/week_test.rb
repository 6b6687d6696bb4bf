# frozen_string_literal: true

require_relative "../../app_helper"
require_relative "../clock_help"

# The shop's week: what is on it, what clashes, what is moved, and what keeps the shop from its work.
class WeekTest < AppTest
  by_turns :test_nights_in_which_the_clocks_change_and_forty_jobs_at_once, :test_whatever_a_shop_says_of_its_hours

  include PlanHelp
  include ClockHelp

  MONDAY = "2026-11-30"
  # Whatever day it is, it is the morning of that one.
  NOW = Time.utc(2026, 11, 30, 6).to_f

  def setup
    super
    Stores::Job.where(template: false).update_all(state: "set_aside")
    Stores::Settings.shop.update!(hours: "07:00-12:00, 12:30-17:00", days_off: "Sat Sun")
  end

  def board(name, start, **more)
    new_job("name" => name, "start" => start, "zone" => Stores::Settings.shop.zone.to_s, **more)
  end

  def week(days = 5, from: MONDAY)
    get "/week?from=#{from}&days=#{days}"

    assert_equal 200, last_response.status
  end

  def post_to(address, **told)
    week
    post address, { "authenticity_token" => hidden("authenticity_token"), "deed_id" => hidden("deed_id"), "from" => MONDAY, "days" => "5" }
      .merge(told.transform_keys(&:to_s))
  end

  def job(path)
    Stores::Job.find(path[/\d+/])
  end

  def coat(path, number = 1)
    job(path).said["events"].find { |event| event["lane"] && event["coat"] == number }
  end

  def hour(seconds)
    Document::Zones.of(Stores::Settings.shop.zone).at(seconds).strftime("%a %H:%M")
  end

  def test_jobs_stand_on_one_wall
    path = board("Hatch", "2026-12-01T08:00", "c1-coats" => "2", "c1-school" => "tack")
    week

    assert_match(/1 job, 1 pair of hands/, words)
    assert_includes page, %(<a href="#{path}">)
    assert_includes words, "Nothing clashes"
    lanes = page.scan(/class="week-lane drag"[^>]*data-from="(\d+)"/).flatten.map(&:to_i)

    assert_equal [coat(path)["from"], coat(path, 2)["from"]], lanes
    assert_match(/Tuesday 1 December 08:00 Hatch : film coat 1 of 2, \d+ g/, words)
    assert_match(/First Hatch: film coat 1 of 2 Tue 08:00\./, words)
    assert_match(/film coat 2 of 2 between Tue \d\d:\d\d and/, words)
    week(5, from: "2026-12-14")

    assert_includes words, "Nothing is planned in these days"
  end

  def test_two_jobs_that_clash_are_resolved_both_ways
    first = board("Hatch", "2026-12-01T08:00")
    second = board("Lid", "2026-12-01T08:00")
    week
    clash = page[/clash=(\w{12})/, 1]

    assert_match(/Tue 08:00: 2 want one pair of hands/, words)
    Stores::Now.stub(:wall, Time.utc(2026, 11, 30, 9).to_f) { get "/" }

    assert_match(/Tue 08:00: 2 want one pair of hands : Hatch: film coat; Lid: film coat/, words, "the list says the same")
    get "/week?from=#{MONDAY}&days=5&clash=#{clash}"
    told = %w[job field value].map { |name| %(name="#{name}" value="([^"]+)">) }.join('\s*<input type="hidden" ')
    ways = page.scan(Regexp.new(told))

    assert_equal [first, second].map { |path| path[/\d+/] }.sort, ways.map(&:first).uniq.sort, "either gives way"
    assert_includes words, "call one more pair of hands"
    ways.group_by(&:first).each_value do |(id, field, value), _|
      ActiveRecord::Base.transaction(requires_new: true) do
        post_to "/week/take", job: id, field: field, value: value

        assert_equal 303, last_response.status
        week

        assert_match(/Moved: \S+: .*instead of/, words)
        assert_includes words, "Nothing clashes"
        post_to "/week/undo", jobs: id
        week

        assert_includes words, "Tue 08:00: 2 want one pair of hands"
      end
    end
  end

  def test_the_first_coat_takes_its_job_along_and_a_later_one_waits
    path = board("Hatch", "2026-12-01T08:00", "c1-coats" => "2", "c1-school" => "tack")
    foretold = [coat(path), coat(path, 2)].map { |one| one["from"] }
    post_to "/week/move", job: path[/\d+/], task: "c1", coat: "1", section: "1", by: "60"

    assert_equal(foretold.map { |at| hour(at + 3600) }, [coat(path), coat(path, 2)].map { |one| hour(one["from"]) })
    assert_equal "2026-12-01T09:00", document(path)["start"]
    post_to "/week/move", job: path[/\d+/], task: "c1", coat: "2", section: "1", by: "30"

    assert_in_delta foretold[1] + 5400, coat(path, 2)["from"], 60
    assert_equal foretold[0] + 3600, coat(path)["from"], "what lies below stays"
    week

    assert_match(/Moved: Hatch: film coat 2 Tue/, words)
    week

    refute_includes words, "Moved:", "said once"
    get path

    assert_match(/is not to begin before Tue.*Not before/, words)
  end

  # A job that keeps clear of others moves with them, and that is said.
  def test_nothing_moves_silently_in_another_job
    first = board("Hatch", "2026-12-01T08:00")
    second = board("Lid", "2026-12-01T08:00", "chain" => "yes")
    Stores::Renewer.new.renew_all(breath_s: 0)

    assert_operator coat(second)["from"], :>=, coat(first)["to"]
    post_to "/week/move", job: first[/\d+/], task: "c1", coat: "1", section: "1", by: "120"
    week

    assert_match(/Moved: Hatch: .* · Lid, which keeps clear, Tue 08:00 instead of Tue 08:\d\d/, words)
    assert_includes words, "Nothing clashes"
  end

  def test_what_lies_is_not_moved_and_nothing_is_moved_by_nonsense
    path = board("Hatch", "2026-12-01T08:00")
    [%w[c1 9 1], %w[c7 1 1], ["", "", ""]].each do |task, number, section|
      post_to "/week/move", job: path[/\d+/], task: task, coat: number, section: section, by: "60"

      assert_equal 422, last_response.status
    end
    others = Stores::Job.order(:id).pluck(:id, :revision)
    ["1e309", "5 furlongs", ""].each do |id|
      post_to "/week/move", job: id, task: "c1", coat: "1", section: "1", by: "15"

      assert_equal 404, last_response.status, id
    end
    assert_equal others, Stores::Job.order(:id).pluck(:id, :revision), "no other job is moved"
    ["1e309", "NaN", "-9999999", "x"].each do |by|
      post_to "/week/move", job: path[/\d+/], task: "c1", coat: "1", section: "1", by: by

      assert_includes [303, 422], last_response.status, by
    end
    [["p1-depth", "2026-12-01T09:00"], ["start", "tomorrow"], ["c1-not_before_1_1", "<b>"],
      ["name", "2026-12-01T09:00"],
      ["start", "2026-13-45T99:99"], ["c9-not_before_1_1", "2026-12-01T09:00"]].each do |field, value|
      post_to "/week/take", job: path[/\d+/], field: field, value: value

      assert_equal 404, last_response.status, field
    end
    submit path, { "c1-began_1_1" => "2026-12-01T08:05" }
    post_to "/week/move", job: path[/\d+/], task: "c1", coat: "1", section: "1", by: "60"

    assert_equal 422, last_response.status
    assert_includes words, "It lies already"
    noise(6).each do |one|
      get "/week", { "from" => one, "days" => one, "clash" => one }

      assert_includes [200, 400], last_response.status
      get "/week/ways", { "clash" => one }

      assert_includes [404, 400], last_response.status
      post_to "/week/appointments", label: one, starts: one, ends: one

      assert_includes [303, 422], last_response.status
    end
  end

  def test_jobs_are_fitted_together_and_taken_back_at_once
    paths = [board("Hatch", "2026-12-01T08:00"), board("Lid", "2026-12-01T08:00"), board("Box", "2026-12-01T08:05")]
    before = paths.map { |path| coat(path)["from"] }
    ids = paths.map { |path| path[/\d+/] }
    week
    get "/week/fit", { "from" => MONDAY, "days" => "5", "jobs" => ids }

    assert_match(/In this order nobody is wanted twice.*Nothing has them ready sooner/, words)
    post "/week/fit",
      { "authenticity_token" => hidden("authenticity_token"), "deed_id" => hidden("deed_id"), "jobs" => ids, "from" => MONDAY }
    week

    assert_includes words, "Nothing clashes"
    assert_match(/Moved: .* instead of/, words)
    post "/week/undo",
      { "authenticity_token" => hidden("authenticity_token"), "jobs" => page[/name="jobs" value="([^"]+)"/, 1], "from" => MONDAY }

    assert_equal(before, paths.map { |path| coat(path)["from"] })
    get "/week/fit", { "jobs" => ["x", "99999999", ""] }

    assert_includes words, "Choose two jobs or more"
    week
    post "/week/undo", { "authenticity_token" => hidden("authenticity_token"), "jobs" => "99999999,x" }

    assert_equal 404, last_response.status
  end

  def test_an_appointment_is_kept_clear_of
    path = board("Hatch", "2026-12-01T08:00")
    post_to "/week/appointments", label: "Delivery", starts: "2026-12-01 07:30", ends: "09:00"

    assert_equal 303, last_response.status
    Stores::Renewer.new.renew_all(breath_s: 0)

    assert_equal "Tue 09:00", hour(coat(path)["from"])
    week

    assert_match(/07:30 Delivery: until Tue 09:00/, words)
    assert_includes words, "Nothing clashes"
    post_to page[%r{/week/appointments/\d+/remove}]
    Stores::Renewer.new.renew_all(breath_s: 0)

    assert_equal "Tue 08:00", hour(coat(path)["from"])
    { { label: "", starts: "2026-12-01 07:30", ends: "09:00" } => "must say what it is",
      { label: "x", starts: "2026-12-01 07:30", ends: "2026-12-01 07:30" } => "must be after it begins",
      { label: "x", starts: "2090-12-01 07:30", ends: "2090-12-01 08:30" } => "within two years",
      { label: "x", starts: "25:99", ends: "" } => "From" }.each do |told, says|
      post_to "/week/appointments", **told

      assert_equal 422, last_response.status
      assert_includes words, says
    end
  end

  # What is planned on the week keeps its own windows, and is nowhere twice.
  def test_reading_the_week_plans_nothing
    board("Hatch", "2026-12-01T08:00")
    Document::JobDesk.stub(:new, ->(*) { flunk "planned" }) { week }
  end

  # An infusion and another want the one pump; two pumps are enough; a shop that has named none is told nothing.
  def test_a_thing_that_is_shared_is_wanted_twice
    things = %w[Hull Lid].map { |name| board(name, "2026-12-01T08:00", "c1-sheet" => sheet_id("Tarn table pour", "table")) }
    things.each { |path| job(path).then { |one| one.update_columns(summary: JSON.generate(one.said.merge("events" => with_pump(one)))) } }
    week

    refute_includes words, "vacuum pump"
    submit "/settings/things", { "sort" => "vacuum_pump", "name" => "the green pump" }, from: "/settings"
    week

    assert_match(/Tue 08:00: 2 want the vacuum pump Hull: film coat; Lid: film coat/, words)
    submit "/settings/things", { "sort" => "vacuum_pump", "name" => "" }, from: "/settings"
    week

    refute_includes words, "vacuum pump"
    submit "/settings/things", { "sort" => "nonsense", "name" => "x" }, from: "/settings"

    assert_equal 404, last_response.status
    submit "/settings/things", { "sort" => "oven", "name" => "x" * 61 }, from: "/settings"

    assert_includes words, "must be at most 60 characters"
  end

  def with_pump(job)
    job.said["events"].map { |event| event.merge("things" => [["vacuum_pump", event["from"], event["to"]]]) }
  end

  # Sanding beside a coat that is still open is told, unless a dust-free room is named.
  def test_dust_is_told_of
    board("Hatch", "2026-12-01T07:00", "c1-coats" => "2", "c1-school" => "abrade")
    board("Lid", "2026-12-02T11:00")
    week

    assert_match(/Hatch: wash and abrade Wed \d\d:\d\d makes dust while Lid lies open until Wed/, words)
    submit "/settings/things", { "sort" => "dust_free_room", "name" => "cabin" }, from: "/settings"
    week

    refute_includes words, "makes dust"
  end

  # A pour that is hot after hours is told of, unless it was said that it may be left.
  def test_no_hot_pour_is_left_alone_unless_that_was_said
    path = board("Block", "2026-12-01T15:00", "p1-form" => "void", "p1-depth" => "48", "length" => "400", "width" => "300",
      "c1-kind" => "cast", "c1-sheet" => sheet_id("Deepholm cast D50", "cast"), "room" => "26", "c1-known" => "yes")
    hot = coat(path)["hottest"]

    assert_in_delta 50, hot[1], 15
    week

    assert_match(/Block: casting reaches \S+ °C about \w+ \d\d:\d\d, after hours/, words)
    submit path, { "c1-left" => "yes" }
    week

    refute_includes words, "after hours. Begin"
  end

  # The hours of both nights in which the clocks are set, and forty jobs at one minute.
  def test_nights_in_which_the_clocks_change_and_forty_jobs_at_once
    Stores::Settings.shop.update!(zone: "Europe/Oslo")
    path = board("Hatch", "2026-10-23T08:00", "zone" => "Europe/Oslo", "c1-coats" => "3")
    document = document(path)
    39.times { |i| Stores::Job.new.tap { |one| one.write(document.merge("name" => "Hatch #{i}")) } }
    Stores::Renewer.new.renew_all(breath_s: 0)
    [["2026-10-22", 7], ["2026-03-27", 5], ["2026-10-25", 1]].each do |from, days|
      week(days, from: from)
      axis = JSON.parse(CGI.unescapeHTML(page[/data-axis="([^"]+)"/, 1] || "[]"))
      axis.each_cons(2) { |(t0, x0), (t1, x1)| assert(t1 > t0 && x1 > x0, "time and place both go on") }
    end
    week(7, from: "2026-10-22")
    assert_match(/Fri 08:00: 40 want one pair of hands/, words)
  end

  # Many coats, a shop that never shuts, one that is off for long, a person who is never there: the week stands.
  def test_whatever_a_shop_says_of_its_hours
    path = board("Hatch", "2026-12-01T08:00", "c1-coats" => "20", "c1-film" => "0.05", "c1-school" => "tack")
    week(14)

    assert_match(/and \d+ more coats/, words)
    days_off = (0..58).map { |i| (Date.new(2026, 12, 1) + (i * 12)).iso8601 }.join(" ")
    ["24 h", "00:00-00:01", "23:59-24:00"].each do |hours|
      Stores::Settings.shop.update!(hours: hours, days_off: days_off)
      Stores::Renewer.new.renew_all(breath_s: 0)
      week(14)
      week(1, from: "2028-02-29")
    end
    submit path, { "crew[0][name]" => "Ada", "crew[0][does]" => "all", "crew[0][hours]" => "Sat 00:00-00:01" }
    Stores::Renewer.new.renew_all(breath_s: 0)
    week
  end

  # Where jobs ask for somebody by name, it says for whom.
  def test_a_clash_names_whom_it_is_about
    Stores::Settings.shop.update!(people: "Ada\nBo", crew: 2)
    board("Hatch", "2026-12-01T08:00", "crew[0][name]" => "Ada", "crew[0][does]" => "all")
    board("Lid", "2026-12-01T08:00", "crew[0][name]" => "Ada", "crew[0][does]" => "all")
    Stores::Renewer.new.renew_all(breath_s: 0)
    week

    assert_match(/Tue 08:\d\d: 2 want Ada/, words)
    refute_match(/2 want 2 pairs of hands/, words)
  end

  def test_the_week_for_the_door
    board("Hatch", "2026-12-01T08:00")
    get "/paper/week?from=#{MONDAY}&days=5"

    assert_match(/Week from Monday 30 November.*Tuesday 1 December 08:00 Hatch: film coat/, words)
  end
end
