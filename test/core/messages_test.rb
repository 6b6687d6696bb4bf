# frozen_string_literal: true

require_relative "../plan_helper"

# Folders of the core lean on each other one way in what they send as well as in what they name: an object of a lower folder that asks
# one of a higher folder something leans on it, whatever it is called there.
class MessagesTest < CoreTest
  CORE = File.expand_path("../../core/dakren", __dir__)
  ORDER = %w[base measure geometry work cure sheet plan care bench stock].freeze
  # What any key of a memo is asked.
  OF_KEYS = %i[hash == eql?].freeze

  def folder(path)
    path.start_with?("#{CORE}/") ? ORDER.index(path.delete_prefix("#{CORE}/").split("/").first) : nil
  end

  # @return [Hash{String=>String}] what was sent upwards, and one place it was sent from
  def sent_upwards(&)
    found = {}
    tracer = TracePoint.new(:call) do |point|
      there = folder(point.path) or next
      next if OF_KEYS.include?(point.method_id)

      from = caller_locations(2, 1)&.first or next
      here = folder(from.absolute_path.to_s)
      if here && there > here
        found["#{ORDER[here]} sends #{ORDER[there]} #{point.method_id}"] ||= "#{from.path.delete_prefix("#{CORE}/")}:#{from.lineno}"
      end
    end
    tracer.enable(&)
    found
  end

  def place(kind)
    shape = Geometry::Rectangle.new(length_mm: 900, width_mm: 400)
    case kind.on
    when :void then Work::Place.new(name: "it", sort: :void, shape: Geometry::Void.new(shape, depth_mm: 11))
    when :cavity then Work::Place.new(name: "it", sort: :cavity,
      shape: Geometry::Cavity.new(bottom_mm: 60, top_mm: 60, height_mm: 15, fill_mm: 8, count: 6))
    else Work::Place.new(name: "it", sort: kind.on, shape: shape)
    end
  end

  def sheet(kind)
    coating(clock: { reference_temp_c: 23, pot_life_min: 28, levels_or_is_shaped: kind.shaped }, purposes: [kind.purposes.first])
  end

  def planned(kind)
    task = Plan::Task.new(id: "c1", kind: kind, places: [place(kind)], place_ids: ["p1"], sheet: sheet(kind), coats: 2, known: true,
      figures: kind.inputs.include?(:film) ? { film: Work::Cover.new(film_mm: 0.2) } : {})
    hours = Plan::Hours.read("07:00-18:00", days_off: "Sun", start: Time.local(2026, 11, 24, 7))
    Plan.of(Plan::Job.new(tasks: [task], room: Cure::Profile.daily_wave(low_c: 17, high_c: 22, start_minute_of_day: 420, days: 9),
      hours: hours))
  end

  def looked_at(made)
    Care::JobCautions.new(made).all
    made.coats.each do |coat|
      Care::CoatCautions.new(coat.plan).all
      figures = Plan::CoatFigures.new(coat.plan)
      [figures.cups, figures.usable, figures.working, figures.total_g, figures.hard, figures.lines, coat.plan.largest]
    end
  end

  def walked
    recipe = Bench::Recipe.new(name: "Cup", sheet: coating, total_g: 300r, first: :resin, cup: Plan::USUAL_CUPS[3], room_c: 20, tins_c: 20,
      method: :scale, placing_min: 4, kind: :coat)
    told = [[:weighed, { step: "first", reading_g: 200.0 }], [:weighed, { step: "second", reading_g: 330.0 }], [:done, { step: "mix" }]]
    events = told.each_with_index.map { |(kind, data), i| Bench::Event.new(number: i + 1, kind: kind, at: 1000.0 + (i * 60), data: data) }
    walk = Bench::Walk.new(recipe, events)
    [walk.step, walk.correction(1200.0), walk.clock(1200.0).mood, walk.clock(1200.0).in_cup, walk.times.mixed_share]
  end

  def test_nothing_is_asked_of_what_stands_above
    kinds = Work::Kinds::ALL.values_at(*%i[coat cast laminate bond].first(rounds(8))).compact
    found = sent_upwards do
      kinds.each { |kind| looked_at(planned(kind)) }
      walked
      Sayings.new(coating).all
      coating.mix.calibration
    end

    assert_empty found, found.map { |words, at| "#{words} (#{at})" }.join("\n")
  end
end
