# frozen_string_literal: true

require_relative "../../app_helper"
require "nokogiri"

# Tins on the shelf: what comes in, what goes out, what jobs want of them.
class StockTest < AppTest
  def sheet
    @sheet ||= Stores::Sheet.find_by!(resin: "Stillwater clear coat")
  end

  def setup
    super
    Stores::Tin.destroy_all
    Stores::Promised::KEPT.clear
  end

  def put(path = "/stock/#{sheet.id}", **fields)
    submit "#{path}/tins", { "holds" => "both", "a_size" => "5 kg", "b_size" => "2.2 kg", "a_lot" => "R-11", "b_lot" => "H-4",
                             "count" => "1", "price" => "90", "use_by" => "" }.merge(fields.transform_keys(&:to_s)), from: path
  end

  def test_tins_come_in_and_are_seen
    put(count: 2)

    assert_equal 303, last_response.status
    assert_equal [["", 5000.0], ["clear", 2200.0]] * 2, Stores::Tin.order(:id).pluck(:hardener, :size)
    assert_equal [1, 1, 2, 2], Stores::Tin.order(:id).pluck(:set_no)
    assert_in_delta 90, Stores::Tin.first(2).sum(&:price), 1e-9
    get "/stock/#{sheet.id}"

    assert_match(/lot R-11.*5 kg of 5 kg.*10 kg there/m, words + page)
    get "/stock/tins/#{Stores::Tin.first.id}"

    assert_includes words, "came in"
  end

  # Litres by the density, and counted as litres where nobody knows one.
  def test_what_is_told_by_volume
    put(a_size: "4 L", b_size: "1 gal")

    assert_equal [[4560.0, "g"], [(3785.411784 * 0.99).round(3), "g"]], Stores::Tin.order(:id).pluck(:size, :unit)
    sheet.update!(resin_density_g_ml: nil)
    put(holds: "a", a_size: "4 L")

    assert_equal([4000.0, "ml"], Stores::Tin.last.then { |tin| [tin.size, tin.unit] })
    tin = Stores::Tin.last
    submit "/stock/tins/#{tin.id}/notes", { "kind" => "weighed", "left" => "2.5 L" }, from: "/stock/tins/#{tin.id}"

    assert_in_delta 2500, tin.reload.level
  end

  # 400 ml of 2 : 1 by volume: 266.7 and 133.3 ml, at 1.14 and 0.99 g/ml; it is one set, and is bought whole.
  def test_a_cartridge_holds_both
    put(holds: "cartridge", a_size: "400 ml", b_size: "", a_lot: "C-1", count: 3)

    assert_equal([["C-1", 304.0], ["C-1", 132.0]] * 3, Stores::Tin.order(:id).map { |tin| [tin.lot, tin.size.round(1)] })
    assert_equal [1, 1, 2, 2, 3, 3], Stores::Tin.order(:id).pluck(:set_no)
    sheet.update!(resin_density_g_ml: nil, hardener_density_g_ml: nil)
    put(holds: "cartridge", a_size: "400 g", b_size: "")

    assert_equal 422, last_response.status
    assert_includes words, "must be in ml, as its ratio is"
  end

  # Whatever is noted, drawn, taken back or told anew, in whatever order: its level is what a pencil makes of what stands.
  def test_any_history_comes_to_what_a_pencil_makes_of_it
    put
    batch = Stores::Batch.create!(name: "x", recipe: {}, sheet: {})
    rounds(40).times do
      tin = Stores::Tin.create!(resin: "R", hardener: "", unit: "g", size: 1000, level: 1000, set_no: 50)
      tin.note(:bought, at: 0.0, by: Stores::By::NOBODY)
      stood = Array.new(12) { |i| happen(tin, batch, i + 1.0) }.compact
      gone = tin.events.select { |event| event.kind == "undone" }.map { |event| event.data["of"] }
      level = stood.reject { |_, _, number| gone.include?(number) }.reduce(tin.size) do |left, (kind, amount, _)|
        kind == :weighed ? amount : left - amount
      end

      assert_in_delta level, tin.reload.level, 1e-6, "seed #{Minitest.seed}: #{stood}, back #{gone}, size #{tin.size}"
      assert_in_delta level, tin.ledger.level, 1e-6
    end
  end

  # @return [Array, nil] what happened, how much, and its number where it can be taken back
  def happen(tin, batch, at)
    amount = between(0, 300).round(1)
    case pick(%i[weighed spilled drawn drawn undone told])
    when :drawn
      Stores::Draw.create!(batch: batch, tin: tin, amount: amount, at: at) && tin.reckon
      [:drawn, amount, nil]
    when :undone
      last = tin.standing.reject { |event| %w[bought told].include?(event.kind) }.last
      tin.note(:undone, at: at, by: Stores::By::NOBODY, data: { of: last.number }) if last
      nil
    when :told
      tin.update!(size: 900 + amount) && tin.note(:told, at: at, by: Stores::By::NOBODY)
      nil
    else
      kind = pick(%i[weighed spilled])
      tin.note(kind, at: at, by: Stores::By::NOBODY, data: { amount: amount })
      [kind, amount, tin.events.maximum(:number)]
    end
  end

  # What has to be used soon, was open for long or is nearly empty is said once, on its tin.
  def test_what_a_tin_wants_is_said_on_it
    put
    tin = Stores::Tin.first
    said = lambda do |**changes|
      tin.update_columns(changes)
      get "/stock/#{sheet.id}"
      Nokogiri::HTML(page).css(".stock-row li").first.css(".stock-wrong").map(&:text)
    end
    today = Document::Zones.of(nil).today

    assert_empty said.call(use_by: (today + 31).iso8601)
    assert_match(/use by .*: use it up first/, said.call(use_by: (today + 9).iso8601).first)
    assert_match(/past its day/, said.call(use_by: (today - 1).iso8601).first)
    assert_equal ["open for over a year: look at it before you mix"], said.call(use_by: "", opened_at: Time.now.to_f - (400 * 86_400))
    assert_equal ["nearly empty"], said.call(opened_at: Time.now.to_f, level: 300)
    assert_equal ["more was taken than it held: weigh it"], said.call(level: -2)
  end

  def test_how_it_is_stored_is_said_and_what_the_shop_does_to_it
    sheet.update!(store_from_c: 15, store_to_c: 28)
    Stores::Settings.shop.update!(shop_temp_c: 8)
    get "/stock/#{sheet.id}"

    assert_match(/Stored no colder than 15 °C and no warmer than 28 °C. The shop is at 8 °C, colder than that: what has gone grainy/, words)
    Stores::Settings.shop.update!(shop_temp_c: 20)
    get "/stock/#{sheet.id}"

    refute_includes words, "The shop is at"
  end

  # "The tin weighs 3.42 kg now, 0.31 empty."
  def test_a_tin_is_weighed_spilled_thrown_away_and_taken_back
    put
    tin = Stores::Tin.first
    path = "/stock/tins/#{tin.id}"
    note = ->(fields) { submit "#{path}/notes", fields, from: path }
    note.call("kind" => "weighed", "weighs" => "3.42 kg", "empty" => "0.31 kg")

    assert_in_delta 3110, tin.reload.level
    assert_in_delta 310, tin.empty
    note.call("kind" => "spilled", "amount" => "110")

    assert_in_delta 3000, tin.reload.level
    get path

    assert_match(/spilled − 110 g 3 kg.*weighed: 1.89 kg less than reckoned = 3.11 kg/,
      words.gsub(/computer \h+|take it back/, "").squeeze(" "))
    note.call("kind" => "weighed", "weighs" => "300")

    assert_equal 422, last_response.status
    assert_includes words, "The tin weighs now must be at least what the empty tin weighs, 310.0 g"
    note.call("kind" => "spilled", "amount" => "3000.1")

    assert_equal 422, last_response.status
    note.call("kind" => "binned")

    assert_predicate tin.reload.gone_at, :positive?
    assert_equal 0, tin.level
    submit "#{path}/undo", { "number" => tin.events.last.number.to_s }, from: path

    assert_nil tin.reload.gone_at
    assert_in_delta 3000, tin.level
  end

  def test_what_is_told_of_a_tin_can_be_told_anew
    put
    tin = Stores::Tin.first
    path = "/stock/tins/#{tin.id}"
    submit path, { "lot" => "R-12", "size" => "4 kg", "price" => "55,5", "use_by" => "2027-05-31", "empty" => "", "set_no" => "1" }

    assert_equal 303, last_response.status
    assert_equal(["R-12", 4000.0, 55.5, "2027-05-31", 4000.0], tin.reload.then do |one|
      [one.lot, one.size, one.price, one.use_by, one.level]
    end)
    assert_equal({ "names" => "lot, size, price, use by" }, tin.events.last.data.slice("names"))
    get path

    assert_includes words, "told anew: lot, size, price, use by"
    submit path, { "lot" => "R-12", "size" => "4000.0 g", "price" => "55.5", "use_by" => "2027-05-31", "empty" => "", "set_no" => "1" }

    assert_equal 2, tin.events.count, "the same again is nothing new"
    submit path, { "lot" => "R-12", "size" => "4 L", "empty" => "x", "price" => "", "use_by" => "", "set_no" => "1" }

    assert_equal 422, last_response.status
    assert_match(/must be in g, as this tin is counted/, words)
    assert_includes page, 'value="4 L"'
  end

  def test_bad_tins_are_refused_by_name_and_kept
    { "a_size" => ["0", "-5", "1e12", "5 mm", "much", "NaN", ""], "price" => ["-1", "1e12", "dear"], "count" => %w[0 51 1.5 x],
      "a_lot" => ["x" * 300], "use_by" => %w[2027-13-45 someday 3000-01-01] }.each do |name, all|
      all.each do |text|
        put(name => text)

        assert_equal 422, last_response.status, "#{name} #{text}"
        assert_includes page, CGI.escapeHTML(text), name
        assert_match(/class="wrong" id="e-#{name}"/, page)
      end
    end
    assert_equal 0, Stores::Tin.count
    put(price: "0")

    assert_equal 303, last_response.status
    put(a_lot: "<script>alert(1)</script>")
    get "/stock/#{sheet.id}"

    refute_includes page, "<script>alert(1)"
    noise(6).each do |text|
      tin = Stores::Tin.first
      ["/notes", "/undo", ""].each do |tail|
        submit "/stock/tins/#{tin.id}#{tail}", { "kind" => text, "weighs" => text, "number" => text, "lot" => text, "size" => text,
                                                 "price" => text, "set_no" => text }, from: "/stock/tins/#{tin.id}"

        assert_includes [303, 404, 422, 400], last_response.status, text
      end
    end
    %w[/stock/999999 /stock/tins/999999 /stock/x].each { |path| get(path) && assert_equal(404, last_response.status) }
  end
end
