# frozen_string_literal: true

require_relative "core_helper"
ENV["RACK_ENV"] = "test"
require "rack/test"
require "tmpdir"
require_relative "../app/boot"
require_relative "../db/demo"

# One shop for all request tests of a run, on a database of its own; each test leaves it as it was.
module ShopHelp
  DATA = Dir.mktmpdir("dakren-test")

  class << self
    # Filled by the first process of a run; the others begin from a copy of it.
    def open
      run = ENV.fetch("DAKREN_RUN") { return fill }
      pattern = File.join(run, "tested.sqlite3")
      File.open("#{pattern}.lock", File::CREAT) do |lock|
        lock.flock(File::LOCK_EX)
        if File.exist?(pattern) then FileUtils.cp(pattern, File.join(DATA, Dakren::Stores::Database::FILE))
        else fill && Dakren::Stores::Backup.make(File.join(DATA, Dakren::Stores::Database::FILE), pattern)
        end
      end
      Dakren::Stores::Database.open(DATA)
    end

    private

    def fill
      Dakren::Stores::Database.open(DATA)
      Dakren::Demo.load_once
      # Known figures are those of data sheets; tests of what a shop learns let it count.
      Dakren::Stores::Sheet.find_each { |sheet| sheet.update!(learns: false) }
      Dakren::Stores::OwnFigure.destroy_all
      Dakren::Stores::Renewer.new.renew_all(breath_s: 0)
      DATA
    end
  end

  open
  Dakren::Stores::Works.at_once = true
  Dakren::Stores::Further.off = true
  HOUSE = Dakren::Rooms::House.build(DATA)
  Minitest.after_run { FileUtils.remove_entry(DATA) }

  def before_setup
    super
    ActiveRecord::Base.connection.begin_transaction(joinable: false)
  end

  def after_teardown
    ActiveRecord::Base.connection.rollback_transaction if ActiveRecord::Base.connection.transaction_open?
    # What is taken back leaves no trace in what was printed.
    Dakren::Rooms::Room::STOOD.clear
    Dakren::Stores::Promised::KEPT.clear
    super
  end
end

class AppTest < CoreTest
  include Rack::Test::Methods
  include ShopHelp

  # What nobody means, for every field there is.
  NOISE = ["", "0", "-1", "1e309", "NaN", "-Infinity", "x" * 10_000, "<script>alert(1)</script>", "'; DROP TABLE jobs; --",
    "\u0000", (+"\xFF\xFE").force_encoding("UTF-8"), "١٢٣", "1 kg", "%",
    "../../etc", "１２"].freeze

  # A part of it, another each day; all of it in the long run.
  def noise(most)
    ENV["DAKREN_LONG"] ? NOISE : NOISE.sample(most, random: chance)
  end

  def app
    HOUSE
  end

  def default_host
    "127.0.0.1"
  end

  def setup
    header "Host", "127.0.0.1"
  end

  def page
    last_response.body
  end

  # How often the database is asked.
  def queries(&)
    count = 0
    told = ActiveSupport::Notifications.subscribe("sql.active_record") { |*, about| count += 1 unless about[:name] == "SCHEMA" }
    yield
    count
  ensure
    ActiveSupport::Notifications.unsubscribe(told)
  end

  # A plain job has one place of one shape and one task: its fields by their short names.
  PLAIN = { **%w[shape length width diameter hole side_a side_b side_c sides corners stations].to_h { |name| [name, "p1-s1-#{name}"] },
            **%w[film film_unit sheet surface drink spread method cup].to_h { |name| [name, "c1-#{name}"] }, "heat_known" => "c1-known" }
    .freeze

  def full(fields)
    fields.to_h { |name, value| [PLAIN.fetch(name.to_s, name.to_s), value] }
  end

  # Sends a form as the page holds it, with changes; the token comes from the page, which is looked at unless it was just now.
  def submit(path, fields, from: path, live: false)
    get from unless shown?(from)
    header "X-Live", live ? "1" : nil
    post path, { "authenticity_token" => hidden("authenticity_token"), "revision" => hidden("revision"),
                 "units_on_page" => hidden("units_on_page"),
                 "lock_version" => hidden("lock_version") }.merge(path.start_with?("/jobs/") ? full(fields) : fields)
    header "X-Live", nil
  end

  # Is this page what was answered last, with the form as it stands?
  def shown?(path)
    last_request.path == path && last_response.status == 200 && !hidden("revision").nil?
  rescue Rack::Test::Error
    false # nothing was asked yet
  end

  def hidden(name)
    page[/name="#{name}" value="([^"]*)"/, 1]
  end

  # What the page reads as, without markup.
  def words
    return @words if @words_of.equal?(last_response)

    @words_of = last_response
    @words = CGI.unescapeHTML(page.gsub(/<[^>]+>/, " ").gsub(/\s+/, " ")).tr("\u202F", " ")
  end

  def sheet_id(resin, hardener)
    Dakren::Stores::Sheet.find_by!(resin: resin, hardener: hardener).id.to_s
  end

  def job_fields(**changes)
    { "name" => "Board", "shape" => "rectangle", "length" => "2400", "width" => "900", "film" => "0.3", "film_unit" => "mm",
      "sheet" => sheet_id("Stillwater clear coat", "clear"), "room_mode" => "steady", "room" => "20", "tins" => "", "method" => "scale",
      "cup" => "auto",
      "start" => "2026-11-24T09:00" }.merge(changes.transform_keys(&:to_s))
  end

  def new_job(**changes)
    submit "/jobs", {}, from: "/jobs/new"
    path = last_response["location"]
    submit path, job_fields(**changes)
    path
  end
end

# Four coats on one morning, their desk, and a button pressed on their sheet.
module PlanHelp
  def four_coats(**changes)
    new_job("c1-coats" => "4", "start" => "2026-11-24T07:00", "room" => "20", **changes)
  end

  def desk(path)
    Dakren::Document::JobDesk.new(Dakren::Stores::Job.find(path[/\d+/]).document, sheets: Dakren::Stores::Shelf.finder,
      shop: Dakren::Document::Crew.of(Dakren::Stores::Settings.shop))
  end

  def document(path)
    Dakren::Stores::Job.find(path[/\d+/]).document
  end

  def press(path, act, **fields)
    submit path, { "act" => act }.merge(fields.transform_keys(&:to_s)), live: true
  end
end

# A cup walked at the bench, a step at a time.
module BenchHelp
  def press(path, **fields)
    get path
    post path, {
      "authenticity_token" => hidden("authenticity_token"), "after" => hidden("after"), "step" => hidden("step"), "act" => "next",
      **fields.transform_keys(&:to_s)
    }
    get path
  end

  # Takes a job's next batch to the bench, or the one that is told.
  # @return [String] its address
  def to_bench(job, **told)
    get job
    post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => job[/\d+/], "task" => "c1" }
      .merge(told.transform_keys(&:to_s))
    last_response["location"]
  end

  # Presses on until a step is reached, or with nil until the record is.
  def on_to(path, wanted)
    get path
    20.times { hidden("step") == wanted ? break : press(path) }

    assert_equal [wanted], [hidden("step")]
  end
end
