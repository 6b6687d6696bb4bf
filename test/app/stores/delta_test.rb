# frozen_string_literal: true

require_relative "../../app_helper"

# Earlier states of a job, kept as what changed.
class DeltaTest < AppTest
  by_turns :test_two_thousand_edits_of_a_traced_job_stay_small

  def random_document
    (0..chance.rand(1..12)).to_h do |i|
      [["name", "c1-note", "p1-s1-loops", "k#{i}"].sample(random: chance),
        [("ä€x" * chance.rand(1..200)), chance.rand(9).to_s, ["c1"] * chance.rand(3),
          { "typed" => "1", "bare" => "F" }].sample(random: chance)]
    end
  end

  def test_what_changed_leads_from_any_state_to_any_other
    300.times do
      before = random_document
      after = random_document
      after = before.merge(after) if chance.rand < 0.5
      delta = Document::Delta.unpack(Document::Delta.pack(Document::Delta.between(before, after)))

      assert_equal after, Document::Delta.onto(before, delta)
    end
  end

  # Two traced outlines of 300 corners, one corner dragged a little at a time.
  def test_two_thousand_edits_of_a_traced_job_stay_small
    corners = Array.new(300) { [chance.rand.round(6), chance.rand.round(6)] }
    job = Stores::Job.new
    document = { "name" => "Traced", "places" => ["p1"], "p1-shapes" => %w[s1 s2], "p1-s1-loops" => JSON.generate([corners]),
                 "p1-s2-loops" => JSON.generate([corners.reverse]), "tasks" => ["c1"] }
    job.write(document)
    states = [document]
    edits = 200
    edits.times do |i|
      corners[chance.rand(300)] = [chance.rand.round(6), chance.rand.round(6)] if i.odd?
      document = document.merge(i.odd? ? { "p1-s1-loops" => JSON.generate([corners]) } : { "c1-film" => (i / 100.0).to_s })
      job.write(document)
      states << document
    end
    bytes = ActiveRecord::Base.connection.select_value("SELECT sum(coalesce(length(document), 0) + coalesce(length(delta), 0)) " \
                                                       "FROM job_revisions WHERE job_id = #{job.id}")

    assert_operator bytes / edits, :<, 2000
    assert_equal states, job.revisions.reload.map(&:state)
    assert_equal states[-2], job.tap(&:undo).document
    assert_equal states[-1], job.tap(&:redo).document
  end

  # States of three weeks: all of the last day, one an hour of the last week, one a day before; undo goes through what is left.
  def test_states_are_thinned_with_age
    job = Stores::Job.new
    now = Time.utc(2026, 11, 29, 12, 0, 30)
    ages = [*(1..20).map { |days| [days * 86_400, (days * 86_400) - 60] }.flatten.sort.reverse, 7200, 3600, 60]
    aged(job, ages, now)
    before = job.revisions.to_h { |one| [one.number, one.state] }
    gone = Stores::Thinning.job(job, now)
    left = job.revisions.reload.to_a

    assert_equal(before.slice(*left.map(&:number)), left.to_h { |one| [one.number, one.state] })
    assert_equal before.size - gone, left.size
    assert_operator left.count { |one| one.created_at > now - 86_400 }, :>=, 5
    days = left.select { |one| one.created_at < now - (7 * 86_400) }.drop(1).map { |one| one.created_at.to_date }
    assert_equal days.uniq, days
    assert_operator 100.times.take_while { job.tap(&:undo).earlier }.size, :>=, 15, "undo goes all the way back"
    assert_equal "state 0", job.name
    went = (before.keys - left.map(&:number)).first
    assert_equal before[left.map(&:number).select { |number| number < went }.max], job.document_at(went), "told by the last before it"
  end

  # States so many seconds old, and one step back at the end.
  def aged(job, ages, now)
    ages.each_with_index do |age, i|
      job.write({ "name" => "state #{i}", "places" => [], "tasks" => [] })
      job.revisions.last.update_columns(created_at: now - age)
    end
    job.undo
    job.revisions.last.update_columns(created_at: now - 30)
  end

  def test_a_photograph_nothing_points_at_goes_after_a_month
    job = Stores::Job.new
    job.write({ "name" => "Traced", "places" => ["p1"], "tasks" => [] })
    kept, lost = Array.new(2) { Stores::Picture.create!(job: job, kind: "image/png", width: 1, height: 1, bytes: "x") }
    job.write(job.document.merge("p1-picture" => kept.id.to_s))
    assert_equal 0, Stores::Thinning.pictures
    assert_equal 1, Stores::Thinning.pictures(Time.now + (31 * 86_400))
    assert_equal [kept], Stores::Picture.where(id: [kept, lost]).to_a
  end
end
