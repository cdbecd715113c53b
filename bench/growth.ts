/**
 * Programs that are long in each way a program can be, with every kit: how the time of opening them and of typing a call in a line of their middle grows with their length. An
 * exponent of 1 is linear. `npm run bench growth [NAME] [LENGTH]`.
 */
import { createWorkspace, Meter } from "../src/index.js";
import { html } from "../src/languages/html/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { python } from "../src/languages/python/index.js";
import { longPrograms } from "./long-programs.js";
import { everyKit } from "./settings.js";
import { timed } from "./support.js";

const [wanted = "", given = "2000"] = process.argv.slice(2);
const length = Number(given);
for (const { name, languageId, make } of longPrograms) {
  if (!`${languageId}: ${name}`.includes(wanted)) continue;
  const cost = (count: number) => {
    let text = make(count);
    const meter = new Meter(() => performance.now());
    const workspace = createWorkspace({ languages: [javascript(), python(), html()], settings: everyKit, meter });
    const uri = "file:///bench";
    workspace.open({ uri, languageId, version: 0, text });
    const open = timed(() => workspace.alerts(uri));
    const [most] = [...meter.rules, ...meter.stages].sort((a, b) => b[1] - a[1]);
    let at = text.indexOf("\n", text.length >> 1);
    if (at < 0) at = text.length >> 1;
    const indent = /^[ \t]*/.exec(text.slice(text.lastIndexOf("\n", at - 1) + 1))![0];
    // A line that calls something, typed and taken back.
    const typed = [`\n${indent}`, ..."go(1);"];
    const keys = [...typed, ...typed.map(() => "")].map((insert, index) => timed(() => {
      const taken = insert === "" ? typed[typed.length * 2 - 1 - index]!.length : 0;
      workspace.edit(uri, index + 1, [{ from: at - taken, to: at, insert }]);
      text = text.slice(0, at - taken) + insert + text.slice(at);
      at += insert.length - taken;
      workspace.alerts(uri);
    })).sort((a, b) => a - b);
    return {
      open,
      key: keys[keys.length >> 1]!,
      worst: keys.at(-1)!,
      most: `${most![0]} ${Math.round((100 * most![1]) / open)} %`,
    };
  };
  cost(Math.round(length / 4));
  const [small, large] = [cost(length), cost(length * 4)];
  const grown = (what: "open" | "key" | "worst"): string => `${small[what].toFixed(1)} and ${large[what].toFixed(1)} ms, exponent ${(Math.log(large[what] / small[what]) / Math.log(4)).toFixed(2)}`;
  console.log(`${languageId}: ${name}, ${length} and ${length * 4}: open ${grown("open")} (${large.most}); a key ${grown("key")}; worst ${grown("worst")}`);
}
