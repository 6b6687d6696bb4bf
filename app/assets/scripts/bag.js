// At /shift/bag: batches this device took along, each walked without the shop by the device's own clock, and handed in once it is back.
import { card, doubt, minutesSince, noWarmth, number, stage, standing, unlikely, usable } from "./bag_walk.js";
import { kept, notes } from "./bag_kept.js";
import { chime } from "./chime.js";
import { newName } from "./name.js";
import { Outbox } from "./outbox.js";

const LOOK_MS = 1000;
const HURRY = 0.75;
const MINUTES = (value) => (value < 10 ? `${Math.max(value, 0).toFixed(1)} min` : value < 120 ? `${Math.round(value)} min` : `${Math.floor(value / 60)} h ${String(Math.round(value % 60)).padStart(2, "0")}`);
const BETWEEN = ([early, late]) => (late <= 0 ? "none" : early <= 0 ? `up to ${MINUTES(late)}` : `${MINUTES(early)} – ${MINUTES(late)}`);

const made = (tag, told = {}, ...inside) => {
  const one = document.createElement(tag);
  for (const [name, value] of Object.entries(told)) {
    if (name.startsWith("on")) one.addEventListener(name.slice(2), value);
    else if (value !== null && value !== undefined && value !== false) one.setAttribute(name, value === true ? "" : value);
  }
  one.append(...inside.flat().filter((part) => part !== null && part !== undefined && part !== ""));
  return one;
};

