# frozen_string_literal: true

require_relative "book_help"

# A record told of afterwards: what it shows, what it teaches, what is put right.
class RecordTest < AppTest
  include PlanHelp
  include BookHelp

  by_turns :test_noise_on_a_record,
    :test_any_reading_put_right_to_anything

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

  # A pour of one lift keeps how it lies: a probe in it, or a look at its surface, teaches how hot this shop's pours get.
  def test_the_heat_of_a_pour_that_was_planned_teaches_its_resin
    cast = Stores::Sheet.find_by!(resin: "Deepholm cast D50")
    cast.update!(learns: true)
    job = new_job("sheet" => cast.id.to_s, "c1-kind" => "cast", "p1-form" => "void", "p1-depth" => "30", "shape" => "rectangle",
      "length" => "300", "width" => "200", "room" => "22")
    record = Stores::Batch.find(to_bench(job)[/\d+/])
    mixed(record, grams: walk(record).recipe.planned.values.map(&:to_f), at: Stores::Now.now - (30 * 86_400))
    bed = Bench::Recipe.read(record.recipe, name: "", sheet: told_by_its_maker).bed

    assert_in_delta 30.0, bed.depth_mm
    assert_equal 303, tell(record, "peak", peak: "41", where: "inside")
    learned = cast.reload.learned

    assert_in_delta(41.0, record.reload.lesson["pour_c"])
    assert_equal 1, learned["cups"]
    get record_path(record)

    assert_match(/41 °C hot within; foretold was \d\d °C/, words)
    get "/stock/#{cast.id}"

    assert_match(/41 °C hot in a pour of 30 mm/, words)
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
