# frozen_string_literal: true

require_relative "../../app_helper"

# What a button does, held against a plain list of places, shapes and tickets: no deed touches what it does not name.
class DeedsTest < AppTest
  DEED = Document::JobDeed
  DOC = Document::JobDocument

  def blank
    DOC.blank(shop_temp_c: 20, start: "2026-11-24T07:00").merge("c1-coats" => { "typed" => "4", "bare" => nil })
  end

  # Everything told of one part, without its id.
  def told(document, id)
    document.select { |key, _| key.start_with?("#{id}-") }.transform_keys { |key| key.delete_prefix("#{id}-") }
  end

  def parts(document)
    %w[places tasks].flat_map { |list| DOC.ids(document, list) }.to_h { |id| [id, told(document, id)] }
  end

  def a_deed(document)
    places, tasks = %w[places tasks].map { |list| DOC.ids(document, list) + ["#{list[0] == "p" ? "p" : "c"}99999"] }
    place = pick(places)
    shape = pick(DOC.ids(document, "#{place}-shapes") + ["s9"])
    task = pick(tasks)
    pick(["add-place:#{pick(Document::Fields::FORMS.keys)}", "add-place:none", "drop-place:#{place}", "add-shape:#{place}:circle",
      "drop-shape:#{place}:#{shape}", "add-task:#{pick(Work::Kinds::ALL.keys)}", "drop-task:#{task}", "up:#{task}", "down:#{place}",
      "repeat:#{task}", "split:#{task}", "order:#{task}:#{pick(tasks)}", "order:#{task}", "nothing:here", "up:", "split"])
  end

  # Ids a deed is allowed to change; what it adds or takes away comes on top.
  def named(deed)
    deed.start_with?("up", "down", "order", "add-place", "add-task", "repeat", "nothing") ? [] : deed.split(":").drop(1)
  end

  def test_no_deed_touches_what_it_does_not_name
    10.times do
      document = blank
      30.times do
        deed = a_deed(document)
        before = parts(document)
        marked = document.merge(before.keys.grep(/\Ac/).to_h { |id| ["#{id}-began_1_1", { "typed" => id, "bare" => nil }] })
        after = DEED.new(marked).done(deed)
        (parts(marked).keys & parts(after).keys).each do |id|
          next if named(deed).include?(id)

          assert_equal parts(marked)[id], parts(after)[id], "#{deed} changed #{id}"
        end
        gone = parts(marked).keys - parts(after).keys
        assert_empty gone - named(deed), deed
        assert_operator (parts(after).keys - parts(marked).keys).size, :<=, 1, deed
        document = after
      end
    end
  end

  # However often it is split, the coats are as many as before, and so is what happened to them.
  def test_coats_and_marks_are_shared_out_and_none_is_lost
    marks = (1..40).to_h { |coat| ["c1-began_#{coat}_1", { "typed" => "2026-11-24T07:00", "bare" => nil }] }
    document = blank.merge("c1-coats" => { "typed" => "40", "bare" => nil }, **marks)
    80.times { document = DEED.new(document).done("split:#{pick(DOC.ids(document, "tasks"))}") }
    counts = DOC.ids(document, "tasks").map { |id| document["#{id}-coats"]["typed"].to_i }

    assert_equal 40, counts.sum
    DOC.ids(document, "tasks").each do |id|
      coats = told(document, id).keys.grep(/began/).map { |key| key[/began_(\d+)/, 1].to_i }.sort
      assert_equal (1..document["#{id}-coats"]["typed"].to_i).to_a, coats
    end
  end

  def test_a_full_list_says_so_and_changes_nothing
    document = blank
    document = DEED.new(document).done("add-task:coat") while DOC.ids(document, "tasks").size < DOC::MOST_IDS
    %w[add-task:coat repeat:c1 split:c1].each do |act|
      deed = DEED.new(document)

      assert_equal document, deed.done(act)
      assert_includes deed.complaint, "#{DOC::MOST_IDS} tasks already"
    end
  end

  def test_a_job_is_refused_more_than_can_be_kept
    rows = Array.new(DOC::MOST_ROWS) { Array.new(3) { { "typed" => "1", "bare" => "h" } } }
    document = blank.merge("heats" => rows, "measured" => rows)
    deed = nil
    300.times do |i|
      deed = DEED.new(document)
      grown = deed.done("add-place:void")
      break if deed.complaint

      id = (DOC.ids(grown, "places") - DOC.ids(document, "places")).first
      document = grown.merge("#{id}-soundings" => rows, "#{id}-levels" => rows)
      flunk "no end" if i == 299
    end

    assert_includes deed.complaint, "more than #{DOC::MOST_PAIRS} figures"
  end
end

# Forms nobody can read, and forms of everything there is.
class UnreadableFormsTest < AppTest
  def test_what_cannot_be_read_is_told_and_never_breaks
    ["a=%zz", "a=1&a[b]=2", "a#{"[x]" * 60}=1"].each do |query|
      get "/", {}, "QUERY_STRING" => query
      assert_equal 400, last_response.status, query
      assert_includes page, "nothing was changed"
    end
    ["a=%zz", "a=1&a[b]=2", "x#{"[y]" * 60}=1", (["a=1"] * 70_000).join("&")].each do |body|
      post "/jobs/1", body, "CONTENT_TYPE" => "application/x-www-form-urlencoded"
      assert_equal 400, last_response.status, body[0, 30]
      assert_includes page, "This form"
    end
    post "/table/1/p1/read-in", "--x\r\nnothing", "CONTENT_TYPE" => "multipart/form-data; boundary=x"
    assert_includes [400, 403], last_response.status
  end

  # Sixty tickets on sixty places, sent whole as a browser without scripts does.
  def test_a_large_job_stays_within_its_own_reach
    path = new_job
    record = Stores::Job.find(path[/\d+/])
    document = record.document
    59.times { document = Document::JobDeed.new(document).done("add-task:coat") }
    record.write(document)
    fields = document.keys.grep(/\A[cp]\d+-/).product([""]).to_h do |key, _|
      [key, document[key].is_a?(Hash) ? document[key]["typed"] : document[key]]
    end
    padding = (1..9000).to_h { |i| ["c1-none#{i}", ""] }
    submit path, { **fields, **padding, "name" => "Still reachable" }

    assert_equal 303, last_response.status
    assert_equal "Still reachable", record.reload.name
  end
end
