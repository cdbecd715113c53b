/** Pages with scripts: what is told of each stretch, where it stands, and that edits anywhere keep it so. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { everything } from "../../bench/fuzz-analysis.js";
import { applyAll, createWorkspace, MemoryFiles, type Settings, type Workspace } from "../../src/index.js";
import { languages } from "../../src/languages/index.js";
import { writeMarks } from "../../src/testing/index.js";
import { often } from "../support/files.js";

const uri = "file:///harbour/tides.html";

function opened(text: string, settings: Settings = {}, files?: Readonly<Record<string, string>>): Workspace {
  const workspace = createWorkspace({ languages, settings, ...(files && { files: new MemoryFiles(files) }) });
  workspace.open({ uri, languageId: "html", version: 0, text });
  return workspace;
}

const marked = (text: string, settings?: Settings, files?: Readonly<Record<string, string>>): string =>
  writeMarks(text, opened(text, settings, files).alerts(uri));

/** Each page is marked where something is wrong; nothing else is. */
test.each([
  ["a script", "<script>\n  const tide = 1;\n  «tdie»;\n</script>\n"],
  ["scripts know those before them", "<script>var low = 1;</script>\n<p>2</p>\n<script>low + «hihg»;</script>\n"],
  ["and not those behind", "<script>«low»();</script>\n<script>function low() {}</script>\n"],
  ["but in functions", "<script>function tell() { return low; }</script>\n<script>var low = 1;</script>\n"],
  [
    "modules know scripts and keep theirs",
    "<script type=\"module\">low; const own = 1; own;</script>\n<script>var low = «own»;</script>\n",
  ],
  ["handlers know all", "<p onclick=\"tell(event, «tel»)\">1</p>\n<script>function tell() {}</script>\n"],
  ["a handler may return", "<form onsubmit=\"return «chekc»()\"></form>\n<script>function check() {}</script>\n"],
  [
    "data is left alone",
    "<script type=\"application/json\">{ \"a\": }</script>\n<script type=\"text/x-row\"><b>{{</script>\n",
  ],
  ["what is filled in, too", "<script>var fares = {{ fares }};</script>\n<p onclick=\"go({{ pier }})\">1</p>\n"],
  ["TypeScript", "<script type=\"module\" lang=\"ts\">const low: number = 1; «hihg»(low);</script>\n"],
  [
    "a script that was hidden from old browsers",
    "<script><!--//--><![CDATA[//><!--\n  «tdie»;\n//--><!]]></script>\n<script>\n<!--\n  «hihg»;\n//-->\n</script>\n",
  ],
  ["markup in a text", "<script>\n  const row = `\n<div>${«tdie»}</div>\n`;\n  row;\n</script>\n"],
  ["an end tag in a text", "<script>document.title = \"<\\/script>\" + «tdie»;</script>\n"],
  ["a script that is open to the end", "<p>1</p>\n«<script»>let tide = 1; «tdie»; tide = 2;"],
  ["a mistake of form stays in its script", "<script>const low «=» ;</script>\n<script>hihg();</script>\n"],
])("%s", (_, page) => {
  const text = page.replaceAll(/[«»]/g, "");
  expect(marked(text, { kits: [], levels: { "names.unknown": "error" } })).toBe(page);
});

test("files that a page loads give names, and those elsewhere may give any", () => {
  const page = (src: string): string => `<script src="${src}"></script>\n<script>low + hihg;</script>\n`;
  const files = { "/harbour/lib/tides.js": "var low = 1;\n" };
  const settings: Settings = { kits: [], levels: { "names.unknown": "error" } };
  expect(marked(page("lib/tides.js"), settings, files)).toContain("low + «hihg»");
  for (const src of ["lib/none.js", "https://harbour.example/a.js", "{{ src }}"]) {
    expect(marked(page(src), settings, files)).toBe(page(src));
  }
});

