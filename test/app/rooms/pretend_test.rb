# frozen_string_literal: true

require_relative "../../app_helper"

# Simulated devices are off unless asked for, and what was typed wins over what was never measured.
class PretendTest < AppTest
  include BenchHelp

  Says = Struct.new(:readings) do
    def reading(kind)
      readings[kind]
    end

    def tell(_command); end
  end

  def thermometer(kind, temp)
    Devices::Reading.new(kind: kind, value: temp, unit: "C", state: :steady)
  end

  def setup
    super
    @simulated = Says
      .new({ scale: Devices::Reading.new(kind: :scale, value: 236.2, unit: "g", state: :steady), room: thermometer(:room, 31.0),
        tins: thermometer(:tins, 33.0) })
    @real = Says.new({ room: thermometer(:room, 12.5) })
    @links = {}
  end

  def teardown
    Devices.connected = Devices::Connected.new
  end

  def open_shop(links: {}, pretend: true)
    Devices.connected = Devices::Connected.new(links, simulated: lambda {
      %i[scale room tins].to_h do |kind|
        [kind, @simulated]
      end
    }).tap do |made|
      made.pretend = pretend
    end
  end

  def one_off_cup
    get "/bench"
    post "/bench/one-off", {
      "authenticity_token" => hidden("authenticity_token"), "amount" => "300", "sheet" => sheet_id("Reedmark L20 laminating", "slow"),
      "tins" => "19", "room" => "18"
    }
    last_response["location"]
  end

  def walk
    Stores::Walks.walk(Stores::Batch.last)
  end

  def test_nothing_is_simulated_unless_asked_for
    open_shop(pretend: false)

    assert_nil Devices.connected.reading(:scale)
    refute_predicate Devices.connected, :pretend?
    path = one_off_cup
    on_to(path, "first")

    assert_includes words, "Scale not connected: type what yours shows."
    refute_includes page, "data-hold"
    refute_includes words, "shop 31"
  end

  def test_simulated_thermometers_never_fill_in_nor_overrule
    open_shop
    get "/bench"

    assert_includes page, 'name="room" value="19"'
    path = one_off_cup
    on_to(path, "first")

    assert_includes words, "simulated scale"
    press(path)
    press(path, reading: "300")

    assert_in_delta 18, walk.times.room_c
    assert_in_delta 19, walk.times.tins_c
    refute walk.times.measured?(:room_c)
  end

  def test_a_real_thermometer_counts_and_a_record_says_what_is_what
    open_shop(links: { room: @real })
    path = one_off_cup
    on_to(path, "second")
    press(path, reading: "300")

    assert_in_delta 12.5, walk.times.room_c
    assert_in_delta 19, walk.times.tins_c
    on_to(path, nil)

    assert_includes words, "12.5 °C, measured"
    assert_includes words, "19 °C, as planned"
    assert_includes words, "236.2 g, pretended"
    assert_includes words, "300.0 g, 63.8 g of it hardener, typed"
  end

  def test_the_switch_stands_in_the_settings
    open_shop(pretend: false)
    get "/settings"
    post "/settings/pretend", { "authenticity_token" => hidden("authenticity_token"), "pretend" => "yes" }

    assert_predicate Devices.connected, :pretend?
    get "/settings"

    assert_includes words, "Simulated devices"
    post "/settings/pretend", { "authenticity_token" => hidden("authenticity_token"), "pretend" => "no" }

    refute_predicate Devices.connected, :pretend?
  end
end
