/** The search: words in titles before words in headings before words in the text. What is searched is loaded when somebody begins. */

interface Entry {
  readonly url: string;
  readonly title: string;
  readonly headings: readonly (readonly [text: string, id: string])[];
  readonly text: string;
}

interface Found {
  readonly url: string;
  readonly title: string;
  readonly snippet: string;
  readonly rank: number;
}

const most = 12;
/** Characters of text around a word that was found. */
const around = 60;

let index: Promise<readonly Entry[]> | undefined;

/** A script, as a page on a disk may not read files. */
function load(): Promise<readonly Entry[]> {
  return (
    index ??= new Promise((resolve, reject) => {
      const script = document.createElement("script");
      script.src = "search-index.js";
      script.onload = () => resolve((globalThis as unknown as { handbookIndex: readonly Entry[] }).handbookIndex);
      script.onerror = () => reject(new Error("the index of the search is not there"));
      document.head.append(script);
    })
  );
}

function find(entries: readonly Entry[], asked: string): Found[] {
  const words = asked.toLowerCase().split(/\s+/).filter((word) => word !== "");
  if (words.length === 0) return [];
  const holds = (text: string): boolean => words.every((word) => text.toLowerCase().includes(word));
  return entries
    .flatMap(({ url, title, headings, text }): Found[] => {
      if (holds(title)) return [{ url, title, snippet: text.split("\n")[1] ?? "", rank: 0 }];
      const heading = headings.find(([one]) => holds(one));
      if (heading !== undefined) return [{ url: `${url}#${heading[1]}`, title, snippet: heading[0], rank: 1 }];
      if (!holds(`${title}\n${text}`)) return [];
      const at = text.toLowerCase().indexOf(words.find((word) => text.toLowerCase().includes(word)) ?? "");
      const from = Math.max(0, at - around);
      return [{ url, title, snippet: text.slice(from, at + around).replaceAll("\n", " "), rank: 2 }];
    })
    .sort((a, b) => a.rank - b.rank || a.title.length - b.title.length)
    .slice(0, most);
}

export function readySearch(): void {
  const input = document.querySelector<HTMLInputElement>("header input")!;
  const list = document.querySelector<HTMLUListElement>(".found")!;
  const links = (): HTMLAnchorElement[] => [...list.querySelectorAll("a")];

  async function update(): Promise<void> {
    const entries = await load();
    const found = find(entries, input.value);
    list.replaceChildren(
      ...found.map(({ url, title, snippet }) => {
        const item = document.createElement("li");
        const link = document.createElement("a");
        link.href = url;
        const name = document.createElement("b");
        name.textContent = title;
        const words = document.createElement("small");
        words.textContent = snippet;
        link.append(name, words);
        item.append(link);
        return item;
      }),
    );
    if (found.length === 0 && input.value.trim() !== "") {
      list.append(Object.assign(document.createElement("li"), { textContent: "Nothing found." }));
    }
    list.hidden = input.value.trim() === "";
  }

  input.addEventListener("focus", () => void load());
  input.addEventListener("input", () => void update());
  document.addEventListener("keydown", (event) => {
    const isTyping = document.activeElement?.closest("input, .cm-editor") !== null;
    const all = links();
    const at = all.indexOf(document.activeElement as HTMLAnchorElement);
    if (event.key === "/" && !isTyping) input.focus();
    else if (event.key === "Escape") list.hidden = true;
    else if (event.key === "ArrowDown" && !list.hidden) (all[at + 1] ?? all[0])?.focus();
    else if (event.key === "ArrowUp" && !list.hidden) (all[at - 1] ?? input).focus();
    else if (event.key === "Enter" && document.activeElement === input) all[0]?.click();
    else return;
    event.preventDefault();
  });
}
