# frozen_string_literal: true

require_relative "../../app_helper"

# Files that hang a reader, made here: each is read or refused in words, and the shop goes on.
class CorpusTest < AppTest
  by_turns :test_twenty_thousand_arcs_and_curves_are_answered_in_time,
    :test_what_takes_too_long_or_too_much_is_stopped_and_said,
    :test_one_line_of_very_many_points_is_answered_in_time,
    :test_thirty_thousand_shuffled_lines_are_one_ring,
    :test_what_takes_too_long_or_too_much_is_stopped_and_said,
    :test_thirty_thousand_shuffled_lines_are_one_ring

  # As large as they may be in the long run; less of it in the daily one.
  LONG = !ENV["DAKREN_LONG"].nil?
  MANY = LONG ? 20_000 : 1000
  MOST_POINTS = LONG ? 390_000 : 40_000

  # @return [Formats::Outlines, InputError] what came of it
  def read(name, text)
    Formats::ReadIn.apart(name, text, unit: "mm")
  rescue InputError => e
    assert_includes %w[file unit], e.field, name
    refute_empty e.allowed
    e
  end

  def dxf(*entities)
    ["0\nSECTION\n2\nENTITIES", *entities, "0\nENDSEC\n0\nEOF\n"].join("\n")
  end

  def line(from, to)
    "0\nLINE\n10\n#{from[0]}\n20\n#{from[1]}\n11\n#{to[0]}\n21\n#{to[1]}"
  end

  def svg(content)
    %(<svg xmlns="http://www.w3.org/2000/svg" width="1000mm" height="1000mm" viewBox="0 0 1000 1000">#{content}</svg>)
  end

  # A ring of so many corners.
  def ring(count)
    Array.new(count) { |i| (i * 2 * Math::PI / count).then { |at| [500 + (400 * Math.cos(at)), 500 + (400 * Math.sin(at))] } }
  end

  def test_thirty_thousand_shuffled_lines_are_one_ring
    corners = ring(30_000)
    lines = corners.each_with_index.map do |from, i|
      i.even? ? line(from, corners[(i + 1) % corners.size]) : line(corners[(i + 1) % corners.size], from)
    end
    file = dxf(*lines.shuffle(random: chance))
    found = nil
    done = work { found = Formats::ReadIn.outlines("shuffled.dxf", file, unit: "mm") }

    assert_operator done, :<, 200 * corners.size, "more than so much for a line"
    assert_share Math::PI * 0.16, Geometry::Loops.new(found.loops).area_mm2 / 1e6, 0.001
  end

  def test_twenty_thousand_arcs_and_curves_are_answered_in_time
    arcs = Array.new(MANY) { |i| "0\nARC\n10\n#{i % 100 * 10}\n20\n#{i / 100 * 10}\n40\n4\n50\n0\n51\n359" }
    curves = Array.new(MANY) { |i| %(<path d="M#{i % 100 * 10} #{i / 100 * 10}c1 2 3 4 5 6s7 8 9 1z"/>) }
    read("arcs.dxf", dxf(*arcs))
    read("curves.svg", svg(curves.join))
    read("turned.svg", svg(Array.new(190) do
      '<g transform="scale(1.01) rotate(1)">'
    end.join + ('<circle cx="5" cy="5" r="4"/>' * (MANY / 10)) + ("</g>" * 190)))
  end

  def test_one_line_of_very_many_points_is_answered_in_time
    points = ring(MOST_POINTS)
    read("long.dxf", dxf("0\nLWPOLYLINE\n70\n1\n#{points.map { |x, y| "10\n#{x.round(3)}\n20\n#{y.round(3)}" }.join("\n")}"))
    read("long.svg", svg(%(<polygon points="#{points.first(MOST_POINTS * 4 / 10).map do |x, y|
      "#{x.round(2)},#{y.round(2)}"
    end.join(" ")}"/>)))
    noisy = Array.new(MOST_POINTS / 4) { [between(0, 1000), between(0, 1000)].map { |side| side.round(2) }.join(",") }
    read("noise.svg", svg(%(<polygon points="#{noisy.join(" ")}"/>)))
  end

  def test_a_spline_of_thousands_is_answered_in_time
    count = MANY / 5
    knots = ([0] * 4) + (1..(count - 4)).to_a + ([count - 3] * 4)
    told = ring(count).map { |x, y| "10\n#{x}\n20\n#{y}" } + knots.map { |knot| "40\n#{knot}" }
    read("spline.dxf", dxf("0\nSPLINE\n71\n3\n70\n0\n#{told.join("\n")}"))
  end

  def test_broken_ones_give_words
    square = "10\n0\n20\n0\n10\n10\n20\n0\n10\n10\n20\n10"
    spline = "10\n0\n20\n0\n10\n5\n20\n9\n10\n9\n20\n0\n10\n0\n20\n1\n40\n0\n40\n0\n40\n0\n40\n0\n40\n1\n40\n1\n40\n1\n40\n1"
    { "bulge of infinity" => "0\nLWPOLYLINE\n70\n1\n#{square}\n42\nInfinity", "bulge of 1e300" => "0\nLWPOLYLINE\n70\n1\n#{square}\n42\n1" \
                                                                                                  "e300",
      "circle of 1e300" => "0\nCIRCLE\n10\n0\n20\n0\n40\n1e300", "negative degree" => "0\nSPLINE\n71\n-3\n#{spline}",
      "weights of nought" => "0\nSPLINE\n71\n3\n#{spline}\n41\n0\n41\n0\n41\n0\n41\n0", "a number cut off" => "0\nLINE\n10\n1e\n20\n",
      "far away" => line([1e299, 0], [0, 1e299]) }.each do |what, entity|
      assert_kind_of InputError, read("#{what}.dxf", dxf(entity)), what
    end
    ["&#99999999999;", "&#x110000;", "&nothing;", "<rect width='1e400' height='5'/>", "<path d='M0 0L1e308 1e308L0 1e308z'/>", "<g>" * 300,
      "<circle r='1e300'/>", "<rect"].each do |content|
      assert_kind_of InputError, read("broken.svg", svg(content)), content[0, 40]
    end
    ["", "\0" * 5000, "<svg", "0\nSECTION\n2\nENTITIES\n0\n", "\xFF\xFE<svg/>", "<svg>#{"x" * 100_000}"].each do |text|
      assert_kind_of InputError, read("broken.dxf", text)
    end
    assert_refused("picture") { Formats::Picture.kind("\x89PNG\r\n\x1A\n\0\0\0".b) }
    assert_refused("picture") { Formats::Picture.kind("\xFF\xD8\xFF\xE1\xFF\xFF".b) }
  end

  def test_what_takes_too_long_or_too_much_is_stopped_and_said
    waits = assert_raises(Formats::Apart::Failed) { Formats::Apart.run(limit_s: 5, limit_mb: 300, longest_s: 0.1) { sleep } }
    assert_includes waits.message, "takes longer than 5 s"
    assert_refused_apart("takes longer than 1 s") { loop { 1 + 1 } }
    assert_refused_apart("more than 300 MB", 10) { Array.new(60) { "x" * 20_000_000 }.sum(&:size) }
    assert_refused_apart("broken") { raise "anything" }
    assert_refused_apart(nil) { exit!(3) }
    assert_equal [1, { a: :b }], Formats::Apart.run(limit_s: 1, limit_mb: 300) { [1, { a: :b }] }
    assert_raises(Errno::ECHILD) { Process.wait }
  end

  def assert_refused_apart(words, limit_s = 1, &)
    error = assert_raises(Formats::Apart::Failed) { Formats::Apart.run(limit_s: limit_s, limit_mb: 300, &) }
    assert_includes error.message, words if words
  end
end
