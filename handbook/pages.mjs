/** The handbook's pages, made from the texts in `docs`: each with its headings, its links turned into those between pages, and its words for the search. */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import markdown from "markdown-it";
import { coloured, escaped } from "./code.mjs";

/** What stands in the list of pages beside each of them. */
const parts = [
  ["Start", ["README.md", "docs/how-it-works.md", "docs/limits.md", "CHANGELOG.md"]],
  [
    "Editors",
    [
      "docs/editors/README.md",
      "docs/editors/vscode.md",
      "docs/editors/neovim.md",
      "docs/editors/emacs.md",
      "docs/editors/others.md",
    ],
  ],
  [
    "Settings and rules",
    [
      "docs/settings.md",
      "docs/rules/README.md",
      "docs/patterns.md",
      "docs/packs.md",
      "docs/layout.md",
      "docs/refits.md",
      "docs/strain.md",
      "docs/types.md",
      "docs/messages.md",
    ],
  ],
  ["Languages", ["docs/languages.md", "docs/python.md", "docs/pages.md", "docs/grammars.md", "docs/modules.md"]],
  ["Beside the editor", ["docs/command-line.md", "docs/library.md", "CONTRIBUTING.md"]],
];

/** The name of a page in the handbook. */
function pageOf(file) {
  if (file === "README.md") return "index.html";
  return file
    .replace(/^docs\//, "")
    .replaceAll("/", "-")
    .replace(/README\.md$/, "index.md")
    .replace(/\.md$/, ".html")
    .toLowerCase();
}

const idOf = (heading) => heading.toLowerCase().replaceAll(/[^\p{L}\p{N}\s-]/gu, "").trim().replaceAll(/\s+/g, "-");

const textOf = (token) =>
  (token.children ?? []).map(({ content, type }) => (type === "softbreak" ? " " : content)).join("");

function read(root, file) {
  const reader = markdown({ html: false });
  const tokens = reader.parse(readFileSync(path.join(root, file), "utf8"), {});
  const headings = tokens.flatMap(
    (token, index) => (
      token.type === "heading_open" ? [{ level: Number(token.tag[1]), text: textOf(tokens[index + 1]) }] : []
    ),
  );
  return {
    file,
    url: pageOf(file),
    title: (headings[0]?.text ?? file).replace(/\.$/, ""),
    headings: headings.map((one) => ({ ...one, id: idOf(one.text) })),
    reader,
    tokens,
  };
}

/** All pages as HTML, with the index for the search; `told` holds what rules say of their examples. Throws where a link leads nowhere. */
export function renderAll(root, told) {
  const rules = readdirSync(path.join(root, "docs/rules")).filter((name) => /^\w+\..+\.md$/.test(name)).sort();
  const listed = parts.flatMap(([, files]) => files);
  const pages = [...listed, ...rules.map((name) => `docs/rules/${name}`)].map((file) => read(root, file));
  const byFile = new Map(pages.map((page) => [page.file, page]));
  const faults = [];
  const rendered = pages.map((page) => ({
    url: page.url,
    html: wholePage(page, pages, body(page, { byFile, root, faults, told })),
  }));
  if (faults.length > 0) throw new Error(`Links that lead nowhere:\n${faults.join("\n")}`);
  const index = pages.map(({ url, title, headings, tokens }) => ({
    url,
    title,
    headings: headings.slice(1).map(({ text, id }) => [text, id]),
    text: tokens
      .flatMap(
        (token) => (
          token.type === "inline"
            ? [textOf(token)]
            : token.type === "fence" ? [token.content.replaceAll(/[«»]/g, "")] : []
        ),
      )
      .join("\n"),
  }));
  return { pages: rendered, index };
}

/** The content of a page. */
function body(page, { byFile, root, faults, told }) {
  const { reader, tokens, file } = page;
  const { rules } = reader.renderer;
  const ruleId = /^docs\/rules\/(\w+\..+)\.md$/.exec(file)?.[1];
  // Examples that need other files are for reading.
  const isLive = ruleId !== undefined &&
    !tokens.some((token) => token.type === "inline" && /^With /.test(token.content));
  const said = tokens.find((token) => token.type === "inline" && /^Level: `/.test(token.content));
  const level = /`(\w+)`/.exec(said?.content ?? "")?.[1] ?? "warning";
  let isAlerting = false;
  rules.heading_open = (all, index) => {
    const text = textOf(all[index + 1]);
    isAlerting = text === "Alerts" || text === "Stays quiet";
    return `<${all[index].tag} id="${idOf(text)}">`;
  };
  rules.fence = (all, index) => {
    const { info, content } = all[index];
    const language = info.trim();
    const isResult = all[index - 2]?.content === "becomes";
    const live = isLive && isAlerting && !isResult
      ? ` data-rule="${ruleId}" data-level="${level}" data-language="${escaped(language)}"`
      : "";
    const code = content.replace(/\n$/, "");
    const alerts = (isAlerting && told.get(ruleId)?.get(code)) || [];
    return `<pre${live}><code>${coloured(code, language, alerts)}</code></pre>\n`;
  };
  rules.image = (all, index) => {
    const token = all[index];
    const source = path.posix.join(path.posix.dirname(file), token.attrGet("src"));
    if (!existsSync(path.join(root, source))) faults.push(`${file}: ${source}`);
    const alt = escaped(textOf(token));
    return `<img src="screenshots/${path.posix.basename(source)}" alt="${alt}" title="${alt}" loading="lazy">`;
  };
  const isOpen = [];
  rules.link_open = (all, index) => {
    const target = linkTo(all[index].attrGet("href"), page, byFile, root, faults);
    isOpen.push(target !== undefined);
    return target === undefined ? "" : `<a href="${escaped(target)}">`;
  };
  rules.link_close = () => (isOpen.pop() ? "</a>" : "");
  rules.table_open = () => '<div class="table"><table>';
  rules.table_close = () => "</table></div>";
  return reader.renderer
    .render(tokens, reader.options, {})
    // Here they are drawn.
    .replace("<p>The marks <code>«</code> and <code>»</code> stand around what is marked in the editor.</p>\n", "");
}

/** Where a link leads in the handbook; nowhere for what is only in the repository. */
function linkTo(href, page, byFile, root, faults) {
  if (/^[a-z]+:/.test(href)) return href;
  const [name, id] = href.split("#");
  const file = name === "" ? page.file : path.posix.join(path.posix.dirname(page.file), name);
  const target = byFile.get(file);
  if (target === undefined) {
    if (!existsSync(path.join(root, file))) faults.push(`${page.file}: ${href}`);
    return undefined;
  }
  if (id !== undefined && !target.headings.some((heading) => heading.id === id)) faults.push(`${page.file}: ${href}`);
  return `${name === "" ? "" : target.url}${id === undefined ? "" : `#${id}`}`;
}

function wholePage(page, pages, content) {
  const byFile = new Map(pages.map((one) => [one.file, one]));
  const entry = ({ url, title }, name = title) =>
    `<a href="${url}"${url === page.url ? ' aria-current="page"' : ""}>${escaped(name)}</a>`;
  const area = /^docs\/rules\/(\w+)\./.exec(page.file)?.[1];
  const ofArea = (name) => pages.filter(({ file }) => file.startsWith(`docs/rules/${name}.`));
  const areas = [...new Set(pages.flatMap(({ file }) => /^docs\/rules\/([a-z]+)\..+\.md$/.exec(file)?.[1] ?? []))];
  const sections = page.headings.filter(({ level }) => level === 2);
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(page.title)} · Alert Quill</title>
<link rel="icon" href="data:,">
<link rel="stylesheet" href="handbook.css">
<script src="handbook.js" defer></script>
</head>
<body>
<header>
<a class="name" href="index.html">Alert Quill</a>
<input type="search" placeholder="Search the handbook ( / )" aria-label="Search" autocomplete="off">
<button type="button" class="theme">Dark</button>
<ul class="found" role="listbox" aria-label="Found" hidden></ul>
</header>
<nav aria-label="Pages">
${parts.map(([name, files]) => `<h2>${name}</h2>\n${files.map((file) => entry(byFile.get(file))).join("\n")}`).join("\n")}
<h2>Rules by area</h2>
${areas.map((name) => `<details${name === area ? " open" : ""}><summary>${name}</summary>${ofArea(name).map((one) => entry(one, one.title.slice(name.length + 1))).join("\n")}</details>`).join("\n")}
</nav>
<main>
${content}</main>
<aside aria-label="On this page">${sections.length > 1 ? `<h2>On this page</h2>${sections.map(({ text, id }) => `<a href="#${id}">${escaped(text)}</a>`).join("\n")}` : ""}</aside>
</body>
</html>
`;
}
