# frozen_string_literal: true

require_relative "../browser_helper"
require_relative "../cable"

# The shop shared in its workshop: a phone comes in, takes a batch along to where there is no network, walks it, and hands it in.
class ShiftJourneyTest < BrowserTest
  by_turns

  WORDS = "seven warm tins"
  ADDRESS = "127.0.0.2"

  def setup
    data = Dir.mktmpdir("dakren-shared")
    IO.popen([Served::START, "passphrase", "--data", data], "r+") { |io| io.puts(WORDS) && io.close_write && io.read }
    @shop = Served.new("--share", ADDRESS, data: data).start
    Capybara.app_host = @shop.address
    @cable = Cable.new
    cable = @cable
    @profile = profile = Dir.mktmpdir("dakren-phone")
    @name = :"phone_#{cable.port}"
    Capybara.register_driver(@name) do |app|
      options = Chromium.options(profile)
      options.add_argument("--proxy-server=127.0.0.1:#{cable.port}")
      options.add_argument("--proxy-bypass-list=<-loopback>")
      PatientDriver.new(app, browser: :chrome, options: options, service: Chromium.service)
    end
    size(1280, 800)
  end

  def teardown
    @cable.plug_in
    Capybara.session_name = :default
    Capybara.current_driver = Capybara.default_driver
    page.driver.browser.navigate.to("about:blank")
    @phone&.quit
    @cable.close
    @shop.stop
    FileUtils.rm_rf([@shop.data, @profile])
  end

  # Whatever is done within is done on the phone.
  def on_the_phone
    Capybara.using_driver(@name) do
      Capybara.using_session(@name) do
        Capybara.app_host = "http://#{ADDRESS}:#{@shop.port}"
        size(390, 844)
        yield
        @phone = page.driver
      end
    end
  ensure
    Capybara.app_host = @shop.address
  end

  def come_in(name = "phone by the scale")
    type "f-passphrase", WORDS, pause: 0.01
    fill_in "Name of this device", with: name
    click_button "Come in"
  end

  # Presses on with what each step asks.
  def walk_along(upto: nil)
    30.times do
      break if has_text?("Walked to its end", wait: 0) || (upto && find(".bag .bench-do h2").text.match?(upto))

      target = first("#bag-target", minimum: 0)&.text
      type "bag-reading", target[/[\d.]+/], pause: 0.02 if target && has_field?("what the scale shows now", wait: 0)
      deeds = all(".bag-deeds button", minimum: 0, wait: 0)
      deeds.any? ? deeds.last.click : find(".bag .bench-foot .bench-next").click
    end
  end

  # Where the thumb of the hand that holds it is: in the lower half, and large.
  def assert_in_reach(what)
    box = evaluate_script("(({ top, bottom, width, height }) => ({ top, bottom, width, height }))(document.querySelector('#{what}')." \
                          "getBoundingClientRect())")

    assert_operator box["top"], :>, 844 / 2
    assert_operator box["bottom"], :<=, 844
    assert_operator [box["width"], box["height"]].min, :>=, 44
  end

  def kept_on_the_device
    until_true do
      evaluate_async_script("const done = arguments[0]; navigator.serviceWorker.ready.then(() => caches.keys()).then((names) => names[0] " \
                            "? " \
                            "caches.open(names[0]).then((c) => c.match('/shift/bag')).then((hit) => done(Boolean(hit))) : done(false))")
    end
  end

  def test_a_batch_walked_where_there_is_no_network
    day = bilge_planned
    on_the_phone do
      visit "/shift"
      come_in

      assert_selector "h1", text: "A shift away"
      assert_empty page.driver.browser.execute_cdp("Page.getInstallabilityErrors")["installabilityErrors"]
      assert_accessible "a shift away"
      visit "/shift?day=#{day}"
      find("label", text: "Bilge: film coat").click
      click_button "Take along"

      assert_selector ".bag-open", text: "Bilge"
      kept_on_the_device
      @cable.pull
      visit "/shift/bag"

      assert_text "No network"
      first(".bag-open").click
      assert_in_reach ".bag .bench-foot .bench-next"
      walk_along(upto: /Pour it|Roll|Spread|out/)
      refresh

      assert_text "No network"
      first(".bag-open").click
      execute_script("window.storing = Storage.prototype.setItem; Storage.prototype.setItem = () => { throw new Error('full'); };")
      find(".bag .bench-foot .bench-next").click

      assert_text "This device has no room left"
      execute_script("Storage.prototype.setItem = window.storing;")
      type "bag-note", "A hair near the edge", pause: 0.01
      find_by_id("bag-picture").attach_file(picture)

      assert_selector "#bag-picture[data-turned]"
      click_button "Keep it"

      assert_text "A note (1 kept)"
      walk_along
      click_button "All taken along"
      click_button "Hand in"

      assert_text "The shop does not answer. Everything stays here"
      assert_accessible "taken along"
      assert_operator evaluate_script("document.documentElement.scrollWidth"), :<=, 390
    end
    # Meanwhile somebody plans on at home.
    fill_in "f-name", with: "Bilge, port side"

    assert_text "saved"
    on_the_phone do
      @cable.plug_in
      click_button "Hand in"

      assert_text "is handed in."
      assert_text "Nothing is taken along"
    end
    visit "/book"

    assert_text "A hair near the edge"
    first("a", text: /Bilge.*batch 1/).click

    assert_text "What went in"
    assert_text "phone by the scale"
    assert_selector "img[alt^=photograph]"
  end

  def on_the_bag(reading = nil, **told)
    type "bag-reading", reading.to_s, pause: 0.02 if reading
    told.each { |name, text| type "bag-#{name}", text, pause: 0.02 }
    find(".bag .bench-foot .bench-next").click
  end

  def target
    find_by_id("bag-target").text[/[\d.]+/].to_f
  end

  # The cup left untared, a quarter too much hardener, put right by what the device says: the shop finds the same.
  def test_a_mistake_is_put_right_away_from_the_shop
    visit "/shift?day=#{bilge_planned}"
    find("label", text: "Bilge: film coat").click
    click_button "Take along"
    first(".bag-open").click
    3.times { on_the_bag }
    { "41 oz" => "must be in g", "NaN" => "must be in g", "1e309" => "must be", "-3" => "must be above",
      "<b>" => "must be in g" }.each do |typed, says|
      find_by_id("bag-reading").set("")
      on_the_bag(typed)

      assert_selector ".bench-complaint", text: says
      assert_field "bag-reading", with: typed
    end
    find_by_id("bag-reading").set("")
    on_the_bag("41 g")
    resin = target

    assert_operator resin, :>, 41
    on_the_bag(resin)
    hardener = target - resin
    on_the_bag((resin + (hardener * 1.25)).round(1), room: "290 K", warmth: "18")

    assert_selector ".bench-complaint", text: "The room must be a temperature in °C or °F"
    on_the_bag(room: "62.6 fahrenheit")

    assert_text(/2[456] % too little resin/)
    assert_selector ".bag-clock", text: "since the hardener went in"
    on_the_bag(40 - target)

    assert_selector ".bench-complaint", text: "must be above"
    find_by_id("bag-reading").set("")
    mended = target
    on_the_bag(mended)

    assert_selector "[aria-current]", text: "Mix"
    on_the_bag

    assert_selector ".bench-complaint", text: "Mixing ended early"
    click_button "All taken along"
    click_button "Hand in"

    assert_text "is handed in."
    batch = find_by_record
    assert_in_delta mended - 41, batch["grams"], 0.3
    assert_equal "good", batch["verdict"]
    assert_in_delta 17.0, batch["room_c"], 0.01
  end

  # The batch that was begun last, as the shop's file has it.
  def find_by_record
    file = SQLite3::Database.new(File.join(@shop.data, Served::FILE))
    file.get_first_row("SELECT made_g, verdict, room_c FROM batches WHERE met_at IS NOT NULL ORDER BY met_at DESC")
      .then { |grams, verdict, room| { "grams" => grams, "verdict" => verdict, "room_c" => room } }
  ensure
    file&.close
  end

  # Locked out in the middle of a batch: what was pressed waits on the device, and is done once it is in again.
  def test_a_device_locked_out_in_the_middle_of_a_batch_loses_nothing
    on_the_phone do
      visit "/jobs/1"
      come_in
      find(".to-bench-now").click

      assert_selector ".bench-steps"
      assert_in_reach "#b-next"
      find("#b-next").click

      assert_selector "[aria-current=step]", text: "Gear"
    end
    visit "/settings"
    click_button "Lock all out"

    assert_text "1 device locked out"
    on_the_phone do
      # The page asks by itself, too, and may have gone to the entrance already.
      execute_script("document.querySelector('#b-next')?.click()")

      assert_selector "h1", text: "Come in"
      come_in

      assert_selector ".bench-steps"
      assert_selector "[aria-current=step]", text: /Gear|At hand/
    end
  end

  private

  # A photograph, as a phone has one.
  def picture
    File.join(@profile, "edge.png").tap { |path| page.driver.browser.save_screenshot(path) }
  end

  # A board coated on the next Wednesday, on which the shop works, whatever day and hour it is now.
  # @return [String] that day, as an address tells it
  def bilge_planned
    plan_board(name: "Bilge")
    today = Date.today
    day = (today + 1 + ((2 - today.wday) % 7)).iso8601
    fill_in "f-start", with: "#{day}T09:00"
    settled
    day
  end
end
