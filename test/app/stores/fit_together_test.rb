# frozen_string_literal: true

require_relative "../../app_helper"

# Several jobs fitted together, against every order tried by hand, and looked over by somebody who only counts hands and windows.
class FitTogetherTest < AppTest
  FILMS = %w[0.1 0.2 0.3].freeze

  def setup
    super
    Stores::Job.where(template: false).update_all(state: "set_aside")
  end

  def settings
    Stores::Settings.shop
  end

  def shop(people)
    settings.update!(crew: people, hours: "07:00-12:00, 12:30-17:00", days_off: "Sat Sun")
    sheets = Stores::Sheet.where(resin: ["Stillwater clear coat", "Tarn table pour"]).ids.map(&:to_s)
    blank = Document::JobDocument.blank(shop_temp_c: 20, start: "2026-12-01T08:00", zone: "Europe/Oslo")
    jobs = Array.new(2 + chance.rand(2)) { Stores::Job.new }
    jobs.each_with_index do |job, i|
      job.write(blank.merge("name" => "Board #{i}", "p1-s1-length" => mm(between(400, 3000)), "p1-s1-width" => mm(between(300, 1500)),
        "start" => "2026-12-0#{1 + chance.rand(2)}T#{pick(%w[07:00 08:00 09:30 13:00])}", "c1-sheet" => pick(sheets),
        "c1-film" => pick(FILMS), "c1-coats" => { "typed" => (1 + chance.rand(3)).to_s, "bare" => nil }))
    end
    Stores::Renewer.new.renew_all(breath_s: 0)
    jobs
  end

  def mm(value)
    { "typed" => value.round.to_s, "bare" => "mm" }
  end

  # Hands wanted in each minute, counted one by one.
  def crowded(plans, people)
    wanted = Hash.new(0)
    plans.each do |planned|
      (Stores::Summary.of(planned.desk)["events"] || []).each do |event|
        minutes = ((event["from"] + 30) / 60)...((event["to"] - 30) / 60)
        minutes.each { |minute| wanted[minute] += event["hands"] + event["who"].size }
      end
    end
    wanted.select { |_, hands| hands > people }
  end

  def fitted(jobs, seconds: 20)
    Stores::FitTogether.new(jobs.map(&:id), settings, seconds: seconds)
  end

  def test_nobody_is_wanted_twice_no_window_is_lost_and_no_order_is_better
    rounds(24).times do
      people = 1 + chance.rand(2)
      jobs = shop(people)
      fit = fitted(jobs)
      found = fit.best
      told = "seed #{Minitest.seed}: #{jobs.map { |job| job.wanted.slice("start", "c1-film", "c1-coats", "p1-s1-length") }}"

      assert found.all, told
      assert_empty crowded(found.plans, people), told
      kept = jobs.count { |job| Stores::Planning.new(settings, job_id: job.id).desk_of(job.document).schedule.kept? }
      assert_operator found.plans.count { |one| one.desk.schedule.kept? }, :>=, kept - 1, told
      every = jobs.permutation.map { |order| fit.send(:order, order.map { |job| fit.jobs.find { |one| one.id == job.id } }).score }

      assert_equal every.min, found.score, told
      assert_operator (fitted(jobs, seconds: 0).best.score <=> fit.send(:order, fit.jobs).score), :<=, 0, "never worse than one by one"
      Stores::Job.where(id: jobs.map(&:id)).update_all(state: "set_aside")
    end
  end

  def test_what_was_begun_stays_and_too_little_is_nothing
    jobs = shop(1)
    jobs[0].write(jobs[0].document.merge("c1-began_1_1" => "2026-12-01T08:05"))
    Stores::Renewer.new.renew_all(breath_s: 0)

    refute_includes fitted(jobs).best.plans.map { |one| one.job.id }, jobs[0].id
    assert_nil fitted([]).best
    assert_nil Stores::FitTogether.new([99_999_999], settings).best
  end

  # When others leave too few hands: two of three are enough for a job of two.
  def test_hands_are_counted_and_not_only_jobs
    work = ->(job, from, to, count) { Plan::Together::Work.new(job: job, from: from, to: to, count: count) }
    works = [work.call(1, 0, 600, 1), work.call(2, 300, 900, 1)]

    assert_equal [[Time.at(300), Time.at(600)]], Stores::Others.taken(works, 3, 2)
    assert_equal [[Time.at(0), Time.at(900)]], Stores::Others.taken(works, 2, 2)
    assert_empty Stores::Others.taken(works, 3, 1)
    assert_equal 2, Stores::Others.hands({ "people" => { "typed" => "2", "bare" => nil } }, 1)
    assert_equal 1, Stores::Others.hands({}, 1)
  end
end
