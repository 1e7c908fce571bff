type Theme = "light" | "dark";

const key = "sentry-theme";

function wanted(): Theme {
  const kept = localStorage.getItem(key);
  if (kept === "light" || kept === "dark") {
    return kept;
  }
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

export function applyTheme(): void {
  document.documentElement.dataset.theme = wanted();
}

export function switchTheme(): void {
  localStorage.setItem(key, wanted() === "dark" ? "light" : "dark");
  applyTheme();
  dispatchEvent(new Event("themechange"));
}
