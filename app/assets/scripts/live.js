// On every live page: the job sheet, the drawing table, the data sheet, the bench, the lists. What they share: the server's answer is merged into the page that is looked at. A field somebody types
// in stays the very same field, and no field ever holds anything but what was typed or what the shop has kept.
// Fields that belong to the page, not to what is kept.
const ALWAYS_SENT = /^(?:authenticity_token|revision|units_on_page|deed_id|drawn.*|new_.*|wi_.*)$/;
// What is told with a deed, and sent with it alone.
const TOLD_WITH_A_DEED = /^(?:drawn|new_)/;
// Longer than this no press holds up an answer.
const LONGEST_PRESS_MS = 3000;
export const live = {
  // While a button is pressed down nothing is merged: what is pressed stays under the finger until it is let go.
  pressed: null,
  hold(target) {
    if (!target?.closest?.("button:not([data-hold]), summary, a[href], [type=submit]")) return;
    let free;
    live.pressed = new Promise((resolve) => { free = resolve; });
    live.letGo = () => setTimeout(() => {
      live.pressed = null;
      free();
    });
    setTimeout(live.letGo, LONGEST_PRESS_MS);
  },
  letGo() {},
  fields(root) {
    return [...root.querySelectorAll("input:not([type=hidden]), select, textarea")];
  },
  ticked(field) {
    return field.type === "checkbox" || field.type === "radio";
  },
  valueOf(field) {
    return live.ticked(field) ? field.checked : field.value;
  },
  // Every field's value as it goes to the server.
  sent(root) {
    return new Map(live.fields(root).map((field) => [field.id, live.valueOf(field)]));
  },
  // What stands in a field of the page, put into its twin of the answer.
  carry(field, twin) {
    if (live.ticked(field)) {
      twin.checked = field.checked;
      twin.toggleAttribute("checked", field.checked);
    } else if (field.tagName === "SELECT") {
      for (const option of twin.options) option.toggleAttribute("selected", option.value === field.value);
    } else if (field.tagName === "TEXTAREA") {
      twin.textContent = field.value;
    } else {
      twin.setAttribute("value", field.value);
    }
  },
  parsed(html) {
    return new DOMParser().parseFromString(html, "text/html").getElementById("live");
  },
  // Merges an answer. sent: values as they were sent, so that what was typed since is kept; null keeps every field as
  // it is. added: the focus goes to what is new. Answers false while somebody types in a field that the answer no
  // longer has, and what stands there was not yet sent: it is merged when they leave it.
  merge(root, fresh, { sent = null, added = false } = {}) {
    const active = root.contains(document.activeElement) ? document.activeElement : null;
    const twins = new Map(live.fields(fresh).map((field) => [field.id, field]));
    if (active?.matches("input:not([type=checkbox], [type=radio], [type=range]), textarea") && !twins.has(active.id)) {
      const unsent = sent ? sent.get(active.id) !== active.value : active.value !== "";
      if (unsent) return false;
    }
    const before = live.fields(root);
    for (const field of before) {
      const twin = twins.get(field.id);
      // What is told with a deed stays until that deed is done, however slowly it is typed.
      // A day and hour is put into the page's own words once it is left.
      const told = /^(?:drawn|new)_/.test(field.name) || (field === active && field.dataset.moment !== undefined);
      if (twin && (told || !sent || sent.get(field.id) !== live.valueOf(field))) live.carry(field, twin);
    }
    const at = active ? before.findIndex((field) => active.compareDocumentPosition(field) & Node.DOCUMENT_POSITION_FOLLOWING) : -1;
    const ids = before.map((field) => field.id);
    // One task is open at a time: where one was added, it is that.
    const fresher = [...fresh.querySelectorAll("details.ticket[open]")].find((ticket) => !document.getElementById(ticket.id));
    if (fresher) for (const ticket of root.querySelectorAll("details.ticket[open]")) ticket.open = false;
    window.Idiomorph.morph(root, fresh, {
      callbacks: {
        // What somebody opened stays open, what they closed stays closed; what Alpine writes is Alpine's.
        beforeNodeMorphed(from, to) {
          if (from.nodeType !== 1) return true;
          if (from.tagName === "DETAILS") to.toggleAttribute("open", from.open);
          if (to.hasAttribute("data-unprinted")) {
            from.toggleAttribute("data-stale", true);
            return false;
          }
          return !from.hasAttribute("x-text");
        },
        beforeAttributeUpdated: (name, element) => !(name === "style" && element.hasAttribute("x-show")),
      },
    });
    live.refocus(root, active, ids, at, added);
    return true;
  },
  // Where the focus belongs after a merge: on what was added, or beside what was taken away; never nowhere.
  refocus(root, active, ids, at, added) {
    if (!active) return;
    const fields = live.fields(root).filter((field) => !field.disabled && field.checkVisibility());
    if (added && (active.tagName === "BUTTON" || !active.isConnected)) {
      const known = new Set(ids);
      const fresh = fields.find((field) => !known.has(field.id));
      if (fresh) {
        fresh.focus();
        return;
      }
    }
    if (active.isConnected && document.activeElement === active) return;
    const again = active.id && document.getElementById(active.id);
    const after = at < 0 ? [] : ids.slice(at);
    const beside = again || fields.find((field) => after.includes(field.id)) || fields[fields.length - 1];
    beside?.focus();
  },
  // Fields that stand in a sentence: while somebody types, none moves from one place to another.
  said(root) {
    return [...root.querySelectorAll(".sentence :is(input, select)")].map((field) => field.name).join(" ");
  },
  // Is something open whose body the last answer left out?
  stale(root) {
    return root.querySelector("details[open] > :is([data-stale], [data-unprinted])");
  },
  // Asks the server and merges what it answers, unless that is no longer wanted: an answer that was asked for before
  // something was done and comes after it tells of what is past. later: the merge, where it has to wait for somebody to
  // leave a field.
  async look(root, address, options = {}, { wanted = () => true, prepare = () => {}, ...how } = {}) {
    const shut = [...root.querySelectorAll("details.ticket:not([open]), details.place:not([open]), .task-foot > details:not([open])")].map((ticket) => ticket.id).join(" ");
    const opened = [...root.querySelectorAll("details.figure[open]")].map((figure) => figure.id).join(" ");
    const headers = { "X-Live": "1", "X-Shut": shut, "X-Open": opened, "X-Said": live.said(root) };
    const answer = await fetch(address, { ...options, headers, redirect: options.method ? "error" : "follow" });
    const html = await answer.text();
    const fresh = live.parsed(html);
    if (!fresh || !wanted()) return { answer, html, stale: Boolean(fresh) };
    if (live.pressed) {
      await live.pressed;
      if (!wanted()) return { answer, html, stale: true };
    }
    const served = fresh.elements ? live.families(fresh, true) : null;
    prepare(fresh);
    const merge = () => live.merge(root, fresh, how);
    return { answer, html, fresh, served, later: merge() ? null : merge };
  },
  // What a form holds, by field: ticks and rows of one field together. asServed: as the server wrote it, not as it was
  // typed since.
  families(form, asServed = false) {
    const found = new Map();
    for (const field of form.elements) {
      if (!field.name || field.disabled || field.type === "file" || field.tagName === "BUTTON") continue;
      if (live.ticked(field) && !(asServed ? field.defaultChecked : field.checked)) continue;
      const family = field.name.replace(/\[.*$/, "");
      if (!found.has(family)) found.set(family, []);
      found.get(family).push([field.name, live.written(field, asServed)]);
    }
    return found;
  },
  written(field, asServed) {
    if (!asServed || live.ticked(field) || field.type === "hidden") return field.value;
    if (field.tagName !== "SELECT") return field.defaultValue;
    return ([...field.options].find((option) => option.defaultSelected) || field.options[0])?.value ?? "";
  },
  // What goes to the server: what stands otherwise here than it was served, and what no job keeps.
  // served: see families; null sends everything.
  body(form, act, served = null) {
    const body = new URLSearchParams();
    for (const [family, pairs] of live.families(form)) {
      if (!act && TOLD_WITH_A_DEED.test(family)) continue;
      const before = served?.get(family);
      const always = !before || ALWAYS_SENT.test(family);
      if (always || JSON.stringify(before) !== JSON.stringify(pairs)) for (const [name, value] of pairs) body.append(name, value);
    }
    if (act) body.set("act", act);
    return body;
  },
};
for (const begin of ["pointerdown", "keydown"]) {
  document.addEventListener(begin, (event) => (begin === "pointerdown" || event.key === " " || event.key === "Enter") && live.hold(event.target), true);
}
for (const end of ["pointerup", "pointercancel", "keyup", "dragend"]) document.addEventListener(end, () => live.letGo(), true);
