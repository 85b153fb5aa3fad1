// Before the first paint, so that the night theme does not flash by day.
const kept = localStorage.getItem("theme");
const night = kept ? kept === "night" : matchMedia("(prefers-color-scheme: dark)").matches;
document.documentElement.dataset.theme = night ? "night" : "day";
