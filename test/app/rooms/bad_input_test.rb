# frozen_string_literal: true

require_relative "../../app_helper"

# Whatever is typed: a message that names the field and what is allowed, what was typed kept, never a 500.
class BadInputTest < AppTest
  by_turns :test_random_figures_in_every_field_at_once

  HTML = "<script>alert(1)</script>"

  def refused(field, typed, *says, **others)
    path = new_job(**others, field => typed)

    assert_equal 303, last_response.status
    get path

    assert_equal 200, last_response.status
    assert_includes page, "value=\"#{Erubi.h(typed)}\"" unless field == :start

    assert_match(/id="e-#{PLAIN.fetch(field.to_s, field.to_s)}"/, page, "#{field} #{typed.inspect} is not marked")
    says.each { |words| assert_includes self.words, words }
    refute_includes words, "Cure line"
    assert_includes words, "Everything typed so far is kept"
    assert_equal typed, Document::AsTyped.kept(Stores::Job.find(path[/\d+/]).document[PLAIN.fetch(field.to_s, field.to_s)]).typed
  end

  def test_lengths
    refused :length, "0", "Length", "must be from 0.5 to 1000000 mm"
    refused :length, "-5"
    refused :length, "1e309", "too large"
    refused :length, "NaN"
    refused :length, "abc", "must be a number (mm, cm, m, in, ft, micron, mil; mm if no unit given)"
    refused :length, "5 kg", "has a unit that does not fit here"
    refused :length, "1,250", "can be read two ways: write 1.250 or 1250"
    refused :length, HTML
    refused :length, "9" * 10_000, "too long"
    refused :diameter, "∞", shape: "circle"
  end

  def test_too_large_a_piece
    refused :length, "900 m", "at most 200000 m²", width: "900 m"
  end

  def test_films
    refused :film, "0", "The coat", "0.005 to 500 mm"
    refused :film, "10 m", "0.005 to 500 mm"
    refused :film, "-3 g/m2"
    refused :film, "thick"
    refused :film, HTML
  end

  def test_temperatures
    refused :room, "-300", "Room temperature", "-40 to 120 °C"
    refused :room, "900"
    refused :tins, "hot"
    refused :night, "25", "must not be warmer than the day", room_mode: "wave", day: "20"
  end

  def test_starts
    refused :start, "2026-13-45T99:00"
    refused :start, "tomorrow", "must be a day and hour"
    refused :start, "0001-01-01T00:00"
  end

  def test_a_sheet_that_is_gone
    path = new_job(sheet: "999999")
    get path

    assert_includes words, "This mix is no longer on the shelf: choose another"
    assert_equal "999999", Stores::Job.find(path[/\d+/]).document["c1-sheet"]
  end

  def test_crossing_and_flat_corners
    corner = ->(x, y) { { "x" => x, "y" => y } }
    get new_job(shape: "polygon",
      corners: { "0" => corner.call("0", "0"), "1" => corner.call("10", "10"), "2" => corner.call("10", "0"),
                 "3" => corner.call("0", "10") })

    assert_includes words, "Corners cross: edge 1–2 meets edge 3–4"
    get new_job(shape: "polygon", corners: { "0" => corner.call("0", "0"), "1" => corner.call("10", "10"), "2" => corner.call("20", "20") })

    assert_includes words, "all lie on one line"
    get new_job(shape: "polygon", corners: { "0" => corner.call("0", "0"), "1" => corner.call("x", "10"), "2" => corner.call("20", "") })

    assert_includes words, "Corner 2, distance along must be a number"
    get new_job(shape: "polygon", corners: { "0" => corner.call("0", "0"), "1" => corner.call("5", "10") })

    assert_includes words, "must be at least 3; 2 given"
  end

  def test_a_name_with_markup_is_only_a_name
    path = new_job(name: HTML)
    [path, "/"].each do |address|
      get address

      refute_includes page, HTML
      assert_includes page, Erubi.h(HTML)
    end
  end

  def test_a_name_of_ten_thousand_characters_is_kept_and_refused
    path = new_job(name: "n" * 10_000)
    get path

    assert_includes words, "must be at most 120 characters; it has 10000"
    assert_equal 10_000, Stores::Job.find(path[/\d+/]).document["name"].length
    get "/"

    assert_equal 200, last_response.status
  end

  def test_a_choice_that_is_none_changes_nothing
    path = new_job(shape: "blob", method: "guess", cup: "bucket", film_unit: "furlong", room_mode: "sauna")
    document = Stores::Job.find(path[/\d+/]).document

    assert_equal %w[rectangle mm steady], document.values_at("p1-s1-shape", "c1-film_unit", "room_mode")
    get path
    assert_includes words, "Cure line"
  end

  # Every field there is, in a job that shows it: each form of place, each shape and each kind of work takes its turn.
  def every_key
    Document::Fields::JOB.keys + Document::Fields::PLACE.keys.map { |name| "p1-#{name}" } +
      Document::Fields::SHAPE.keys.map { |name| "p1-s1-#{name}" } +
      Document::Fields::TASK.keys.map { |name| "c1-#{name}" }
  end

  def noisy(key, noise)
    field = Document::Fields.of(key)
    field.kind == :rows ? { "0" => field.columns.to_h { |column| [column.name, noise] } } : noise
  end

  # All fields in the long run; a tenth of them, others each time, in the daily one.
  def test_every_field_of_a_job_survives_noise
    path = new_job
    keys = every_key
    keys = keys.sample(keys.size / 10, random: chance) unless ENV["DAKREN_LONG"]
    keys.each do |key|
      form = pick(Document::Fields::FORMS.keys)
      kind = pick(Work::Kinds::ALL.values.select { |one| one.sorts.include?(Document::PlaceForms::ALL.fetch(form).sort) }).name.to_s
      submit path, job_fields("p1-form" => form, "c1-kind" => kind, "p1-s1-shape" => pick(Document::Fields::SHAPES.keys))
      NOISE.sample(4, random: chance).each do |noise|
        header "X-Live", nil
        submit path, { key => noisy(key, noise) }

        assert_includes [303, 400], last_response.status, "#{key}: #{noise[0, 20].inspect}"
        get path

        assert_equal 200, last_response.status, "#{form}, #{kind}, #{key}: #{noise[0, 20].inspect}"
      end
    end
  end

  def test_fields_that_are_no_text
    path = new_job
    [{ "length" => { "a" => "b" } }, { "length" => ["1"] }, { "corners" => "x" }, { "corners" => { "0" => "x" } },
      { "corners" => { "0" => { "x" => { "y" => "1" } } } },
      { "name" => ["x"] }, { "revision" => "abc" }, { "revision" => "99999999999999999999" }, { "units_on_page" => "furlongs" }]
      .each do |odd|
      submit path, job_fields.merge(odd)

      assert_includes [303, 400], last_response.status, odd.inspect
      get path

      assert_equal 200, last_response.status, odd.inspect
    end
    assert_equal "2400", Stores::Job.find(path[/\d+/]).document["p1-s1-length"]["typed"]
  end

  def test_random_figures_in_every_field_at_once
    path = new_job
    (ENV["DAKREN_LONG"] ? 60 : 20).times do
      fields = every_key.to_h do |key|
        [key, noisy(key, pick([*NOISE, between(-10, 10_000).round(2).to_s, "#{between(0, 9).round(1)} m", "3/8 in"]))]
      end
      fields.merge!("p1-s1-shape" => pick(Document::Fields::SHAPES.keys), "p1-form" => pick(Document::Fields::FORMS.keys),
        "c1-kind" => pick(Work::Kinds::ALL.keys).to_s)
      submit path, job_fields.merge(fields)
      get path

      assert_equal 200, last_response.status, fields.inspect
    end
  end
