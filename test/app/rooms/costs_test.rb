# frozen_string_literal: true

require_relative "../../app_helper"
require "nokogiri"

# What batches and jobs cost, and all that they take.
class CostTest < AppTest
  def setup
    super
    Stores::Tin.destroy_all
    @sheet = Stores::Sheet.find_by!(resin: "Stillwater clear coat")
  end

  def tin(hardener, size, price)
    Stores::Tin.create!(resin: @sheet.resin, hardener: hardener, unit: "g", size: size, level: size, price: price, set_no: 1)
      .tap { |one| one.note(:bought, at: 1.0, by: Stores::By::NOBODY) }
  end

  def poured(resin, hardener, tins)
    record = Stores::Walks.start(sheet: @sheet, name: "Trial", total_g: resin + hardener, cup: Plan::USUAL_CUPS.first, room_c: 20,
      tins_c: 20, placing_min: 5, first: :resin, method: :scale, resolution_g: 0.1)
    happened = [[:done, { step: "tins", tin_ids: tins.compact.map(&:id) }], [:done, { step: "gear" }], [:done, { step: "ready" }],
      [:done, { step: "tare" }], [:weighed, { step: "first", reading_g: resin }],
      [:weighed, { step: "second", reading_g: resin + hardener }]]
    record.note_all(after: 0, happened: happened.each_with_index.map { |(kind, data), i| [kind, 100.0 + i, data] })
    record.stand(walk = Stores::Walks.walk(record.reload))
    [record, walk]
  end

  # 60 g at 20 a kg and 25 g at 40 a kg: 1.20 + 1.00. Dearer tins that came since change nothing of what was drawn.
  def test_a_batch_costs_what_its_tins_cost
    tins = [tin("", 1000, 20), tin("clear", 500, 20)]
    record, walk = poured(60, 25, tins)
    tin("", 1000, 90)

    assert_equal([2.2, :ledger], Stores::Costs.of_batch(record, walk).to_a.then { |amount, from| [amount.round(6), from] })
    other, its_walk = poured(60, 25, [tins[0], nil])

    assert_equal([2.2, :both], Stores::Costs.of_batch(other, its_walk).to_a.then { |amount, from| [amount.round(6), from] })
    none, walk_of_none = poured(60, 25, [])

    assert_equal([6.4, :newest], Stores::Costs.of_batch(none, walk_of_none).to_a.then { |amount, from| [amount.round(6), from] })
    Stores::Tin.where(hardener: "clear").update_all(price: nil)

    assert_nil Stores::Costs.of_batch(none, walk_of_none).amount
  end

  def test_what_a_job_takes_and_costs
    job = Stores::Job.find_by!(name: "Cedar shutters, three clear coats")
    tin("", 1000, 20)
    tin("clear", 500, 20)
    Stores::Settings.shop.update!(currency: "EUR")
    get "/stock/takes?jobs[]=#{job.id}"
    a, b = [1, 2].map { |i| job.said["events"].select { |one| one["batches"] }.sum { |one| one["batches"].sum { |row| row[i] } } }

    assert_includes words, "resin and hardener #{format("%.2f", (a * 0.02) + (b * 0.04))} EUR at the newest price"
    assert_match(%r{\d\.\d\d EUR/m²}, words)
    batches = job.said["events"].sum { |one| (one["batches"] || []).size }

    assert_match(/\b#{batches} mixing sticks/, words)
    assert_match(/\b#{batches * 2} pairs of gloves/, words)
    Stores::Settings.shop.update!(units: "us")
    get "/stock/takes?jobs[]=#{Stores::Job.find_by!(name: "Instrument cowl, flax skin").id}"

    assert_match(%r{sq ft cloth [\d.]+ oz/yd²}, words)
    get "/paper/takes?jobs[]=#{job.id}"

    assert_includes words, "To take along"
    ["", "?jobs[]=x", "?jobs[]=99999999", "?jobs=1"].each { |tail| get("/stock/takes#{tail}") && assert_equal(200, last_response.status) }
  end

  # What is there is taken off; what is typed wrongly is named and kept.
  def test_what_is_on_the_shelf_is_taken_off
    path = "/stock/takes?jobs[]=#{Stores::Job.find_by!(name: "Wash-house floor").id}"
    tell(path, "pairs of gloves" => "3", "grain, strewn" => "1 kg", "mixing sticks" => "100")

    assert_equal 303, last_response.status
    lacks = rows_of(path).to_h { |row| [row.at_css("td:nth-child(2)").text, row.at_css("td:last-child").text] }

    assert_equal ["5", "1.5 kg", ""], lacks.values_at("pairs of gloves", "grain, strewn", "mixing sticks")
    ["-1", "lots", "1e12", "NaN", "3 m"].each do |wrong|
      tell(path, "pairs of gloves" => wrong)

      assert_equal 422, last_response.status, wrong
      assert_includes page, "value=\"#{wrong}\""
      assert_match(/pair of gloves must|pair of gloves has|pair of gloves is/, words)
    end
    tell(path, "pairs of gloves" => "0")

    refute_includes Stores::Good.pluck(:name), "pair of gloves"
    assert_empty Stores::Seals.broken(ActiveRecord::Base.connection.raw_connection)
  end

  def rows_of(path)
    get path
    Nokogiri::HTML(page).css(".take-along tbody tr")
  end

  # So much of each is there.
  def tell(path, told)
    places = rows_of(path).to_h { |row| [row.at_css("td:nth-child(2)").text, row.at_css("input")["name"][/\d+/]] }
    submit path, { "there" => told.transform_keys { |words| places.fetch(words) } }, from: path
  end

  def test_a_load_list_counts_what_each_coat_takes
    floor = Stores::Job.find_by!(name: "Wash-house floor")
    desk = Stores::Planning.new(job_id: floor.id).desk_of(floor.document)
    items = Dakren::Stock::LoadList.new(desk.coats).items.to_h { |item| [item.name, item.amount] }
    batches = desk.coats.sum { |coat| coat.plan.batches.size }

    assert_equal [batches, batches * 2], items.values_at("mixing stick", "pair of gloves")
    assert_equal desk.coats.size, items["250 mm roller"]
    assert_equal desk.coats.sum { |coat| coat.plan.order.need.extras.sum(&:value) }, items["grain, strewn"]
  end
end
