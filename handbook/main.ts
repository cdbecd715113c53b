/** What a page of the handbook does by itself: the search, light and dark, and examples that can be tried. */
import { openLive } from "./live.js";
import { readySearch } from "./search.js";

readySearch();

const theme = document.querySelector<HTMLButtonElement>(".theme")!;
const isDarkAtFirst = sessionStorage.getItem("theme") ??
  (matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light");
function setTheme(name: string): void {
  document.documentElement.dataset["theme"] = name;
  theme.textContent = name === "dark" ? "Light" : "Dark";
  sessionStorage.setItem("theme", name);
}
setTheme(isDarkAtFirst);
theme.addEventListener("click", () => setTheme(
  document.documentElement.dataset["theme"] === "dark" ? "light" : "dark",
));

document.querySelector('nav [aria-current="page"]')?.scrollIntoView({ block: "nearest" });

for (const block of document.querySelectorAll<HTMLPreElement>("pre[data-rule]")) {
  // Languages that are read through a grammar need files that a page without a server cannot fetch.
  if (/^(?:java|php|c)$/.test(block.dataset["language"] ?? "")) continue;
  const button = document.createElement("button");
  button.type = "button";
  button.className = "try";
  button.textContent = "Try it";
  button.addEventListener("click", () => openLive(block));
  block.append(button);
}
