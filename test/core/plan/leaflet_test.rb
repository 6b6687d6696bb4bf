# frozen_string_literal: true

require_relative "../../plan_helper"

# A tin that says a ratio and a pot life, for every kind of work there is: nothing is laid on what is still wet, nothing is turned over,
# sanded or taken out before it can be, and no such plan is called certain.
class LeafletTest < CoreTest
  KINDS = Work::Kinds::ALL.values.select { |kind| kind.coats || kind.pours }

  def sheet(kind, pot_min)
    Sheet.new(resin: "Leaflet", hardener: "only", ratio: ratio, purposes: [kind.purposes.first],
      clock: { reference_temp_c: 23, pot_life_min: pot_min, levels_or_is_shaped: kind.shaped })
  end

  def place(kind)
    shape = Geometry::Rectangle.new(length_mm: between(200, 1500), width_mm: between(100, 800))
    case kind.on
    when :void then Work::Place.new(name: "it", sort: :void, shape: Geometry::Void.new(shape, depth_mm: between(4, 12)))
    when :cavity then Work::Place.new(name: "it", sort: :cavity,
      shape: Geometry::Cavity.new(bottom_mm: 60, top_mm: 60, height_mm: 15, fill_mm: 8, count: 6))
    else Work::Place.new(name: "it", sort: kind.on, shape: shape)
    end
  end

  def task(kind)
    Plan::Task.new(id: "c1", kind: kind, places: [place(kind)], place_ids: ["p1"], sheet: sheet(kind, between(8, 90)), coats: 3,
      known: true,
      figures: kind.inputs.include?(:film) ? { film: Work::Cover.new(film_mm: between(0.08, 0.4)) } : {},
      steps: %i[flip sand trim demould].select { |name| Plan::WorkSteps::ALL.key?(name) })
  end

  def test_nothing_is_laid_on_the_wet
    hours = Plan::Hours.read("24 h", days_off: "", start: Time.local(2026, 11, 24, 7))
    KINDS.each do |kind|
      plan = Plan.of(Plan::Job.new(tasks: [task(kind)], room: Cure::Profile.constant(between(16, 26)), hours: hours))
      coats = plan.coats

      assert_equal 3, coats.size, "#{kind.name}: #{plan.complaints.map(&:says)}"
      coats.each_cons(2) do |below, above|
        lasts = below.plan.laid.working.early || 0

        poured = below.from_min + below.plan.batches.first.pour_from

        assert_operator above.from_min, :>=, below.done_min, kind.name
        assert_operator above.from_min, :>, poured + (0.5 * lasts), kind.name
        assert_operator above.from_min, :>=, below.stage(:recoat_opens).early - 1, kind.name
      end
      assert_cool(coats) if kind.pours
      last = coats.last
      plan.schedule.entries.reject(&:coat?).select { |step| %i[flip sand demould].include?(step.name) }.each do |step|
        assert_operator step.from_min, :>=, last.stage(step.name == :sand ? :sandable : :handle)&.early.to_f - 1, [kind.name, step.name]
      end
      refute plan.schedule.proved, kind.name
      refute_predicate plan.schedule.assumed, :nothing?, kind.name
    end
  end

  # Waiting for the cool is a gate, like tack.
  def assert_cool(coats)
    order = coats.first.plan.order
    wait = Cure::Cooling.new(order.laid_mix, depth_mm: coats.first.plan.film_mm, count: coats.size, start_c: order.tins_c,
      room: Cure::Profile.constant(order.room_c), **order.ground).wait_min
    poured = coats.map { |coat| coat.from_min + coat.plan.batches.first.pour_from }
    poured.each_cons(2) { |below, above| assert_operator above - below, :>=, wait - 1 }
  end
end
