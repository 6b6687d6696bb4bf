# frozen_string_literal: true

require_relative "../app_helper"

# The shop one starts with says what a careful shop would: nobody is in two places at once, and what was mixed is what was planned.
class DemoTest < AppTest
  MONDAY = Date.new(2026, 11, 30)
  LEAST_S = 60

  # As it stands when it is first opened.
  def setup
    super
    Stores::Sheet.find_each { |sheet| sheet.update!(learns: true) }
  end

  # But for one, which shows how a clash is resolved.
  def test_jobs_of_the_demo_do_not_clash
    days = Array.new(7) { |i| MONDAY + i }
    (ENV["DAKREN_LONG"] ? days : days.rotate(Minitest.seed).first(1)).each do |day|
      busy = loaded_on(day)
      assert_operator busy.size, :>, 40
      found = busy.combination(2).select do |(job, from, to), (other, other_from, other_to)|
        job != other && from < other_to - LEAST_S && other_from < to - LEAST_S
      end

      assert_equal([["Observation desk: seal coat", "Seed sample tray, lid coat: film coat"]],
        found.map { |pair| pair.map { |job, _, _, label| "#{job}: #{label}" }.sort }, day.strftime("%A"))
      assert_equal 1, clashes.size, day.strftime("%A")
    end
  end

  def test_what_was_mixed_is_what_was_planned
    batches = Stores::Batch.where.not(finished_at: nil).to_a

    assert_operator batches.size, :>=, 1
    batches.each do |batch|
      walk = Stores::Walks.walk(batch)

      assert_equal :good, walk.contents.verdict.name, batch.id
      assert_in_delta walk.recipe.planned.values.sum, walk.contents.whole_g, 0.01 * walk.contents.whole_g
      steps = walk.events.filter_map { |event| event.data[:step]&.to_s }

      assert_equal steps.uniq, steps
    end
  end

  # What was noted weeks ago has cured: it stands in the book, and not among what is on the go.
  def test_what_was_poured_long_ago_is_not_on_the_go
    get "/bench"

    refute_includes words, "Oar blades"
    get "/book"

    assert_includes words, "Oar blades"
  end

  private

  # Of hands and of all that is shared.
  def clashes
    works = Stores::Others.works(Stores::Job.where(state: Stores::Job::OPEN, template: false))
    Plan::Together.new(works, Stores::Settings.shop.crew, things: Stores::Others.shared).clashes
  end

  # @return [Array<Array(String, Integer, Integer, String)>] job, from, to and what is done
  def loaded_on(day)
    Stores::Batch.destroy_all
    Stores::Job.destroy_all
    zone = Document::Zones.of(nil)
    Document::Zones.stub(:of, ->(_) { zone.dup.tap { |one| one.define_singleton_method(:today) { day } } }) do
      Demo.send(:open_jobs)
    end
    Stores::Renewer.new.renew_all(breath_s: 0)
    Stores::Job.where(state: %w[planned under_way]).flat_map do |job|
      (job.said["events"] || []).select { |event| event["to"] > event["from"] }
        .map { |event| [job.name, *event.values_at("from", "to", "label")] }
    end
  end
end
