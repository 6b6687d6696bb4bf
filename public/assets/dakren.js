// Liveliness for forms the server computes: what is typed goes to the server once typing pauses, and the
// answer is merged into the page without touching what is being typed. One request at a time, in order.
const PAUSE_MS = 220;
const RETRY_MS = 3000;

function fields(form) {
  return [...form.querySelectorAll("input:not([type=hidden]), select, textarea")];
}

function valueOf(field) {
  return field.type === "checkbox" || field.type === "radio" ? field.checked : field.value;
}

function shipped(field) {
  if (field.type === "checkbox" || field.type === "radio") return field.defaultChecked;
  if (field.tagName === "SELECT") return ([...field.options].find((o) => o.defaultSelected) || field.options[0])?.value;
  return field.defaultValue;
}

function put(field, value) {
  if (field.type === "checkbox" || field.type === "radio") field.checked = value;
  else if (field.value !== value) field.value = value;
}

document.addEventListener("alpine:init", () => {
  window.Alpine.data("liveForm", () => ({
    state: "saved",
    dirty: false,
    sending: false,
    act: null,
    timer: null,
    retry: null,

    init() {
      if (this.preview()) this.state = "";
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
      this.leave = () => this.hurry();
      window.addEventListener("pagehide", this.leave);
    },
    destroy() {
      document.removeEventListener("keydown", this.keys);
      window.removeEventListener("pagehide", this.leave);
    },
    preview() {
      return this.$root.dataset.preview;
    },
    changed() {
      this.dirty = true;
      if (!this.preview()) this.state = "saving …";
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.send(), PAUSE_MS);
    },
    picked(event) {
      if (event.target.matches("select, [type=checkbox], [type=radio]")) this.changed();
    },
    async send(event) {
      clearTimeout(this.timer);
      clearTimeout(this.retry);
      const act = event?.submitter?.name === "act" ? event.submitter.value : this.act;
      this.act = act;
      if (this.sending) return;
      this.act = null;
      this.sending = true;
      this.dirty = false;
      const form = this.$root;
      const sent = new Map(fields(form).map((field) => [field.id || field.name, valueOf(field)]));
      try {
        const body = new URLSearchParams(new FormData(form));
        if (act) body.set("act", act);
        const answer = await fetch(this.preview() || form.action, {
          method: "POST", body, headers: { "X-Live": "1" }, redirect: "error",
        });
        const html = await answer.text();
        if (!answer.ok && answer.status !== 422) throw new Error(html.slice(0, 200));
        this.merge(form, html, sent);
        if (!this.preview()) this.state = this.dirty ? "saving …" : "saved";
      } catch (error) {
        this.dirty = true;
        this.act = act;
        this.state = "not saved: no answer. What you typed is kept here and sent again";
        this.retry = setTimeout(() => this.send(), RETRY_MS);
        this.sending = false;
        return;
      }
      this.sending = false;
      if (this.act) this.send();
      else if (this.dirty) this.changed();
    },
    merge(form, html, sent) {
      const fresh = new DOMParser().parseFromString(html, "text/html").getElementById("live");
      if (!fresh) throw new Error("no form in the answer");
      const state = this.state;
      window.Alpine.morph(form, fresh.outerHTML, {
        updating(from, to) {
          // What somebody opened stays open, what they closed stays closed.
          if (from.nodeType === 1 && from.tagName === "DETAILS") to.toggleAttribute("open", from.open);
        },
        key: (el) => el.id,
      });
      this.state = state;
      // What the server understood, but never over what was typed since, nor where the cursor stands.
      for (const field of fields(form)) {
        const before = sent.get(field.id || field.name);
        if (field === document.activeElement || (before !== undefined && before !== valueOf(field))) continue;
        put(field, shipped(field));
      }
    },
    // Leaving the page with something unsent: hand it to the browser to deliver.
    hurry() {
      if (!this.dirty || this.preview()) return;
      navigator.sendBeacon(this.$root.action, new URLSearchParams(new FormData(this.$root)));
      this.dirty = false;
    },
  }));
});

// The bench: polls the server, which owns every clock; one key or pedal goes on; holding pours the stand-in.
document.addEventListener("alpine:init", () => {
  window.Alpine.data("benchForm", () => ({
    timer: null,
    mood: "",
    busy: false,
    sound: null,
    holding: false,
    form: null,

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
      if (!this.busy) await this.ask(window.location.pathname, { headers: { "X-Live": "1" } });
      this.next();
    },
    async submit(event) {
      const body = new URLSearchParams(new FormData(this.form));
      body.set("act", event.submitter?.value || "next");
      this.hear();
      await this.ask(this.form.action, { method: "POST", body, headers: { "X-Live": "1" } }, true);
    },
    async ask(address, options, deed = false) {
      if (this.busy && !deed) return;
      this.busy = true;
      try {
        const answer = await fetch(address, options);
        const fresh = new DOMParser().parseFromString(await answer.text(), "text/html").getElementById("live");
        if (!fresh) {
          if (deed || answer.ok) window.location.reload();
          return;
        }
        const before = this.form.querySelector("[name=step]").value;
        window.Alpine.morph(this.form, fresh.outerHTML, {
          updating(from, to) {
            if (from.nodeType === 1 && from.tagName === "DETAILS" && from.open) to.setAttribute("open", "");
          },
          key: (el) => el.id,
        });
        if (before !== this.form.querySelector("[name=step]").value) this.emptied();
        this.turned();
      } catch (error) {
        this.lost();
      } finally {
        this.busy = false;
      }
    },
    // Another step: nothing typed for the last one is carried over.
    emptied() {
      this.show();
      for (const field of this.form.querySelectorAll("#f-reading, #f-why")) field.value = "";
      this.form.querySelector("details[open]")?.removeAttribute("open");
    },
    lost() {
      const told = this.form.querySelector(".bench-head p");
      if (told) told.textContent = "The shop does not answer. Its clock goes on; this page asks again.";
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
      if (mood !== this.mood && (mood === "hurry" || mood === "past")) this.call(mood === "past" ? 3 : 2);
      this.mood = mood;
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
    draw() {
      const size = Number(this.field().value.replace(",", "."));
      if (!(size >= 1 && size <= 20)) return;
      const card = this.$root.querySelector(".card");
      card.setAttribute("width", (85.6 * size).toFixed(1));
      card.setAttribute("height", (53.98 * size).toFixed(1));
    },
    step(by) {
      const size = Number(this.field().value.replace(",", ".")) || 3.78;
      this.field().value = Math.min(20, Math.max(1, size + by)).toFixed(3);
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

// A list that goes on by itself, e.g. the cups on the go.
document.addEventListener("alpine:init", () => {
  const PAUSE_MS = 3000;
  window.Alpine.data("lively", () => ({
    timer: null,
    init() {
      const list = this.$el;
      this.timer = setInterval(async () => {
        if (document.visibilityState !== "visible") return;
        const answer = await fetch(window.location.pathname).catch(() => null);
        const fresh = answer?.ok && new DOMParser().parseFromString(await answer.text(), "text/html").getElementById("live");
        if (fresh) window.Alpine.morph(list, fresh.outerHTML);
      }, PAUSE_MS);
    },
    destroy() {
      clearInterval(this.timer);
    },
  }));
});

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
