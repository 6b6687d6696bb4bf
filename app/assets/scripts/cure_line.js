// On the job sheet. The cure line is handled: a coat, the room's line or the end of a day dragged sets the field that stands for it, and the page answers.
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
