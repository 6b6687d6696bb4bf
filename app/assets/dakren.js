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
    timer: null,
    retry: null,

    init() {
      if (this.preview()) this.state = "";
      this.leave = () => this.hurry();
      window.addEventListener("pagehide", this.leave);
    },
    destroy() {
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
    async send() {
      clearTimeout(this.timer);
      clearTimeout(this.retry);
      if (this.sending) return;
      this.sending = true;
      this.dirty = false;
      const form = this.$root;
      const sent = new Map(fields(form).map((field) => [field.id || field.name, valueOf(field)]));
      try {
        const answer = await fetch(this.preview() || form.action, {
          method: "POST", body: new URLSearchParams(new FormData(form)), headers: { "X-Live": "1" }, redirect: "error",
        });
        const html = await answer.text();
        if (!answer.ok && answer.status !== 422) throw new Error(html.slice(0, 200));
        this.merge(form, html, sent);
        if (!this.preview()) this.state = this.dirty ? "saving …" : "saved";
      } catch (error) {
        this.dirty = true;
        this.state = "not saved: no answer. What you typed is kept here and sent again";
        this.retry = setTimeout(() => this.send(), RETRY_MS);
        this.sending = false;
        return;
      }
      this.sending = false;
      if (this.dirty) this.changed();
    },
    merge(form, html, sent) {
      const fresh = new DOMParser().parseFromString(html, "text/html").getElementById("live");
      if (!fresh) throw new Error("no form in the answer");
      const state = this.state;
      window.Alpine.morph(form, fresh.outerHTML, {
        updating(from, to) {
          if (from.nodeType === 1 && from.tagName === "DETAILS" && from.open) to.setAttribute("open", "");
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
