# frozen_string_literal: true

require_relative "../../app_helper"

# Tins at the bench: what is offered, what is asked, what goes out of them.
class BenchTinsTest < AppTest
  def setup
    super
    Stores::Tin.destroy_all
    @sheet = Stores::Sheet.find_by!(resin: "Stillwater clear coat")
    @by = Stores::By::NOBODY
  end

  def buy(lots, sizes = [1000, 500], at: 1000.0)
    parts = ["", @sheet.hardener].zip(sizes, lots).map do |hardener, size, lot|
      { resin: @sheet.resin, hardener: hardener, lot: lot, unit: "g", size: size, level: size, price: size / 10.0 }
    end
    Stores::Tins.bought(parts, count: 1, at: at, by: @by)
  end

  def batch(total = 90)
    recipe = { total_g: total, cup: Plan::USUAL_CUPS.first, room_c: 20, tins_c: 20, placing_min: 5, first: :resin, method: :scale, resolution_g: 0.1 }
    Stores::Walks.start(sheet: @sheet, name: "Trial", **recipe)
  end

  def act(path, **fields)
    get path
    fields = { act: "next", step: hidden("step"), after: hidden("after") }.merge(fields)
    submit path, fields.transform_keys(&:to_s), from: path, live: true
  end

  def test_the_open_pair_is_offered_first_and_drawn_from
    buy(%w[R1 H1])
    open_one, open_two = buy(%w[R2 H2])
    open_one.note(:opened, at: 2000.0, by: @by)
    path = "/bench/#{(record = batch).id}"
    get path

    assert_match(/Resin from lot R2, 1 kg left, open/, words)
    assert_match(/<option value="#{open_two.id}" selected/, page)
    refute_includes page, "f-lot_a"
    act(path, tin_0: open_one.id, tin_1: open_two.id)

    assert_equal "R2 H2", record.reload.lots
    3.times { act(path) }
    act(path, reading: "60.2")

    assert_in_delta 1000 - 60.2, open_one.reload.level, 1e-6
    assert_in_delta 500, open_two.reload.level
    second = Stores::Walks.walk(record.reload).pouring.target.to_f.round(1)
    act(path, reading: second.to_s)

    assert_in_delta 500 - (second - 60.2), open_two.reload.level, 1e-6
    assert_in_delta open_one.reload.opened_at, 2000
    get "/stock/tins/#{open_two.id}"

    assert_includes page, "href=\"#{path}\""
    act(path, act: "back")

    assert_in_delta 500, open_two.reload.level, 1e-6, "what is taken back is in the tin again"
  end

  def test_crossing_is_asked_about_once_and_written_down
    one, = buy(%w[R1 H1])
    _, other = buy(%w[R2 H2])
    record = batch
    path = "/bench/#{record.id}"
    act(path, tin_0: one.id, tin_1: other.id)

    assert_includes words, "Clear, lot H2, does not belong to lot R1"
    assert_equal ["asked"], record.reload.events.map(&:kind)
    assert_match(/<option value="#{other.id}" selected/, page)
    act(path, tin_0: one.id, tin_1: other.id)
    taken = record.reload.events.last

    assert_equal ["done", true, [one.id, other.id]], [taken.kind, taken.data["crossed"], taken.data["tin_ids"]]
    act(path, act: "abandoned", why: "a trial")
    get path

    assert_includes words, "A R1, B H2, crossed: they do not belong together"
    assert_includes words, "Asked whether tins of two lots are crossed"
  end

  # The open resin of another hardener is not offered where this one has its own; and nobody is asked where the maker lets them be crossed.
  def test_a_whole_set_is_offered_before_what_is_open
    open, = buy(%w[R1 H1])
    open.note(:opened, at: 2000.0, by: @by)
    Stores::Tin.find_by!(lot: "H1").note(:binned, at: 2100.0, by: @by)
    whole = buy(%w[R2 H2])
    path = "/bench/#{(record = batch).id}"
    get path
    whole.each { |tin| assert_match(/<option value="#{tin.id}" selected/, page) }
    submit "/stock/#{@sheet.id}/deeds", { "deed" => "paired" }, from: "/stock/#{@sheet.id}"
    act(path, tin_0: open.id, tin_1: whole[1].id)

    assert_equal({ "tin_ids" => [open.id, whole[1].id] }, record.reload.events.last.data.slice("tin_ids", "crossed"))
  end

  def test_what_is_past_its_day_or_too_little_is_told_there
    tin, = buy(%w[R1 H1], [40, 500])
    path = "/bench/#{batch.id}"
    get path

    assert_match(/Stillwater clear coat, lot R1, holds 40 g; [\d.]+ g are wanted: have the next at hand/, words)
    tin.update!(use_by: "2020-01-31")
    get path

    assert_match(/lot R1, was to be used by .*31 Jan 2020: look whether it is clear/, words)
    act(path, tin_0: "", tin_1: "999999")

    assert_equal({ "step" => "tins" }, Stores::Batch.last.events.last.data.slice("step", "tin_ids", "lot_a"))
  end

  # Two batches draw the last of one tin: nothing is lost, and more than it held is told.
  def test_two_draw_the_last_tin
    tins = buy(%w[R1 H1], [100, 500])
    2.times do
      path = "/bench/#{batch.id}"
      act(path, tin_0: tins[0].id, tin_1: tins[1].id)
      3.times { act(path) }
      act(path, reading: "60")
    end

    assert_in_delta(-20, tins[0].reload.level, 1e-6)
    get "/stock/tins/#{tins[0].id}"

    assert_includes words, "More was taken out of it than it held: weigh it."
    get "/stock/#{@sheet.id}"

    assert_includes words, "more was taken than it held: weigh it"
  end

  # Of a blend each hardener is drawn from its own tin, by its share.
  def test_a_blend_draws_from_each
    fast, slow = Stores::Sheet.where(resin: "Reedmark L20 laminating", hardener: %w[fast slow]).order(:hardener).to_a
    tins = [["", "R"], ["fast", "F"], ["slow", "S"]].map do |hardener, lot|
      Stores::Tin.create!(resin: fast.resin, hardener: hardener, lot: lot, unit: "g", size: 1000, level: 1000, set_no: 1)
    end
    tins.each { |tin| tin.note(:bought, at: 1.0, by: @by) }
    numbers = Stores::Shelf.numbers("blend-#{fast.id}-#{slow.id}-70")
    record = Stores::Walks.start(sheet: numbers, name: "Blend", total_g: 130, cup: Plan::USUAL_CUPS.first, room_c: 20, tins_c: 20,
      placing_min: 5, first: :resin, method: :scale, resolution_g: 0.1, hardeners: [["fast", 0.7r], ["slow", 0.3r]])
    path = "/bench/#{record.id}"
    act(path, tin_0: tins[0].id, tin_1: tins[1].id, tin_2: tins[2].id)
    3.times { act(path) }
    act(path, reading: "100")
    act(path, reading: "130")

    assert_equal([100.0, 21.0, 9.0], tins.map { |tin| (1000 - tin.reload.level).round(3) })
  end
end
