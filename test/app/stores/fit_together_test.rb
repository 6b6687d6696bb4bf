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
    rounds(16).times do
      people = 1 + chance.rand(2)
      jobs = shop(people)
      fit = fitted(jobs)
      found = fit.best
      told = "seed #{Minitest.seed}: #{jobs.map { |job| job.wanted.slice("start", "c1-film", "c1-coats", "p1-s1-length") }}"

      assert found.all, told
      assert_empty crowded(found.plans, people), told
      kept = jobs.count { |job| Stores::Planning.new(settings, job_id: job.id).desk_of(job.document).schedule.kept? }
      assert_operator found.plans.count { |one| one.desk.schedule.kept? }, :>=, kept - 1, told
      every = jobs.permutation.map { |order| fit.order(order.map { |job| fit.jobs.find { |one| one.id == job.id } }).score }

      assert_operator (found.score <=> every.min), :<=, 0, told
      assert_operator (fitted(jobs, seconds: 0).best.score <=> fit.order(fit.jobs).score), :<=, 0, "never worse than one by one"
      Stores::Job.where(id: jobs.map(&:id)).update_all(state: "set_aside")
    end
  end

  # Against every sequence of all coats, each as soon as its own window, the hours and the hands allow.
  def test_few_coats_are_fitted_as_well_as_can_be
    rounds(16).times do
      people = 1 + chance.rand(2)
      jobs = shop(people)
      jobs.each { |job| job.write(job.document.merge("c1-school" => "tack", "people" => { "typed" => "1", "bare" => nil })) }
      Stores::Renewer.new.renew_all(breath_s: 0)
      desks = jobs.map { |job| Stores::Planning.new(settings, job_id: job.id).desk_of(job.reload.document) }
      looked_into(jobs, desks, people) if desks.sum { |desk| desk.coats.size } <= Stores::FitTogether::EXACT_COATS
      Stores::Job.where(id: jobs.map(&:id)).update_all(state: "set_aside")
    end
  end

  def looked_into(jobs, desks, people)
    found = fitted(jobs).best
    told = "seed #{Minitest.seed}, #{people} people: #{jobs.map { |job| job.wanted.slice("start", "c1-film", "c1-coats", "p1-s1-length") }}"

    assert found.exact, told
    best = every_sequence(desks, people)
    assert_in_delta best, found.score.last, 120, told if found.score.first.zero? && best
  end

  # Every sequence of all coats, those of a job in their own order.
  # @return [Integer, nil] seconds until all are ready, added up; nil where none keeps its windows
  def every_sequence(desks, people)
    plain = desks.map { |desk| plain(desk) }
    numbers = plain.flat_map.with_index { |job, i| [i] * job[:coats].size }
    numbers.permutation.to_a.uniq.filter_map { |sequence| laid_out(plain, sequence, people) }.min
  end

  # A job as somebody with a pencil has it: how long each coat takes, when the next may go on after it, when it is ready, seconds.
  def plain(desk)
    clock = ->(minute) { minute && desk.time_at(minute).to_i }
    gaps = desk.coats.each_cons(2).map { |below, above| above.window.map { |at| at && (clock.call(at) - clock.call(below.from_min)) } }
    { start: desk.start.to_i, coats: desk.coats.map { |coat| clock.call(coat.to_min) - clock.call(coat.from_min) }, gaps: gaps, desk: desk,
      ready: clock.call(desk.schedule.hand_over_min) - clock.call(desk.coats.last.from_min) }
  end

  def laid_out(jobs, sequence, people)
    laid = jobs.map { [] }
    busy = []
    kept = sequence.all? do |i|
      job = jobs[i]
      number = laid[i].size
      least, most = number.zero? ? [job[:start], nil] : job[:gaps][number - 1].map { |gap| gap && (laid[i].last + gap) }
      at = soonest(job, number, [least, laid[i].last.to_i].max, busy, people)
      laid[i] << at
      busy << [at, at.to_i + job[:coats][number]]
      at && (most.nil? || at + job[:coats][number] <= most)
    end
    return unless kept

    laid.each_with_index.sum { |starts, i| starts.last + jobs[i][:ready] }
  end

  # The first second from there at which the hours and a pair of hands are free for so long.
  def soonest(job, number, from, busy, people)
    length = job[:coats][number]
    tries = [from, *busy.map(&:last).select { |to| to > from }]
    tries.filter_map { |at| fit(job[:desk], at, length) }.sort.find do |at|
      [at, *busy.map(&:first).select { |one| one > at && one < at + length }].all? do |moment|
        busy.count { |begins, ends| begins <= moment && ends > moment } < people
      end
    end
  end

  def fit(desk, at, length)
    minute = desk.hours.fit((at - desk.start.to_i) / 60.0, length / 60.0)
    minute && (desk.start.to_i + (minute * 60)).round
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
