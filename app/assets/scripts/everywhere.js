// On every screen: ? shows its keys, / finds.
document.addEventListener("keydown", (event) => {
  if (event.target.matches("input, select, textarea") || event.ctrlKey || event.metaKey || event.altKey) return;
  const dialog = { "?": "keys", "/": "find" }[event.key];
  if (!dialog) return;
  event.preventDefault();
  const shown = document.getElementById(dialog);
  if (!document.querySelector("dialog[open]")) shown.showModal();
  shown.querySelector("input, button")?.focus();
});

// The same by pressing, where the page has scripts.
document.addEventListener("click", (event) => {
  const wanted = event.target.closest?.("[data-shows]");
  const shown = wanted && document.getElementById(wanted.dataset.shows);
  if (!shown) return;
  event.preventDefault();
  if (!document.querySelector("dialog[open]")) shown.showModal();
});

// A form that is sent says so, and is sent once. While somebody types into one it is asked whether the shop still answers: where it does not,
// the page stays, with all that was typed.
const SENT_AGAIN_MS = 6000;
const ASKED_MS = 5000;
const ASKED_EVERY_MS = 3000;
const TYPED_AGO_MS = 60000;
const reach = { answers: true, typed: 0, timer: null };
const answers = () => fetch("/assets/mark.svg", { method: "HEAD", cache: "no-store", signal: AbortSignal.timeout(ASKED_MS) }).then((answer) => answer.ok, () => false);
const ask = async () => {
  reach.answers = await answers();
  reach.timer = Date.now() - reach.typed < TYPED_AGO_MS ? setTimeout(ask, ASKED_EVERY_MS) : null;
};
document.addEventListener("input", (event) => {
  if (event.target.form?.method !== "post") return;
  reach.typed = Date.now();
  if (!reach.timer) {
    reach.timer = setTimeout(ask, 0);
  }
});
const unanswered = (form) => {
  let told = form.querySelector("[data-unanswered]");
  if (!told) {
    told = document.createElement("p");
    told.className = "shop-trouble";
    told.dataset.unanswered = "1";
    told.setAttribute("role", "alert");
    form.append(told);
  }
  told.textContent = "The shop does not answer, so nothing was kept yet. All you typed still stands here: press again once it is started.";
};
const goes = (form, submitter) => {
  form.dataset.sent = "1";
  submitter?.setAttribute("aria-busy", "true");
  setTimeout(() => {
    delete form.dataset.sent;
    submitter?.removeAttribute("aria-busy");
  }, SENT_AGAIN_MS);
};
document.addEventListener("submit", async (event) => {
  const { target: form, submitter } = event;
  if (event.defaultPrevented || form.method === "dialog") return;
  if (form.dataset.sent) {
    event.preventDefault();
    return;
  }
  if (form.method !== "post" || reach.answers) {
    goes(form, submitter);
    return;
  }
  event.preventDefault();
  reach.answers = await answers();
  if (reach.answers) {
    form.querySelector("[data-unanswered]")?.remove();
    form.requestSubmit(submitter);
  } else {
    unanswered(form);
  }
});

// A page the browser took out of its memory shows what was: it is asked for anew.
window.addEventListener("pageshow", (event) => {
  if (event.persisted) window.location.reload();
});

// Point at a batch anywhere and it lights everywhere.
for (const [name, lit] of [["pointerover", true], ["pointerout", false], ["focusin", true], ["focusout", false]]) {
  document.addEventListener(name, (event) => {
    const key = event.target.closest?.("[data-batch]")?.dataset.batch;
    if (key) for (const one of document.querySelectorAll(`[data-batch="${CSS.escape(key)}"]`)) one.classList.toggle("lit", lit);
  });
}

// A small text file read into the field it belongs to.
document.addEventListener("change", async (event) => {
  const into = event.target.dataset?.into && document.getElementById(event.target.dataset.into);
  const file = into && event.target.files?.[0];
  if (!file || file.size > 500000) return;
  into.value = await file.text();
  into.dispatchEvent(new Event("input", { bubbles: true }));
});
document.addEventListener("click", (event) => {
  if (event.target.closest?.("[data-prints]")) window.print();
});
