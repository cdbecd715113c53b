/**
 * From keystroke to alerts, in files of four sizes: a new function is typed character by character, through all its broken states, at
 * several places of each file. Printed are the times of single keystrokes and their ratio to an analysis of the same file from nothing.
 */
import { readFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { program, quantile, root, timed } from "./support.js";

const typedAtTop = `
/** What a crossing costs on a day. */
function crossingPrice(party, day = "weekday", { child = false } = {}) {
  const prices = new Map([["adult", 420], ["child", 210]]);
  let total = 0;
  for (const passenger of party) {
    const price = prices.get(passenger.kind);
    if (price === undefined) throw new Error(\`There is no fare for \${passenger.kind}\`);
    total += day === "weekend" ? price * 2 : price;
  }
  return child ? total / 2 : total;
}
`;

const typedInside = `
  const crossings = new Map<string, number>();
  for (const [name, sailing] of Object.entries({ north: 1, south: 2 })) {
    if (sailing === 0) continue;
    crossings.set(name, (crossings.get(name) ?? 0) + sailing);
  }
  const report = (pier: string): string => {
    const count = crossings.get(pier);
    return count === undefined ? \`\${pier}: closed\` : \`\${pier}: \${count} crossings\`;
  };
  if (report("north").length > 80) return;
`;

const sources = ["scanner", "statements", "expressions", "types", "regexp", "patterns", "classes"].map(
  (name) => readFileSync(path.join(root, `src/languages/javascript/parser/${name}.ts`), "utf8"),
);
const p95s: number[] = [];

for (const lines of [300, 3_000, 30_000, 60_000]) {
  const start = program(sources, lines);
  const workspace = createWorkspace({ languages: [javascript()] });
  const uri = "file:///bench.ts";
  const open = (): void => {
    workspace.open({ uri, languageId: "typescript", version: 0, text: start });
    workspace.alerts(uri);
  };
  const cold = Array.from({ length: lines > 20_000 ? 3 : 9 }, () => {
    const time = timed(open);
    workspace.close(uri);
    return time;
  }).sort((a, b) => a - b);
  open();
  const random = randomFrom(7);
  // Between two items, and at the end of a statement in a function.
  const places = [/^\}\n/gm, /^ {2}(?:const|let|p\.\w+) .*;\n/gm].map((form) => [...start.matchAll(form)].map(
    (match) => match.index + match[0].length,
  ));
  const times: number[] = [];
  let version = 0;
  for (let session = 0; session < 10; session += 1) {
    const list = places[session % 2]!;
    const typed = session % 2 === 0 ? typedAtTop : typedInside;
    const at = list[Math.floor(random() * list.length)]!;
    let count = 0;
    for (const char of typed) {
      const edit = { from: at + count, to: at + count, insert: char };
      const time = timed(() => {
        workspace.edit(uri, (version += 1), [edit]);
        workspace.alerts(uri);
      });
      // The first two sessions warm the machine up.
      if (session > 1) times.push(time);
      count += 1;
    }
    workspace.edit(uri, (version += 1), [{ from: at, to: at + count, insert: "" }]);
    workspace.alerts(uri);
  }
  times.sort((a, b) => a - b);
  const p95 = quantile(times, 0.95);
  p95s.push(p95);
  const full = cold[Math.floor(cold.length / 2)]!;
  console.log(
    `${start.split("\n").length} lines, ${(start.length / 1e6).toFixed(2)} MB, ${workspace.alerts(uri).length} alerts: median ${quantile(times, 0.5).toFixed(2)} ms, p95 ${p95.toFixed(2)} ms, p99 ${quantile(times, 0.99).toFixed(2)} ms, worst ${times.at(-1)!.toFixed(1)} ms; from nothing ${full.toFixed(0)} ms = ${(full / quantile(times, 0.5)).toFixed(0)} times the median`,
  );
}
console.log(`p95 at 60,000 lines = ${(p95s[3]! / p95s[0]!).toFixed(2)} times that at 300 lines`);
