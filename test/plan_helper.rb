# frozen_string_literal: true

require_relative "core_helper"

# Tasks of one sheet at 23 °C, where its own minutes count: tacky after 150 to 210, closed from 480 to 720, sandable 960 to 1320.
class PlacedTest < CoreTest
  START = Time.local(2026, 11, 24, 7)
  STEP = 30.0

  def room
    @room ||= Cure::Profile.constant(23)
  end

  def exact_sheet(**changes)
    coating(clock: { reference_temp_c: 23, pot_life_min: 28, pot_mass_g: 150, working_min: 55, heat_j_g: 380, activation_kj_mol: 58 },
      **changes)
  end

  def quick_sheet(**changes)
    exact_sheet(stages: { recoat_opens: [60, 80], recoat_closes: [240, 300], sandable: [300, 340], handle: [330, 360] }, **changes)
  end

  def job(id, sheet: exact_sheet, count: 1, places: ["top"], length: 1000, in_room: room, **more)
    ageing = Ageing.new(sheet, in_room)
    order = lambda do |_number, _section, at, people = nil|
      Plan::CoatOrder.coat(outline: Geometry::Rectangle.new(length_mm: length, width_mm: 500), cover: Work::Cover.new(film_mm: 0.2),
        sheet: sheet, room: in_room, from_min: at, tins_c: in_room.at(at), ageing: ageing, people: people || 1)
    end
    Plan::TaskToPlace.new(id: id, label: "coat", places: places, count: count, order: order, area_m2: 0.5 * length / 1000, **more)
  end

  def hours(text = "07:00-12:00, 12:30-17:00", days_off: "Sat Sun", start: START)
    Plan::Hours.read(text, days_off: days_off, start: start)
  end

  def hand(name, text = nil, does: %i[mix lay roll inspect])
    Plan::Hand.new(name: name, does: does, hours: text ? hours(text) : hours)
  end

  # @param look [Boolean] is everything looked into, for as long as it takes?
  def plan(*tasks, text: "07:00-12:00, 12:30-17:00", look: false, **more)
    Plan::Scheduler.new(tasks, hours: hours(text), go_on: look ? -> { true } : nil, **more).schedule
  end

  def clock(minute)
    (START + (minute * 60)).strftime("%a %H:%M")
  end

  # Nobody in two places, nothing outside the hours, no coat outside its window or onto the face that lies below, gates kept.
  def assert_true_to_life(made, tasks, crew:, text:)
    open = hours(text)
    made.entries.each do |entry|
      refute_empty entry.crew
      assert open.open?(entry.from_min + 0.6, entry.to_min - 0.6), "#{entry.name} outside #{text}" if entry.to_min - entry.from_min > 2
    end
    made.entries.flat_map { |entry| [entry.from_min + 0.3, entry.to_min - 0.7] }.each do |minute|
      at_work = made.entries.select { |entry| entry.from_min <= minute && entry.to_min > minute }

      assert_operator at_work.sum { |entry| entry.crew.size }, :<=, crew
    end
    assert_windows_kept(made)
    assert_gates_kept(made, tasks)
    assert_faces_turned(made, tasks)
  end

  def assert_windows_kept(made)
    made.coats.select { |coat| coat.school == :tack && coat.missed.nil? }.each do |coat|
      assert_operator coat.from_min, :>=, coat.window[0] - 0.01
      assert_operator coat.to_min, :<=, coat.window[1] + 1 if coat.window[1]
    end
  end

  def assert_gates_kept(made, tasks)
    tasks.each do |task|
      first = made.coats.find { |coat| coat.task.equal?(task) }
      task.gates.each do |id, till|
        before = made.coats.select { |coat| coat.task.id == id }.max_by(&:to_min)
        least = { laid: before.to_min, tacky: before.stage(:recoat_opens).late, hard: before.hard.late }.fetch(till) do
          made.entries.select { |entry| entry.task.id == id && entry.kind == :step }.map(&:to_min).max || before.ready.late
        end

        assert_operator first.from_min, :>=, least - 0.6, "#{task.id} waits for #{id} until #{till}"
      end
    end
  end

  def assert_faces_turned(made, tasks)
    up = {}
    made.entries.sort_by(&:from_min).each do |entry|
      side = entry.coat? && tasks.find { |task| task.equal?(entry.task) }.sides.values.first
      up[side[0]] ||= side[1] if side && Plan::Turning::FACES.include?(side[1])
      up[entry.task.sides.values.first[0]] = entry.side if entry.side

      assert_equal side[1], up[side[0]], "coated on the face that lies below" if side && up.key?(side[0]) && side[1] != :edge
    end
  end
end