end

class DoorTest < AppTest
  def test_every_page_answers
    ["/", "/shelf", "/shelf/", "/shelf/new", "/settings", *Stores::Sheet.ids.flat_map { |id| ["/shelf/#{id}", "/stock/#{id}"] },
      *Stores::Tin.ids.map { |id| "/stock/tins/#{id}" }, "/stock/buy", "/stock/takes?jobs[]=8", "/stock/labels?tins[]=1",
      *Stores::Job.ids.map { |id| "/jobs/#{id}" }].each do |path|
      get path

      assert_equal 200, last_response.status, path
      assert_includes last_response["content-security-policy"], "script-src 'self'"
      refute_match(/unsafe-(inline|eval)/, last_response["content-security-policy"])
      refute_match(/ style="/, page, path)
      refute_match(/<script(?![^>]* src=)/, page, path)
      refute_match(/ on[a-z]+="/, page, path)
    end
  end

  def test_no_page_asks_another_host_for_anything
    get "/jobs/#{Stores::Job.first.id}"
    addresses = page.scan(/(?:src|href|action)="([^"]+)"/).flatten

    assert_predicate addresses, :any?
    addresses.each { |address| assert_match(%r{\A[/#]}, address) }
  end

  def test_what_is_not_there
    %w[/jobs/999999 /shelf/999999 /nothing /jobs/abc /jobs/99999999999999999999 /shelf/..%2f /assets/none.js /settings/x].each do |path|
      get path

      assert_equal 404, last_response.status, path
    end
  end

  def test_a_form_without_its_token_is_turned_away
    post "/jobs", {}

    assert_equal 403, last_response.status
    assert_includes page, "expired"
    post "/settings", { "units" => "us", "shop_temp" => "20" }

    assert_equal 403, last_response.status
    assert_equal "metric", Stores::Settings.shop.units
  end

  def test_another_host_is_turned_away
    header "Host", "evil.example"
    get "/"

    assert_equal 403, last_response.status
    header "Host", "localhost"
    get "/"

    assert_equal 200, last_response.status
  end

  def test_only_the_session_is_kept_in_the_browser
    get "/"
    cookie = last_response["set-cookie"].to_s

    assert_match(/\Adakren-\h{8}=/, cookie)
    assert_match(/httponly/i, cookie)
    assert_match(/samesite=strict/i, cookie)
    assert_equal 1, cookie.lines.size
  end

  def test_broken_requests
    get "/?x=%FF"

    assert_operator last_response.status, :<, 500
    get "/settings?saved[]=1"

    assert_equal 400, last_response.status
    submit "/settings", { "shop_temp" => ["1"], "units" => { "a" => "b" } }

    assert_equal 422, last_response.status
    header "Content-Length", "9999999"
    post "/jobs", "x" * 10

    assert_equal 413, last_response.status
  end

  def test_shipped_files_are_served_for_good
    get Rooms::Frame.asset("dakren.css")

    assert_equal 200, last_response.status
    assert_includes last_response["cache-control"], "immutable"
    get Rooms::Frame.asset("fonts/next.woff2")

    assert_equal 200, last_response.status
  end
end
