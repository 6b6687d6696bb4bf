# frozen_string_literal: true

require_relative "../../app_helper"

# What was pressed away from the shop, handed in: it stands as if it had been pressed here.
class HandInTest < AppTest
  include BenchHelp
  include Dakren

  def setup
    super
    @walk = Stores::Walks.walk(Stores::Batch.find(to_bench(new_job)[/\d+/]))
    @now = 2_000_000_000.0
  end

  def wording
    Words::Wording.new("metric")
  end

  # The presses of a whole walk, at random paces, as the bench would ask for them.
  def presses(walk = @walk, off: 1.0)
    at = 8000.0
    Bench::AsPlanned.new(walk, at: 0).filter_map do |one, _|
      at -= between(5, 400)
      step = one.step.name
      reading = format("%.2f", one.pouring.target.to_f * (step == :second ? off : 1)) if %i[first second].include?(step)
      { "id" => "p#{at.round}", "act" => "next", "step" => step.to_s, "says" => "on", "ago_s" => at.to_s, "reading" => reading }.compact
    end
  end

  def handed(presses, walk = @walk)
    Document::HandIn.new(walk, presses, wording, now: @now)
  end

  # The same, pressed here one after another at the very moments.
  def pressed_here(presses)
    presses.reduce(@walk) do |walk, press|
      at = @now - press["ago_s"].to_f
      loop do
        deed = Document::BenchDeed.new(walk, press, nil, wording, at)

        assert_nil deed.complaint
        walk = Bench::Walk.new(walk.recipe,
          [*walk.events, Bench::Event.new(number: walk.events.size + 1, kind: deed.kind, at: at, data: deed.data)])
        break walk unless deed.kind == :asked # the same press again takes it
      end
    end
  end

  def walked(read)
    Bench::Walk.new(@walk.recipe, read.happened.each_with_index.map do |(kind, at, data), i|
      Bench::Event.new(number: i + 1, kind: kind, at: at, data: data)
    end)
  end

  def test_it_is_the_same_as_walked_here
    rounds(30).times do
      all = presses
      there = walked(handed(all))
      here = pressed_here(all)

      assert_empty handed(all).left
      assert_equal here.contents.grams, there.contents.grams
      assert_equal here.contents.verdict.index, there.contents.verdict.index
      assert_equal [here.times.met_at, here.times.poured_at], [there.times.met_at, there.times.poured_at]
      assert_equal(here.events.map { |event| [event.kind, event.at] }, there.events.map { |event| [event.kind, event.at] })
      assert_predicate there, :over?
    end
  end

  # Put right there, as the device found; or gone on with as good enough, which the record says.
  def test_off_its_ratio
    all = presses(off: 1.2)
    second = all.index { |press| press["step"] == "second" }
    target = all[second - 1]["reading"].to_f + ((all[second]["reading"].to_f - all[second - 1]["reading"].to_f) * 2.0)
    mended = [*all[0..second], { **all[second], "step" => "mend", "reading" => format("%.1f", target + 200) }, *all[(second + 1)..]]

    assert_includes handed(mended).happened.map(&:first), :mended
    plain = handed(all)
    accepted = plain.happened.find { |kind, *| kind == :accepted }

    assert_equal Document::HandIn::WHY, accepted[2][:why]
    assert_equal :pour_out, plain.happened.reverse.find { |_, _, data| data[:step] == :pour_out }[2][:step]
  end

  def test_as_warm_as_it_was_there
    all = presses
    all.find { |press| press["step"] == "second" }.update("room" => "14.5", "warmth" => "61 F")
    times = walked(handed(all)).times

    assert_in_delta 14.5, times.room_c, 1e-6
    assert_in_delta 16.1, times.tins_c, 0.05
    all.find { |press| press["step"] == "second" }.update("room" => "900", "warmth" => "warm")

    assert_in_delta @walk.recipe.room_c, walked(handed(all)).times.room_c, 1e-6
  end

  # A device whose clock is a day wrong, or was set on the way; presses that come from nowhere.
  def test_no_moment_lies_before_what_was_done_before_it_or_in_the_future
    all = presses
    all.each { |press| press["ago_s"] = [press["ago_s"], "-86400", "1e309", "NaN", "90000000", ""].sample(random: chance) }
    times = handed(all).happened.map { |_, at, _| at }

    assert_equal times.sort, times
    assert_operator times.max, :<=, @now
    assert_operator times.min, :>=, @now - Document::HandIn::MOST_AGO_S
  end

  # What does not fit is left and told; the rest stands.
  def test_whatever_is_handed_in
    rounds(60).times do
      all = presses.map { |press| press.merge("reading" => noise(1).first) }
      all = all.sample(chance.rand(1..all.size),
        random: chance) + [{}, { "act" => "next" }, { "act" => "<b>" }, 7, nil, { "act" => { "a" => 1 } }]
      read = handed(all)

      assert_kind_of Array, read.left
      assert_kind_of String, Document::HandIn.summary(all, ActiveSupport::TimeZone["UTC"], @now)
      assert walked(read)
    end
  end

  def test_what_comes_after_its_end_is_left
    all = presses
    read = handed([*all, { "act" => "next", "step" => "tack", "says" => "Hard", "ago_s" => "1" }])

    assert_match(/Hard: it was over/, read.left.last)
  end
end
