// What every live page shares: the server's answer is merged into the page that is looked at. A field somebody types
// in stays the very same field, and no field ever holds anything but what was typed or what the shop has kept.
// Fields that belong to the page, not to what is kept.
const ALWAYS_SENT = /^(?:authenticity_token|revision|units_on_page|deed_id|drawn.*|new_.*|wi_.*)$/;
// What is told with a deed, and sent with it alone.
const TOLD_WITH_A_DEED = /^(?:drawn|new_)/;
// Longer than this no press holds up an answer.
const LONGEST_PRESS_MS = 3000;
const live = {
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
    const headers = { "X-Live": "1", "X-Shut": shut, "X-Said": live.said(root) };
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

// What was typed while the shop did not answer: kept in the browser until an answer has come, whatever page is opened meanwhile.
const UNSENT = "unsent ";
const unsent = {
  keep(address, body) {
    try {
      body.delete("authenticity_token");
      if (!body.has("left_id")) body.set("left_id", crypto.randomUUID());
      localStorage.setItem(UNSENT + address, body.toString());
    } catch (error) {
      // No room is left: the browser asks nobody, and nothing more can be done.
    }
  },
  kept(address) {
    const text = localStorage.getItem(UNSENT + address);
    return text ? new URLSearchParams(text) : null;
  },
  drop(address) {
    localStorage.removeItem(UNSENT + address);
  },
  addresses() {
    return Object.keys(localStorage).filter((key) => key.startsWith(UNSENT)).map((key) => key.slice(UNSENT.length));
  },
  // A page's token, for what is sent from another page.
  async token(address) {
    const here = document.querySelector("[name=authenticity_token]")?.value;
    if (here) return here;
    const page = new DOMParser().parseFromString(await (await fetch(address)).text(), "text/html");
    return page.querySelector("[name=authenticity_token]")?.value;
  },
  // Delivers what other pages left behind; what is not taken is told, and stays kept for its page.
  async deliver(except) {
    for (const address of unsent.addresses()) {
      const body = unsent.kept(address);
      if (!body || address === except) continue;
      try {
        body.set("authenticity_token", await unsent.token(address));
        const answer = await fetch(address, { method: "POST", body, headers: { "X-Live": "1" }, redirect: "error" });
        if (answer.ok || answer.status === 422) {
          unsent.drop(address);
          unsent.tell("What you typed while the shop did not answer is kept now.", address);
        } else if (answer.status < 500) {
          unsent.tell(`What you typed while the shop did not answer was not taken: ${(await answer.text()).slice(0, 300)}`, address);
        }
      } catch (error) {
        return;
      }
    }
  },
  tell(words, address) {
    const told = document.createElement("p");
    told.className = "shop-trouble";
    told.setAttribute("role", "status");
    const link = document.createElement("a");
    link.href = address;
    link.textContent = "Look at it";
    told.append(`${words} `, link);
    document.querySelector("main")?.before(told);
  },
};
document.addEventListener("DOMContentLoaded", () => unsent.deliver(document.querySelector("form#live")?.action));

// Liveliness for forms the server computes: what is typed goes to the server once typing pauses, and the
// answer is merged into the page around the field being typed in. One request at a time, in order.
const PAUSE_MS = 220;
const RETRY_MS = 3000;
const LOOK_AGAIN_MS = 1000;
// Answers that stay the same however often one asks.
const REFUSED = [400, 403, 404, 409, 413];

function liveForm() {
  return {
    state: "saved",
    dirty: false,
    sending: false,
    act: null,
    timer: null,
    retry: null,
    later: null,
    served: null,
    left: null,

    init() {
      if (this.preview()) this.state = "";
      else this.served = live.families(this.$root, true);
      // Undo and redo, where no field is being typed in.
      this.keys = (event) => {
        if (!(event.ctrlKey || event.metaKey) || event.target.matches("input, select, textarea")) return;
        const wanted = { z: event.shiftKey ? "redo" : "undo", y: "redo" }[event.key.toLowerCase()];
        const button = wanted && this.$root.querySelector(`[data-key=${wanted}]`);
        if (!button || button.disabled) return;
        event.preventDefault();
        this.$root.requestSubmit(button);
      };
      document.addEventListener("keydown", this.keys);
      const tickets = this.$root.querySelector("[data-tickets]");
      if (tickets) for (const [name, does] of [["dragstart", "drag"], ["dragover", "over"], ["drop", "drop"]]) this.$root.addEventListener(name, (event) => this[does](event));
      this.leave = () => this.hurry();
      window.addEventListener("pagehide", this.leave);
      this.$root.addEventListener("focusout", (event) => setTimeout(() => {
        this.inOwnWords(event.target);
        this.caughtUp();
      }));
      this.$root.addEventListener("toggle", () => this.lookAgain(), true);
      this.leftBehind();
      this.lookAgain();
    },
    destroy() {
      document.removeEventListener("keydown", this.keys);
      window.removeEventListener("pagehide", this.leave);
    },
    preview() {
      return this.$root.dataset.preview;
    },
    changed(event) {
      // A slider beside a field stands for what is typed there.
      const twin = event?.target?.dataset?.slides;
      if (twin) document.getElementById(twin).value = event.target.value;
      this.dirty = true;
      if (!this.preview()) this.state = "saving …";
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.send(), PAUSE_MS);
    },
    // A ticket dragged by its number to another place in the order.
    drag(event) {
      const number = event.target.closest?.(".ticket-number[draggable]");
      this.dragged = number?.closest(".ticket").dataset.task;
      if (this.dragged) event.dataTransfer.setData("text/plain", this.dragged);
    },
    over(event) {
      if (this.dragged && event.target.closest?.(".ticket")) event.preventDefault();
    },
    drop(event) {
      const on = event.target.closest?.(".ticket");
      if (!this.dragged || !on) return;
      event.preventDefault();
      const box = on.getBoundingClientRect();
      const after = event.clientY > box.top + box.height / 2;
      const tasks = [...on.parentElement.querySelectorAll(".ticket")];
      const before = after ? tasks[tasks.indexOf(on) + 1]?.dataset.task || "" : on.dataset.task;
      if (before !== this.dragged) {
        this.act = `order:${this.dragged}:${before}`;
        this.send();
      }
      this.dragged = null;
    },
    picked(event) {
      if (event.target.matches("select, [type=checkbox], [type=radio]")) this.changed();
    },
    async send(event) {
      clearTimeout(this.timer);
      clearTimeout(this.retry);
      const pressed = event?.submitter?.name === "act" ? event.submitter.value : this.act;
      this.act = pressed;
      if (this.sending) return;
      // What was left behind goes first, and by itself.
      const left = this.left;
      const act = left ? null : pressed;
      if (!left) this.act = null;
      this.sending = true;
      this.dirty = Boolean(left);
      const form = this.$root;
      const how = { sent: live.sent(form), added: /^(?:add|repeat|split)/.test(act || "") };
      // A deed keeps its id however often it is sent: the answer to the first may be lost.
      this.deed = act ? this.deed || crypto.randomUUID() : null;
      const told = { method: "POST", body: left || live.body(form, act, this.served) };
      if (act) told.body.set("deed_id", this.deed);
      try {
        const { answer, html, fresh, served, later } = await live.look(form, this.preview() || form.action, told, how);
        if (REFUSED.includes(answer.status) && !fresh) {
          this.refused(html, act);
          return;
        }
        if ((!answer.ok && answer.status !== 422) || !fresh) throw new Error([503, 507].includes(answer.status) ? html : "no answer");
        if (left || this.leftId) this.delivered();
        this.deed = null;
        this.later = later;
        if (this.served) this.served = new Map([...this.served, ...served]);
        if (/^shelf:/.test(act || "") && !this.$root.querySelector("[role=alert]")) this.shelved();
        this.merged?.(act, answer.ok);
        if (!this.preview()) this.state = this.dirty ? "saving …" : "saved";
      } catch (error) {
        this.dirty = true;
        this.act = pressed;
        if (!left && !this.preview()) this.keep();
        this.state = `not saved: ${this.why(error)}. What you typed is kept here and sent again`;
        this.retry = setTimeout(() => this.send(), RETRY_MS);
        this.sending = false;
        return;
      }
      this.sending = false;
      if (this.act) this.send();
      else if (this.dirty) this.changed();
      else this.lookAgain();
    },
    // Why the shop did not take it, in its own words where it answered.
    why(error) {
      const told = error.message.match(/^(The (?:shop|disk)[^.]*)\. (.*)$/s);
      if (!told) return "no answer";
      return /busy|full/.test(told[1]) ? told[1].replace(/^The/, "the") : told[2].slice(0, 400);
    },
    // A plan that is still worked on is asked for again, and so is what the last answer left out and somebody opens.
    lookAgain(failed = false) {
      clearTimeout(this.again);
      if (this.preview()) {
        if (this.$root.querySelector("[data-working]")) this.again = setTimeout(() => this.send(), LOOK_AGAIN_MS);
        return;
      }
      const stale = live.stale(this.$root);
      if (!stale && !this.$root.querySelector("[data-working]")) return;
      this.again = setTimeout(async () => {
        if (this.sending || this.dirty) return;
        const sent = live.sent(this.$root);
        const wanted = () => !this.sending && !this.dirty;
        const found = await live.look(this.$root, window.location.pathname, {}, { wanted, sent }).catch(() => null);
        if (found?.served) this.served = new Map([...this.served, ...found.served]);
        if (found?.later) this.later = found.later;
        this.lookAgain(!found);
      }, stale && !failed ? 0 : LOOK_AGAIN_MS);
    },
    // What will not be taken however often it is sent: said, and left standing.
    refused(says, act) {
      this.sending = false;
      this.deed = null;
      if (this.left) this.restore();
      this.dirty = true;
      this.state = `not saved: ${says.replace(/<[^>]*>/g, " ").replace(/\s+/g, " ").trim().slice(0, 300)}`;
      if (this.act && this.act !== act) this.send();
    },
    // What was put onto the shelf is told there: its fields are empty again.
    shelved() {
      for (const field of this.$root.querySelectorAll("input[name^=new_]")) field.value = "";
    },
    // A day and hour as the page writes it, once what was typed is kept.
    inOwnWords(field) {
      if (field.dataset?.moment && !this.dirty && !this.sending) field.value = field.dataset.moment;
    },
    // An answer that had to wait for somebody to leave a field it no longer has.
    caughtUp() {
      if (this.later && !this.sending && this.later()) this.later = null;
    },
    // Leaving the page with something unsent: it is kept here until an answer has come, and handed to the browser to deliver.
    hurry() {
      // What is on its way may not arrive when the page goes: it is kept and handed over as well.
      if (!(this.dirty || this.sending) || this.preview()) return;
      const body = this.keep();
      body.set("authenticity_token", this.$root.querySelector("[name=authenticity_token]").value);
      navigator.sendBeacon(this.$root.action, body);
      this.dirty = false;
    },
    // @returns what is kept, with a name of its own: however often it is sent, it is taken once.
    keep() {
      const body = live.body(this.$root, null, this.served);
      body.set("left_id", this.leftId ||= crypto.randomUUID());
      unsent.keep(this.$root.action, new URLSearchParams(body));
      return body;
    },
    // What was left behind when this page was last closed: it stays kept here until the shop has it.
    leftBehind() {
      this.left = this.preview() ? null : unsent.kept(this.$root.action);
      if (!this.left) return;
      this.left.set("authenticity_token", this.$root.querySelector("[name=authenticity_token]").value);
      this.send();
    },
    // What was left behind and is not taken stands in its fields again, and stays kept here until something of this page is.
    restore() {
      const met = new Map();
      for (const [name, value] of this.left) {
        const field = this.$root.querySelectorAll(`[name="${CSS.escape(name)}"]`)[met.get(name) || 0];
        met.set(name, (met.get(name) || 0) + 1);
        if (field && !field.matches("[type=hidden], [type=checkbox], [type=radio]")) field.value = value;
      }
      this.leftId = this.left.get("left_id");
      this.left = null;
    },
    delivered() {
      this.left = null;
      this.leftId = null;
      unsent.drop(this.$root.action);
    },
  };
}
document.addEventListener("alpine:init", () => window.Alpine.data("liveForm", liveForm));

