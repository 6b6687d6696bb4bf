# frozen_string_literal: true

require_relative "../../app_helper"
require "open3"

class ScaleStandInTest < CoreTest
  def scale(**more)
    Devices::ScaleStandIn.new(**more)
  end

  def poured(scale, liquid, seconds)
    scale.tell("pour #{liquid}")
    scale.advance(seconds)
    scale.tell("stop")
    scale.advance(6)
    scale
  end

  def test_it_lags_and_then_settles_on_what_is_there
    thing = scale
    thing.tell("pour resin")
    thing.advance(2)
    assert_equal :moving, thing.reading.state
    assert_operator thing.reading.value, :<, thing.true_g
    thing.tell("stop")
    thing.advance(6)
    assert_equal :steady, thing.reading.state
    assert_in_delta thing.true_g, thing.reading.value, 0.1
  end

  def test_thick_resin_drips_on_longer_than_thin_hardener
    after = lambda do |liquid|
      thing = scale
      thing.tell("pour #{liquid}")
      thing.advance(5)
      thing.tell("stop")
      at_stop = thing.true_g
      thing.advance(5)
      thing.true_g - at_stop
    end
    assert_operator after.call("resin"), :>, 3 * after.call("hardener")
    assert_operator after.call("hardener"), :>, 0
  end

  def test_the_display_moves_in_whole_steps
    [0.01, 0.1, 1, 5].each do |step|
      value = poured(scale(resolution_g: step), "resin", between(1, 9)).reading.value
      assert_in_delta (value / step).round, value / step, 1e-6
    end
  end

  def test_tare_overload_and_switching_off
    thing = poured(scale(capacity_g: 100), "resin", 3)
    thing.tell("tare")
    assert_in_delta 0, thing.reading.value, 0.1
    poured(thing, "resin", 20)
    assert_equal :over, thing.reading.state
    refute_predicate thing.reading, :usable?
    thing.tell("clear")
    thing.advance(5)
    assert_in_delta 0, thing.reading.value, 0.1
    sleepy = scale(auto_off_s: 60)
    sleepy.advance(61)
    assert_equal :off, sleepy.reading.state
    sleepy.tell("on")
    assert_equal :steady, sleepy.reading.state
  end

  def test_it_drifts_a_little_and_no_more
    thing = poured(scale(resolution_g: 0.01), "resin", 40)
    seen = Array.new(200) do
      thing.advance(1)
      thing.reading.value
    end
    assert_operator seen.max - seen.min, :>, 0
    assert_operator seen.max - seen.min, :<, 0.001 * seen.max
  end

  def test_commands_that_are_none_do_nothing
    thing = scale
    ["", "pour", "pour lava", "cup x", "tare; rm", "x" * 500, "\xFF"].each { |command| thing.tell(command) }
    assert_in_delta(0.0, thing.reading.value)
  end
end

class LineTest < CoreTest
  def test_what_is_written_is_read
    [[:scale, 203.6, "g", :steady], [:scale, -0.4, "g", :moving], [:room, 18.9, "C", :steady], [:moisture, 7.4, "%", :steady],
      [:comb, 300.0, "micron", :steady]].each do |kind, value, unit, state|
      reading = Devices::Reading.new(kind: kind, value: value, unit: unit, state: state)
      assert_equal reading, Devices::Protocol.read(Devices::Protocol.write(reading))
    end
    assert_equal :over, Devices::Protocol.read("scale over\r\n").state
  end

  def test_what_is_no_reading_is_passed_over
    ["", "scale", "scale NaN g", "scale Infinity g", "scale 1e309 g", "scale 12", "scale 12 kg", "scale 99999999 g", "room 900 C",
      "kettle 90 C", "scale 12 g dancing", "x" * 10_000,
      "\xFF\xFE\x00", "scale over g", "<script>"].each do |line|
      assert_nil Devices::Protocol.read(line), line[0, 30].inspect
    end
  end
end

class LinkTest < CoreTest
  by_turns :test_over_a_real_port_and_when_it_goes_away

  def link
    Devices::Link.new("127.0.0.1", 1)
  end

  def test_pieces_of_any_size
    heard = link
    "scale 12.5 g steady\nroom 19.1 C\n".each_char { |byte| heard.take(byte) }
    assert_in_delta 12.5, heard.reading(:scale).value
    assert_in_delta 19.1, heard.reading(:room).value
  end

  def test_a_flood_and_a_line_without_end
    heard = link
    heard.take("scale 1.0 g steady\n" * 20_000)
    heard.take("x" * 1_000_000)
    heard.take("\nscale 2.0 g steady\n")
    assert_in_delta 2.0, heard.reading(:scale).value
  end

  # Megabytes of what was lie in the line; what it says now counts at once.
  def test_after_a_flood_the_newest_reading_counts
    door = TCPServer.new("127.0.0.1", 0)
    heard = Devices::Link.new("127.0.0.1", door.addr[1]).start
    device = door.accept
    flood = Thread.new { 60.times { device.write("scale 1.0 g steady\n" * 10_000) } && device.write("scale 77.0 g steady\n") }
    flood.join
    done = work { wait_until { heard.reading(:scale)&.value.to_f > 70 } }

    assert_operator done, :<, 100_000, "of six hundred thousand lines only the newest are read"
  ensure
    flood&.kill
    heard&.stop
    [device, door].compact.each(&:close)
  end

  def test_what_was_never_heard_is_lost
    assert_nil link.reading(:scale)
    refute link.tell("tare")
  end

  def test_over_a_real_port_and_when_it_goes_away
    server = Devices::StandInServer.new(Devices::ScaleStandIn.new, beat_s: 0.02).start
    heard = Devices::Link.new("127.0.0.1", server.port).start
    wait_until { heard.reading(:scale) }
    heard.tell("pour hardener")
    wait_until { heard.reading(:scale)&.value.to_f > 1 }
    heard.tell("stop")
    server.stop
    wait_until { heard.reading(:scale).nil? }
  ensure
    heard&.stop
  end

  PATIENCE_S = 60

  def wait_until
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_S
    until (found = yield)
      flunk "nothing came" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
      IO.select(nil, nil, nil, 0.02)
    end
    found
  end
end

class DeviceCommandTest < CoreTest
  START = File.expand_path("../../../bin/dakren", __dir__)

  def test_a_scale_alone_speaks_the_protocol_and_takes_commands
    out = IO.popen({ "RUBYOPT" => nil }, [START, "device", "scale"])
    port = out.gets[/port (\d+)/, 1].to_i
    socket = TCPSocket.new("127.0.0.1", port)
    assert_equal :scale, Devices::Protocol.read(socket.gets).kind
    socket.puts "pour hardener"
    grams = 0
    200.times { (grams = Devices::Protocol.read(socket.gets).value) && grams > 2 && break }
    assert_operator grams, :>, 2
  ensure
    socket&.close
    Process.kill("INT", out.pid)
    out.close
  end

  def test_a_device_that_is_none
    _, error, status = Open3.capture3({ "RUBYOPT" => nil }, START, "device", "kettle")
    assert_equal 2, status.exitstatus
    assert_includes error, "scale|weather"
  end
end
