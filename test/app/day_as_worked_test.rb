# frozen_string_literal: true

require_relative "../app_helper"

# Whole jobs as they are worked, typed as a builder types them: what comes when, and never before what it needs.
class DayAsWorkedTest < AppTest
  MONDAY = "2026-11-23T07:00"
  DAY = "07:00-12:00, 12:30-17:00"

  def sheet(resin, hardener)
    Stores::Sheet.find_by!(resin: resin, hardener: hardener).id.to_s
  end

  # The document as typing it makes it, and its desk.
  def desk(**told)
    told = told.transform_keys { |key| key.to_s.tr("_", "-").sub(/\A(p\d)-(s\d)-/, '\1-\2-') }.merge(told.delete(:raw) || {})
    blank = Document::JobDocument.blank(shop_temp_c: 22, start: MONDAY)
    document = told.keys.grep(/shapes\z|places\z|tasks\z/).reduce(blank) { |kept, key| kept.merge(key => told[key]) }
    2.times { document = Document::JobDocument.from_form(told.to_h { |key, value| [key, typed(key, value)] }, page: "metric", before: document) }
    Document::JobDesk.new(document, sheets: Stores::Shelf.finder, shop: Document::Crew.new(hours: DAY, days_off: "Sat Sun", people: 1))
  end

  def typed(key, value)
    columns = Document::Fields.of(key)&.columns or return value.is_a?(Array) ? value : value.to_s
    value.each_with_index.to_h { |row, i| [i.to_s, columns.zip(row).to_h { |column, figure| [column.name, figure.to_s] }] }
  end

  def assert_planned(desk)
    assert_empty desk.problems
    assert_empty desk.missing
    assert_empty(desk.tickets.flat_map { |ticket| ticket.refusals.map(&:says) })
    refute_empty desk.coats
    assert_predicate desk.schedule, :kept?
  end

  def at(desk, entry)
    desk.time_at(entry.from_min).strftime("%a %H:%M")
  end

  # What is done in which order: coats by their task, steps by their name.
  def order(desk)
    desk.schedule.entries.map { |entry| entry.coat? ? entry.task.id : entry.name }
  end

  PANEL = {
    "room" => "25", "places" => %w[p1 p2], "p1-form" => "flat", "p1-shapes" => %w[s1], "p1-s1-shape" => "rectangle",
    "p1-s1-length" => "900", "p1-s1-width" => "500", "p1-part" => "panel", "p1-side" => "top",
    "p2-form" => "flat", "p2-shapes" => %w[s1], "p2-s1-shape" => "rectangle", "p2-s1-length" => "900", "p2-s1-width" => "500",
    "p2-part" => "panel", "p2-side" => "under", "tasks" => %w[c1 c2]
  }.freeze

  def panel(**more)
    fast = sheet("Reedmark L20 laminating", "fast")
    tasks = %w[c1 c2].zip(%w[p1 p2]).flat_map do |task, place|
      { "kind" => "laminate", "places" => [place], "sheet" => fast, "spread" => "brush", "cloths" => [%w[200 1 0/90]] }
        .map { |name, value| ["#{task}-#{name}", value] }
    end
    desk(raw: { **PANEL, **tasks.to_h, "hours" => "07:00-18:00", **more.transform_keys(&:to_s) })
  end

  # Reedmark fast at 25 °C, its own temperature: tacky after 80 to 110 min, closed from 5 h, handled after 7 to 9 h. Turned onto points
  # while tacky the underside goes on in the morning, each edge is trimmed green first, and all is done the same day.
  def test_a_panel_on_both_faces_in_a_day_with_trims
    done = panel(turned: "tacky")

    assert_planned done
    assert_equal %i[c1 trim flip c2 trim], order(done).map(&:to_sym)
    assert_equal ["Mon"], done.schedule.entries.map { |entry| at(done, entry)[0, 3] }.uniq
    first, trim, turned, second = done.schedule.entries
    assert_operator trim.from_min, :>=, first.to_min + 110 - 20
    assert_operator trim.to_min, :<=, first.to_min + 300
    assert_operator turned.from_min, :>=, trim.to_min - 1e-6
    assert_in_delta turned.to_min, second.from_min, 1
  end

  # Waiting until it can be handled, some ten hours with the room's doubt, the underside is the next day's: said with its reason.
  def test_a_panel_turned_once_it_can_be_handled
    done = panel

    assert_planned done
    turned = done.schedule.entries.find { |entry| entry.name == :flip }
    assert_operator turned.from_min, :>=, done.coats.first.stage(:handle).late - 0.6
    assert_includes Words::Because.new(done, Words::Wording.new("metric")).sentence, "turn it over"
  end

  # A hole in a hull side: a plate made first, cured and out of its mould, bonded behind; then the hole is primed, plugged and laid over.
  def test_a_hole_repaired_with_its_backing_plate
    lay = sheet("Reedmark L20 laminating", "medium")
    paste = sheet("Cobble bonding paste", "paste")
    done = desk(raw: {
      "room" => "24", "places" => %w[p1 p2], "p1-form" => "flat", "p1-name" => "Plate", "p1-shapes" => %w[s1], "p1-s1-shape" => "circle",
      "p1-s1-diameter" => "220", "p1-part" => "plate", "p2-form" => "damage", "p2-hole_length" => "120", "p2-thickness" => "2",
      "tasks" => %w[c1 c2 c3 c4],
      "c1-kind" => "laminate", "c1-places" => %w[p1], "c1-sheet" => lay, "c1-cloths" => [%w[300 3]], "c1-steps" => ["", "demould"],
      "c2-kind" => "bond", "c2-places" => %w[p2], "c2-sheet" => paste, "c2-glue" => "1", "c2-after" => %w[c1], "c2-after_until" => "done",
      "c3-kind" => "primer", "c3-places" => %w[p2], "c3-sheet" => lay,
      "c4-kind" => "scarf", "c4-places" => %w[p2], "c4-sheet" => lay, "c4-cloths" => [%w[450 1]], "c4-steps" => ["", "trim", "peel_ply"]
    })

    assert_planned done
    plate, bond, primer, cloth = %w[c1 c2 c3 c4].map { |id| done.coats.find { |coat| coat.task.id == id } }
    out = done.schedule.entries.find { |entry| entry.name == :demould }
    assert_operator out.from_min, :>=, plate.stage(:demould).late - 0.6
    assert_operator bond.from_min, :>=, out.to_min - 1e-6
    assert_operator primer.from_min, :>, bond.to_min
    assert_operator cloth.from_min, :>, primer.to_min
    # 2 mm at 0.5 mm a ply are four plies over a bevel of 25 mm; primed is all that is ground, 170 mm across.
    assert_equal 4, cloth.plan.order.need.scarf.first.plies
    assert_in_delta Math::PI * (170**2) / 4, primer.plan.order.need.area_mm2, 1
    peeled = done.schedule.entries.find { |entry| entry.name == :peel_ply }
    assert_operator peeled.from_min, :>=, cloth.stage(:handle).late - 0.6
  end

  # A bar top: a sample is sealed and approved before the bar is, and the flood goes onto the seal.
  def test_a_bar_top_with_its_sample_first
    clear = sheet("Stillwater clear coat", "clear")
    pour = sheet("Tarn table pour", "table")
    done = desk(raw: {
      "room" => "24", "places" => %w[p1 p2], "p1-form" => "flat", "p1-name" => "Sample", "p1-part" => "sample", "p1-shapes" => %w[s1],
      "p1-s1-shape" => "rectangle", "p1-s1-length" => "300", "p1-s1-width" => "300", "p2-form" => "flat", "p2-name" => "Bar",
      "p2-part" => "bar", "p2-shapes" => %w[s1], "p2-s1-shape" => "rectangle", "p2-s1-length" => "2400", "p2-s1-width" => "600",
      "tasks" => %w[c1 c2 c3],
      "c1-kind" => "seal", "c1-places" => %w[p1], "c1-sheet" => clear, "c1-steps" => ["", "approve"],
      "c2-kind" => "seal", "c2-places" => %w[p2], "c2-sheet" => clear, "c2-after" => %w[c1], "c2-after_until" => "done",
      "c3-kind" => "flood", "c3-places" => %w[p2], "c3-sheet" => pour, "c3-film" => "3"
    })

    assert_planned done
    approved = done.schedule.entries.find { |entry| entry.name == :approve }
    assert_equal(%w[c1 c2 c3], done.coats.map { |coat| coat.task.id })
    assert_operator approved.from_min, :>=, done.coats[0].stage(:sandable).late - 0.6
    assert_operator done.coats[1].from_min, :>=, approved.to_min - 1e-6
    assert_operator done.coats[2].from_min, :>=, done.coats[1].stage(:recoat_opens).late - 0.6
    without = done.coats[2]
    assert_includes %i[tack abrade], without.school
  end

  # 200 m² at 0.3 mm, two coats, three people: 60 litres a coat. Monday to Monday the coats are on by Wednesday and it is walked on before
  # the next Monday; begun on Friday it lies over the weekend, or is worked through where every day is a working day.
  def test_a_hall_monday_to_monday_and_over_a_weekend
    hall = { "room" => "20", "p1-s1-length" => "20 m", "p1-s1-width" => "10 m", "people" => "3", "c1-kind" => "floor", "c1-film" => "0.3",
             "c1-coats" => "2", "c1-sheet" => sheet("Granite floor 210", "floor") }
    week = desk(raw: hall)
    assert_planned week
    # The second cup's 25 % margin, losses and what primed concrete soaks up come on top of 2 × 60 l.
    assert_operator week.coats.sum { |coat| coat.plan.amounts.total.total_g }.to_f / week.sheet.clock.mixed_density_g_ml, :>, 120_000
    assert_operator week.schedule.hand_over_min, :<, 7 * 1440
    assert_operator week.coats.last.to_min, :<, 3 * 1440

    friday = desk(raw: { **hall, "start" => "2026-11-27T07:00" })
    through = desk(raw: { **hall, "start" => "2026-11-27T07:00", "every_day" => "yes" })
    assert_planned friday
    assert_planned through
    refute(friday.schedule.entries.any? { |entry| %w[Sat Sun].include?(at(friday, entry)[0, 3]) })
    assert(through.schedule.entries.any? { |entry| %w[Sat Sun].include?(at(through, entry)[0, 3]) })
    assert_operator through.coats.last.to_min, :<, friday.coats.last.to_min
    assert_operator week.coats.flat_map(&:crew).size, :>=, 6
  end

  # A hull coated three times on tack: each goes on while the last surely is tacky, and all in a day.
  def test_a_hull_three_times_on_tack
    done = desk(raw: { "room" => "23", "p1-form" => "cylinder", "p1-diameter" => "600", "p1-height" => "3000", "c1-kind" => "coat",
                       "c1-film" => "0.12", "c1-coats" => "3", "c1-school" => "tack", "hours" => "06:00-20:00",
                       "c1-sheet" => sheet("Stillwater clear coat", "clear") })

    assert_planned done
    assert_equal [nil, :tack, :tack], done.coats.map(&:school)
    done.coats.each_cons(2) do |below, above|
      assert_operator above.from_min, :>=, below.stage(:recoat_opens).late - 0.6
      assert_operator above.to_min, :<=, below.stage(:recoat_closes).early
    end
    assert_equal 1, done.coats.map { |coat| at(done, coat)[0, 3] }.uniq.size
  end

  # Primed from the same pot: 10 m of 12 mm fillet. r² (cot 45° − π/4) = 30.9 mm², 309 ml; each side 12 mm, so 0.24 m² at 100 g/m² are
  # 24 g brushed on neat; powder goes into the rest alone.
  def test_a_fillet_primed_from_the_same_pot
    told = { "places" => %w[p1], "p1-form" => "joint", "p1-length" => "10 m", "c1-kind" => "fillet", "c1-radius" => "12",
             "c1-sheet" => sheet("Reedmark L20 laminating", "slow") }
    plain, primed = [{}, { "c1-prime" => "100" }].map { |more| desk(raw: { **told, **more }) }
    assert_planned primed
    need, before = [primed, plain].map { |one| one.coats.first.plan.order.need }

    assert_in_delta 24, need.line(:prime).grams(1).to_f, 1e-6
    thick = before.grams(1.1).to_f
    assert_in_delta 24 / (24 + need.line(:work).grams(1).to_f), need.prime_share.to_f, 1e-9
    assert_in_delta before.powder[1] * thick, need.powder[1] * (thick + 24), 1e-6, "the same powder in all"
  end

  # A wax step of the builder's own, cured warm as the maker says, and out of its mould only after that.
  def test_a_mould_is_opened_after_the_spell_that_cures_it
    slow = Stores::Sheet.find_by!(resin: "Reedmark L20 laminating", hardener: "slow")
    slow.update!(cure_c: 60, cure_min: 480, cure_ramp_c_h: 20)
    told = { "room" => "20", "p1-s1-length" => "600", "p1-s1-width" => "400", "c1-kind" => "laminate", "c1-cloths" => [%w[200 2]],
             "c1-sheet" => slow.id.to_s, "c1-steps" => ["", "demould"] }
    cold, hot, typed = [{}, { "c1-service" => "70" }, { "c1-cure_c" => "50", "c1-cure_time" => "12 h", "c1-cure_ramp" => "10" }]
      .map { |more| desk(raw: { **told, **more }) }
    [cold, hot, typed].each { |done| assert_planned done }

    assert_includes order(hot), :warm_cure
    cured, out = %i[warm_cure demould].map { |name| hot.schedule.entries.find { |entry| entry.name == name } }
    assert_operator out.from_min, :>=, cured.to_min + cured.waits_min - 1e-6
    # From 20 to 60 °C by 20 an hour are two hours, held for eight; typed, three hours up to 50 °C and twelve held.
    assert_in_delta 120 + 480, cured.waits_min, 1e-6
    assert_in_delta 180 + 720, typed.schedule.entries.find { |entry| entry.name == :warm_cure }.waits_min, 1e-6
    slow.update!(cure_most_c: 45)
    wrong = desk(raw: { **told, "c1-cure_c" => "50" })
    assert_includes wrong.problem("c1-cure_c"), "must be at most 45 °C"
    assert_empty wrong.coats
  end

  # What cannot be is named, kept, and nothing is planned in its stead.
  def test_bad_gates_crews_and_faces_are_named
    clear = sheet("Stillwater clear coat", "clear")
    two = { **PANEL, "c1-kind" => "coat", "c2-kind" => "coat", "c1-film" => "0.1", "c2-film" => "0.1", "c1-places" => %w[p1],
                     "c2-places" => %w[p2], "c1-sheet" => clear, "c2-sheet" => clear }
    circle = desk(raw: { **two, "c1-after" => %w[c2], "c2-after" => %w[c1] })
    assert_includes circle.problem("c1-after"), "circle"
    assert_includes circle.problem("c2-after"), "circle"
    assert_empty circle.coats

    crew = desk(raw: { **two, "crew" => [["Ada", "mix", ""], ["Bo", "inspect", "09:00-12:00"]] })
    assert_includes crew.problem("crew"), "nobody who lays"
    odd = desk(raw: { **two, "crew" => [["Ada", "juggle", ""], ["Bo", "mix", "25:00-26:00"]] })
    assert_includes odd.problem("crew"), "juggle is none of these"
    assert_empty odd.coats
    face = Document::JobDesk.new(desk(raw: two).document.merge("p1-side" => "inside"), sheets: Stores::Shelf.finder)
    assert_includes face.problem("p1-side"), "its upper face"
    step = desk(raw: { **two, "c1-own_before" => [["wax", "0", ""], ["wax", "10000", ""]] })
    assert_includes step.part("c1").problems("own_before").map(&:says).join, "from 1 to 1440 min"
    assert_empty(step.coats.select { |coat| coat.task.id == "c1" })
    assert_equal "wax", step.document["c1-own_before"][0][0]["typed"] || step.document["c1-own_before"][0][0]
  end

  # A list of the room in °F with its zone tells the same as one in °C by the shop's own hours.
  def test_a_list_in_fahrenheit_with_its_zone
    zone = ActiveSupport::TimeZone["Europe/Berlin"]
    start = zone.local(2026, 11, 24, 9)
    told = Formats::RoomList.read("2026-11-24T08:00Z,68 F\n2026-11-24T13:00+01:00,50F", start: start, zone: zone)
    plain = Formats::RoomList.read("2026-11-24 09:00;20\n2026-11-24 13:00;10", start: start, zone: zone)

    told.flatten.zip(plain.flatten).each { |one, other| assert_in_delta other, one, 1e-9 }
    assert_in_delta 240, told.last.first, 1e-9
  end

  # A coat in sections is drawn with the day each is laid on, and how far each batch reaches.
  def test_sections_are_marked_day_by_day
    hall = desk(raw: { "room" => "20", "p1-s1-length" => "30 m", "p1-s1-width" => "12 m", "c1-kind" => "floor", "c1-film" => "0.3",
                       "c1-sheet" => sheet("Granite floor 210", "floor"), "hours" => "08:00-12:00" })

    assert_planned hall
    assert_operator hall.coats.size, :>, 1
    seams = hall.schedule.entries.select { |entry| entry.name == :seam }
    assert_equal hall.coats.size - 1, seams.size
    drawn = Drawings::PiecePlan.new(hall.places.values.first.region, Words::Wording.new("metric"), plan: hall.coats.first.plan,
      coats: hall.coats, start: hall.start).to_s
    hall.coats.map { |coat| hall.time_at(coat.from_min).strftime("%a %-d") }.uniq.each { |day| assert_includes drawn, day }
  end

  # A coat whose window lies over the hour the clocks go forward loses none of its minutes.
  def test_a_clock_change_in_a_window_costs_no_minute
    told = { "zone" => "Europe/Berlin", "room" => "23", "p1-s1-length" => "900", "p1-s1-width" => "500", "c1-kind" => "coat",
             "c1-film" => "0.12", "c1-coats" => "2", "c1-school" => "tack", "hours" => "24 h", "days_off" => "", "every_day" => "yes",
             "c1-sheet" => sheet("Stillwater clear coat", "clear") }
    night, plain = %w[2026-03-28T23:30 2026-03-21T23:30].map { |start| desk(raw: { **told, "start" => start }) }
    [night, plain].each { |done| assert_planned done }

    assert_in_delta plain.coats.last.from_min, night.coats.last.from_min, 1e-6
    assert_equal 60, (night.time_at(night.coats.last.from_min).hour - plain.time_at(plain.coats.last.from_min).hour) * 60
  end
end