describe("remedies, mending and layout stay in their script and keep its indentation", () => {
  const text = "<div>\n  <script>\n    let low = 1\n    if (low = 2) {\n      low  += 1\n    }\n\n    tell(low)\n  </script>\n</div>\n";
  const settings: Settings = { kits: ["sound", "tidy"], languages: { javascript: { known: ["tell"] } } };
  test("mending", () => {
    expect(opened(text, settings).mendResult(uri).text).toBe(
      "<div>\n  <script>\n    let low = 1;\n    if (low = 2) {\n      low += 1;\n    }\n\n    tell(low);\n  </script>\n</div>\n",
    );
  });
  test("a remedy", () => {
    const workspace = opened(text, settings);
    const remedy = workspace.remedies(uri).find(({ rule }) => rule === "flow.assignment-as-test")!;
    expect(applyAll(text, remedy.edits)).toContain("    if (low === 2) {\n");
    expect(workspace.together(uri, [remedy])).toEqual([remedy]);
  });
  test("layout of lines that came out of place", () => {
    const crooked = "<script>\n  if (a) {\n  b();\n      c();\n  }\n</script>\n";
    expect(applyAll(crooked, opened(crooked).layout(uri))).toBe(
      "<script>\n  if (a) {\n    b();\n    c();\n  }\n</script>\n",
    );
  });
  test("hushing", () => {
    const workspace = opened(text, settings);
    const alert = workspace.alerts(uri).find(({ rule }) => rule === "flow.assignment-as-test")!;
    const silenced = applyAll(text, [workspace.hushEdit(uri, alert)!.edit]);
    expect(silenced).toContain("    if (low = 2) { // quill: hush flow.assignment-as-test\n");
    expect(opened(silenced, settings).alerts(uri).map(({ rule }) => rule)).not.toContain("flow.assignment-as-test");
    expect(applyAll(text, [workspace.fileHushEdit(uri, alert.rule, alert)])).toContain(
      "<script>\n    // quill: hush-file flow.assignment-as-test\n    let low",
    );
  });
  test("hushing in a handler", () => {
    const page = "<p onclick=\"tel(1)\">1</p>\n";
    const workspace = opened(page);
    const [alert] = workspace.alerts(uri);
    for (const edit of [
      workspace.hushEdit(uri, alert!)!.edit,
      workspace.fileHushEdit(uri, alert!.rule, alert),
      workspace.knownEdit(uri, "tel", alert),
    ]) expect(opened(applyAll(page, [edit])).alerts(uri), applyAll(page, [edit])).toEqual([]);
  });
  test("hushing in markup", () => {
    const page = "<main>\n  <img src=\"pier.png\">\n</main>\n";
    const workspace = opened(page);
    const [alert] = workspace.alerts(uri);
    const silenced = applyAll(page, [workspace.hushEdit(uri, alert!)!.edit]);
    expect(silenced).toContain("<img src=\"pier.png\"> <!-- quill: hush markup.no-text-for-image -->\n");
    expect(opened(silenced).alerts(uri)).toEqual([]);
    const above = page.replace("  <img", "  <!-- quill: hush markup.no-text-for-image because it moves -->\n  <img");
    expect(opened(above).alerts(uri)).toEqual([]);
  });
  test("a refit", () => {
    const page = "<script>\n  const sign = \"Pier \" + pier;\n</script>\n";
    const at = page.indexOf("\"Pier");
    const refit = opened(page).refits(uri, { from: at, to: at }).find(({ id }) => id === "template-text");
    expect(refit !== undefined && "edits" in refit ? applyAll(page, refit.edits) : undefined).toContain(
      "  const sign = `Pier ${pier}`;\n",
    );
  });
});

test("what is renamed is followed by the imports of scripts, and handlers are not laid out", () => {
  const text = "<script type=\"module\">\n  import { low } from \"./tides.js\";\n  console.log(low);\n</script>\n<p onclick=\"tell( )\">1</p>\n";
  const workspace = opened(text, {}, { "/harbour/tides.js": "export const low = 1;\n" });
  expect(workspace.alerts(uri).map(({ rule }) => rule)).toEqual(["names.unknown"]);
  const [edits, ...others] = workspace.editsForRenames(
    new Map([["file:///harbour/tides.js", "file:///harbour/water/levels.js"]]),
  );
  expect([edits!.uri, others]).toEqual([uri, []]);
  expect(applyAll(text, edits!.edits)).toBe(text.replace("./tides.js", "./water/levels.js"));
  expect(workspace.layout(uri)).toEqual([]);
});

test("the flow of a function in a script is told by the page's lines", () => {
  const text = "<p>1</p>\n<script>\n  function low(tide) {\n    if (tide) return 1;\n    return 2;\n  }\n</script>\n";
  const { flow, text: own, firstLine } = opened(text).flowAt(uri, { from: 20, to: 40 });
  expect(own.slice(flow.root.start, flow.root.end)).toMatch(/^function low/);
  expect(own.lineAt(flow.root.start).number + firstLine).toBe(3);
});