// Presses that wait for the shop: each with the moment it was pressed, kept through a reload, sent in order, done once.
const OUTBOX = "bench outbox ";
const OUTBOX_RETRY_MS = 2000;
class Outbox {
  // address: where the batch's presses go; told: called whenever it changes.
  constructor(address, told) {
    this.address = address;
    this.told = told;
    this.waiting = Outbox.kept(address);
    this.timer = null;
    this.going = false;
  }
  static kept(address) {
    try {
      return JSON.parse(localStorage.getItem(OUTBOX + address) || "[]");
    } catch (error) {
      return [];
    }
  }
  keep() {
    try {
      if (this.waiting.length) localStorage.setItem(OUTBOX + this.address, JSON.stringify(this.waiting));
      else localStorage.removeItem(OUTBOX + this.address);
    } catch (error) {
      // No room is left: it is kept as long as the page stays.
    }
  }
  // Seconds since a press: by the clock that nobody sets, as long as the page is the same one.
  static ago(press) {
    const even = press.page === performance.timeOrigin;
    return Math.max(even ? performance.now() - press.tick : Date.now() - press.at, 0) / 1000;
  }
  add(body, says) {
    body.set("deed_id", crypto.randomUUID());
    this.waiting.push({ body: body.toString(), says, at: Date.now(), tick: performance.now(), page: performance.timeOrigin });
    this.keep();
    this.told();
  }
  // Not sent yet: taken back as if it had not been pressed.
  takeBack() {
    if (this.going || this.waiting.length === 0) return false;
    this.waiting.pop();
    this.keep();
    this.told();
    return true;
  }
  // Sends what waits, one after another. send: answers {done, number}, or throws while there is no connection.
  async deliver(send) {
    clearTimeout(this.timer);
    if (this.going) return;
    this.going = true;
    try {
      while (this.waiting.length) {
        const press = this.waiting[0];
        const body = new URLSearchParams(press.body);
        body.set("ago_s", Outbox.ago(press).toFixed(2));
        const number = await send(body);
        this.waiting.shift();
        this.carry(body.get("after"), number);
        this.keep();
      }
    } catch (error) {
      this.timer = setTimeout(() => this.deliver(send), OUTBOX_RETRY_MS);
    } finally {
      this.going = false;
      this.told();
    }
  }
  // Strokes pressed one after another before the shop answered follow each other.
  carry(after, number) {
    for (const press of this.waiting) {
      const body = new URLSearchParams(press.body);
      if (number && body.get("after") === after) {
        body.set("after", number);
        press.body = body.toString();
      }
    }
  }
}

