# frozen_string_literal: true

require_relative "book_help"

# The book: what was done, searched, read in and out.
class BookTest < AppTest
  include PlanHelp
  include BookHelp

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
end
