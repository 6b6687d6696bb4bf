# frozen_string_literal: true

require_relative "../../app_helper"
require "pdf/inspector"

class LabelsTest < AppTest
  by_turns :test_many_labels_and_odd_ones

  # Two tins of one purchase: what stands on each, and a sheet of them on either paper.
  def test_labels_for_tins
    tins = Stores::Tin.where(resin: "Stillwater clear coat").order(:id).to_a
    sheet = Stores::Sheet.find_by!(resin: "Stillwater clear coat")
    get "/stock/#{sheet.id}"
    get CGI.unescapeHTML(page[%r{href="(/stock/labels\?[^"]+)"}, 1])

    assert_match(/A: Stillwater clear coat lot A-2611 belongs to B lot B-2611 opened .* use by/, words)
    assert_equal 2, page.scan("code-drawn").size
    { "a4" => [595.28, 841.89], "letter" => [612, 792] }.each do |paper, size|
      get "/stock/labels.pdf?#{tins.map { |tin| "tins[]=#{tin.id}" }.join("&")}&paper=#{paper}"

      assert_equal "application/pdf", last_response.media_type
      read = PDF::Inspector::Page.analyze(page)

      assert_equal 1, read.pages.size
      read.pages.first[:size].zip(size) { |is, wanted| assert_in_delta wanted, is, 0.1 }
      assert_includes PDF::Inspector::Text.analyze(page).strings, "B: clear"
    end
  end

  def test_a_label_for_a_pot_says_when_it_must_be_empty
    batch = Stores::Batch.where.not(met_at: nil).first
    get "/stock/labels?batches[]=#{batch.id}"

    assert_match(/#{Regexp.escape(batch.name)} hardener in \d\d:\d\d empty by \d\d:\d\d/, words)
    walk = Stores::Walks.walk(batch)
    met = walk.times.met_at
    left = walk.clock(walk.times.met_at).in_cup.early
    zone = Document::Zones.of(nil)

    assert_includes words, "hardener in #{zone.at(met).strftime("%H:%M")} empty by #{zone.at(met + (left * 60)).strftime("%H:%M")}"
  end

  def test_many_labels_and_odd_ones
    tins = Array.new(30) do |i|
      Stores::Tin.create!(resin: "Märchen 樹脂 <b>", hardener: "", lot: "№ #{i}", unit: "g", size: 100, level: 100, set_no: 100 + i)
    end
    get "/stock/labels.pdf?#{tins.map { |tin| "tins[]=#{tin.id}" }.join("&")}&paper=a4"

    assert_equal 3, PDF::Inspector::Page.analyze(page).pages.size
    get "/stock/labels?tins[]=#{tins[0].id}"

    refute_includes page, "樹脂 <b>"
    ["", "?paper=a4", "?tins[]=#{tins[0].id}&paper=a0", "?tins[]=x&paper=a4", "?tins=1&paper=a4"].each do |tail|
      get "/stock/labels.pdf#{tail}"

      assert_equal 404, last_response.status
    end
  end

  def test_a_currency_is_told_once
    fields = { "units" => "metric", "shop_temp" => "20", "hours" => "07:00-17:00", "crew" => "1" }
    submit "/settings", fields.merge("currency" => "€")

    assert_equal "€", Stores::Settings.shop.currency
    get "/stock/tins/#{Stores::Tin.first.id}"

    assert_match(/cost \d+\.\d\d €/, words)
    submit "/settings", fields.merge("currency" => "<b>12")

    assert_equal 422, last_response.status
    assert_includes words, "Currency must be at most 4 letters or a sign"
  end
end