// The bench: polls the server, which owns every clock; one key or pedal goes on; holding pours on the simulated scale.
document.addEventListener("alpine:init", () => {
  window.Alpine.data("benchForm", () => ({
    timer: null,
    mood: "",
    busy: false,
    deeds: 0,
    sound: null,
    holding: false,
    form: null,
    outbox: null,
    kept: "",

    init() {
      // Kept, since handlers run on buttons that an answer may have replaced meanwhile.
      this.form = this.$el;
      this.mood = this.form.dataset.mood;
      this.keys = (event) => this.key(event);
      document.addEventListener("keydown", this.keys);
      // However a hold ends, the pouring ends.
      this.lift = () => this.release();
      for (const end of ["pointerup", "pointercancel", "blur"]) window.addEventListener(end, this.lift);
      this.awake = () => this.stayAwake();
      document.addEventListener("visibilitychange", this.awake);
      this.stayAwake();
      this.show();
      this.outbox = new Outbox(this.form.action, () => this.tellKept());
      this.tellKept();
      if (this.outbox.waiting.length) this.deliver();
      this.next();
    },
    // The step that is on, brought into view on a narrow screen.
    show() {
      const steps = this.form.querySelector(".bench-steps");
      const now = steps?.querySelector("[aria-current]");
      if (now) steps.scrollLeft = now.offsetLeft - steps.clientWidth / 2 + now.clientWidth / 2;
    },
    destroy() {
      clearTimeout(this.timer);
      clearInterval(this.counting);
      document.removeEventListener("keydown", this.keys);
      for (const end of ["pointerup", "pointercancel", "blur"]) window.removeEventListener(end, this.lift);
      document.removeEventListener("visibilitychange", this.awake);
    },
    next() {
      clearTimeout(this.timer);
      // Never quite regular, so that many screens do not ask all at once.
      this.timer = setTimeout(() => this.look(), Number(this.form.dataset.poll) * (0.85 + 0.3 * Math.random()));
    },
    async look() {
      if (!this.busy && !this.outbox.going) await this.ask(window.location.pathname, {});
      this.next();
    },
    // A press is kept with its moment before it is sent: the clock counts from then, however late the shop hears of it.
    async submit(event) {
      const act = event.submitter?.value || "next";
      this.hear();
      if (act === "back" && this.outbox.takeBack()) return;
      const waits = this.outbox.waiting.length > 0;
      if (waits && !this.form.hasAttribute("data-counts")) return;
      const pressed = act === "next" ? this.form.querySelector(".bench-next span") : event.submitter;
      this.outbox.add(live.body(this.form, act), pressed?.textContent.trim() || "");
      await this.deliver();
    },
    async deliver() {
      await this.outbox.deliver(async (body) => {
        body.set("authenticity_token", this.form.querySelector("[name=authenticity_token]").value);
        this.lastLost = null;
        await this.ask(this.form.action, { method: "POST", body }, true);
        if (this.lastLost) throw this.lastLost;
        return this.form.querySelector("[name=after]")?.value;
      });
    },
    // What waits here, and since when.
    tellKept() {
      clearInterval(this.counting);
      const say = () => {
        const first = this.outbox?.waiting[0];
        const ago = first ? Math.floor(Outbox.ago(first)) : 0;
        const more = this.outbox.waiting.length > 1 ? ` and ${this.outbox.waiting.length - 1} more` : "";
        this.kept = first && ago > 1 ? `Kept here: “${first.says}”${more}, pressed ${Math.floor(ago / 60)}:${String(ago % 60).padStart(2, "0")} ago. It counts from then.` : "";
      };
      say();
      if (this.outbox?.waiting.length) this.counting = setInterval(say, 500);
    },
    async ask(address, options, deed = false) {
      if (this.busy && !deed) return;
      this.busy = true;
      if (deed) this.deeds += 1;
      const deeds = this.deeds;
      try {
        const before = this.form.querySelector("[name=step]").value;
        const how = { sent: deed ? live.sent(this.form) : null, wanted: () => deeds === this.deeds, prepare: deed ? undefined : (fresh) => this.keepTold(fresh) };
        const { answer, html, fresh, stale } = await live.look(this.form, address, options, how);
        if (stale) return;
        if ([502, 503, 504, 507].includes(answer.status)) throw new Error(html);
        if (!fresh) {
          if (deed || answer.ok) window.location.reload();
          return;
        }
        if (before !== this.form.querySelector("[name=step]").value) this.emptied();
        this.turned();
        if (this.form.dataset.rose && !deed) this.rise();
      } catch (error) {
        this.lastLost = error;
        this.lost(error);
      } finally {
        if (deeds === this.deeds) this.busy = false;
      }
    },
    // The scale rose: the parts meet, and the clock starts now.
    async rise() {
      this.busy = false;
      await this.ask(this.form.action, { method: "POST", body: live.body(this.form, "touched") }, true);
    },
    // A complaint stays until something is done about it, however often the page asks meanwhile.
    keepTold(fresh) {
      const told = this.form.querySelector("#b-complaint");
      if (!told || fresh.querySelector("[name=step]").value !== this.form.querySelector("[name=step]").value) return;
      fresh.querySelector("#b-main").before(told.cloneNode(true));
      if (this.form.querySelector("#f-reading[aria-invalid]")) fresh.querySelector("#f-reading")?.setAttribute("aria-invalid", "true");
    },
    // Another step: nothing typed for the last one is carried over.
    emptied() {
      this.show();
      for (const field of this.form.querySelectorAll("#f-reading, #f-why")) field.value = "";
      this.form.querySelector("details[open]")?.removeAttribute("open");
    },
    lost(error) {
      const told = this.form.querySelector(".bench-head p");
      const says = /^The (?:shop|disk)/.test(error?.message || "") ? error.message.slice(0, 300) : "Connection lost; clock still running; retrying.";
      if (told) told.textContent = says;
    },
    key(event) {
      const typing = event.target.matches("input, select, textarea") && event.key !== "PageDown" && event.key !== "PageUp";
      if (document.querySelector("dialog[open]") || typing || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      const wanted = { " ": "next", PageDown: "next", PageUp: "back" }[event.key];
      if (!wanted || (event.key === " " && event.target.matches("button, summary, a"))) return;
      event.preventDefault();
      const button = this.form.querySelector(`[data-key=${wanted}]`);
      if (button && !button.disabled) this.form.requestSubmit(button);
    },
    async command(event) {
      await this.tell(event.currentTarget.dataset.command);
      this.look();
    },
    hold(event) {
      if (this.holding) return;
      this.holding = true;
      this.hear();
      this.tell("pour");
      event.currentTarget.focus();
    },
    release() {
      if (!this.holding) return;
      this.holding = false;
      this.tell("stop");
    },
    tell(command) {
      const body = new URLSearchParams({ command, authenticity_token: this.form.querySelector("[name=authenticity_token]").value });
      return fetch(`${window.location.pathname}/scale`, { method: "POST", body }).catch(() => this.lost());
    },
    // Sound is allowed only after somebody has touched the page.
    hear() {
      if (!this.sound && window.AudioContext) this.sound = new AudioContext();
    },
    turned() {
      const mood = this.form.dataset.mood;
      if (mood !== this.mood && (mood === "hurry" || mood === "past")) {
        this.call(mood === "past" ? 3 : 2);
        this.say(mood === "past" ? "Empty the cup." : "Three quarters of the time is gone.");
      }
      this.mood = mood;
      const half = Number(this.form.dataset.gone) >= 0.5;
      if (half && this.half === false && mood === "fine") this.say("Half the time is gone.");
      this.half = half;
      this.lastGrams();
    },
    call(times) {
      if (!this.sound) return;
      for (let i = 0; i < times; i += 1) {
        const tone = this.sound.createOscillator();
        const loud = this.sound.createGain();
        loud.gain.value = 0.2;
        tone.frequency.value = 660;
        tone.connect(loud).connect(this.sound.destination);
        tone.start(this.sound.currentTime + i * 0.35);
        tone.stop(this.sound.currentTime + i * 0.35 + 0.2);
      }
    },
    // Spoken where the browser can and somebody asked for it.
    spoken() {
      return localStorage.getItem("spoken") === "yes";
    },
    speakOrNot() {
      localStorage.setItem("spoken", this.spoken() ? "no" : "yes");
      this.say("Spoken.");
    },
    say(words) {
      if (this.spoken() && window.speechSynthesis) window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
    },
    // The last of what is poured, counted down: twenty, ten, five, and then each.
    lastGrams() {
      const figure = (id) => parseFloat(this.form.querySelector(id)?.textContent.replace(/[^\d.,]/g, "").replace(",", "."));
      const left = figure("#b-target") - parseFloat(this.form.querySelector("#b-now b")?.textContent.replace(/[^\d.,-]/g, "").replace(",", "."));
      const call = [1, 2, 3, 4, 5, 10, 20].find((least) => left <= least);
      if (!(left > 0) || !call || call === this.called) {
        if (!(left > 0)) this.called = null;
        return;
      }
      this.called = call;
      this.say(`${call}`);
    },
    async stayAwake() {
      try {
        if (document.visibilityState === "visible") await navigator.wakeLock?.request("screen");
      } catch (error) {
        // The browser may refuse, e.g. on low battery: the bench works all the same.
      }
    },
  }));
});

// The screen held against a bank card: the drawing follows the number.
document.addEventListener("alpine:init", () => {
  window.Alpine.data("cardSize", () => ({
    field() {
      return this.$root.querySelector("#f-px_per_mm");
    },
    // Millimetres in what the pixels are counted on: 1, or an inch.
    mm() {
      return Number(this.$root.dataset.mm);
    },
    draw() {
      const size = Number(this.field().value.replace(",", ".")) / this.mm();
      if (!(size >= 1 && size <= 20)) return;
      const card = this.$root.querySelector(".card");
      card.setAttribute("width", (85.6 * size).toFixed(1));
      card.setAttribute("height", (53.98 * size).toFixed(1));
    },
    step(by) {
      const size = Number(this.field().value.replace(",", ".")) / this.mm() || 3.78;
      this.field().value = (Math.min(20, Math.max(1, size + by)) * this.mm()).toFixed(3);
      this.draw();
    },
    smaller() {
      this.step(-0.02);
    },
    larger() {
      this.step(0.02);
    },
  }));
});

// Lists that go on by themselves: the cups on the go, and what is on now, which tells before it is time where the
// browser may.
document.addEventListener("alpine:init", () => {
  function watching(pauseMs, { hidden, looked = () => {} }) {
    return {
      timer: null,
      watch() {
        const list = this.$el;
        this.timer = setInterval(async () => {
          if (!hidden && document.visibilityState !== "visible") return;
          const { fresh } = await live.look(list, list.dataset.address || window.location.pathname + window.location.search).catch(() => ({}));
          if (fresh) looked.call(this, list);
        }, pauseMs);
      },
      destroy() {
        clearInterval(this.timer);
      },
    };
  }
  window.Alpine.data("lively", () => ({
    ...watching(3000, { hidden: false }),
    init() {
      this.watch();
    },
  }));
  window.Alpine.data("nowList", () => ({
    ...watching(30000, {
      hidden: true,
      looked(list) {
        const soon = list.dataset.soon;
        if (soon && soon !== this.told && "Notification" in window && Notification.permission === "granted") new Notification("Dakren", { body: soon });
        this.told = soon;
      },
    }),
    asks: false,
    told: "",
    init() {
      this.asks = "Notification" in window && Notification.permission === "default";
      this.told = this.$el.dataset.soon;
      this.watch();
    },
    async allow() {
      await Notification.requestPermission().catch(() => "denied");
      this.asks = false;
    },
  }));
});

// The cure line is handled: a coat, the room's line or the end of a day dragged sets the field that stands for it, and the page answers.
const cureLine = {
  begin(event) {
    const part = event.target.closest?.(".line-drawn .drag");
    const field = part && document.getElementById(part.dataset.drag);
    if (!field || event.button !== 0) return;
    event.preventDefault();
    const svg = part.ownerSVGElement;
    const scale = svg.viewBox.baseVal.width / svg.getBoundingClientRect().width;
    const along = part.dataset.along;
    cureLine.drag = { part, field, along, from: along === "x" ? event.clientX : event.clientY, was: Number(field.value), scale, step: Number(part.dataset.step) };
    document.body.classList.add("dragging");
  },
  move(event) {
    const drag = cureLine.drag;
    if (!drag) return;
    const by = ((drag.along === "x" ? event.clientX : event.clientY) - drag.from) * drag.scale;
    drag.part.setAttribute("transform", drag.along === "x" ? `translate(${by} 0)` : `translate(0 ${by})`);
    const value = Math.min(Math.max(drag.was + Math.round(by / drag.step), Number(drag.field.min)), Number(drag.field.max));
    if (Number(drag.field.value) === value) return;
    drag.field.value = value;
    drag.field.dispatchEvent(new Event("input", { bubbles: true }));
  },
  end() {
    if (!cureLine.drag) return;
    cureLine.drag.part.removeAttribute("transform");
    cureLine.drag = null;
    document.body.classList.remove("dragging");
  },
};
document.addEventListener("pointerdown", cureLine.begin);
document.addEventListener("pointermove", cureLine.move);
document.addEventListener("pointerup", cureLine.end);
document.addEventListener("pointercancel", cureLine.end);

// A piece is measured and drawn on its drawing, on the job sheet and at the drawing table alike. What is taken hold of goes into the
// fields that stand for it; points set by pointer or keys go to the server to be measured and put into the job.
function drawing() {
  const base = liveForm();
  const NEAR_PX = 9;
  const TOOL_KEYS = { m: "move", o: "outline", b: "box", r: "round", s: "sounding", l: "scale" };
  return {
    ...base,
    tool: "move",
    points: [],
    cross: null,
    at: "",
    told: "",
    shaping: false,
    sounding: false,
    scaling: false,
    some: false,
    held: null,
    on: null,
    asking: null,

    init() {
      base.init.call(this);
      this.form = this.$root;
      this.form.addEventListener("pointerdown", (event) => this.down(event));
      this.moved = (event) => this.move(event);
      this.lifted = (event) => this.up(event);
      window.addEventListener("pointermove", this.moved);
      window.addEventListener("pointerup", this.lifted);
      this.pressed = (event) => this.key(event);
      document.addEventListener("keydown", this.pressed);
    },
    destroy() {
      base.destroy.call(this);
      window.removeEventListener("pointermove", this.moved);
      window.removeEventListener("pointerup", this.lifted);
      document.removeEventListener("keydown", this.pressed);
    },
    // The drawing somebody works on: on a page of several pieces the one touched last.
    surface() {
      return (this.on && document.getElementById(this.on)) || this.form.querySelector(".table-surface");
    },
    // Is this page the drawing made large?
    large() {
      return this.form.hasAttribute("data-drawn-large");
    },
    on_drawing(element) {
      const surface = element.closest("[data-drawing]").querySelector(".table-surface");
      if (this.on !== surface.id) this.points = [];
      this.on = surface.id;
    },
    number(name) {
      return Number(this.surface().dataset[name]);
    },
    choose(event) {
      this.on_drawing(event.currentTarget);
      const again = !this.large() && this.tool === event.currentTarget.dataset.tool;
      this.take(again ? "move" : event.currentTarget.dataset.tool);
    },
    take(tool) {
      this.tool = tool;
      this.points = [];
      this.paint();
      this.surface().focus({ preventScroll: true });
    },
    forget() {
      this.points = [];
      this.paint();
    },
    // Units of the drawing to the pixel of the screen.
    wide() {
      const drawing = this.surface().querySelector("svg");
      return drawing.viewBox.baseVal.width / drawing.getBoundingClientRect().width;
    },
    // Where a pointer is, in mm, snapped to a corner that lies near, to the line of the last point, or to the grid.
    place(event) {
      const box = this.surface().querySelector("svg").getBoundingClientRect();
      const wide = this.wide();
      const x = ((event.clientX - box.left) * wide - this.number("left")) / this.number("scale");
      const y = (this.number("base") - (event.clientY - box.top) * wide) / this.number("scale");
      return this.snapped(x, y, event.altKey);
    },
    snapped(x, y, free) {
      if (free || this.tool === "scale") return [Math.round(x * 10) / 10, Math.round(y * 10) / 10];
      const near = (NEAR_PX / this.number("scale"));
      const fine = Boolean(this.surface().dataset.fine);
      const marks = fine ? this.points.slice(0, 1) : [...JSON.parse(this.surface().dataset.snaps), ...this.points];
      const mark = marks.find((one) => Math.hypot(one[0] - x, one[1] - y) <= near);
      if (mark) return [mark[0], mark[1]];
      // Over a photograph an edge is followed, not the grid.
      const step = fine ? 1 : this.number("step") / (this.tool === "outline" ? 5 : 1);
      const onGrid = (value) => Math.round(Math.round(value / step) * step * 1000) / 1000;
      const last = fine ? null : this.points[this.points.length - 1];
      return [last && Math.abs(last[0] - x) <= near ? last[0] : onGrid(x), last && Math.abs(last[1] - y) <= near ? last[1] : onGrid(y)];
    },
    down(event) {
      const surface = event.target.closest?.(".table-surface");
      if (!surface || event.button !== 0 || event.target.closest("input, select, label")) return;
      if (this.on !== surface.id && this.on) this.tool = "move";
      this.on = surface.id;
      if (this.tool === "move") {
        this.hold(event);
        return;
      }
      event.preventDefault();
      this.surface().focus();
      this.cross = this.place(event);
      this.set();
    },
    // Taking hold of a shape, of one corner or of an edge.
    hold(event) {
      const grip = event.target.closest(".grip");
      const corner = event.target.closest(".corner-handle");
      const shape = event.target.closest("[data-shape][data-x]");
      if (!grip && !corner && !shape) return;
      event.preventDefault();
      this.held = { grip, corner, shape, from: [event.clientX, event.clientY], start: this.place(event), mark: corner || shape };
      if (grip) this.held.were = this.sets(grip).map((set) => [set.field, set.field.value]);
    },
    // The fields a grip stands for: each with its way and what stands there in mm.
    sets(grip) {
      return ["across", "up", "down"].filter((way) => grip.dataset[way]).map((way) => ({
        way, field: document.getElementById(grip.dataset[way]), mm: Number(grip.dataset[way === "down" ? "mm" : `${way}Mm`]),
      })).filter((set) => set.field);
    },
    // What its fields come to where the pointer is: the shape grows under it.
    stretch(event) {
      const { grip, from } = this.held;
      const wide = this.wide();
      const [dx, dy] = [(event.clientX - from[0]) * wide, (event.clientY - from[1]) * wide];
      const scale = this.number("scale");
      const step = Number(grip.dataset.step || this.fine());
      const grown = { across: 1, up: 1 };
      for (const { way, field, mm } of this.sets(grip)) {
        const was = { across: Number(grip.dataset.wide), up: Number(grip.dataset.high), down: mm }[way];
        const by = { across: dx / scale, up: -dy / scale, down: dy / Number(grip.dataset.px) }[way];
        const wanted = mm * Math.max((was + by) / was, 0);
        const value = Math.max(Math.round(wanted / step) * step, step);
        field.value = this.inUnit(value);
        grown[way] = value / mm;
      }
      if (grip.dataset.down) {
        grip.setAttribute("transform", `translate(0 ${(grown.down - 1) * Number(grip.dataset.mm) * Number(grip.dataset.px)})`);
        return;
      }
      if (this.even(grip)) grown.up = grown.across;
      const { fx, fy } = grip.dataset;
      const grow = `translate(${fx} ${fy}) scale(${grown.across} ${grown.up}) translate(${-fx} ${-fy})`;
      for (const path of this.surface().querySelectorAll(`[data-shape="${grip.dataset.of}"] .held-shape`)) path.setAttribute("transform", grow);
      const [ex, ey] = [(grown.across - 1) * Number(grip.dataset.wide) * scale, (1 - grown.up) * Number(grip.dataset.high) * scale];
      grip.setAttribute("transform", `translate(${ex} ${ey})`);
    },
    // A measure is set as finely as the drawing shows: a round length of a few pixels.
    fine() {
      return this.large() ? this.number("step") / 10 : this.number("step");
    },
    // Has its shape but one measure? Then it grows evenly.
    even(grip) {
      return !this.surface().querySelector(`.grip[data-of="${grip.dataset.of}"][data-up]`) && Boolean(grip.dataset.across);
    },
    move(event) {
      if (this.held) {
        this.carry(event);
        return;
      }
      if (!event.target.closest?.(`#${CSS.escape(this.surface()?.id || "none")}`) || this.tool === "move") return;
      this.cross = this.place(event);
      this.paint();
    },
    carry(event) {
      this.surface().classList.add("handled");
      if (this.held.grip) {
        this.stretch(event);
        return;
      }
      const wide = this.wide();
      this.held.mark.setAttribute("transform", `translate(${(event.clientX - this.held.from[0]) * wide} ${(event.clientY - this.held.from[1]) * wide})`);
      const to = this.place(event);
      this.at = `${this.inUnit(to[0])}, ${this.inUnit(to[1])} ${this.surface().dataset.unit}`;
      if (this.held.corner) this.draft().replaceChildren(this.bent(to));
    },
    // The two edges of a corner as they would be.
    bent(to) {
      const corners = [...this.surface().querySelectorAll(`.corner-handle[data-of="${this.held.corner.dataset.of}"]`)];
      const middle = (one) => [Number(one.getAttribute("x")) + 5, Number(one.getAttribute("y")) + 5];
      const i = corners.indexOf(this.held.corner);
      const line = [middle(corners[(i + corners.length - 1) % corners.length]), this.px(to), middle(corners[(i + 1) % corners.length])];
      return this.mark("polyline", { points: line.map((point) => point.join(",")).join(" "), class: "draft-line" });
    },
    draft() {
      return this.surface().querySelector(".draft") || this.form.querySelector(".draft");
    },
    up(event) {
      if (!this.held) return;
      const { grip, corner, shape, start, from, were } = this.held;
      this.held = null;
      this.surface().classList.remove("handled");
      if (Math.hypot(event.clientX - from[0], event.clientY - from[1]) < 3) {
        for (const [field, value] of were || []) field.value = value;
        (corner || shape || grip).removeAttribute("transform");
        return;
      }
      if (grip) {
        this.changed();
        return;
      }
      const to = this.place(event);
      if (corner) this.setCorner(corner, to);
      else this.shift(shape, to[0] - start[0], to[1] - start[1]);
    },
    fieldOf(name) {
      return this.form.querySelector(`[name="${name}"]`);
    },
    prefix() {
      return this.surface().dataset.place;
    },
    inUnit(mm) {
      const value = this.surface().dataset.unit === "in" ? mm / 25.4 : mm;
      return String(Math.round(value * 1000) / 1000);
    },
    setCorner(corner, to) {
      const name = `${this.prefix()}-${corner.dataset.of}-corners[${corner.dataset.corner}]`;
      this.fieldOf(`${name}[x]`).value = this.inUnit(to[0] - Number(corner.dataset.dx));
      this.fieldOf(`${name}[y]`).value = this.inUnit(to[1] - Number(corner.dataset.dy));
      this.changed();
    },
    shift(shape, dx, dy) {
      const name = `${this.prefix()}-${shape.dataset.shape}-`;
      this.fieldOf(`${name}x`).value = this.inUnit(Number(shape.dataset.x) + dx);
      this.fieldOf(`${name}y`).value = this.inUnit(Number(shape.dataset.y) + dy);
      this.changed();
    },
    set() {
      const first = this.points[0];
      const again = this.tool === "outline" && this.points.length > 2 && first[0] === this.cross[0] && first[1] === this.cross[1];
      if (!again) {
        if (["box", "round", "scale"].includes(this.tool) && this.points.length === 2) this.points = [];
        if (this.tool === "sounding") this.points = [];
        this.points.push([...this.cross, false]);
      }
      this.paint();
      if (again) this.surface().closest("[data-drawing]").querySelector("[value^=draw-add]")?.focus();
      if (this.tool === "sounding") this.$nextTick(() => this.surface().closest("[data-drawing]").querySelector("[data-depth]").focus());
      if (this.tool === "scale" && this.points.length === 2) this.$nextTick(() => this.form.querySelector("#drawn-length").focus());
    },
    key(event) {
      if (event.target.matches("input, select, textarea") || event.ctrlKey || event.metaKey || document.querySelector("dialog[open]")) return;
      if (!this.large() && !event.target.closest?.("[data-drawing]")) return;
      const tool = TOOL_KEYS[event.key];
      if (tool && (tool === "move" || this.surface().closest("[data-drawing]").querySelector(`[data-tool=${tool}]`))) {
        event.preventDefault();
        this.take(tool);
        return;
      }
      const step = this.number("step") * (event.shiftKey ? 10 : 1);
      const way = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key];
      const shape = event.target.closest?.("[data-shape]");
      if (shape && way) {
        event.preventDefault();
        this.shift(shape, ...way);
        return;
      }
      if (!event.target.closest?.(".table-surface")) return;
      if (way) this.nudge(event, way);
      else if (event.key === "Enter" && this.tool !== "move") {
        event.preventDefault();
        this.cross = this.cross || [0, 0];
        this.set();
      } else if (event.key === "Backspace") {
        event.preventDefault();
        this.points.pop();
        this.paint();
      } else if (event.key === "Escape") {
        if (this.points.length || this.large()) this.forget();
        else this.take("move");
      } else if (event.key === "c" && this.points.length) {
        const last = this.points[this.points.length - 1];
        last[2] = !last[2];
        this.paint();
      }
    },
    nudge(event, way) {
      event.preventDefault();
      const from = this.cross || [0, 0];
      this.cross = [Math.round((from[0] + way[0]) * 1000) / 1000, Math.round((from[1] + way[1]) * 1000) / 1000];
      this.paint();
    },
    // The draft over the drawing, and what may be done with it.
    paint() {
      this.shaping = (this.tool === "outline" && this.points.length > 2) || (["box", "round"].includes(this.tool) && this.points.length === 2);
      this.sounding = this.tool === "sounding" && this.points.length > 0;
      this.scaling = this.tool === "scale" && this.points.length === 2;
      this.some = this.points.length > 0;
      this.fieldOf("drawn").value = JSON.stringify(this.points);
      this.fieldOf("drawn_tool").value = this.tool === "move" ? "outline" : this.tool;
      this.show();
      this.draft().replaceChildren(...this.marks());
      this.at = this.tool === "move" ? (this.large() ? "drag a shape, an edge or a corner" : "") : this.cross ? `${this.inUnit(this.cross[0])}, ${this.inUnit(this.cross[1])} ${this.surface().dataset.unit}` : "";
      this.measure();
    },
    // Which drawing is worked on, and with what.
    show() {
      for (const figure of this.form.querySelectorAll("[data-drawing]")) {
        const here = figure.contains(this.surface());
        figure.classList.toggle("drafting", here && (this.large() || this.tool !== "move"));
        for (const button of figure.querySelectorAll("[data-tool]")) button.setAttribute("aria-pressed", String(here && button.dataset.tool === this.tool));
      }
    },
    px(point) {
      return [this.number("left") + point[0] * this.number("scale"), this.number("base") - point[1] * this.number("scale")];
    },
    mark(name, attributes) {
      const made = document.createElementNS("http://www.w3.org/2000/svg", name);
      for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
      return made;
    },
    marks() {
      const made = [];
      const line = this.points.map((point) => this.px(point));
      const cross = this.cross && this.tool !== "move" ? this.px(this.cross) : null;
      const open = cross && this.tool !== "sounding" && !(["box", "round", "scale"].includes(this.tool) && line.length === 2) ? [...line, cross] : line;
      if (this.tool === "box" && open.length === 2) {
        const [a, b] = open;
        made.push(this.mark("rect", { x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), width: Math.abs(a[0] - b[0]), height: Math.abs(a[1] - b[1]), class: "draft-line" }));
      } else if (this.tool === "round" && open.length === 2) {
        const [a, b] = open;
        const wide = Math.max(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]));
        made.push(this.mark("circle", { cx: Math.min(a[0], b[0]) + wide / 2, cy: Math.max(a[1], b[1]) - wide / 2, r: wide / 2, class: "draft-line" }));
      } else if (open.length > 1) made.push(this.mark("polyline", { points: open.map((point) => point.join(",")).join(" "), class: "draft-line" }));
      line.forEach((point, i) => made.push(this.points[i][2] ? this.mark("circle", { cx: point[0], cy: point[1], r: 5, class: "draft-point" }) : this.mark("rect", { x: point[0] - 4, y: point[1] - 4, width: 8, height: 8, class: "draft-point" })));
      if (cross) {
        made.push(this.mark("line", { x1: cross[0] - 12, y1: cross[1], x2: cross[0] + 12, y2: cross[1], class: "draft-cross" }));
        made.push(this.mark("line", { x1: cross[0], y1: cross[1] - 12, x2: cross[0], y2: cross[1] + 12, class: "draft-cross" }));
      }
      return made;
    },
    // Area and edge at once: the server measures, one question at a time.
    async measure() {
      const drawn = this.fieldOf("drawn").value;
      if (this.points.length < 2) {
        this.told = "";
        this.measuredOf = null;
        return;
      }
      if (this.asking || this.measuredOf === drawn) return;
      this.asking = true;
      this.measuredOf = drawn;
      try {
        const body = new URLSearchParams({ drawn, drawn_tool: this.tool, authenticity_token: this.fieldOf("authenticity_token").value });
        const answer = await fetch(this.surface().dataset.measure, { method: "POST", body });
        if (answer.ok) this.told = await answer.text();
      } finally {
        this.asking = null;
      }
      if (this.fieldOf("drawn").value !== drawn) this.measure();
    },
    // After the server's answer: what was put into the job is no longer a draft.
    merged(act) {
      if (!this.form.querySelector(".table-surface")) return;
      if (/^(?:draw|sound|scale)-?/.test(act || "") && !this.form.querySelector("[role=alert]")) {
        this.points = [];
        if (!this.large()) this.tool = "move";
        for (const field of this.form.querySelectorAll("[data-depth], #drawn-length")) field.value = "";
      }
      this.paint();
    },
  };
}
document.addEventListener("alpine:init", () => window.Alpine.data("drawing", drawing));

