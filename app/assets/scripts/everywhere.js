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

// A form that is sent says so, and is sent once.
const SENT_AGAIN_MS = 6000;
document.addEventListener("submit", (event) => {
  if (event.defaultPrevented || event.target.method === "dialog") return;
  if (event.target.dataset.sent) {
    event.preventDefault();
    return;
  }
  event.target.dataset.sent = "1";
  event.submitter?.setAttribute("aria-busy", "true");
  setTimeout(() => {
    delete event.target.dataset.sent;
    event.submitter?.removeAttribute("aria-busy");
  }, SENT_AGAIN_MS);
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
