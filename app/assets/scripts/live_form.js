// Liveliness for forms the server computes: what is typed goes to the server once typing pauses, and the
// answer is merged into the page around the field being typed in. One request at a time, in order.
const PAUSE_MS = 220;
const RETRY_MS = 3000;

function liveForm() {
  return {
    state: "saved",
    dirty: false,
    sending: false,
    act: null,
    timer: null,
    retry: null,
    later: null,

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
      const tickets = this.$root.querySelector("[data-tickets]");
      if (tickets) for (const [name, does] of [["dragstart", "drag"], ["dragover", "over"], ["drop", "drop"]]) this.$root.addEventListener(name, (event) => this[does](event));
      this.leave = () => this.hurry();
      window.addEventListener("pagehide", this.leave);
      this.$root.addEventListener("focusout", () => setTimeout(() => this.caughtUp()));
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
    // A ticket dragged by its number to another place in the order.
    drag(event) {
      const number = event.target.closest?.(".ticket-number[draggable]");
      this.dragged = number?.closest(".ticket").dataset.pass;
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
      const before = after ? on.nextElementSibling?.dataset.pass || "" : on.dataset.pass;
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
      const act = event?.submitter?.name === "act" ? event.submitter.value : this.act;
      this.act = act;
      if (this.sending) return;
      this.act = null;
      this.sending = true;
      this.dirty = false;
      const form = this.$root;
      const how = { sent: live.sent(form), added: /^(?:add|repeat|split)/.test(act || "") };
      try {
        const { answer, html, fresh, later } = await live.look(form, this.preview() || form.action, { method: "POST", body: live.body(form, act) }, how);
        if ((!answer.ok && answer.status !== 422) || !fresh) throw new Error(html.slice(0, 200));
        this.later = later;
        this.merged?.(act, answer.ok);
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
    // An answer that had to wait for somebody to leave a field it no longer has.
    caughtUp() {
      if (this.later && !this.sending && this.later()) this.later = null;
    },
    // Leaving the page with something unsent: hand it to the browser to deliver.
    hurry() {
      if (!this.dirty || this.preview()) return;
      navigator.sendBeacon(this.$root.action, live.body(this.$root));
      this.dirty = false;
    },
  };
}
document.addEventListener("alpine:init", () => window.Alpine.data("liveForm", liveForm));
