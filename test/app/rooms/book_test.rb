# frozen_string_literal: true

require_relative "../../app_helper"

# The book: what was done, searched, read in and out; a record told of afterwards.
class BookTest < AppTest
  include PlanHelp
  include BenchHelp
  include Dakren

  def setup
    super
    stillwater.update!(learns: true)
  end

  # A batch of Stillwater, so long ago, out of its cup after so many minutes.
  def batch(grams: [52.7, 23.2], ago_h: 24, out_min: 14, ended: nil, room_c: 20.0, job: nil, lots: {}, mix_min: 5)
    sheet = Stores::Sheet.find_by!(resin: "Stillwater clear coat")
    record = Stores::Walks.start(sheet: sheet, name: "Try", job: job, total_g: 75.9, first: :resin, cup: Plan::USUAL_CUPS[2],
      room_c: room_c,
      tins_c: room_c, placing_min: 5.0, method: :scale)
    at = Stores::Now.now - (ago_h * 3600)
    [[:done, { step: :tins, **lots }], [:done, { step: :gear }], [:done, { step: :ready }], [:done, { step: :tare }],
      [:weighed, { step: :first, reading_g: grams[0] }], [:weighed, { step: :second, reading_g: grams.sum, room_c: room_c,
                                                                      tins_c: room_c }]]
      .each { |kind, data| step(record, kind, at, data) }
    step(record, :done, at + (mix_min * 60), { step: :mix })
    step(record, :done, at + (mix_min * 60), { step: :second_cup }) if walk(record).step.name == :second_cup
    step(record, :done, at + (out_min * 60), { step: :pour_out, ended: ended }.compact)
    record.stand(walk(record))
    record
  end

  def walk(record)
    Stores::Walks.walk(record.reload)
  end

  def step(record, kind, at, data)
    record.note_all(after: walk(record).number, happened: [[kind, at, data]])
  end

  def record_path(record)
    "/book/batches/#{record.id}"
  end

  # What somebody tells of it on its page.
  def tell(record, act, **fields)
    get record_path(record)
    post record_path(record), { "authenticity_token" => hidden("authenticity_token"), "act" => act, "corrections" => hidden("corrections") }
      .merge(fields.transform_keys(&:to_s))
    last_response.status
  end

  def told_by_its_maker
    Document::SheetNumbers.build(stillwater.attributes.transform_keys(&:to_sym).except(:shop))
  end

  def stillwater
    Stores::Sheet.find_by!(resin: "Stillwater clear coat")
  end

  def test_a_record_shows_what_went_in_and_how_long_it_lasted
    record = batch
    get record_path(record)

    assert_equal 200, last_response.status
    assert_includes words, "52.7"
    assert_includes words, "poured out after 14 min"
    assert_includes words, "Nobody said how its cup ended"
    assert_includes page, "ratio-scale"
    get "/bench/#{record.id}"

    refute_includes words, "What went in", "it is still curing: the bench shows it"
  end

  def test_a_cup_whose_end_is_told_teaches_its_resin_and_the_next_plan
    cup = { mass_g: 100, start_c: 20, room_c: 20 }
    usual = told_by_its_maker.mix.cup(**cup).usable_min
    known = stillwater.learned["cups"]
    known_min = Stores::Shelf.core(stillwater).mix.cup(**cup).usable_min

    assert_equal 303, tell(batch(ended: nil), "ended", how: "thickening", min: (usual * 0.6).round(1).to_s)
    tell(batch(ago_h: 48), "ended", how: "gummed", min: (usual * 0.65).round(1).to_s)
    here = Stores::Shelf.core(stillwater)

    assert_equal known + 2, here.shop.cups
    assert_operator here.mix.cup(**cup).usable_min, :<, known_min
    get "/stock/#{stillwater.id}"

    assert_includes words, "#{known + 2} batches"
    post "/stock/#{stillwater.id}/learns", { "authenticity_token" => hidden("authenticity_token"), "learns" => "no" }

    assert_in_delta usual, Stores::Shelf.core(stillwater).mix.cup(**cup).usable_min, 1e-6, "planned by the data sheet alone"
    refute_nil stillwater.learned, "what was learned is kept"
  end

  # A wild figure swings nothing, and one that is none is not taken.
  def test_a_log_of_nothing_and_a_log_of_a_week
    before = stillwater.learned["z"].last

    assert_equal 422, tell(batch, "ended", how: "thickening", min: "0")
    assert_includes words, "After must be"
    assert_equal 422, tell(batch, "ended", how: "thickening", min: "1e309")
    assert_equal 303, tell(batch, "ended", how: "thickening", min: "10000")
    assert_in_delta before, stillwater.learned["z"].last, 0.35
    assert_equal 422, tell(batch, "peak", peak: "900")
  end

  # What is poured out, with nothing said, teaches nothing; so does one that is off its ratio.
  def test_what_teaches_nothing
    learned = stillwater.learned
    silent = batch

    assert_nil silent.lesson
    off = batch(grams: [52.7, 40.0], ended: "thickening")

    assert_nil off.reload.lesson
    Stores::Learned.renew_stale

    assert_equal learned, stillwater.learned
  end

  def test_a_batch_set_aside_counts_no_more_and_again
    record = batch
    before = stillwater.learned
    usual = told_by_its_maker.mix.cup(mass_g: 100, start_c: 20, room_c: 20).usable_min
    tell(record, "ended", how: "thickening", min: (usual * 0.4).round(1).to_s)
    learned = stillwater.learned

    assert_equal 422, tell(record, "aside")
    assert_includes words, "Why must be said in a few words"
    tell(record, "aside", why: "it stood in the sun")

    assert_in_delta before["z"].last, stillwater.learned["z"].last, 1e-3
    get record_path(record)

    assert_includes words, "set aside: it stood in the sun"
    tell(record, "aside", again: "1")

    assert_in_delta learned["z"].last, stillwater.learned["z"].last, 1e-3
  end

  # A reading put right: the record says so, what was there stays readable, and it is learned anew.
  def test_a_reading_is_put_right
    record = batch(grams: [52.7, 40.0], ended: "thickening")

    assert_nil record.lesson
    number = walk(record).noted(:second).number
    assert_equal 303, tell(record, "corrected", reading: "#{number}-reading_g", should: "75.9", why: "read the wrong line")
    told = walk(record)

    assert_equal :good, told.contents.verdict.name
    assert_in_delta 92.7, told.events.find { |event| event.number == number }.data[:was][:reading_g]
    refute_nil record.reload.lesson
    get record_path(record)

    assert_includes words, "A reading put right: read the wrong line"
    assert_equal 422, tell(record, "corrected", reading: "#{number}-reading_g", should: "75.9")
    assert_equal 422, tell(record, "corrected", reading: "999-reading_g", should: "75.9", why: "x")
    assert_equal 422, tell(record, "corrected", reading: "#{number}-reading_g", should: "NaN", why: "x")
    assert_equal 422, tell(record, "corrected", reading: "#{number}-room_c", should: "900", why: "x")
    assert_equal 422, tell(record, "corrected", reading: "#{number}-reading_g", should: "20", why: "less than the resin before it")
    assert_includes words, "must be above 52.7 g"
  end

  # Whatever a reading is put right to is taken or refused, and its record stands.
  def test_any_reading_put_right_to_anything
    record = batch(ended: "thickening")
    choices = Document::Corrections.new(walk(record), Words::Wording.new("metric"), ActiveSupport::TimeZone["UTC"]).choices.map(&:first)

    assert_operator choices.size, :>=, 5
    choices.product(["0", "0.1", "52.7", "75.9", "500", "-3", "119", "12:00", "yesterday 10:00"]).sample(18,
      random: chance).each do |reading, should|
      tell(record, "corrected", reading: reading, should: should, why: "x")

      assert_includes [303, 422], last_response.status, [reading, should].inspect
      [record_path(record), "/bench/#{record.id}", "/book", "/stock/#{stillwater.id}"].each do |path|
        get path

        assert_equal 200, last_response.status, [path, reading, should].inspect
      end
    end
  end

  def test_two_people_putting_one_reading_right
    record = batch
    number = walk(record).noted(:second).number
    get record_path(record)
    stale = { "authenticity_token" => hidden("authenticity_token"), "corrections" => hidden("corrections"), "act" => "corrected",
              "reading" => "#{number}-reading_g", "should" => "70", "why" => "theirs" }
    tell(record, "corrected", reading: "#{number}-reading_g", should: "75.5", why: "mine")
    post record_path(record), stale

    assert_equal 422, last_response.status
    assert_includes words, "was put right by somebody else meanwhile"
    assert_in_delta 75.5, walk(record).events.find { |event| event.number == number }.data[:reading_g]
  end

  def test_checks_notes_and_photographs
    record = batch
    assert_equal 303, tell(record, "checked", check: "nail", value: "leaves no mark", text: "north side")
    assert_equal 303, tell(record, "checked", check: "durometer", value: "78")
    assert_equal 422, tell(record, "checked", check: "durometer", value: "hard")
    assert_equal 422, tell(record, "checked", check: "durometer", value: "1e309")
    assert_equal 422, tell(record, "checked", check: "smell", value: "1")
    assert_equal 303, tell(record, "note", text: "a hair in the lower corner <b>rubbed</b> out")
    assert_equal 422, tell(record, "note", text: "")
    get record_path(record)

    assert_includes words, "78 Shore D"
    assert_includes words, "a hair in the lower corner <b>rubbed</b> out"
    refute_includes page, "<b>rubbed</b>"
    png = Rack::Test::UploadedFile.new(StringIO.new("not a picture"), "image/png", original_filename: "x.png")
    assert_equal 422, tell(record, "note", text: "see", picture: png)
    assert_includes words, "must be a PNG, JPEG or WebP photograph"
  end

  def test_a_photograph_stays_with_its_batch
    record = batch
    bytes = Zlib.inflate(Zlib.deflate(self.class.png(40, 30)))
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "image/png", original_filename: "cup.png")

    assert_equal 303, tell(record, "note", text: "", picture: file)
    get record_path(record)
    get page[%r{#{record_path(record)}/picture/\d+}]

    assert_equal "image/png", last_response["content-type"]
    assert_equal bytes.b, last_response.body.b
    Stores::Picture.update_all(created_at: 1.year.ago)
    Stores::Thinning.pictures

    assert_equal 1, Stores::Picture.where(batch_id: record.id).count
  end

  def self.png(wide, high)
    chunk = ->(type, data) { [data.bytesize].pack("N") + type + data + [Zlib.crc32(type + data)].pack("N") }
    rows = Array.new(high) { "\0".b + ("\xC0\x80\x20".b * wide) }.join
    "\x89PNG\r\n\x1A\n".b + chunk.call("IHDR".b, [wide, high, 8, 2, 0, 0, 0].pack("NNC5")) + chunk.call("IDAT".b, Zlib.deflate(rows)) +
      chunk.call("IEND".b, "".b)
  end

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

  def test_what_a_batch_took_to_spread_is_the_shops_own_pace
    path = new_job(length: "4 m", width: "2 m", spread: "roller")
    record = Stores::Batch.find(to_bench(path)[/\d+\z/])
    rate = record.circumstances.fetch("pace").fetch("rate")
    at = Stores::Now.now - 7200
    50.times do |i|
      now = walk(record)
      break if now.step.name == :pour_out

      reading = now.recipe.weighed? && now.pouring.target ? { reading_g: now.pouring.target.to_f } : {}
      step(record, reading.empty? ? :done : :weighed, at + i, { step: now.step.name, **reading })
      at = walk(record).events.last.at
    end
    step(record, :done, at + (record.recipe["placing_min"] * 60 * 1.25), { step: :pour_out })
    record.stand(walk(record))
    own = Stores::OwnFigure.find_by!(batch_id: record.id)

    assert_equal %w[pace coat], [own.sort, own.name]
    assert_in_delta rate / 1.25, own.value, 0.02 * rate
    mine, others = [path[/\d+/].to_i, nil].map { |job| Stores::Planning.new(job_id: job).own.of(:pace, "coat") }

    assert_nil mine, "a job goes on as it was planned"
    assert_in_delta own.value, others.value, 0.001
    get "/settings"

    assert_includes words, "1 weighing"
    tell(record, "aside", why: "the telephone rang")

    assert_nil Stores::OwnFigure.find_by(batch_id: record.id)
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

  def test_words_are_found_in_notes_lots_and_names
    record = batch(lots: { lot_a: "A-2611", lot_b: "B-2611" })
    tell(record, "note", text: "Ein Haar in der unteren Ecke, Größe einer Münze")
    record.stand(walk(record))
    { "haar" => 2, "Munze" => 2, "2611" => 1, "stillw" => 3, "\"' OR 1=1 --" => 0, "*" => nil, "nothing like it" => 0,
      "NEAR(" => 0 }.each do |q, least|
      get "/book", "q" => q

      assert_equal 200, last_response.status, q
      found = page.scan("book-line ").size
      least&.zero? ? assert_equal(0, found, q) : assert_operator(found, :>=, least || 0, q)
    end
    get "/book?from=2026-99-99&to=x"

    assert_equal 200, last_response.status
    assert_includes words, "must be a day, like 2026-11-30"
    get "/book?page=999999&kind=none&mix=%00"

    assert_equal 200, last_response.status
  end

  # Its records stay, and what it taught.
  def test_a_retired_resin_keeps_its_records
    record = batch(ended: "thickening")
    stillwater.update!(retired: true)
    get record_path(record)

    assert_equal 200, last_response.status
    assert_includes words, "Stillwater clear coat in this shop"
    assert_equal 303, tell(record, "ended", how: "gummed", min: "30")
    assert_includes stillwater.learned["z"].size.to_s, "7"
    get "/book?q=stillwater"

    assert_includes words, "Try"
  end

  # What is noted on a job stands in the book as well.
  def test_coats_of_a_job_stand_in_the_book
    path = new_job("c1-coats" => "2")
    submit path, { "c1-began_1_1" => "2026-11-24T09:05" }
    get "/book?kind=coat"

    assert_includes words, "Board"
    assert_includes words, "coat 1"
    Stores::Entry.where(kind: "coat").find_each { |entry| Stores::Entry.take_out(entry.key) }
    Stores::Keeping.keep(Stores::Book::WRITTEN_TO, 0)

    assert_equal 1, Stores::Book.catch_up(1)
    nil while Stores::Book.catch_up.positive?
    get "/book?kind=coat"

    assert_includes words, "coat 1", "what happened before the book was kept stands in it"
    assert_equal 0, Stores::Book.catch_up
  end

  # Out and in again, line by line.
  def test_batches_go_out_as_a_table_and_come_in_again
    record = batch(grams: [52.0, 23.0], out_min: 20, ended: "runny", lots: { lot_a: "=1+1", lot_b: "B-9" })
    tell(record, "note", text: "first, second; \"third\"")
    get "/book/entries.csv?kind=batch"
    rows = CSV.parse(last_response.body, headers: true)
    row = rows.find { |one| one["resin_g"] == "52.0" }

    assert_equal ["23.0", "still runny", "20.0", "'=1+1"], row.values_at("hardener_g", "ended", "minutes", "lot_a")
    moved = rows.headers.zip(row.fields).to_h.merge("day" => "2025-03-14", "lot_a" => "A-1")
    assert_equal 303, read_in([moved.keys, moved.values])
    again = Stores::Batch.order(:id).last

    assert_in_delta 75.0, again.made_g
    assert_equal "good", again.verdict
    lesson = Bench::Lesson.read(again.lesson)

    assert_equal [:runny, 20.0], [lesson.ended, lesson.ended_min]
    assert_equal "2025-03-14", Time.at(again.met_at).in_time_zone("UTC").strftime("%Y-%m-%d")
    assert_equal 422, read_in([moved.keys, moved.values], take: "1", status_only: false), "it stands there already"
  end

  def read_in(rows, take: "1", status_only: true)
    get "/book/read-in"
    post "/book/read-in", { "authenticity_token" => hidden("authenticity_token"), "take" => take,
      "csv" => CSV.generate { |csv| rows.each { |row| csv << row } } }
    if status_only || last_response.status != 200
      last_response.status
    else
      (words.include?("stands in the book already") ? 422 : 200)
    end
  end

  def test_older_notes_name_their_holes_line_by_line
    head = %w[day resin resin_g hardener_g minutes ended room_c]
    rows = [head, ["2025-03-14", "stillwater clear coat", "52,7", "23,2", "43", "thickening", "19"], ["soon", "Stillwater clear coat",
      "1", "1", "", "", ""],
      ["2025-03-15", "Moonglue", "10", "5", "", "", ""], ["2025-03-16", "Stillwater clear coat", "10", "", "", "", ""],
      ["2025-03-17", "Stillwater clear coat", "50", "22", "", "", ""], ["2025-03-18", "Stillwater clear coat", "NaN", "1e309", "-4",
        "melted", "900"]]

    assert_equal 200, read_in(rows, take: "0")
    ["2 of 6 lines can be taken", "line 3: day must be like", "line 4: Moonglue is not on the shelf",
      "line 5: resin_g and hardener_g are told together",
      "line 6: no minutes or end: it teaches nothing", "line 7: resin_g must be a number",
      "line 7: ended must be one of"].each { |says| assert_includes words, says }
    before = Stores::Batch.count
    known = stillwater.learned["cups"]

    assert_equal 303, read_in(rows)
    assert_equal before + 2, Stores::Batch.count
    assert_equal known + 1, stillwater.learned["cups"]
  end

  def test_tables_that_are_none
    { "" => "missing", "a,b\n1,2" => "day and resin missing", "day,resin\n\"x" => "cannot be read",
      "day,resin\n#{"2025-01-01,x\n" * 600}" => "must be at most 500 lines" }.each do |text, says|
      get "/book/read-in"
      post "/book/read-in", { "authenticity_token" => hidden("authenticity_token"), "take" => "1", "csv" => text }

      assert_equal 422, last_response.status, text[0, 20]
      assert_includes words, says
    end
  end

  # Whatever is typed on a record is taken or refused by its field, and never a trouble of the house.
  def test_noise_on_a_record
    record = batch
    { "ended" => %w[how min], "peak" => %w[peak], "checked" => %w[check value text at], "note" => %w[text at],
      "corrected" => %w[reading should why],
      "found" => %w[sign cause text], "aside" => %w[why] }.each do |act, fields|
      noise(5).each do |noise|
        fields.each do |field|
          tell(record, act, **{ field.to_sym => noise })

          assert_includes [303, 400, 422], last_response.status, [act, field, noise[0, 20]].inspect
        end
      end
    end
    get record_path(record)

    assert_equal 200, last_response.status
  end
end