export function bagPage(root) {
  const body = root.querySelector("[data-bag-body]");
  const says = root.querySelector("[data-bag-says]");
  const page = { open: null, typed: {}, wrong: "", asked: "", told: "", good: false, moods: {} };
  const tell = (words) => { says.textContent = words; };
  kept.full = (words) => { Object.assign(page, { told: words, good: false }); };

  const items = () => kept.bag().batches;
  const walkOf = (item) => kept.walk(item.id);
  const stamp = () => ({ at: Date.now(), tick: performance.now(), page: performance.timeOrigin });

  // What the shop has for this device; what was begun here stays as it is here.
  async function fill() {
    try {
      const answer = await fetch("/shift/bag.json", { cache: "no-store" });
      if (answer.redirected || !answer.ok) return tell("The shop asks for its passphrase again before anything is handed in.");
      const fresh = await answer.json();
      const begun = items().filter((item) => walkOf(item).presses.length || walkOf(item).notes);
      const ids = begun.map((item) => item.id);
      const at = stamp();
      kept.keepBag({ batches: [...begun, ...fresh.batches.filter((item) => !ids.includes(item.id)).map((item) => ({ ...item, seen: at }))] });
      tell("The shop answers.");
    } catch {
      tell("No network: everything is kept on this device.");
    }
    draw();
    return null;
  }

  // ---- one batch
  function press(item, act, says, fields = {}) {
    const walk = walkOf(item);
    walk.presses.push({ id: newName(), act, says, ...fields, ...stamp() });
    if (kept.keepWalk(item.id, walk)) Object.assign(page, { typed: {}, wrong: "", asked: "" });
    chime.allow();
    draw();
  }

  function goOn(item, on, act, says) {
    const told = Object.fromEntries(Object.entries(page.typed).filter(([, value]) => String(value).trim() !== ""));
    for (const [field, label] of [["room", "The room"], ["warmth", "The warmth of the tins"]]) {
      const why = noWarmth(item, told[field]);
      if (why) return complain(`${label} ${why}`);
    }
    // A cup that stands on the scale untared is read as a part is.
    if (act === "next" && (on.part || (on.step === "tare" && told.reading))) {
      const why = doubt(item, on.part ? on : { from: 0 }, told.reading);
      if (why) return complain(`The reading ${why}`);
      if (on.part && unlikely(on, number(told.reading) / item.per_unit) && page.asked !== told.reading) {
        page.asked = told.reading;
        return complain("That is far from what is meant. Is it really so? Press again to take it.");
      }
    }
    const stirred = stands(item).met;
    if (on.least && stirred && minutesSince(stirred) < on.least && page.asked !== "mix") {
      page.asked = "mix";
      return complain("Mixing ended early? Streaks left in the cup stay sticky on the work: press again only if it is clear through.");
    }
    return press(item, act, says, { step: on.step, ...told });
  }

  function complain(words) {
    page.wrong = words;
    draw();
  }

  function back(item) {
    const walk = walkOf(item);
    walk.presses.pop();
    kept.keepWalk(item.id, walk);
    Object.assign(page, { typed: {}, wrong: "", asked: "" });
    draw();
  }

  // What went in before it was taken along counts from when it was.
  function stands(item) {
    const is = standing(item, walkOf(item).presses);
    for (const [name, ago] of [["met", item.met_ago_s], ["poured", item.poured_ago_s]]) {
      if (!is[name] && ago !== null && ago !== undefined) is[name] = { ...item.seen, at: item.seen.at - ago * 1000, tick: item.seen.tick - ago * 1000 };
    }
    return is;
  }

  // What is waited for at the step that is on.
  function waits(item, is) {
    const on = card(item, is);
    if (on?.minutes && is.met) return [["of mixing left", MINUTES(Math.max(on.minutes - minutesSince(is.met), 0)), ""]];
    if (on?.after_min && is.poured) return [["until the look", MINUTES(Math.max(on.after_min - minutesSince(is.poured), 0)), ""]];
    return [];
  }

  function clock(item, is) {
    if (item.silent) return [["Its tin says nothing of time: watch the cup.", "", ""], ...(is.met ? [["since the hardener went in", MINUTES(minutesSince(is.met)), ""]] : [])];
    const band = usable(item, is.warmth);
    const guessed = is.warmth.tins === null || is.warmth.tins === undefined ? "from the coldest to the hottest it may be" : "";
    if (!is.met) return band ? [["left in the cup, once the hardener is in", BETWEEN(band), guessed]] : [];
    const gone = minutesSince(is.met);
    if (!is.poured && band) {
      const left = band.map((value) => value - gone);
      // Nobody is called by the hottest it could be: where no warmth was told, by what the plan has.
      const likely = usable(item, { room: is.warmth.room ?? item.planned.room, tins: is.warmth.tins ?? item.planned.tins });
      const mood = gone >= likely[0] ? "past" : gone > HURRY * likely[0] ? "hurry" : "fine";
      if (page.moods[item.id] && page.moods[item.id] !== mood && mood !== "fine") chime.call(mood === "past" ? 3 : 2);
      page.moods[item.id] = mood;
      const alarm = { past: "Pour it out now, thin: onto the work if it still flows, else onto foil outside.", hurry: "Hurry: pour it out, spread thin it lives again.", fine: "" }[mood];
      return [["left in the cup", BETWEEN(left), guessed, mood], [alarm, "", ""], ["since the hardener went in", MINUTES(gone), ""]];
    }
    const lain = is.poured ? minutesSince(is.poured) : 0;
    return [["runny", "can be spread"], ["tacky", "tacky in"], ["hard", "hard in"]].map(([name, words]) => [stage(item, name, is.warmth), words])
      .filter(([found]) => found).map(([found, words]) => [words, BETWEEN(found.map((value) => value - lain)), ""]);
  }

  function field(one) {
    const id = `bag-${one.name}`;
    const told = { id, name: one.name, oninput: (event) => { page.typed[one.name] = event.target.value; } };
    const input = one.choices
      ? made("select", told, one.choices.map(([value, words]) => made("option", { value, selected: page.typed[one.name] === value }, words)))
      : made("input", { ...told, value: page.typed[one.name] ?? "", autocomplete: "off", inputmode: ["reading", "room", "warmth"].includes(one.name) ? "decimal" : null });
    return made("div", { class: "field" }, made("label", { for: id }, one.label), input);
  }

  function drawn(item) {
    const is = stands(item);
    const on = card(item, is);
    const walk = walkOf(item);
    const way = made("button", { class: "bench-side", type: "button", onclick: () => { page.open = null; draw(); } }, "All taken along");
    if (!on) return [made("h2", {}, item.name), made("p", { class: "bench-told" }, "Walked to its end. It is handed in with the rest."), noteForm(item), way];
    return [
      made("h2", {}, item.name),
      made("ol", { class: "bench-steps" }, item.cards.map((one, i) => made("li", { class: i < is.at ? "finished" : null, "aria-current": i === is.at ? "step" : null }, one.title || ""))),
      made("div", { class: "bag-two" },
        made("section", { class: "bench-do" },
          made("h2", { "aria-live": "polite" }, on.heading),
          on.target ? made("p", { class: "bench-target", id: "bag-target" }, on.target) : null,
          on.list?.length ? made("dl", { class: "bench-list" }, on.list.map(([term, words]) => made("div", {}, made("dt", {}, term), made("dd", {}, words)))) : null,
          on.things?.length ? made("ul", { class: "bench-things" }, on.things.map((words) => made("li", {}, words))) : null,
          (on.told || []).map((words) => made("p", { class: "bench-told" }, words)),
          made("div", { class: "bench-pour" }, (on.fields || []).map(field)),
          page.wrong ? made("p", { class: "bench-complaint", role: "alert" }, page.wrong) : null,
          on.caution ? made("p", { class: "bench-caution" }, on.caution) : null),
        made("section", { class: "bag-clock", "aria-label": "Clock", "data-bag-clock": "1" }, clockDrawn(item, is))),
      made("footer", { class: "bench-foot" },
        made("button", { class: "bench-side", type: "button", disabled: walk.presses.length === 0, onclick: () => back(item) }, "Back"),
        on.deeds ? made("div", { class: "bag-deeds" }, on.deeds.map(([act, words]) => made("button", { class: "bench-next", type: "button", onclick: () => goOn(item, on, act, words) }, words)))
          : made("button", { class: "bench-next", type: "button", onclick: () => goOn(item, on, "next", on.next) }, on.next),
        way),
      noteForm(item),
      made("details", { class: "more" }, made("summary", {}, "Throw it out"), field({ name: "why", label: "Why" }),
        made("button", { class: "bench-side warn", type: "button", onclick: () => (page.typed.why?.trim() ? goOn(item, on, "abandoned", "Throw it out") : complain("Say in a few words why: it stays with the record.")) }, "Throw it out")),
    ];
  }

  function clockDrawn(item, is) {
    return [...waits(item, is), ...clock(item, is)].filter(([words]) => words).map(([words, time, more, mood]) => made("div", { class: mood ? `mood-${mood}` : null },
      made("p", {}, words), time ? made("p", { class: "bench-time" }, time) : null, more ? made("p", { class: "bench-quiet" }, more) : null));
  }

  // ---- notes
  function noteForm(item) {
    const text = made("textarea", { id: "bag-note", rows: 2, maxlength: 2000 });
    const picture = made("input", { id: "bag-picture", type: "file", accept: "image/png,image/jpeg,image/webp", "data-photograph": "1" });
    const count = walkOf(item).notes;
    return made("form", {
      class: "bag-note", onsubmit: async (event) => {
        event.preventDefault();
        const file = picture.files[0] || null;
        if (!text.value.trim() && !file) return;
        try {
          await notes.add({ id: newName(), batch: item.id, text: text.value.trim(), picture: file, ...stamp() });
          const walk = walkOf(item);
          walk.notes = (walk.notes || 0) + 1;
          kept.keepWalk(item.id, walk);
          draw();
        } catch {
          complain("This device has no room left: the note is not kept. Hand in, or delete photographs elsewhere on it.");
        }
      },
    }, made("div", { class: "field" }, made("label", { for: "bag-note" }, `A note${count ? ` (${count} kept)` : ""}`), text),
    made("div", { class: "field" }, made("label", { for: "bag-picture" }, "Photograph"), picture), made("button", { class: "press bench-small" }, "Keep it"));
  }

  // ---- all of them
  function listed() {
    const all = items();
    if (!all.length) return [made("p", { class: "wall-empty" }, "Nothing is taken along on this device. ", made("a", { href: "/shift" }, "Take a day's batches along"))];
    return [
      made("ul", { class: "bag-list" }, all.map((item) => {
        const is = stands(item);
        const on = card(item, is);
        const walk = walkOf(item);
        const state = walk.result || (on ? `next: ${on.title || on.step}` : "walked to its end");
        return made("li", {}, made("button", { type: "button", class: "bag-open", onclick: () => { page.open = item.id; page.typed = {}; draw(); } }, item.name), made("span", {}, state),
          made("div", { class: "bag-clock", "data-bag-clock": item.id }, clockDrawn(item, is)));
      })),
      made("footer", { class: "bench-foot" }, made("button", { class: "bench-next", type: "button", id: "bag-hand-in", onclick: handIn }, "Hand in")),
    ];
  }

  function draw() {
    const item = items().find((one) => one.id === page.open);
    const focused = document.activeElement?.id;
    body.replaceChildren(...[page.told ? made("p", page.good ? { class: "bench-beside-pot", role: "status" } : { class: "bench-complaint", role: "alert" }, page.told) : "", ...(item ? drawn(item) : listed())].filter(Boolean));
    if (focused) document.getElementById(focused)?.focus();
    const steps = body.querySelector(".bench-steps");
    const now = steps?.querySelector("[aria-current]");
    if (now) steps.scrollLeft = now.offsetLeft - steps.clientWidth / 2 + now.clientWidth / 2;
  }

  // Only what runs: a field somebody types in stays what it is.
  function tick() {
    const open = items().find((one) => one.id === page.open);
    for (const place of body.querySelectorAll("[data-bag-clock]")) {
      const item = open || items().find((one) => String(one.id) === place.dataset.bagClock);
      if (item) place.replaceChildren(...clockDrawn(item, stands(item)));
    }
  }

  // ---- back in the shop
  async function handIn() {
    Object.assign(page, { told: "", good: false });
    let token;
    try {
      const answer = await fetch("/shift/token", { cache: "no-store" });
      if (answer.redirected || !answer.ok) {
        window.location.assign("/entrance?to=/shift/bag");
        return;
      }
      token = (await answer.json()).token;
      const results = [];
      for (const item of items()) results.push(await handOne(item, token));
      page.told = results.filter(Boolean).join(" ") || "Nothing was pressed yet, so there is nothing to hand in.";
      page.good = !/others went on|Not taken|was not taken/.test(page.told);
    } catch {
      page.told = "The shop does not answer. Everything stays here: hand in again later.";
    }
    page.open = null;
    draw();
  }

  async function handOne(item, token) {
    const walk = walkOf(item);
    if (!walk.presses.length && !walk.notes) return "";
    let result = "";
    if (walk.presses.length) {
      walk.deed ||= newName();
      kept.keepWalk(item.id, walk);
      const presses = walk.presses.map(({ at, tick, page: of, ...told }) => ({ ...told, ago_s: Outbox.ago({ at, tick, page: of }).toFixed(2) }));
      const answer = await fetch(`/shift/${item.id}/hand-in`, { method: "POST", body: new URLSearchParams({ authenticity_token: token, deed_id: walk.deed, key: item.key, after: item.after, presses: JSON.stringify(presses) }) });
      if (!answer.ok) throw new Error(String(answer.status));
      const told = await answer.json();
      result = told.overtaken ? `${item.name}: others went on with it meanwhile (${told.by || "another device"}). Theirs stands; yours is kept as a note.` : `${item.name} is handed in.`;
      if (told.left?.length) result += ` Not taken: ${told.left.join("; ")}.`;
      kept.keepWalk(item.id, { ...walk, presses: [], deed: null, handed: true });
    }
    for (const note of await notes.of(item.id)) {
      const form = new FormData();
      for (const [name, value] of Object.entries({ authenticity_token: token, act: "note", text: note.text, deed_id: note.id, ago_s: Outbox.ago(note).toFixed(2) })) form.set(name, value);
      if (note.picture) form.set("picture", note.picture, note.picture.name || "photograph.jpg");
      const answer = await fetch(`/book/batches/${item.id}`, { method: "POST", body: form });
      if (!answer.ok && answer.status !== 422) throw new Error(String(answer.status));
      if (answer.status === 422) result += ` A note of ${item.name} was not taken: it stays here.`;
      else await notes.drop(note.id);
    }
    kept.forget(item.id);
    kept.keepBag({ batches: items().filter((one) => one.id !== item.id) });
    return result || `${item.name}: notes are handed in.`;
  }

  // Enter, or a pedal, goes on as the press does.
  root.addEventListener("keydown", (event) => {
    const typing = event.target.matches("input:not([type=file]), select") && event.key === "Enter";
    const on = root.querySelectorAll(".bench-foot .bench-next");
    if (event.repeat || on.length !== 1 || !page.open || !(typing || event.key === "PageDown") || event.target.closest(".bag-note")) return;
    event.preventDefault();
    on[0].click();
  });
  draw();
  fill();
  setInterval(tick, LOOK_MS);
  window.addEventListener("online", fill);
  navigator.wakeLock?.request("screen").catch(() => {});
}

document.addEventListener("DOMContentLoaded", () => {
  const root = document.querySelector("[data-bag]");
  if (root) bagPage(root);
  if (!window.isSecureContext) document.querySelector("[data-insecure]")?.removeAttribute("hidden");
  if (document.querySelector("[data-installs], [data-bag]")) navigator.serviceWorker?.register("/worker.js").catch(() => {});
});
