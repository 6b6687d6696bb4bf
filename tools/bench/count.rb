# frozen_string_literal: true

# What one edit of a job costs, in methods called and questions put to the database: the same on every machine. Asked as a browser asks
# whose page shows the job as it comes, "+ more of this task" folded away and no figure open.
require "rack/test"
require "tmpdir"
require_relative "../../app/boot"
require_relative "../../db/demo"

data = Dir.mktmpdir("dakren-count")
at_exit { FileUtils.rm_rf(data) }
Dakren::Stores::Database.open(data)
Dakren::Demo.load_once
Dakren::Stores::Renewer.new.renew_all(breath_s: 0)
Dakren::Stores::Works.at_once = true
Dakren::Stores::Further.off = true

# A browser that looks at one job.
class Looker
  OURS = %w[core app].map { |folder| "#{File.expand_path("../../#{folder}", __dir__)}/" }.freeze
  JOB = { "p1-s1-length" => "1860", "p1-s1-width" => "640", "c1-film" => "0.3", "name" => "Board" }.freeze

  def initialize(house)
    @session = Rack::Test::Session.new(house)
    @session.header("Host", "127.0.0.1")
    @session.get("/jobs/new")
    @session.post("/jobs", "authenticity_token" => hidden("authenticity_token"), "kind" => "coat")
    @path = @session.last_response["location"][%r{/jobs/\d+}]
    @session.get(@path)
    edit(JOB)
  end

  def edit(fields)
    @session.header("X-Live", "1")
    @session.header("X-Shut", "d-c1-more")
    @session.header("X-Open", "")
    @session.header("X-Said", "")
    @session.post(@path, { "authenticity_token" => hidden("authenticity_token"), "revision" => hidden("revision"),
                           "units_on_page" => hidden("units_on_page"), **fields })
    raise "not taken: #{@session.last_response.status}" unless @session.last_response.status == 200
  end

  # @return [Array(Integer, Integer)] methods of ours called, and questions put to the database
  def cost(fields)
    calls = asked = 0
    counter = TracePoint.new(:call) { |point| calls += 1 if point.path.start_with?(*OURS) }
    told = ActiveSupport::Notifications.subscribe("sql.active_record") do |*, about|
      asked += 1 unless about[:cached] || about[:name] == "SCHEMA"
    end
    counter.enable { edit(fields) }
    [calls, asked]
  ensure
    ActiveSupport::Notifications.unsubscribe(told)
  end

  private

  def hidden(name)
    @session.last_response.body[/name="#{name}" value="([^"]*)"/, 1]
  end
end

puts "what an edit costs"
looker = Looker.new(Dakren::Rooms::House.build(data))
%w[0.32 0.33 0.34].each { |film| looker.edit("c1-film" => film) }
{ "a film thickness" => { "c1-film" => "0.36" }, "a room temperature" => { "room" => "18.4" }, "a name" => { "name" => "Shelf board" },
  "a note" => { "c1-note" => "dab on the scrap" } }.each do |name, fields|
  calls, asked = looker.cost(fields)
  puts format("%-58s %9d calls %6d queries", name, calls, asked)
end
