# frozen_string_literal: true

require_relative "../app_helper"
require "yaml"

# Jobs worked out by hand (test/cases/by_hand.yml), typed as a builder types them and held against what the shop says.
class ByHandTest < AppTest
  CASES = YAML.safe_load_file(File.expand_path("../cases/by_hand.yml", __dir__))
  WITHIN_PCT = 0.005

  CASES.each do |kase|
    define_method("test_#{kase.fetch("name").gsub(/[^a-z0-9]+/i, "_")}") { check(kase) }
  end

  def check(kase)
    bare_densities(kase["without_densities"]) if kase["without_densities"]
    kase.fetch("is").each do |what, expected|
      found = kase["age"] ? aged(kase["age"]) : public_send(what, planned(kase))

      assert_in_delta expected, found.to_f, expected.abs * kase.fetch("within_pct", WITHIN_PCT) / 100, "#{what}: #{kase.fetch("sums")}"
    end
  end

  def record(names)
    Stores::Sheet.find_by!(resin: names[0], hardener: names[1])
  end

  def bare_densities(names)
    record(names).update!(resin_density_g_ml: nil, hardener_density_g_ml: nil)
  end

  def aged(told)
    sheet = Stores::Shelf.core(record(told.fetch("sheet")))
    Cure::Film.new(sheet.mix.reaction, Cure::Profile.constant(told.fetch("room"))).reached_min(told.fetch("minutes"))
  end

  def sheet_named(told)
    return record(told).id.to_s if told.is_a?(Array)

    *resin, one, two, share = told.delete_prefix("blend ").split
    ids = [one, two].map { |hardener| record([resin.join(" "), hardener]).id }
    "blend-#{ids.join("-")}-#{share}"
  end

  # The document as typing it makes it.
  def planned(kase)
    @planned ||= begin
      blank = Document::JobDocument.blank(shop_temp_c: 22, start: "2026-11-24T09:00")
      told = kase.fetch("job").to_h { |key, value| [key, key.end_with?("-sheet") ? sheet_named(value) : value] }
      document = told.keys.grep(/shapes\z|places\z/).reduce(blank) { |kept, key| kept.merge(key => told[key]) }
      typed = told.to_h { |key, value| [key, typed_value(key, value)] }
      # Twice, as people do: what the form asks follows from the work that was chosen.
      2.times { document = Document::JobDocument.from_form(typed, page: "metric", before: document) }
      desk = Document::JobDesk.new(document, sheets: Stores::Shelf.finder, shop: Document::Crew::ROUND_THE_CLOCK)

      assert_empty desk.problems, kase["name"]
      assert_empty desk.missing, kase["name"]
      refute_empty desk.coats, "#{kase["name"]}: #{desk.tickets.flat_map(&:refusals).map(&:says)}"
      desk
    end
  end

  def typed_value(key, value)
    columns = Document::Fields.of(key)&.columns
    return value.is_a?(Array) ? value : value.to_s unless columns

    value.each_with_index.to_h { |row, i| [i.to_s, columns.zip(row).to_h { |column, figure| [column.name, figure.to_s] }] }
  end

  def plan(desk)
    desk.coats.first.plan
  end

  def need(desk)
    plan(desk).order.need
  end

  def line(desk, name, unit)
    found = need(desk).line(name)

    assert_equal unit, found.unit
    found.value
  end

  def area_m2(desk) = need(desk).area_mm2 / 1e6
  def work_ml(desk) = line(desk, :work, :ml)
  def work_g(desk) = line(desk, :work, :g)
  def work_as_g(desk) = need(desk).line(:work).grams(plan(desk).amounts.density)
  def texture_ml(desk) = line(desk, :texture, :ml)
  def drink_g(desk) = line(desk, :drink, :g)
  def soak_g(desk) = line(desk, :soak, :g)
  def powder_g_of_work(desk) = work_g(desk) * need(desk).powder[1] / 100
  def bevel_mm(desk) = need(desk).scarf.first.bevel_mm
  def plies(desk) = need(desk).scarf.first.plies
  def coats(desk) = desk.coats.size
  def batches(desk) = desk.coats.sum { |coat| coat.plan.batches.size }
  def needed_min(desk) = plan(desk).portions.first.needed_min

  %i[total_g total_ml resin_g resin_ml hardener_g hardener_ml].each do |name|
    define_method(name) { |desk| desk.coats.sum { |coat| coat.plan.amounts.total[name] } }
  end
end
