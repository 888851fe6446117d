// Keys typed while the page loads are kept, in their order, until it can take them.
(() => {
  const early = [];
  const hear = (event) => {
    const ours = event.key.length === 1 || event.key === "Enter" || event.key === "Escape";
    // What the page itself plays again, and what is the browser's own, goes its way.
    if (!ours || event.ctrlKey || event.metaKey || event.altKey || !event.isTrusted) return;
    early.push({ key: event.key, code: event.code });
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  addEventListener("keydown", hear, true);
  window.earlyKeys = { early, over: () => removeEventListener("keydown", hear, true) };
})();
