# frozen_string_literal: true

require_relative "../../app_helper"

# Jobs that all keep clear of each other: they settle, however often each is in another's way, and nobody is wanted twice.
class KeepingClearTest < AppTest
  by_turns :test_one_that_is_changed_gives_way_to_all_again,
    :test_jobs_that_all_keep_clear_come_to_rest

  # What the ten jobs of the demo may take at most: once each, and eight rounds of chasing.
  MOST = 100

  def setup
    super
    open = Stores::Job.where(template: false, state: Stores::Job::OPEN)
    @keepers = open.reject { |job| (job.said["events"] || []).any? { |event| event["real"] } }
  end

  def renew
    Stores::Renewer.new.renew_all(breath_s: 0)
  end

  def keep_clear
    @keepers.each { |job| job.write(job.document.merge("chain" => "yes")) }
  end

  def clashes
    works = Stores::Others.works(Stores::Job.where(id: @keepers.map(&:id)))
    Plan::Together.new(works, Stores::Settings.shop.crew, things: Stores::Others.shared).clashes
  end

  def test_jobs_that_all_keep_clear_come_to_rest
    keep_clear

    assert_operator renew, :<=, MOST
    assert_equal 0, Stores::Job.overtaken.count
    assert_equal 0, renew, "and are not planned once more"
    assert_empty(clashes.reject(&:thing).map { |one| [one.jobs, Time.at(one.from).utc, Time.at(one.to).utc] })
  end

  def test_one_that_is_changed_gives_way_to_all_again
    keep_clear
    @keepers.each(&:stand_firm)
    renew
    @keepers.each { |job| job.reload.write(job.document.merge("name" => "#{job.name}, later")) }

    assert_equal 0, Stores::Job.where(id: @keepers.map(&:id)).where("firm_at = revision").count
    assert_operator renew, :<=, MOST
    assert_empty clashes.reject(&:thing)
  end
end
