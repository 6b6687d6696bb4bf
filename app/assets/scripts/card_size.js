// In the settings. The screen held against a bank card: the drawing follows the number.
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
