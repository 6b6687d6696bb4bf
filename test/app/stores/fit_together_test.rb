# frozen_string_literal: true

require_relative "../../app_helper"

# Several jobs fitted together, against every order tried by hand, and looked over by somebody who only counts hands and windows.
class FitTogetherTest < AppTest
  by_turns :test_few_coats_are_fitted_as_well_as_can_be

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

  def spans_of(event)
    spans = (event["things"] || []).map { |sort, from, to| [sort.to_sym, from, to] }
    spans << [:dust, event["from"], event["to"]] if event["dusty"]
    spans << [:open, event["from"], event["open_until"]] if event["open_until"]
    spans
  end

  # What jobs share and more of them want at once than there are of it, minute by minute; what is sanded beside what lies open.
  def crowded_things(plans)
    taken = Hash.new { |all, key| all[key] = [] }
    plans.each do |planned|
      (Stores::Summary.of(planned.desk)["events"] || []).flat_map { |event| spans_of(event) }.each do |sort, from, to|
        (((from + 30) / 60)...((to - 30) / 60)).step(2) { |at| taken[[sort, at]] |= [planned.job.id] }
      end
    end
    counts = Stores::Thing.counts
    crowd = taken.select { |(sort, _), jobs| counts.key?(sort) && jobs.size > counts[sort] }
    return crowd if counts.key?(:dust_free_room)

    crowd.merge(taken.select { |(sort, at), jobs| sort == :dust && taken.key?([:open, at]) && (jobs | taken[[:open, at]]).size > 1 })
  end

  def fitted(jobs, seconds: 20)
    Stores::FitTogether.new(jobs.map(&:id), settings, seconds: seconds)
  end

  def test_nobody_is_wanted_twice_no_window_is_lost_and_no_order_is_better
    rounds(16).times do
      people = 1 + chance.rand(2)
      Stores::Thing.delete_all
      %w[dust_free_room scale].sample(chance.rand(3), random: chance).each { |sort| Stores::Thing.create!(sort: sort, name: sort) }
      jobs = shop(people)
      fit = fitted(jobs)
      found = fit.best
      told = "seed #{Minitest.seed}: #{jobs.map { |job| job.wanted.slice("start", "c1-film", "c1-coats", "p1-s1-length") }}"

      assert found.all || found.exact, told
      assert_empty crowded(found.plans, people), told
      assert_operator found.score.first, :>, found.missed, told if crowded_things(found.plans).any?
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

  # One oven, one room without dust: whoever is planned later waits for it, and gives way with nothing else.
  def test_what_is_shared_is_not_wanted_twice
    Stores::Thing.create!(sort: "dust_free_room", name: "Back room")
    jobs = shop(2)
    jobs.each do |job|
      job.write(job.document.merge("c1-coats" => { "typed" => "1", "bare" => nil }, "people" => { "typed" => "1", "bare" => nil },
        "start" => "2026-12-01T08:00"))
    end
    Stores::Renewer.new.renew_all(breath_s: 0)

    refute_empty crowded_things(plans_of(jobs)), "both want the room"
    found = fitted(jobs).best

    assert_empty crowded_things(found.plans)
    assert_equal 0, found.score.first
    refute found.exact
    in_room = found.plans.map { |one| Stores::Summary.of(one.desk)["events"].flat_map { |event| event["things"] || [] }.first }
    free, wanted = in_room.sort_by { |_, from, _| from }.then { |one, other| [one[2], other[1]] }

    assert_operator wanted, :>=, free
    assert_operator wanted - free, :<, 86_400, "it begins on the first morning the room is free"
  end

  def plans_of(jobs)
    jobs.map do |job|
      desk = Stores::Planning.new(settings, job_id: job.id).desk_of(job.reload.document)
      Stores::FitTogether::Planned.new(job: job, was: desk, desk: desk)
    end
  end

  # A job told to keep clear keeps its dust off what lies open elsewhere, its coats off the dust, and asks for nobody who is elsewhere.
  def test_a_job_that_keeps_clear_asks_for_whoever_is_free
    settings.update!(people: "Ada; lay, mix\nBo; lay, mix\nCy; mix", crew: 3)
    jobs = shop(3).first(2)
    jobs.each { |job| job.write(job.document.merge("start" => "2026-12-01T08:00")) }
    settings.update!(crew: 3)
    Stores::Renewer.new.renew_all(breath_s: 0)
    asked = ->(job) { job.reload.said["events"].select { |event| event["lane"] }.flat_map { |event| event["who"] }.uniq }
    first = asked.call(jobs[0])

    refute_empty first
    jobs[1].write(jobs[1].document.merge("chain" => "yes"))
    Stores::Renewer.new.renew_all(breath_s: 0)
    both = Stores::Others.works(Stores::Job.where(id: jobs.map(&:id)))

    assert_empty Plan::Together.new(both, 3, things: Stores::Others.shared).clashes
    assert(both.reject(&:thing).all? { |work| work.names.any? })
  end

  # When others leave too few hands: two of three are enough for a job of two.
  def test_hands_are_counted_and_not_only_jobs
    work = ->(job, from, to, count) { Plan::Together::Work.new(job: job, from: from, to: to, count: count) }
    works = [work.call(1, 0, 600, 1), work.call(2, 300, 900, 1)]

    taken = lambda do |there, count, people = ""|
      settings.update!(crew: there, people: people)
      Stores::Others.taken(works, Document::Crew.of(settings), { "people" => { "typed" => count.to_s, "bare" => nil } })
    end

    assert_equal [[Time.at(300), Time.at(600)]], taken.call(3, 2).spans
    assert_equal [[Time.at(0), Time.at(900)]], taken.call(2, 2).spans
    assert_empty taken.call(3, 1).spans
    assert_equal({ "Cy" => [[Time.at(0), Time.at(900)]], "Bo" => [[Time.at(300), Time.at(600)]] },
      Stores::Others.taken(works, Document::Crew.of(settings.tap { |row| row.update!(crew: 3, people: "Ada\nBo\nCy") }), {}).named)
    assert_equal 2, Stores::Others.hands({ "people" => { "typed" => "2", "bare" => nil } }, 1)
    assert_equal 1, Stores::Others.hands({}, 1)
  end
end
