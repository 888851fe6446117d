// Set before the first paint, so that the dim theme does not flash.
document.documentElement.dataset.theme = localStorage.getItem("theme") || (matchMedia("(prefers-color-scheme: dark)").matches ? "dim" : "film");
