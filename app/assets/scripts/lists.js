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

// What is on now goes on by itself, and tells before it is time where the browser may.
document.addEventListener("alpine:init", () => {
  const PAUSE_MS = 30000;
  window.Alpine.data("nowList", () => ({
    asks: false,
    timer: null,
    told: "",
    init() {
      const list = this.$el;
      this.asks = "Notification" in window && Notification.permission === "default";
      this.told = list.dataset.soon;
      this.timer = setInterval(async () => {
        const answer = await fetch(window.location.pathname).catch(() => null);
        const fresh = answer?.ok && new DOMParser().parseFromString(await answer.text(), "text/html").getElementById("live");
        if (!fresh) return;
        const soon = fresh.dataset.soon;
        window.Alpine.morph(list, fresh.outerHTML);
        if (soon && soon !== this.told && "Notification" in window && Notification.permission === "granted") new Notification("Dakren", { body: soon });
        this.told = soon;
      }, PAUSE_MS);
    },
    destroy() {
      clearInterval(this.timer);
    },
    async allow() {
      await Notification.requestPermission().catch(() => "denied");
      this.asks = false;
    },
  }));
});
