# frozen_string_literal: true

require_relative "../../app_helper"

class JobDocumentTest < CoreTest
  def blank
    Document::JobDocument.blank(shop_temp_c: 20, start: "2026-11-24T07:00")
  end

  def form(params, before = blank)
    Document::JobDocument.from_form(params, page: "metric", before: before)
  end

  def test_only_what_is_there_can_be_typed_into
    made = form({ "p1-s1-length" => "900", "p9-depth" => "3", "p1-s9-length" => "4", "c7-film" => "1", "rubbish" => "x",
      "c1-film" => "0.2", "p1-nonsense" => "1" })

    assert_equal({ "typed" => "900", "bare" => "mm" }, made["p1-s1-length"])
    assert_equal "0.2", made["c1-film"]
    assert_empty made.keys - blank.keys - %w[p1-s1-length c1-film]
  end

  def test_nothing_typed_adds_nothing
    assert_equal blank,
      form({ "p1-s1-length" => "", "c1-drink" => " ", "points" => { "0" => { "x" => "", "y" => "" } }, "c1-steps" => [""] })
  end

  def test_a_figure_keeps_the_unit_it_was_typed_in
    typed = form({ "p1-s1-length" => "900" })
    on_us_page = Document::JobDocument.from_form({ "p1-s1-length" => "900 mm" }, page: "us", before: typed)

    assert_equal typed, on_us_page
    assert_equal "in", Document::JobDocument.from_form({ "p1-s1-length" => "35" }, page: "us", before: typed)["p1-s1-length"]["bare"]
  end

  def test_two_devices_each_add_a_task_and_both_stay
    base = blank
    mine = Document::JobDeed.new(base).done("add-task:flood")
    theirs = Document::JobDeed.new(base).done("add-task:seal")
    merged, both = Document::JobDocument.merge(base, mine, theirs)

    assert_equal 3, merged["tasks"].size
    assert_empty both
    assert_equal(%w[coat flood seal], merged["tasks"].map { |id| merged["#{id}-kind"] }.sort)
  end

  def test_one_drops_what_the_other_changes
    base = Document::JobDeed.new(blank).done("add-task:flood")
    id = base["tasks"].last
    mine = Document::JobDeed.new(base).done("drop-task:#{id}")
    theirs = base.merge("#{id}-film" => "1.6")
    merged, = Document::JobDocument.merge(base, mine, theirs)

    assert_equal ["c1"], merged["tasks"]
    assert_equal "1.6", Document::JobDocument.merge(base, theirs, base)[0]["#{id}-film"]
  end

  def test_merging_random_edits_keeps_every_field_changed_on_one_side
    fields = %w[name c1-film room night day tins p1-s1-length p1-s1-width c1-coats people hours]
    40.times do
      edit = ->(document) { form(fields.sample(3, random: chance).to_h { |name| [name, chance.rand(1000).to_s] }, document) }
      base = edit.call(blank)
      mine = edit.call(base)
      theirs = edit.call(base)
      merged, both = Document::JobDocument.merge(base, mine, theirs)

      fields.each do |name|
        wanted = mine[name] == base[name] ? theirs[name] : mine[name]

        wanted.nil? ? assert_nil(merged[name]) : assert_equal(wanted, merged[name], name)
        assert_includes both, name if mine[name] != base[name] && theirs[name] != base[name] && mine[name] != theirs[name]
      end
    end
  end

  def test_every_field_of_every_table_is_found_by_its_key
    { "" => Document::Fields::JOB, "p1-" => Document::Fields::PLACE, "p1-s1-" => Document::Fields::SHAPE, "c1-" => Document::Fields::TASK }
      .each do |prefix, table|
      table.each { |name, field| assert_same field, Document::Fields.of("#{prefix}#{name}") }
    end
    ["", "-", "p1", "p1-s1", "c1-film-x", "P1-depth", "p1-depth\n", "p1234567-depth", "x" * 9999].each do |key|
      assert_nil Document::Fields.of(key), key[0, 20]
    end
  end

  # Every input a kind of work asks for has a field, and every kind has a rule the engine knows.
  def test_kinds_of_work_are_whole
    Work::Kinds::ALL.each_value do |kind|
      kind.inputs.each { |name| refute_nil Document::Fields.of("c1-#{name}"), "#{kind.name} #{name}" }
      assert_includes Work::Kinds::PLACES.keys, kind.on
      assert kind.need || Work::Sizing.method_defined?(:"need_#{kind.rule}"), kind.name
      kind.steps.each { |step| assert_includes Plan::WorkSteps::ALL.keys, step }
      kind.purposes.each { |purpose| assert_includes PURPOSES.keys, purpose }
    end
  end
end

