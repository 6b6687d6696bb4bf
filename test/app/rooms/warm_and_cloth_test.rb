# frozen_string_literal: true

require_relative "../../app_helper"

# Cloth laid in three ways, resin drawn in from several pots, and what is cured warm at once.
class WarmAndClothTest < AppTest
  include PlanHelp

  SLOW = ["Reedmark L20 laminating", "slow"].freeze

  def laminate(**fields)
    path = new_job("c1-kind" => "laminate", length: "1000", width: "600", sheet: sheet_id(*SLOW),
      "c1-cloths" => { "0" => { "areal" => "300", "plies" => "3", "direction" => "" } }, room: "21")
    submit path, { "c1-surface" => "sealed", "c1-spread" => "none" }.merge(fields.transform_keys(&:to_s))
    path
  end

  def whole(path)
    Stores::Planning.new.fresh_desk_of(document(path))
  end

  def entries(path, *names)
    whole(path).schedule.entries.select { |entry| names.include?(entry.name) }
  end

  # Three plies of 300 g/m² on 0.6 m² by hand: 540 g of glass and as much resin, whichever way; onto tacky ones a third each.
  def test_onto_tacky_plies_each_waits_for_the_last
    path = laminate
    whole_g = whole(path).coats.sum { |coat| coat.plan.amounts.on_work.total_g.to_f }

    assert_in_delta 540, whole_g, 0.5
    submit path, { "c1-wet_out" => "tacky" }
    found = whole(path)

    assert_equal([180.0] * 3, found.coats.map { |coat| coat.plan.amounts.on_work.total_g.to_f.round(1) })
    found.coats.each_cons(2) do |below, above|
      opens, shut = %i[recoat_opens recoat_closes].map { |stage| below.stage(stage) }

      assert_operator above.from_min, :>=, opens.late - 0.01
      assert_operator above.to_min, :<=, shut.early + 0.01
    end
    get path

    assert_includes words, "Laminate, 3 plies"
    assert_includes words, "Press the ply onto the tacky one"
  end

  def test_the_bench_says_how_cloth_is_laid
    { "above" => "Wet the cloth from above", "into" => "Lay the cloth into the wet resin", "tacky" => "Press the ply onto the tacky one",
      "auto" => "Wet the cloth from above" }.each do |way, title|
      path = laminate("c1-wet_out" => way)
      get path
      post "/bench/planned", { "authenticity_token" => hidden("authenticity_token"), "job" => path[/\d+/], "task" => "c1" }
      batch = last_response["location"]
      walk = Stores::Walks.walk(Stores::Batch.find(batch[/\d+/]))

      assert_equal title, walk.recipe.step(:pour_out).title, way
    end
  end

  # Up from 21 to 60 °C at 10 °C an hour are 3.9 h, then held for 8 h.
  def test_a_makers_warm_cure_follows_at_once_and_hardens_it
    path = laminate("c1-cure_c" => "60", "c1-cure_time" => "8 h")
    warm = entries(path, :warm_cure).first
    coat = whole(path).coats.last
    trim = entries(path, :trim).first

    assert_in_delta (3.9 + 8) * 60, warm.waits_min, 0.1
    assert_operator warm.from_min, :>=, coat.stage(:recoat_opens).late - 0.01
    over = warm.to_min + warm.waits_min

    assert_operator trim.from_min, :>=, over
    assert_nil trim.missed
    assert_in_delta over, coat.ready.late, 0.01
    assert_in_delta [over, whole(path).schedule.done_min].max, whole(path).schedule.hand_over_min, 0.01
  end

  def test_the_next_coat_goes_onto_a_warm_cured_part_after_sanding
    path = laminate("c1-cure_c" => "60", "c1-cure_time" => "8 h")
    press path, "add-task:coat"
    clear = sheet_id("Stillwater clear coat", "clear")
    second = document(path)["tasks"].last
    submit path, { "#{second}-sheet" => clear, "#{second}-film" => "0.1" }
    found = whole(path)
    warm = found.schedule.entries.find { |entry| entry.name == :warm_cure }
    coat = found.coats.last

    assert_equal second, coat.task.id
    assert_operator coat.from_min, :>=, warm.to_min + warm.waits_min
    assert_equal :abrade, coat.school
  end

  # The line: 10 min to the first 500 mm, so 90 min to 1500; of four pots the first is in after 90/16 min, the last takes 7/16 of it.
  def test_four_pots_feed_one_front
    path = infusion("c1-most" => "460 g", "c1-known" => "yes")
    batches = whole(path).coats.first.plan.batches
    first = batches.first.pour_from
    share = 0.0

    assert_operator batches.size, :>=, 4
    batches.each do |batch|
      share += batch.portion.on_work_g.to_f / whole(path).coats.first.plan.amounts.on_work.total_g

      assert_in_delta 90 * (share**2), batch.done_at - first, 0.05
    end
    assert_in_delta 90, batches.last.done_at - first, 0.01
    batches.each_cons(2) { |one, two| assert_in_delta one.done_at, two.pour_from, 0.01, "the line never runs empty" }
  end

  def test_an_infused_part_is_warmed_as_soon_as_it_is_full
    path = infusion("c1-cure_c" => "60", "c1-cure_time" => "6 h")
    found = whole(path).schedule
    warm = found.entries.find { |entry| entry.name == :warm_cure }
    demould = found.entries.find { |entry| entry.name == :demould }

    assert_in_delta found.coats.last.to_min, warm.from_min, 0.01
    assert_operator demould.from_min, :>=, warm.to_min + warm.waits_min
    assert(found.entries.any? { |entry| entry.name == :leak_test })
  end

  def test_the_way_of_the_resin_is_asked_in_the_open
    path = infusion
    get path

    assert_match(/, resin goes .{1,80} from inlet to vacuum/, words)
    [path, "/paper/#{path[/\d+/]}"].each do |address|
      get address

      ["fills uphill", "two vacuum points", "Clamp the feed once", "every 5 to 10 minutes"].each do |says|
        assert_includes words, says, address
      end
    end
  end

  def test_a_warm_cure_below_the_hottest_service_is_warned_of
    path = laminate("c1-cure_c" => "50", "c1-cure_time" => "8 h", "c1-service" => "65")
    get path

    assert_includes words, "That warm cure is cooler than the 65 °C it gets in service"
    submit path, { "c1-cure_c" => "70" }
    get path

    refute_includes words, "That warm cure is cooler"
  end

  def infusion(**fields)
    path = new_job("c1-kind" => "infusion", length: "2000", width: "1000", sheet: sheet_id(*SLOW), "c1-distance" => "1500",
      "c1-cloths" => { "0" => { "areal" => "600", "plies" => "3", "direction" => "" } },
      "c1-front" => { "0" => { "minute" => "10", "mm" => "500" } }, room: "21")
    submit path, { "heat_known" => "yes" }.merge(fields.transform_keys(&:to_s))
    path
  end
end
