# frozen_string_literal: true

require_relative "shared_help"

# Links that only look: what they show, and that nothing is ever done by them.
class LooksTest < AppTest
  include SharedHelp
  include BenchHelp
  include Dakren

  def make(what, of: nil, **told)
    get "/looks"
    post "/looks", { "authenticity_token" => hidden("authenticity_token"), "what" => what, "of" => of&.id.to_s }
      .merge(told.transform_keys(&:to_s))
    return last_response.status unless last_response.status == 303

    get "/looks"
    page[%r{value="http://#{ADDRESS}:4567(/look/[\w-]+)"}o, 1]
  end

  def job
    Stores::Job.find_by!(name: "Instrument cowl, flax skin")
  end

  def record
    Stores::Batch.where.not(poured_at: nil).where(outcome: "").first || Stores::Batch.where.not(poured_at: nil).first
  end

  def looked(path)
    phone.tap { |browser| browser.get(path) }.last_response
  end

  def test_each_shows_its_page_and_nothing_that_presses
    { "job" => [job, "Instrument cowl"], "story" => [job, "What was laid"], "record" => [record, "What went in"], "week" => [nil, "Week"],
      "board" => [nil, "What is next"] }.each do |what, (of, told)|
      link = make(what, of: of)
      answer = looked(link)

      assert_equal 200, answer.status, what
      assert_includes answer.body, told
      refute_match(%r{<form|authenticity_token|href="/(?!assets|look|manifest)}, answer.body, what)
      assert_equal "noindex", answer["x-robots-tag"]
    end
  end

  # Every route tried, each verb, with the link in hand: it leads to its one page and to nothing else.
  def test_a_link_never_writes
    link = make("job", of: job)
    looked(link)
    before = state
    browser = phone
    browser.get(link)
    routes.each do |_, path|
      %w[GET POST PUT PATCH DELETE].each do |verb|
        browser.request(path, method: verb, params: { "key" => link[/[\w-]+\z/] })

        assert_includes [303, 401, 403, 404, 405], browser.last_response.status, "#{verb} #{path}"
      end
    end
    %w[POST PUT PATCH DELETE OPTIONS TRACE].each do |verb|
      [link, "#{link}/picture/1", "#{link}/withdraw", "#{link}/../../jobs/1"].each do |path|
        browser.request(path, method: verb)

        assert_includes [401, 403, 404, 405], browser.last_response.status, "#{verb} #{path}"
      end
    end
    assert_equal before, state
  end

  # At the shop's own computer as well: only to look.
  def test_it_only_looks_at_home_too
    link = make("week")
    get link

    assert_equal 200, last_response.status
    get "/looks"
    post link, { "authenticity_token" => hidden("authenticity_token") }

    assert_equal 405, last_response.status
  end

  def test_withdrawn_by_a_press_and_ended_by_its_day
    link = make("story", of: job, for_whom: "Customer", ends_on: "24 Dec")

    assert_equal 200, looked(link).status
    get "/looks"

    assert_includes words, "Customer, until"
    assert_includes words, "looked at"
    post "/looks/#{Stores::LookLink.last.id}/withdraw", { "authenticity_token" => hidden("authenticity_token") }
    answer = looked(link)

    assert_equal 404, answer.status
    assert_includes answer.body, "leads nowhere"
    refute_includes answer.body, "Instrument"
    other = make("week")
    Stores::LookLink.last.update!(ends_on: Stores::LookLink.today - 1)

    assert_equal 404, looked(other).status
  end

  def test_a_job_that_is_gone_takes_its_links_along
    path = new_job(name: "Gone soon")
    link = make("job", of: Stores::Job.find(path[/\d+/]))

    assert_equal 200, looked(link).status
    Stores::Job.find(path[/\d+/]).destroy!

    assert_equal 404, looked(link).status
  end

  def test_only_the_photographs_of_what_it_shows
    kept = ->(**of) { Stores::Picture.create!(kind: "image/png", width: 1, height: 1, bytes: "x", **of) }
    mine = kept.call(job_id: job.id)
    other = kept.call(job_id: Stores::Job.where.not(id: job.id).first.id)
    link = make("story", of: job)

    assert_equal 200, looked("#{link}/picture/#{mine.id}").status
    assert_equal 404, looked("#{link}/picture/#{other.id}").status
    assert_equal 404, looked("#{make("job", of: job)}/picture/#{mine.id}").status
  end

  def test_keys_that_are_none
    ["x" * 24, "../../etc/passwd", "%00" * 20, "a", "-" * 64, "-" * 65, "%3Cscript%3Ealert(1)%3C/script%3E", "%E2%82%AC" * 10].each do |key|
      answer = looked("/look/#{key}")

      assert_includes [404, 400, 303], answer.status, key
      refute_includes answer.body, "<script>alert"
    end
  end

  def test_what_is_typed_for_one_is_told_by_its_field
    { { for_whom: "x" * 61 } => "For whom must be at most 60", { ends_on: "yesterdayish" } => "Last day",
      { ends_on: "2020-01-01" } => "Last day" }
      .each do |told, says|
      assert_equal 422, make("job", of: job, **told)
      assert_includes words, says
      assert_includes page, told.values.first
    end
    noise(6).each { |noise| assert_includes [422, 404, 400], make(noise, for_whom: noise, ends_on: noise) }
    assert_equal 404, make("job")
    assert_equal 404, make("record", of: Struct.new(:id).new(10**14))
  end
end