// On every screen: ? shows its keys, / finds.
document.addEventListener("keydown", (event) => {
  if (event.target.matches("input, select, textarea") || event.ctrlKey || event.metaKey || event.altKey) return;
  const dialog = { "?": "keys", "/": "find" }[event.key];
  if (!dialog) return;
  event.preventDefault();
  const shown = document.getElementById(dialog);
  if (!document.querySelector("dialog[open]")) shown.showModal();
  shown.querySelector("input, button")?.focus();
});

// The same by pressing, where the page has scripts.
document.addEventListener("click", (event) => {
  const wanted = event.target.closest?.("[data-shows]");
  const shown = wanted && document.getElementById(wanted.dataset.shows);
  if (!shown) return;
  event.preventDefault();
  if (!document.querySelector("dialog[open]")) shown.showModal();
});

// A form that is sent says so, and is sent once.
const SENT_AGAIN_MS = 6000;
document.addEventListener("submit", (event) => {
  if (event.defaultPrevented || event.target.method === "dialog") return;
  if (event.target.dataset.sent) {
    event.preventDefault();
    return;
  }
  event.target.dataset.sent = "1";
  event.submitter?.setAttribute("aria-busy", "true");
  setTimeout(() => {
    delete event.target.dataset.sent;
    event.submitter?.removeAttribute("aria-busy");
  }, SENT_AGAIN_MS);
});

// A page the browser took out of its memory shows what was: it is asked for anew.
window.addEventListener("pageshow", (event) => {
  if (event.persisted) window.location.reload();
});

// Point at a batch anywhere and it lights everywhere.
for (const [name, lit] of [["pointerover", true], ["pointerout", false], ["focusin", true], ["focusout", false]]) {
  document.addEventListener(name, (event) => {
    const key = event.target.closest?.("[data-batch]")?.dataset.batch;
    if (key) for (const one of document.querySelectorAll(`[data-batch="${CSS.escape(key)}"]`)) one.classList.toggle("lit", lit);
  });
}

// A small text file read into the field it belongs to.
document.addEventListener("change", async (event) => {
  const into = event.target.dataset?.into && document.getElementById(event.target.dataset.into);
  const file = into && event.target.files?.[0];
  if (!file || file.size > 500000) return;
  into.value = await file.text();
  into.dispatchEvent(new Event("input", { bubbles: true }));
});
document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-prints]")) window.print();
});