class JobDeskTest < AppTest
  def desk(**fields)
    path = new_job(**fields)
    Document::JobDesk.new(Stores::Job.find(path[/\d+/]).document, sheets: Stores::Shelf.finder)
  end

  def wording
    Words::Wording.new("metric")
  end

  def test_what_moved_names_amount_cups_and_coats
    before = desk("c1-coats" => "2")
    after = desk("c1-coats" => "3", length: "7200", start: "2026-11-24T11:00")
    words = Words::Moved.new(before, after, wording).words.join(" | ")

    assert_match(/\+[\d .]+ (k?g)/, words.tr("\u202F", " "))
    assert_includes words, "+1 coat"
    assert_match(/\+\d+ batch(?:es)?/, words)
    assert_includes words, "film coat 1 Tue 11:00 instead of Tue 09:00"
    assert_empty Words::Moved.new(before, before, wording).words
  end

  def test_what_if_changes_only_what_was_asked
    job = desk("people" => "2")
    tried = Document::WhatIf.new({ "wi_room" => "3", "wi_start" => "-2", "wi_late" => "1" })
    changed = tried.document(job.document, job)

    assert_equal({ "typed" => "23", "bare" => "C" }, changed["room"])
    assert_equal "2026-11-24T07:00", changed["start"]
    ends = job.hours.bands.last[1]

    assert_match(/-#{format("%02d:%02d", *[ends + 60, 1440].min.divmod(60))}\z/, changed["hours"])
    assert_equal job.document, Document::WhatIf.new({}).document(job.document, job)
    refute_predicate Document::WhatIf.new({ "wi_room" => "99x", "wi_late" => "long" }), :on?
  end

  def test_what_if_shifts_a_wave_and_a_temperature_in_fahrenheit
    wave = desk("room_mode" => "wave", "night" => "15", "day" => "70 F")
    changed = Document::WhatIf.new({ "wi_room" => "2" }).document(wave.document, wave)

    assert_equal %w[17 23.11], [changed["night"]["typed"], changed["day"]["typed"]]
  end

  def test_places_of_every_form_are_read
    { "cylinder" => { "diameter" => "200", "height" => "300" }, "cone" => { "diameter" => "200", "top" => "100", "height" => "150" },
      "box" => { "length" => "300", "width" => "200", "height" => "100" },
      "rod" => { "diameter" => "6", "length" => "40" }, "cavity" => { "bottom" => "30", "rim" => "40", "height" => "25", "count" => "6" },
      "joint" => { "length" => "2 m" },
      "damage" => { "hole_length" => "60", "thickness" => "4" },
      "pool" => { "width" => "4 m", "levels" => [[{ "typed" => "3 m" }, { "typed" => "1 m" }]] } }.each do |form, fields|
      place = Document::PlaceDesk
        .new("p1", Document::Reader.new(fields.transform_keys { |name| "p1-#{name}" }.merge("p1-form" => form)).part("p1"))

      refute_nil place.place, form
      assert_equal Document::PlaceForms::ALL.fetch(form).sort, place.sort
      refute_equal "", place.name
    end
  end

  def test_what_is_missing_of_a_place_is_named_where_it_belongs
    reading = Document::Reader.new({ "p1-form" => "cone", "p1-diameter" => "200", "p1-height" => "abc" }).part("p1")
    place = Document::PlaceDesk.new("p1", reading)

    assert_nil place.place
    assert_equal ["p1-top"], reading.missing.map(&:field)
    assert_equal ["p1-height"], reading.problems.map(&:field)
  end

  def test_soundings_that_cannot_be_are_complained_of_at_their_row
    document = { "p1-form" => "void", "p1-shapes" => ["s1"], "p1-s1-shape" => "rectangle", "p1-s1-length" => "300", "p1-s1-width" => "200",
                 "p1-piece" => "40",
                 "p1-soundings" => [%w[50 50 20], %w[500 50 20]].map { |row| row.map { |typed| { "typed" => typed, "bare" => "mm" } } } }
    reading = Document::Reader.new(document).part("p1")
    Document::PlaceDesk.new("p1", reading)

    assert_equal ["p1-soundings.1.x"], reading.problems.map(&:field)
    deep = document.merge("p1-soundings" => [%w[50 50 55].map { |typed| { "typed" => typed, "bare" => "mm" } }])
    reading = Document::Reader.new(deep).part("p1")
    Document::PlaceDesk.new("p1", reading)

    assert_includes reading.problems.first.says, "deeper than the piece"
  end

  def test_a_seal_over_a_filled_void_covers_its_top
    path = new_job
    submit path, { "act" => "add-place:void" }
    place = Stores::Job.find(path[/\d+/]).document["places"].last
    submit path, { "#{place}-s1-length" => "300", "#{place}-s1-width" => "100", "#{place}-depth" => "20", "c1-places" => ["p1", place] }
    job = Document::JobDesk.new(Stores::Job.find(path[/\d+/]).document, sheets: Stores::Shelf.finder)

    assert_in_delta 2.16 + 0.03, job.plan.order.need.area_mm2 / 1e6, 1e-9
    assert_nil job.plan.order.outline
  end

  def test_a_list_of_temperatures_in_many_spellings
    start = Time.local(2026, 11, 24, 7)

    assert_equal [[0.0, 20.0], [90.0, 21.5]], Formats::RoomList.read("0;20\n1,5;21,5", start: start)
    assert_equal([[0.0, 20.0], [1440.0, 10.0]], Formats::RoomList
      .read("when\ttemp\n2026-11-24 07:00\t68\n2026-11-25T07:00\t50", start: start, unit: :F).map { |pair| pair.map(&:to_f) })
    assert_refused("csv", "line 2") { Formats::RoomList.read("0,20\n5,warm", start: start) }
    assert_refused("csv", "two lines") { Formats::RoomList.read("0,20", start: start) }
  end

  def test_the_simulated_weather_is_the_same_for_the_same_hour_and_only_where_a_shop_pretends
    assert_nil Devices::WeatherService.forecast(Time.local(2026, 11, 24, 7), address: nil)
    Devices.connected = Devices::Connected.new(simulated: -> { { room: nil } })
    Devices.connected.pretend = true
    one = Devices::WeatherService.forecast(Time.local(2026, 11, 24, 7), address: nil)
    two = Devices::WeatherService.forecast(Time.local(2026, 11, 24, 9), address: nil)

    assert_in_delta one[2][1], two[0][1], 1e-9
    assert_operator one.map(&:last).minmax.reduce(:-).abs, :>, 4
  ensure
    Devices.connected = Devices::Connected.new
  end
end
