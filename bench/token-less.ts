/**
 * Files with one token less: how many alerts that one mistake gives, by kind of token. `npm run bench token-less [--seed=N] [--count=N] [FOLDER…]` draws files from folders, or from the
 * installed packages, and counts, of the texts whose form is broken then, the alerts of the kit `sound` that were not there before. Prints shares and the worst.
 */
import { readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { createWorkspace, type Alert } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { root } from "./support.js";

const option = (name: string, standard: number): number =>
  Number(process.argv.find((one) => one.startsWith(`--${name}=`))?.split("=")[1] ?? standard);
const given = process.argv.slice(2).filter((one) => !one.startsWith("--"));
const folders = given.length > 0 ? given : [path.join(root, "node_modules")];
const random = randomFrom(option("seed", 1));
const count = option("count", 500);
const languages = [javascript()];

/** Tokens as they are counted here: texts and templates without holes are one. */
const token = /\/\*[^]*?\*\/|\/\/.*|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`[^`]*`|[\w$]+|=>|\.\.\.|\?\.|&&|\|\||\?\?|[=!]==?|[-+*/%<>=!&|^~?:;,.(){}[\]@#]/g;

function alertsOf(text: string, file: string): readonly Alert[] {
  const isTyped = file.endsWith("ts");
  const workspace = createWorkspace({ languages, settings: { kits: ["sound"] } });
  const uri = `file:///drawn.${isTyped ? "ts" : "js"}`;
  workspace.open({ uri, languageId: isTyped ? "typescript" : "javascript", version: 1, text });
  return workspace.alerts(uri);
}

/** The alerts of a text that another one does not have, wherever they stand. */
function newAlerts(before: readonly Alert[], after: readonly Alert[]): Alert[] {
  const left = before.map(({ rule, message }) => `${rule} ${message}`);
  return after.filter(({ rule, message }) => {
    const at = left.indexOf(`${rule} ${message}`);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
}

interface Tally {
  all: number;
  one: number;
  many: number;
  worst: number;
}

const share = (part: number, all: number): string => `${((100 * part) / all).toFixed(1)} %`;
const shown = ({ all, one, many, worst }: Tally): string =>
  `${all}: exactly one alert ${share(one, all)}, more than three ${share(many, all)}, worst ${worst}`;

for (const ending of [/\.[cm]?jsx?$/, /(?<!\.d)\.[cm]?ts$/]) {
  const files = folders
    .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: "utf8" }).map((name) => path.join(
      folder,
      name,
    )))
    .filter((name) => ending.test(name) && !name.includes("test262") && !/\bmin\./.test(name))
    .sort();
  const kinds = new Map<string, Tally>();
  const total: Tally = { all: 0, one: 0, many: 0, worst: 0 };
  for (let draws = 0; total.all < count && draws < 20 * count; draws += 1) {
    const file = files[Math.floor(random() * files.length)];
    const text = file === undefined ? "" : readFileSync(file, "utf8");
    if (text.length < 300 || text.length > 30_000) continue;
    const before = alertsOf(text, file!);
    if (before.some(({ rule }) => rule.startsWith("syntax."))) continue;
    const tokens = [...text.matchAll(token)].filter(([one]) => !/^\/[/*]/.test(one));
    for (let turn = 0; turn < 4; turn += 1) {
      const { 0: one, index } = tokens[Math.floor(random() * tokens.length)]!;
      const rest = text.slice(index + one.length);
      const joins = /[\w$]$/.test(text.slice(0, index)) && /^[\w$]/.test(rest);
      const found = newAlerts(before, alertsOf(`${text.slice(0, index)}${joins ? " " : ""}${rest}`, file!));
      if (!found.some(({ rule }) => rule.startsWith("syntax."))) continue;
      const kind = /^["'`]/.test(one) ? "text" : /^[\w$]/.test(one) ? "word" : one;
      const tally = kinds.get(kind) ?? { all: 0, one: 0, many: 0, worst: 0 };
      kinds.set(kind, tally);
      for (const each of [tally, total]) {
        each.all += 1;
        if (found.length === 1) each.one += 1;
        if (found.length > 3) each.many += 1;
        each.worst = Math.max(each.worst, found.length);
      }
    }
  }
  console.log(`${String(ending)} ${shown(total)}`);
  for (const [kind, tally] of [...kinds].sort(([, a], [, b]) => b.all - a.all).slice(0, 14)) {
    console.log(`  ${kind.padEnd(5)} ${shown(tally)}`);
  }
}
