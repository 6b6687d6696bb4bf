// On every page with a form. What was typed while the shop did not answer: kept in the browser until an answer has come, whatever page is opened meanwhile.
import { newName } from "./name.js";

const UNSENT = "unsent ";
export const unsent = {
  keep(address, body) {
    try {
      body.delete("authenticity_token");
      if (!body.has("left_id")) body.set("left_id", newName());
      localStorage.setItem(UNSENT + address, body.toString());
    } catch (error) {
      // No room is left: the browser asks nobody, and nothing more can be done.
    }
  },
  kept(address) {
    const text = localStorage.getItem(UNSENT + address);
    return text ? new URLSearchParams(text) : null;
  },
  drop(address) {
    localStorage.removeItem(UNSENT + address);
  },
  addresses() {
    return Object.keys(localStorage).filter((key) => key.startsWith(UNSENT)).map((key) => key.slice(UNSENT.length));
  },
  // A page's token, for what is sent from another page.
  async token(address) {
    const here = document.querySelector("[name=authenticity_token]")?.value;
    if (here) return here;
    const page = new DOMParser().parseFromString(await (await fetch(address)).text(), "text/html");
    return page.querySelector("[name=authenticity_token]")?.value;
  },
  // Delivers what other pages left behind; what is not taken is told, and stays kept for its page.
  async deliver(except) {
    for (const address of unsent.addresses()) {
      const body = unsent.kept(address);
      if (!body || address === except) continue;
      try {
        body.set("authenticity_token", await unsent.token(address));
        const answer = await fetch(address, { method: "POST", body, headers: { "X-Live": "1" }, redirect: "error" });
        if (answer.ok || answer.status === 422) {
          unsent.drop(address);
          unsent.tell("What you typed while the shop did not answer is kept now.", address);
        } else if (answer.status < 500) {
          unsent.tell(`What you typed while the shop did not answer was not taken: ${(await answer.text()).slice(0, 300)}`, address);
        }
      } catch (error) {
        return;
      }
    }
  },
  tell(words, address) {
    const told = document.createElement("p");
    told.className = "shop-trouble";
    told.setAttribute("role", "status");
    const link = document.createElement("a");
    link.href = address;
    link.textContent = "Look at it";
    told.append(`${words} `, link);
    document.querySelector("main")?.before(told);
  },
};
document.addEventListener("DOMContentLoaded", () => unsent.deliver(document.querySelector("form#live")?.action));
