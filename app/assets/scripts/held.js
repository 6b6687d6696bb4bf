// On the job sheet and at the drawing table alike: a shape, a corner or an edge of it taken hold of on its drawing, and what that sets in
// the fields that stand for it. Part of what drawing.js makes of a form.
export const held = {
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
};
