// On the job sheet and at the drawing table alike. A piece is measured and drawn on its drawing. What is taken hold of goes into the
// fields that stand for it; points set by pointer or keys go to the server to be measured and put into the job.
import { held } from "./held.js";
import { liveForm } from "./live_form.js";

function drawing() {
  const base = liveForm();
  const NEAR_PX = 9;
  const TOOL_KEYS = { m: "move", o: "outline", b: "box", r: "round", s: "sounding", l: "scale" };
  return {
    ...base,
    ...held,
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
    move(event) {
      if (this.held) {
        this.carry(event);
        return;
      }
      if (!event.target.closest?.(`#${CSS.escape(this.surface()?.id || "none")}`) || this.tool === "move") return;
      this.cross = this.place(event);
      this.paint();
    },
    draft() {
      return this.surface().querySelector(".draft") || this.form.querySelector(".draft");
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
