// Before the first paint: the theme, and keys typed while the page loads.
document.documentElement.dataset.theme = localStorage.getItem("theme") || (matchMedia("(prefers-color-scheme: dark)").matches ? "dim" : "film");
(() => {
  const early = [];
  const hear = (event) => {
    if (!/^(.|Enter|Escape)$/.test(event.key) || event.ctrlKey || event.metaKey || event.altKey || !event.isTrusted) return;
    early.push({ key: event.key, code: event.code });
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  addEventListener("keydown", hear, true);
  window.earlyKeys = { early, over: () => removeEventListener("keydown", hear, true) };
})();
