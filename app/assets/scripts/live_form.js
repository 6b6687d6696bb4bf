// On the job sheet, the data sheet and the drawing table. Liveliness for forms the server computes: what is typed goes to the server once typing pauses, and the
// answer is merged into the page around the field being typed in. One request at a time, in order.
import { live } from "./live.js";
import { newName } from "./name.js";
import { unsent } from "./unsent.js";

const PAUSE_MS = 220;
const RETRY_MS = 3000;
const LOOK_AGAIN_MS = 1000;
// How often it is asked whether anything happened to the job elsewhere: at the bench, on the wall.
const HAPPENS_MS = 1000;
// Answers that stay the same however often one asks.
const REFUSED = [400, 401, 403, 404, 409, 410, 413];

export function liveForm() {
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
    watch: null,
    asking: false,

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
      if (this.$root.dataset.happens) this.watch = setInterval(() => this.happened(), HAPPENS_MS);
    },
    destroy() {
      clearInterval(this.watch);
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
      this.deed = act ? this.deed || newName() : null;
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
      this.again = setTimeout(async () => this.lookAgain(!await this.lookNow()), stale && !failed ? 0 : LOOK_AGAIN_MS);
    },
    // @returns whether the page is as the shop has it now
    async lookNow() {
      if (this.sending || this.dirty) return true;
      const sent = live.sent(this.$root);
      const wanted = () => !this.sending && !this.dirty;
      const seen = new URLSearchParams({ happens: this.$root.dataset.happens || "" });
      const found = await live.look(this.$root, `${window.location.pathname}?${seen}`, {}, { wanted, sent }).catch(() => null);
      if (found?.served) this.served = new Map([...this.served, ...found.served]);
      if (found?.later) this.later = found.later;
      return Boolean(found);
    },
    // A batch that was poured out, a dab that is tacky: the plan moves with it, on every page that is looked at.
    async happened() {
      const quiet = () => document.visibilityState === "visible" && !this.sending && !this.dirty;
      if (!quiet() || this.asking) return;
      this.asking = true;
      const told = await fetch(`${window.location.pathname}/happens`).then((answer) => (answer.ok ? answer.text() : null)).catch(() => null);
      if (told && told !== this.$root.dataset.happens && quiet()) await this.lookNow();
      this.asking = false;
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
      body.set("left_id", this.leftId ||= newName());
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
