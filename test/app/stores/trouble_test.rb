# frozen_string_literal: true

require_relative "../../app_helper"

# A disk that is full, a file that may not be written: told as that, what was typed is kept, and it goes on when there is room.
class TroubleTest < AppTest
  def failing(error, &)
    Stores::Database.stub(:writing, ->(*) { raise error }, &)
  end

  def wrapped(error)
    raise error
  rescue StandardError
    begin
      raise ActiveRecord::StatementInvalid, "x"
    rescue ActiveRecord::StatementInvalid => e
      e
    end
  end

  def test_a_full_disk_is_told_and_what_was_typed_is_sent_again
    path = new_job("name" => "Board")
    failing(wrapped(SQLite3::FullException.new("database or disk is full"))) { submit path, { "name" => "Typed meanwhile" }, live: true }
    assert_equal 507, last_response.status
    assert_match(/\AThe disk is full\. Its file cannot be written: the disk is full\..*send it again/, page)
    assert_includes last_response["content-type"], "text/plain"
    assert_equal "Board", Stores::Job.find(path[/\d+/]).name
    submit path, { "name" => "Typed meanwhile" }, live: true
    assert_equal 200, last_response.status
    assert_equal "Typed meanwhile", Stores::Job.find(path[/\d+/]).name
  end

  def test_a_file_that_may_not_be_written_is_told_and_read_on
    path = new_job("name" => "Board")
    failing(wrapped(SQLite3::ReadOnlyException.new("attempt to write a readonly database"))) do
      submit path, { "name" => "x" }
      assert_equal 503, last_response.status
      assert_includes words, "The shop cannot be written Its file can be read but not written."
      get "/"
      assert_equal 200, last_response.status
    end
  end

  def test_damage_a_page_meets_is_told_with_the_way_back
    Stores::Job.stub(:opened, ->(*) { raise SQLite3::CorruptException, "database disk image is malformed" }) { get "/jobs/1" }
    assert_equal 503, last_response.status
    assert_includes words, "The shop's file is damaged"
    assert_includes words, "bin/dakren restore"
  ensure
    Stores::Health.trouble = nil
  end

  def test_an_error_of_ours_is_not_put_on_the_file
    Stores::Job.stub(:opened, ->(*) { raise ActiveRecord::StatementInvalid, "no such column: x" }) { get "/jobs/1" }
    assert_equal 500, last_response.status
  end

  def test_every_row_of_the_shop_is_sealed_as_it_is_written
    Stores::Settings.shop.update!(hours: "08:00-12:00", shop_temp_c: 19.3)
    Stores::OwnFigure.create!(sort: "soak", name: "roller", value: 12.25)
    new_job("name" => "Sealed ü", "c1-own_before" => [%w[wax 10]])
    Stores::Batch.first.update!(finished_at: Time.now)
    Stores::Picture.create!(job: Stores::Job.last, kind: "image/png", width: 1, height: 1, bytes: "\xFF\x00".b)
    Stores::Shelf.keep_clocks

    assert_empty Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection)
  end

  # Two devices that change different things of one row, each as it had read it: both are kept, and its seal holds.
  def test_a_row_two_devices_change_keeps_its_seal
    [[Stores::Settings.shop, { "crew" => 4 }, { "pretend" => false }],
      [Stores::Sheet.first, { "notes" => "a" }, { "pot_life_min" => 31.0 }],
      [Stores::Tool.first, { "name" => "another scale" }, { "numbers" => { "resolution_g" => 2 } }]].each do |row, first, second|
      one, other = Array.new(2) { row.class.find(row.id) }
      other.lock_version = one.lock_version + 1 if other.respond_to?(:lock_version)
      one.update!(first)
      other.update!(second)

      assert_equal [*first.values, *second.values], row.class.find(row.id).attributes.values_at(*first.keys, *second.keys)
    end
    assert_empty Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection)
  end

  # A row another hand wrote, in other letters than ours: what of it is not written anew keeps its letters, and its seal.
  def test_letters_of_another_hand_are_no_damage
    connection = ActiveRecord::Base.connection
    connection.execute("INSERT INTO jobs (name, document, created_at, updated_at) VALUES ('Old', '{ \"name\": \"<Old>\" }', " \
                       "'2026-01-01', '2026-01-01 10:00:00')")
    Stores::Job.find_by!(name: "Old").update!(state: "done")

    assert_empty Stores::Seals.broken(connection.raw_connection)
  end

  # Lists and calendars are worked out from the rest: where the disk changed them they are worked out again.
  def test_what_a_plan_said_heals_by_itself
    job = Stores::Job.where.not(summary_seal: nil).first
    Stores::Job.where(id: job.id).update_all(summary: job.summary.sub(/\d/) { |digit| ((digit.to_i + 1) % 10).to_s })
    assert_equal 1, Stores::Job.heal
    assert_equal 0, Stores::Job.find(job.id).summary_of
    assert_equal 0, Stores::Job.heal
  end
end
