# frozen_string_literal: true

require_relative "../../app_helper"

# What is deleted: it leaves every list, lies in a bin, and what was mixed of it stays in the book.
class BinTest < AppTest
  include PlanHelp
  include BenchHelp
  include Dakren

  LISTS = ["/", "/?show=all&sort=name", "/?show=done", "/bench", "/week", "/find/?q=Dory", "/plan/shop.ics", "/paper/week",
    "/stock/buy"].freeze

  def delete(path)
    get path
    post "/bin/jobs/#{path[/\d+/]}", { "authenticity_token" => hidden("authenticity_token") }
    last_response.status
  end

  def back(path)
    get "/bin"
    post "/bin/jobs/#{path[/\d+/]}/back", { "authenticity_token" => hidden("authenticity_token") }
    last_response.status
  end

  def planned
    start = Document::Zones.of(Stores::Settings.shop.zone).at(Stores::Now.wall + 7200).strftime("%Y-%m-%dT%H:%M")
    new_job("name" => "Dory", "start" => start, "hours" => "24 h", "days_off" => "2000-01-01")
  end

  def record(path)
    Stores::Job.find(path[/\d+/])
  end

  def seen
    LISTS.select do |list|
      get list
      assert_equal 200, last_response.status, list
      list.start_with?("/find") ? page.include?(">Dory</a>") : words.include?("Dory")
    end
  end

  def test_a_job_leaves_every_list_and_comes_back_as_it_was
    path = planned
    record(path).update!(state: "under_way")
    before = seen

    assert_operator before.size, :>=, 4
    assert_equal 303, delete(path)
    assert_empty seen
    get path

    assert_equal 410, last_response.status
    assert_includes words, "“Dory” was deleted"
    get "/bin"

    assert_includes words, "for 30 more days"
    assert_equal 303, back(path)
    assert_equal before, seen
    assert_equal "under_way", record(path).state
  end

  def test_its_batches_stay_in_the_book_and_can_be_finished
    path = planned
    cup = to_bench(path)
    on_to cup, "first"
    delete(path)
    get cup

    assert_equal 200, last_response.status
    press(cup, reading: "1")
    batch = Stores::Batch.find(cup[/\d+/])
    batch.update!(met_at: Stores::Now.now)
    get "/looks"
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => path[/\d+/], "task" => "c1" }

    assert_equal 404, last_response.status, "nothing new is mixed of it"
    ["/history/#{path[/\d+/]}", "/paper/#{path[/\d+/]}/story"].each do |address|
      get address

      assert_equal 200, last_response.status, address
    end
  end

  # Whoever has it open is told, what was typed is not taken, and stands on their page.
  def test_deleted_meanwhile
    path = planned
    get path
    form = { "authenticity_token" => hidden("authenticity_token"), "revision" => hidden("revision"), "c1-film" => "0.5" }
    delete(path)
    before = record(path).revision
    header "X-Live", "1"
    post path, form

    assert_equal 410, last_response.status
    assert_includes page, "put the job back"
    header "X-Live", nil
    post path, form

    assert_equal 410, last_response.status
    ["/table/#{path[/\d+/]}/p1", "/history/#{path[/\d+/]}"].each { |address| post address, form }

    assert_equal 410, last_response.status
    assert_equal before, record(path).revision
  end

  def test_after_thirty_days_it_is_gone_but_for_its_name_and_its_batches
    path = planned
    cup = to_bench(path)
    batch = Stores::Batch.find(cup[/\d+/])
    other = planned
    delete(path)
    delete(other)
    record(path).update!(binned_at: Time.now - (31 * 86_400))

    assert_equal 1, Stores::Bin.empty
    gone = record(path)

    assert_equal %w[gone Dory], [gone.state, gone.name]
    assert_equal %w[name zone], gone.wanted.keys.sort & %w[name zone tasks c1-film]
    assert_empty gone.revisions
    assert_equal gone.id, batch.reload.job_id
    [path, "/history/#{gone.id}", "/", "/book", "/bench/#{batch.id}", "/book/jobs/#{gone.id}", "/paper/#{gone.id}",
      "/bin"].each do |address|
      get address

      assert_includes [200, 303, 410], last_response.status, address
    end
    assert_equal 410, back(path)
    assert_equal "binned", record(other).state
    assert_nil Stores::Health.look(Stores::Database.path) if ActiveRecord::Base.connection.open_transactions.zero?
  end

  def test_a_photograph_is_deleted_seen_in_the_bin_and_put_back
    job = Stores::Job.find_by!(name: "Instrument cowl, flax skin")
    kept = Stores::Picture.create!(job: job, kind: "image/png", width: 1, height: 1, bytes: "bytes")
    Stores::Marks.beside(job.id, "note", at: Stores::Now.wall, by: Stores::By::NOBODY, data: { text: "Its edge", picture: kept.id })
    address = "/table/#{job.id}/picture/#{kept.id}"
    get "/history/#{job.id}"

    assert_includes page, address
    post "/bin/pictures/#{kept.id}", { "authenticity_token" => hidden("authenticity_token") }
    get "/history/#{job.id}"

    refute_includes page, address
    assert_includes words, "Its edge"
    get address

    assert_equal 404, last_response.status
    get "/bin/pictures/#{kept.id}"

    assert_equal "bytes", page
    get "/bin"
    post "/bin/pictures/#{kept.id}/back", { "authenticity_token" => hidden("authenticity_token") }

    assert_match(%r{/history/#{job.id}\z}, last_response["location"])
    get address

    assert_equal 200, last_response.status
    Stores::Bin.put(kept.reload, by: Stores::By::NOBODY)
    kept.update!(binned_at: Time.now - (40 * 86_400))
    Stores::Bin.empty
    get "/history/#{job.id}"

    assert_equal 200, last_response.status
    assert_nil Stores::Picture.find_by(id: kept.id)
  end

  def test_what_is_not_there_is_told
    get "/looks"
    token = hidden("authenticity_token")
    %w[/bin/jobs/999999 /bin/jobs/999999/back /bin/pictures/999999 /bin/pictures/999999/back].each do |path|
      post path, { "authenticity_token" => token }

      assert_equal 404, last_response.status, path
    end
    path = planned
    %w[/bin/jobs/%s /bin/jobs/%s /bin/jobs/%s/back /bin/jobs/%s/back].each do |twice|
      post format(twice, path[/\d+/]), { "authenticity_token" => token }

      assert_equal 303, last_response.status, twice
    end
    assert_equal "planned", record(path).state
  end
end
