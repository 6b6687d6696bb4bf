// The wall of time: coats are dragged along it, or moved by keys; the server plans and says what moved.
const SNAP_S = 900;
const MOVED_PX = 3;

// Pixel to second and back, over a wall whose nights are narrow.
const axis = (points) => {
  const between = (value, from, to) => {
    let i = points.findIndex((point) => point[from] > value);
    if (i < 1) i = i === 0 ? 1 : points.length - 1;
    const [a, b] = [points[i - 1], points[i]];
    return a[to] + ((b[to] - a[to]) * (value - a[from])) / (b[from] - a[from]);
  };
  return { x: (second) => between(second, 0, 1), second: (x) => between(x, 1, 0) };
};

document.addEventListener("alpine:init", () => Alpine.data("week", () => ({
  init() {
    this.wall = this.$root.querySelector(".week-wall");
    for (const place of this.$root.querySelectorAll("[data-ways]")) this.look(place);
    if (!this.wall) return;
    this.axis = axis(JSON.parse(this.wall.dataset.axis));
    this.hour = new Intl.DateTimeFormat(document.documentElement.lang, { timeZone: this.wall.dataset.zone, weekday: "short", hour: "2-digit", minute: "2-digit", hour12: this.wall.dataset.halves === "true" });
    for (const lane of this.wall.querySelectorAll(".week-lane.drag")) this.listen(lane);
  },
  // Ways out are looked for once the page is there.
  async look(place) {
    const answer = await fetch(place.dataset.ways).catch(() => null);
    if (answer?.ok) place.outerHTML = await answer.text();
  },
  listen(lane) {
    lane.addEventListener("pointerdown", (event) => this.take(lane, event));
    lane.addEventListener("keydown", (event) => this.key(lane, event));
    lane.addEventListener("blur", () => this.back(lane));
  },
  // How far along the wall the pointer is, in its own units.
  along(event) {
    const at = this.wall.createSVGPoint();
    [at.x, at.y] = [event.clientX, event.clientY];
    return at.matrixTransform(this.wall.getScreenCTM().inverse()).x;
  },
  take(lane, event) {
    const from = this.along(event);
    const start = Number(lane.dataset.from);
    const left = this.axis.x(start);
    if (event.isTrusted) lane.setPointerCapture(event.pointerId);
    const move = (now) => this.put(lane, this.snapped(this.axis.second(left + this.along(now) - from), start));
    const drop = (now) => {
      lane.removeEventListener("pointermove", move);
      if (Math.abs(this.along(now) - from) < MOVED_PX) this.back(lane);
      else this.drop(lane);
    };
    lane.addEventListener("pointermove", move);
    lane.addEventListener("pointerup", drop, { once: true });
    lane.addEventListener("pointercancel", () => { lane.removeEventListener("pointermove", move); this.back(lane); }, { once: true });
  },
  // A coat moves by whole quarters of an hour.
  snapped(second, start) {
    return start + Math.round((second - start) / SNAP_S) * SNAP_S;
  },
  key(lane, event) {
    const step = { ArrowLeft: -SNAP_S, ArrowRight: SNAP_S, PageUp: -86400, PageDown: 86400 }[event.key];
    if (step) {
      event.preventDefault();
      this.put(lane, this.at(lane) + step * (event.shiftKey ? 4 : 1));
    } else if (event.key === "Enter" && this.at(lane) !== Number(lane.dataset.from)) {
      event.preventDefault();
      this.drop(lane);
    } else if (event.key === "Escape") this.back(lane);
  },
  at(lane) {
    return Number(lane.dataset.to || lane.dataset.from);
  },
  put(lane, second) {
    lane.dataset.to = second;
    lane.setAttribute("transform", `translate(${this.axis.x(second) - this.axis.x(Number(lane.dataset.from))} 0)`);
    lane.classList.add("held");
    this.say(this.hour.format(new Date(second * 1000)), lane);
  },
  say(words, lane) {
    this.$refs.says.textContent = words;
    let told = this.wall.querySelector(".held-hour");
    if (!told) {
      told = document.createElementNS("http://www.w3.org/2000/svg", "text");
      told.setAttribute("class", "held-hour t-figure");
      this.wall.append(told);
    }
    const box = lane.getBBox();
    told.setAttribute("x", this.axis.x(this.at(lane)));
    told.setAttribute("y", box.y - 3);
    told.textContent = words;
  },
  back(lane) {
    if (lane.dataset.dropped) return;
    delete lane.dataset.to;
    lane.removeAttribute("transform");
    lane.classList.remove("held");
    this.wall.querySelector(".held-hour")?.remove();
  },
  drop(lane) {
    const by = Math.round((this.at(lane) - Number(lane.dataset.from)) / 60);
    if (!by) return this.back(lane);
    lane.dataset.dropped = "yes";
    const form = this.$root.querySelector("#week-move");
    const told = { job: lane.dataset.job, task: lane.dataset.task, coat: lane.dataset.coat, section: lane.dataset.section, by };
    for (const [name, value] of Object.entries(told)) form.elements[name].value = value;
    form.requestSubmit();
  },
})));
