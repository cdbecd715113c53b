/**
 * Python: how fast a text is read and analysed, next to what Python's own `ast.parse` takes and to our JavaScript, and from keystroke to alerts in files of
 * several shapes and lengths, with the kit `sound` and with `sound` and `tidy`. `npm run bench python [LINES…]`.
 */
import { spawnSync } from "node:child_process";
import { createWorkspace, type Settings } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { parse as parseJavaScript } from "../src/languages/javascript/parser/index.js";
import { python } from "../src/languages/python/index.js";
import { parse } from "../src/languages/python/parser/index.js";
import { filesBelow, read } from "../tests/support/files.js";
import { quantile, timed } from "./support.js";

const options = { edition: 314, isStub: false, isPackage: false };
const uri = "file:///bench.py";

const method = (index: number, indent: string): string => `${indent}def moor_${index}(berth, tide=${index}):\n${indent}    total = 0\n${indent}    for ferry in berth.ferries:\n${indent}        if ferry.draught < tide and ferry.name != "Tern":\n${indent}            total += ferry.length * ${index}\n${indent}    return total\n`;

/** Files of some lines, with the place in the middle where somebody types, and the blank space there. */
const shapes: Readonly<Record<string, (lines: number) => { text: string; at: number; indent: string }>> = {
  "many small functions": (lines) =>
    placed(Array.from({ length: lines / 8 }, (_, i) => `${method(i, "")}\n\n`), "    "),
  "one function around everything": (lines) => {
    const { text, at, indent } = placed(
      Array.from({ length: lines / 7 }, (_, i) => `${method(i, "    ")}\n`),
      "        ",
    );
    const head = "def harbour():\n";
    return { text: head + text, at: head.length + at, indent };
  },
  "one class of methods": (lines) => {
    const { text, at, indent } = placed(
      Array.from({ length: lines / 7 }, (_, i) => `${method(i, "    ").replace("(berth", "(self, berth")}\n`),
      "        ",
    );
    const head = "class Harbour:\n";
    return { text: head + text, at: head.length + at, indent };
  },
  "one function of plain statements": (lines) => {
    const { text, at, indent } = placed(
      Array.from({ length: lines }, (_, i) => `    tide_${i + 1} = moor(tide_${i}, pier)\n`),
      "    ",
    );
    const head = "def harbour(pier, tide_0):\n";
    return { text: head + text, at: head.length + at, indent };
  },
};

/** Some pieces as a text, and the end of the first line of the one in the middle. */
function placed(pieces: readonly string[], indent: string): { text: string; at: number; indent: string } {
  const before = pieces.slice(0, pieces.length >> 1).join("");
  const text = pieces.join("");
  return { text, at: text.indexOf("\n", before.length) + 1, indent };
}

const typed = (indent: string): string[] => [
  ..."berth = tides[3",
  ..."]\n",
  ...indent,
  ..."if berth > 3:\n",
  ...indent,
  ..."    print(f\"at {berth}\")  # moored\n",
];

function type(shape: string, lines: number, settings: Settings): void {
  const { text, at, indent } = shapes[shape]!(lines);
  const workspace = createWorkspace({ languages: [python()], settings });
  const cold = timed(() => {
    workspace.open({ uri, languageId: "python", version: 0, text });
    workspace.alerts(uri);
  });
  let version = 0;
  const times: number[] = [];
  const press = (from: number, to: number, insert: string): void => {
    times.push(
      timed(() => {
        workspace.edit(uri, (version += 1), [{ from, to, insert }]);
        workspace.alerts(uri);
      }),
    );
  };
  let end = at;
  for (const key of [...indent, ...typed(indent)]) {
    press(end, end, key);
    end += 1;
  }
  for (; end > at; end -= 1) press(end - 1, end, "");
  times.sort((a, b) => a - b);
  console.log(
    `${settings.kits?.join(" and ") ?? "sound"}, ${shape}, ${lines} lines: p50 ${quantile(times, 0.5).toFixed(2)}, p95 ${quantile(times, 0.95).toFixed(2)}, worst ${times.at(-1)!.toFixed(1)}; opened in ${cold.toFixed(0)}`,
  );
}

const version = /3\.\d+/.exec(spawnSync("/usr/bin/python3", ["--version"], { encoding: "utf8" }).stdout)![0];
const sources = filesBelow(`/usr/lib/python${version}`, /\.py$/).map(read).filter((text) => !text.includes("\ufffd"));
const characters = sources.reduce((sum, { length }) => sum + length, 0) / 1e6;
const perSecond = (ms: number, mega = characters): string => `${((1000 * mega) / ms).toFixed(2)} MB/s`;

for (const text of sources.slice(0, 200)) parse(text, options);
const reading = timed(() => {
  for (const text of sources) parse(text, options);
});
const script = "import ast, json, sys, time\nall = json.load(sys.stdin)\nstart = time.perf_counter()\nfor one in all:\n    try:\n        ast.parse(one)\n    except SyntaxError:\n        pass\nprint((time.perf_counter() - start) * 1000)";
const theirs = Number(
  spawnSync("/usr/bin/python3", ["-c", script], { input: JSON.stringify(sources), encoding: "utf8" }).stdout,
);
const workspace = createWorkspace({ languages: [python()] });
const analysing = timed(() => {
  for (const text of sources) {
    workspace.open({ uri, languageId: "python", version: 0, text });
    workspace.alerts(uri);
    workspace.close(uri);
  }
});
const scripts = filesBelow("src", /\.ts$/).map(read);
const ofScripts = scripts.reduce((sum, { length }) => sum + length, 0) / 1e6;
const typescript = { module: true, jsx: false, typescript: true } as const;
for (const text of scripts) parseJavaScript(text, typescript);
const readingScripts = timed(() => {
  for (const text of scripts) parseJavaScript(text, typescript);
});
const other = createWorkspace({ languages: [javascript()] });
const analysingScripts = timed(() => {
  for (const text of scripts) {
    other.open({ uri: "file:///bench.ts", languageId: "typescript", version: 0, text });
    other.alerts("file:///bench.ts");
    other.close("file:///bench.ts");
  }
});
console.log(
  `${characters.toFixed(1)} MB of Python's own library: read at ${perSecond(reading)}, ${(reading / theirs).toFixed(1)} times the time of ast.parse, which is written in C; sound at ${perSecond(analysing)}, ${(analysing / reading).toFixed(1)} times the reading`,
);
console.log(
  `${ofScripts.toFixed(1)} MB of this project's TypeScript: read at ${perSecond(readingScripts, ofScripts)}; sound at ${perSecond(analysingScripts, ofScripts)}`,
);

const lengths = process.argv.slice(2).filter((word) => /^\d+$/.test(word)).map(Number);
for (const settings of [{}, { kits: ["sound", "tidy"] }] satisfies Settings[]) {
  for (const shape of Object.keys(shapes)) {
    type(shape, 600, settings);
    for (const lines of lengths.length > 0 ? lengths : [600, 6_000, 60_000]) type(shape, lines, settings);
  }
}
