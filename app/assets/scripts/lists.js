// On the list of jobs and at the bench. Lists that go on by themselves: the cups on the go, and what is on now, which tells before it is time where the
// browser may.
import { chime } from "./chime.js";
import { live } from "./live.js";

document.addEventListener("alpine:init", () => {
  function watching(pauseMs, { hidden, looked = () => {} }) {
    return {
      timer: null,
      watch() {
        const list = this.$el;
        this.timer = setInterval(async () => {
          if (!hidden && document.visibilityState !== "visible") return;
          const { fresh } = await live.look(list, list.dataset.address || window.location.pathname + window.location.search).catch(() => ({}));
          if (fresh) looked.call(this, list);
        }, pauseMs);
      },
      destroy() {
        clearInterval(this.timer);
      },
    };
  }
  window.Alpine.data("lively", () => ({
    ...watching(3000, { hidden: false }),
    init() {
      this.watch();
    },
  }));
  // The wall calls once for whatever presses anew: a cup that runs out of its time, a batch that is due.
  window.Alpine.data("wall", () => ({
    ...watching(3000, {
      hidden: true,
      looked(list) {
        const calls = this.read(list);
        if (calls.some((one) => !this.known.includes(one))) chime.call(3);
        this.known = calls;
      },
    }),
    known: [],
    silent: true,
    init() {
      this.known = this.read(this.$el);
      this.watch();
    },
    read(list) {
      return (list.dataset.calls || "").split("|").filter(Boolean);
    },
    aloud() {
      this.silent = !chime.allow();
      chime.call(1);
    },
  }));
  window.Alpine.data("nowList", () => ({
    ...watching(30000, {
      hidden: true,
      looked(list) {
        const soon = list.dataset.soon;
        if (soon && soon !== this.told && "Notification" in window && Notification.permission === "granted") new Notification("Dakren", { body: soon });
        this.told = soon;
      },
    }),
    asks: false,
    told: "",
    init() {
      this.asks = "Notification" in window && Notification.permission === "default";
      this.told = this.$el.dataset.soon;
      this.watch();
    },
    async allow() {
      await Notification.requestPermission().catch(() => "denied");
      this.asks = false;
    },
  }));
});
