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

// A form that is sent says so, and is sent once. Before it is, it is asked whether the shop still answers: where it does not, the page stays,
// with all that was typed.
const SENT_AGAIN_MS = 6000;
const ASKED_MS = 5000;
const answers = () => fetch("/assets/mark.svg", { method: "HEAD", cache: "no-store", signal: AbortSignal.timeout(ASKED_MS) }).then((answer) => answer.ok, () => false);
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
  // Asked of its attribute: a field may be called so.
  const method = form.getAttribute("method");
  if (event.defaultPrevented || method === "dialog") return;
  if (form.dataset.sent || form.dataset.asking) {
    event.preventDefault();
    return;
  }
  if (method !== "post" || form.dataset.answered) {
    delete form.dataset.answered;
    goes(form, submitter);
    return;
  }
  event.preventDefault();
  form.dataset.asking = "1";
  const there = await answers();
  delete form.dataset.asking;
  if (!there) {
    unanswered(form);
    return;
  }
  form.querySelector("[data-unanswered]")?.remove();
  form.dataset.answered = "1";
  if (submitter?.isConnected) form.requestSubmit(submitter);
  else form.requestSubmit();
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
