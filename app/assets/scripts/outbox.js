// At the bench. Presses that wait for the shop: each with the moment it was pressed, kept through a reload, sent in order, done once.
import { newName } from "./name.js";

const OUTBOX = "bench outbox ";
const OUTBOX_RETRY_MS = 2000;
export class Outbox {
  // address: where the batch's presses go; told: called whenever it changes.
  constructor(address, told) {
    this.address = address;
    this.told = told;
    this.waiting = Outbox.kept(address);
    this.timer = null;
    this.going = false;
  }
  static kept(address) {
    try {
      return JSON.parse(localStorage.getItem(OUTBOX + address) || "[]");
    } catch (error) {
      return [];
    }
  }
  keep() {
    try {
      if (this.waiting.length) localStorage.setItem(OUTBOX + this.address, JSON.stringify(this.waiting));
      else localStorage.removeItem(OUTBOX + this.address);
    } catch (error) {
      // No room is left: it is kept as long as the page stays.
    }
  }
  // Seconds since a press: by the clock that nobody sets, as long as the page is the same one.
  static ago(press) {
    const even = press.page === performance.timeOrigin;
    return Math.max(even ? performance.now() - press.tick : Date.now() - press.at, 0) / 1000;
  }
  add(body, says) {
    body.set("deed_id", newName());
    this.waiting.push({ body: body.toString(), says, at: Date.now(), tick: performance.now(), page: performance.timeOrigin });
    this.keep();
    this.told();
  }
  // Not sent yet: taken back as if it had not been pressed.
  takeBack() {
    if (this.going || this.waiting.length === 0) return false;
    this.waiting.pop();
    this.keep();
    this.told();
    return true;
  }
  // Sends what waits, one after another. send: answers {done, number}, or throws while there is no connection.
  async deliver(send) {
    clearTimeout(this.timer);
    if (this.going) return;
    this.going = true;
    try {
      while (this.waiting.length) {
        const press = this.waiting[0];
        const body = new URLSearchParams(press.body);
        body.set("ago_s", Outbox.ago(press).toFixed(2));
        const number = await send(body);
        this.waiting.shift();
        this.carry(body.get("after"), number);
        this.keep();
      }
    } catch (error) {
      this.timer = setTimeout(() => this.deliver(send), OUTBOX_RETRY_MS);
    } finally {
      this.going = false;
      this.told();
    }
  }
  // Strokes pressed one after another before the shop answered follow each other.
  carry(after, number) {
    for (const press of this.waiting) {
      const body = new URLSearchParams(press.body);
      if (number && body.get("after") === after) {
        body.set("after", number);
        press.body = body.toString();
      }
    }
  }
}
