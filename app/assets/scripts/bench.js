// At the bench, a batch: polls the server, which owns every clock; one key or pedal goes on; holding pours on the simulated scale.
import { chime } from "./chime.js";
import { live } from "./live.js";
import { Outbox } from "./outbox.js";

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
        // Locked out meanwhile: what was pressed is kept, and goes on once the passphrase was told again.
        if (answer.status === 401) {
          setTimeout(() => window.location.reload());
          throw new Error(html);
        }
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
    hear() {
      chime.allow();
    },
    turned() {
      const mood = this.form.dataset.mood;
      if (mood !== this.mood && (mood === "hurry" || mood === "past")) {
        chime.call(mood === "past" ? 3 : 2);
        this.say(mood === "past" ? "Empty the cup." : "Three quarters of the time is gone.");
      }
      this.mood = mood;
      const half = Number(this.form.dataset.gone) >= 0.5;
      if (half && this.half === false && mood === "fine") this.say("Half the time is gone.");
      this.half = half;
      this.lastGrams();
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
