# frozen_string_literal: true

require_relative "../app_helper"

# Somebody who presses everything and types anything: no page breaks, and nothing that was kept is lost.
class RandomBuilderTest < AppTest
  ROUNDS = ENV["DAKREN_LONG"] ? 1500 : 20

  def job
    @job ||= Stores::Job.find(@path[/\d+/])
  end

  def ids(key)
    Document::JobDocument.ids(job.reload.document, key)
  end

  def act
    task = pick(ids("tasks"))
    place = pick(ids("places"))
    return "drop-task:#{task}" if ids("tasks").size > 6
    return "drop-place:#{place}" if ids("places").size > 6

    pick(["add-task:#{pick(Work::Kinds::ALL.keys)}", "add-place:#{pick(Document::Fields::FORMS.keys)}",
      "add-shape:#{place}:#{pick(Document::Fields::SHAPES.keys)}", "drop-task:#{task}", "drop-place:#{place}",
      "up:#{task}", "down:#{task}", "repeat:#{task}", "split:#{task}", "undo", "redo", "order:#{task}:#{pick(ids("tasks"))}", "offers",
      "offer:#{pick(%w[warm-2 longer-1 abrade people-2 none])}", "keep-what-if", ""])
  end

  def value(field)
    case field.kind
    when :choice then pick(field.choices.keys)
    when :ids then [pick(ids("places"))]
    when :names then [pick(Plan::WorkSteps::ALL.keys).to_s]
    when :rows then Array.new(1 + chance.rand(4)) { |i| [i.to_s, field.columns.to_h { |column| [column.name, value(column)] }] }.to_h
    when :film then pick(%w[0.2 1.5 12 300])
    when :figure then pick([between(0.1, 30).round(1).to_s, between(30, 3000).round.to_s, "#{between(0.1, 4).round(2)} m",
      *NOISE.sample(1, random: chance)])
    else if field.name == "sheet"
           pick(Stores::Sheet.ids)
             .to_s
         else
           pick(["2026-11-24T07:00", "2026-12-24T17:00", "07:00-19:00", "Sun", "a name", *NOISE.sample(1, random: chance)])
         end
    end
  end

  def key
    scopes = [["", Document::Fields::JOB], *ids("places").map { |id| ["#{id}-", Document::Fields::PLACE] },
      *ids("tasks").map { |id| ["#{id}-", Document::Fields::TASK] },
      *ids("places").flat_map { |id| ids("#{id}-shapes").map { |shape| ["#{id}-#{shape}-", Document::Fields::SHAPE] } }]
    prefix, table = pick(scopes)
    "#{prefix}#{pick(table.keys - %w[places tasks shapes picture])}"
  end

  def test_presses_everything_and_types_anything
    @path = new_job
    ROUNDS.times do |i|
      fields = Array.new(1 + chance.rand(3)) { key }.to_h { |name| [name, value(Document::Fields.of(name))] }
      # Every tenth time something sensible again, so that there is a plan to break.
      fields = job_fields("act" => "", "c1-known" => "yes") if (i % 10).zero? && ids("tasks").include?("c1") && ids("places").include?("p1")
      pressed = act
      get @path

      assert_equal 200, last_response.status, "before #{i}: #{@before}"
      @before = "#{pressed} #{fields.inspect}"
      submit @path, { "act" => pressed, "wi_room" => pick(%w[0 3]) }.merge(fields), live: true

      assert_equal 200, last_response.status, "#{i}: #{pressed} #{fields.inspect}"
      refute_empty ids("tasks")
      refute_empty ids("places")
    end
    ["/", "/plan/#{job.id}/compare", "/plan/#{job.id}/job.ics", "/table/#{job.id}/#{ids("places").first}",
      "/table/#{job.id}/#{ids("tasks").first}/templates"].each do |address|
      get address

      assert_equal 200, last_response.status, address
    end
  end
end
