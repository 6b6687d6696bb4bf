# frozen_string_literal: true

# What somebody waits for at the job sheet, in a real browser: from an edit being sent to the page that shows it, and from a pointer that
# moves while something is dragged to the next frame.
require "selenium-webdriver"
require_relative "../../test/served"

EDITS = 15
# A shop that has been open for a while: so many edits go before.
WARM = 12
FRAMES = 60
EDIT_MS = 150
FRAME_MS = 50
# Stamps the moment an edit is sent, and the moment the page last changed because of it.
STAMPS = <<~SCRIPT
  const real = window.fetch;
  window.fetch = (...told) => { window.sentAt = performance.now(); return real(...told); };
  new MutationObserver(() => { window.shownAt = performance.now(); }).observe(document.getElementById("b-head"), { subtree: true, childList: true, characterData: true });
SCRIPT
EDIT = <<~SCRIPT
  const [id, text, done] = arguments;
  const field = document.getElementById(id);
  window.sentAt = window.shownAt = 0;
  field.value = text;
  field.dispatchEvent(new Event("input", { bubbles: true }));
  const look = () => (window.shownAt > window.sentAt && window.sentAt > 0 ? done(window.shownAt - window.sentAt) : setTimeout(look, 5));
  look();
SCRIPT
# Takes hold of something in its middle and moves it step by step: each move waits for the frame that shows it.
DRAG = <<~SCRIPT
  const [selector, count, dx, dy, done] = arguments;
  const part = document.querySelector(selector);
  const box = part.getBoundingClientRect();
  const at = { clientX: box.left + box.width / 2, clientY: box.top + box.height / 2, bubbles: true, button: 0, pointerId: 1 };
  part.dispatchEvent(new PointerEvent("pointerdown", at));
  const took = [];
  const step = (i) => {
    if (i === count) {
      part.dispatchEvent(new PointerEvent("pointerup", at));
      done(took);
      return;
    }
    const from = performance.now();
    part.dispatchEvent(new PointerEvent("pointermove", { ...at, clientX: at.clientX + dx * i / count, clientY: at.clientY + dy * i / count }));
    requestAnimationFrame(() => setTimeout(() => { took.push(performance.now() - from); step(i + 1); }));
  };
  step(0);
SCRIPT

# Drops a coat of the week a little later or sooner, and waits for the week as it stands then.
DROP = <<~SCRIPT
  const [by, done] = arguments;
  const form = document.querySelector("#week-move");
  const { job, task, coat, section } = [...document.querySelectorAll(".week-lane.drag")].at(-1).dataset;
  const body = new URLSearchParams({ ...Object.fromEntries(new FormData(form)), job, task, coat, section, by });
  const from = performance.now();
  fetch("/week/move", { method: "POST", body }).then((answer) => answer.text()).then(() => done(performance.now() - from));
SCRIPT
DROPS = 10
DROP_MS = 300

shop = Served.new.start
profile = Dir.mktmpdir("dakren-bench-screen")
browser = Selenium::WebDriver.for(:chrome, options: Chromium.options(profile), service: Chromium.service)
middle = ->(all) { all.sort[all.size / 2] }
begin
  browser.execute_cdp("Emulation.setDeviceMetricsOverride", width: 1280, height: 800, deviceScaleFactor: 1, mobile: false)
  { "/jobs/9" => %w[f-p1-s1-length 39], "/jobs/10" => %w[f-p1-s1-length 18] }.each do |path, (field, start)|
    browser.get("#{shop.address}#{path}")
    browser.execute_script(STAMPS)
    edits = Array.new(WARM + EDITS) { |i| browser.execute_async_script(EDIT, field, "#{start}#{10 + i}") }.drop(WARM)
    Bench.line("#{path}, an edit from being sent to the screen", middle.call(edits), EDIT_MS)
  end
  browser.get("#{shop.address}/jobs/9")
  { "a coat on the cure line" => [".cure-line .lane.drag", 120, 0], "the room's line" => [".cure-line .drag[data-along=y]", 0, -20],
    "an edge of the piece" => [".grip-upright", -80, 0] }.each do |what, (selector, right, down)|
    frames = browser.execute_async_script(DRAG, selector, FRAMES, right, down)
    Bench.line("a frame while dragging #{what}", middle.call(frames), FRAME_MS)
    puts format("%-58s %9.2f ms", "  slowest", frames.max)
  end
  browser.get("#{shop.address}/week?days=7")
  frames = browser.execute_async_script(DRAG, ".week-lane.drag", FRAMES, 120, 0)
  Bench.line("a frame while dragging a coat of the week", middle.call(frames), FRAME_MS)
  drops = Array.new(DROPS) { |i| browser.execute_async_script(DROP, i.even? ? "15" : "-15") }
  Bench.line("a coat dropped on the week, to the week as it is then", middle.call(drops), DROP_MS)
ensure
  browser.quit
  shop.stop
  FileUtils.rm_rf([profile, shop.data])
end