test("a page that is not open takes what its scripts import, and follows files that are renamed", () => {
  const page = "<link rel=\"icon\" href=\"pier.png\">\n<script type=\"module\">\nimport { high as top } from './tides.js';\n</script>\n";
  const files = new MemoryFiles({
    "/package.json": "{}",
    "/tides.js": "export const low = 1;\nexport const high = 2;\nexport const none = 3;\n",
    "/board.js": "import { low } from \"./tides.js\";\nconsole.log(low);\n",
    "/page.html": page,
    "/pier.png": "",
  });
  const workspace = createWorkspace({
    languages,
    files,
    settings: { kits: [], levels: { "dead.unread-export": "warning" } },
  });
  const text = files.read("/tides.js")!;
  workspace.open({ uri: "file:///tides.js", languageId: "javascript", version: 0, text });
  expect(writeMarks(text, workspace.alerts("file:///tides.js"))).toContain(
    "const low = 1;\nexport const high = 2;\nexport const «none»",
  );
  const renamed = (from: string, to: string): string | undefined => {
    const edits = workspace.editsForRenames(new Map([[`file:///${from}`, `file:///${to}`]]));
    const own = edits.find(({ uri: one }) => one === "file:///page.html");
    return own && applyAll(page, own.edits);
  };
  expect(renamed("tides.js", "lib/tides.js")).toBe(page.replace("./tides.js", "./lib/tides.js"));
  expect(renamed("pier.png", "signs/pier.png")).toBe(page.replace("pier.png", "signs/pier.png"));
});

const pieces = [
  "<script>\n  const row = `\n    <p>${low}</p>\n  `;\n  fares.install(window);\n  high;\n</script>\n",
  "<script type=\"constructor\">a</script>\n<script type=\"text/babel\">const a = (\n  <p>{low}</p>\n);\n</script>\n",
  "<!doctype html>\n",
  "<html lang=\"en\">\n",
  "<div id=\"tide\">\n",
  "</div>\n",
  "<p>Low\n",
  "<b><i></b></i>",
  "<img src=\"a.png\">",
  "<!-- quill: hush markup.repeated-id -->\n",
  "<script>\n  var low = 1;\n  function tell(a) {\n    return low + a;\n  }\n</script>\n",
  "<script type=\"module\">\n\timport { a } from \"./a.js\";\n\ttell(a, high);\n</script>\n",
  "<script>if (low = 3) tell(</script>\n",
  "<button onclick=\"tell(low)\" disabled disabled>Go</button>\n",
  "<script src=\"lib.js\"></script>\n",
  "<style>a { color: red }</style>\n",
  "{{ tides }}\n",
  "</script>",
  "<script>",
];
const snippets = [
  "",
  "a",
  "\n",
  "  ",
  "<",
  ">",
  "\"",
  "/",
  "</script>",
  "<script>\n",
  "<!--",
  "-->",
  "low",
  ";",
  "{",
  "}",
  "{{",
  "x = 1;\n",
  "\n    y();\n",
  "`",
  "\n<div>\n",
  "install(window)",
  "al",
];

test("after every edit all is as it is in a fresh workspace", { timeout: 300_000 }, () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 8 }),
      fc.array(fc.tuple(fc.nat(), fc.nat(4), fc.constantFrom(...snippets)), { minLength: 1, maxLength: 6 }),
      (parts, edits) => {
        const workspace = opened(parts.join(""), everything);
        workspace.alerts(uri);
        for (const [index, [at, length, insert]] of edits.entries()) {
          const { value } = workspace.text(uri);
          const from = at % (value.length + 1);
          workspace.edit(uri, index + 1, [{ from, to: Math.min(value.length, from + length), insert }]);
          // Some edits come behind one another.
          if (at % 3 === 0) continue;
          const text = workspace.text(uri).value;
          const fresh = opened(text, everything);
          expect(workspace.alerts(uri), text).toEqual(fresh.alerts(uri));
          expect(workspace.remedies(uri), text).toEqual(fresh.remedies(uri));
          if (at % 5 === 0) expect(workspace.mendResult(uri), text).toEqual(fresh.mendResult(uri));
          if (at % 7 === 0) expect(workspace.layout(uri), text).toEqual(fresh.layout(uri));
          for (const { from: start, to } of workspace.alerts(uri)) expect(start <= to && to <= text.length).toBe(true);
        }
      },
    ),
    { seed: 20_261_130, numRuns: often(60, 4000) },
  );
});
