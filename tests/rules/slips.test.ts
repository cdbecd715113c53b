/** Small programs in which a person makes one mistake with values, calls or waiting: one alert tells of it, where it was made. And programs that look like it and are meant. */
import { describe, expect, test } from "vitest";
import { applyAll, createWorkspace, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";

const uri = "file:///a.ts";
const kits: Settings = { kits: ["sound", "thorough"], levels: { "names.unknown": "off" } };

function opened(code: string, settings: Settings = kits, languageId = "typescript") {
  const workspace = createWorkspace({ languages: [javascript()], settings });
  workspace.open({ uri: languageId === "typescript" ? uri : "file:///a.js", languageId, version: 0, text: code });
  return { workspace, uri: workspace.uris[0]! };
}

/** The rule, the program with its mark, and what the first remedy gives; without it there is none. */
type Slip = readonly [rule: string, marked: string, mended?: string | undefined];

const slips: readonly Slip[] = [
  // Comparisons.
  ["values.compared-to-nan", "while («next() == NaN») sail();\n", "while (Number.isNaN(next())) sail();\n"],
  [
    "values.compared-to-nan",
    "export const isFree = (a) => !(«a.berth !== Number.NaN»);\n",
    "export const isFree = (a) => !(!Number.isNaN(a.berth));\n",
  ],
  [
    "values.compared-to-nan",
    "export const first = list.findIndex((one) => «NaN === one»);\n",
    "export const first = list.findIndex((one) => Number.isNaN(one));\n",
  ],
  ["values.compared-to-nan", "export const at = list.lastIndexOf(«NaN»);\n"],
  ["values.compared-to-itself", "export const early = (a, b) => «a.time < a.time» || b;\n"],
  ["values.compared-to-itself", "if («this.wind >= this.wind») sail();\n"],
  ["values.compared-to-itself", "list.sort((a) => («a.fare > a.fare» ? 1 : -1));\n"],
  ["values.identity-of-literal", "if («ferry.crew !== []») sail();\n", "if (ferry.crew.length > 0) sail();\n"],
  [
    "values.identity-of-literal",
    "if (late || «[] === ferry.crew») wait();\n",
    "if (late || ferry.crew.length === 0) wait();\n",
  ],
  [
    "values.identity-of-literal",
    "if («berth === {}» && late) wait();\n",
    "if (Object.keys(berth).length === 0 && late) wait();\n",
  ],
  ["values.identity-of-literal", "export const same = (day) => «day === new Date(2026, 1, 1)»;\n"],
  ["values.identity-of-literal", "if («sail === (() => 1)») wait();\n"],
  [
    "values.impossible-typeof",
    "export const is = (a) => typeof a !== «\"fucntion\"»;\n",
    "export const is = (a) => typeof a !== \"function\";\n",
  ],
  [
    "values.impossible-typeof",
    "export const is = (a) => «\"Number\"» === typeof a;\n",
    "export const is = (a) => \"number\" === typeof a;\n",
  ],
  [
    "values.impossible-typeof",
    "export const is = (a) => typeof a.b === «null»;\n",
    "export const is = (a) => typeof a.b === \"undefined\";\n",
  ],
  [
    "values.misread-negation",
    "if (late && «!this.pier in berths») moor();\n",
    "if (late && !(this.pier in berths)) moor();\n",
  ],
  [
    "values.misread-negation",
    "export const other = (a) => «!a.b instanceof Map»;\n",
    "export const other = (a) => !(a.b instanceof Map);\n",
  ],
  ["values.repeated-part", "if (a.x !== null && a.y !== null && «a.x !== null») sail();\n"],
  ["values.repeated-part", "export const any = a.red || a.green || «a.red»;\n"],
  [
    "flow.contradiction",
    "if (kind !== \"adult\" || «kind !== \"child\"») stop();\n",
    "if (kind !== \"adult\" && kind !== \"child\") stop();\n",
  ],
  ["flow.contradiction", "if (a.hour > 22 && «a.hour < 5») rest();\n", "if (a.hour > 22 || a.hour < 5) rest();\n"],
  ["flow.contradiction", "export const none = (a) => a === 1 && free && «a === 2»;\n"],
  // What is assigned and made.
  [
    "values.assigned-to-itself",
    "export function set(pier) {\n  «pier = pier»;\n  return pier;\n}\n",
    "export function set(pier) {\n  return pier;\n}\n",
  ],
  [
    "values.assigned-to-itself",
    "export class Quay {\n  constructor(name) {\n    «this.name = this.name»;\n    tell(name);\n  }\n}\n",
    "export class Quay {\n  constructor(name) {\n    tell(name);\n  }\n}\n",
  ],
  [
    "flow.assignment-as-test",
    "export function is(tide) {\n  if («tide = tide») return 1;\n  return 2;\n}\n",
    "export function is(tide) {\n  if (tide === tide) return 1;\n  return 2;\n}\n",
  ],
  ["values.repeated-key", "export const a = {\n  pier: 1,\n  moor() {},\n  «pier»: 2,\n};\n"],
  ["values.repeated-key", "export const a = { \"a-b\": 1, c: 2, «\"a-b\"»: 3 };\n"],
  ["values.repeated-key", "export const a = (pier) => ({ pier: 1, «pier» });\n"],
  ["values.repeated-key", "export const a = { get b() { return 1; }, get «b»() { return 2; } };\n"],
  [
    "values.repeated-case",
    "switch (sign) {\n  case \"ebb\":\n    wait();\n    break;\n  case «\"ebb\"»:\n    sail();\n    break;\n  default:\n}\n",
  ],
  [
    "values.repeated-case",
    "switch (true) {\n  case tide > 3:\n    wait();\n    break;\n  case «tide > 3»:\n    sail();\n}\n",
  ],
  ["values.list-hole", "export const a = [\n  1,\n  2,«,»\n  3,\n];\n", "export const a = [\n  1,\n  2,\n  3,\n];\n"],
  ["values.list-hole", "sail([«,» a]);\n", "sail([a]);\n"],
  ["values.contains-itself", "this.queue.push(a, «this.queue»);\n"],
  ["values.contains-itself", "export const all = new Set();\nall.add(«all»);\n"],
  [
    "values.shared-default",
    "export const a = Array(9).fill(«{}»);\n",
    "export const a = Array.from({ length: 9 }, () => ({}));\n",
  ],
  [
    "values.shared-default",
    "export const a = new Array(rows).fill(«[]»).map(turn);\n",
    "export const a = Array.from({ length: rows }, () => []).map(turn);\n",
  ],
  ["values.inexact-number", "export const id = «12345678901234567891»;\n", "export const id = 12345678901234567891n;\n"],
  [
    "values.inexact-number",
    "export const id = -«9_007_199_254_740_993»;\n",
    "export const id = -9_007_199_254_740_993n;\n",
  ],
  [
    "values.placeholder-in-plain-text",
    "export const sign = (pier) => {\n  tell(pier);\n  return [1].map(() => «'to ${pier.name}'»);\n};\n",
    "export const sign = (pier) => {\n  tell(pier);\n  return [1].map(() => `to ${pier.name}`);\n};\n",
  ],
  // The name of which the hole speaks counts as meant, where nothing else reads it.
  [
    "values.placeholder-in-plain-text",
    "export function sign(pier, wind) {\n  tell(pier);\n  return «'wind ${wind}'»;\n}\n",
    "export function sign(pier, wind) {\n  tell(pier);\n  return `wind ${wind}`;\n}\n",
  ],
  // Loops.
  [
    "flow.one-too-far",
    "for (let i = 0; i «<=» this.piers.length; i += 1) {\n  moor(this.piers[i]);\n}\n",
    "for (let i = 0; i < this.piers.length; i += 1) {\n  moor(this.piers[i]);\n}\n",
  ],
  [
    "flow.one-too-far",
    "let i = 0;\nfor (; i «<=» piers.length; ++i) {\n  if (late) break;\n  moor(piers[i].name);\n}\nend(i);\n",
    "let i = 0;\nfor (; i < piers.length; ++i) {\n  if (late) break;\n  moor(piers[i].name);\n}\nend(i);\n",
  ],
  // Ways that give no value.
  [
    "flow.unset-on-some-way",
    "export function f(a) {\n  let rate;\n  switch (a) {\n    case 1:\n      rate = 2;\n      break;\n    case 2:\n      rate = 3;\n      break;\n  }\n  return «rate» * a;\n}\n",
    "export function f(a) {\n  let rate = 0;\n  switch (a) {\n    case 1:\n      rate = 2;\n      break;\n    case 2:\n      rate = 3;\n      break;\n  }\n  return rate * a;\n}\n",
  ],
  [
    "flow.unset-on-some-way",
    "export function f(a) {\n  let sum;\n  while (a.next()) sum = a.value;\n  return «sum».length;\n}\n",
  ],
  [
    "flow.unset-on-some-way",
    "export function f(a) {\n  let text;\n  try {\n    text = read(a);\n  } catch {\n    tell(a);\n  }\n  return «text».trim();\n}\n",
  ],
  // Calls.
  ["calls.wrong-count", "const fare = (age) => age * 2;\nexport const a = fare(1, «late»);\n"],
  [
    "calls.wrong-count",
    "const fare = function (age) {\n  return age;\n};\nexport const a = [1].map((one) => fare(one, «2, 3»));\n",
  ],
  ["calls.wrong-count", "class Quay {\n  name = 1;\n}\nexport const a = new Quay(«1»);\n"],
  ["calls.not-callable", "const limit = 40;\nexport const a = «limit»(3);\n"],
  [
    "calls.not-callable",
    "class Quay {}\nexport const a = [«Quay»()];\n",
    "class Quay {}\nexport const a = [new Quay()];\n",
  ],
  ["calls.not-callable", "export const all = [\n  «\"ebb\"»\n  (\"flow\"),\n];\n"],
  [
    "calls.wrapped-primitive",
    "export const isFree = «new Boolean»(pier.free) || late;\n",
    "export const isFree = Boolean(pier.free) || late;\n",
  ],
  [
    "calls.index-as-radix",
    "export const all = \"1 2\".split(\" \").map(«parseInt»);\n",
    "export const all = \"1 2\".split(\" \").map((one) => parseInt(one, 10));\n",
  ],
  [
    "calls.unsorted-numbers",
    "export const all = [100, 20, 3].«sort»();\n",
    "export const all = [100, 20, 3].sort((a, b) => a - b);\n",
  ],
  [
    "calls.detached-method",
    "export class Quay {\n  begin(all) {\n    return Promise.all(all).then(«this.moor»);\n  }\n  moor(one) {\n    this.last = one;\n  }\n}\n",
    "export class Quay {\n  begin(all) {\n    return Promise.all(all).then(this.moor.bind(this));\n  }\n  moor(one) {\n    this.last = one;\n  }\n}\n",
  ],
  [
    "calls.detached-method",
    "export class Quay {\n  begin() {\n    requestAnimationFrame(«this.draw»);\n  }\n  draw() {\n    const paint = () => this.paint();\n    paint();\n  }\n}\n",
    "export class Quay {\n  begin() {\n    requestAnimationFrame(this.draw.bind(this));\n  }\n  draw() {\n    const paint = () => this.paint();\n    paint();\n  }\n}\n",
  ],
  // Waiting.
  [
    "async.promise-as-test",
    "const isFree = async (pier) => ask(pier);\nexport async function moor(pier) {\n  return «isFree(pier)» ? 1 : 2;\n}\n",
    "const isFree = async (pier) => ask(pier);\nexport async function moor(pier) {\n  return await isFree(pier) ? 1 : 2;\n}\n",
  ],
  [
    "async.promise-as-test",
    "async function isFree() {\n  return await ask();\n}\nexport function moor() {\n  while (!«isFree()») wait();\n}\n",
  ],
  ["async.async-executor", "export const a = new Promise(«async» function (resolve) {\n  resolve(await ask());\n});\n"],
  [
    "async.unwatched-promise",
    "const tie = async () => {\n  await ask();\n};\nexport const moor = async () => {\n  «tie»();\n  leave();\n};\n",
    "const tie = async () => {\n  await ask();\n};\nexport const moor = async () => {\n  await tie();\n  leave();\n};\n",
  ],
  [
    "async.unwatched-promise",
    "export const all = (list) => {\n  list.forEach(«async» function (one) {\n    await ask(one);\n  });\n};\n",
  ],
  [
    "async.race-on-shared",
    "let count = 0;\nexport const add = async () => {\n  «count = count + (await ask())»;\n  tell(count);\n};\n",
  ],
  // Comments.
  [
    "docs.parameters-differ",
    "/**\n * Sails.\n * @param {string} pier where\n * @param {number} «speeed» how fast\n */\nexport function sail(pier, speed) {\n  return pier + speed;\n}\n",
    "/**\n * Sails.\n * @param {string} pier where\n * @param {number} speed how fast\n */\nexport function sail(pier, speed) {\n  return pier + speed;\n}\n",
  ],
];

test.each(slips.map(([rule, marked, mended]) => [rule, marked, mended] as const))("%s: %j", (rule, marked, mended) => {
  const { code } = readMarks(marked);
  const { workspace, uri: file } = opened(code, kits, "javascript");
  const alerts = workspace.alerts(file);
  expect(alerts.map((alert) => alert.rule)).toEqual([rule]);
  expect(writeMarks(code, alerts)).toBe(marked);
  const [first] = workspace.remedies(file);
  expect(first === undefined ? undefined : applyAll(code, first.edits)).toBe(mended);
});

/** What looks like a mistake and is none. */
const meant: Readonly<Record<string, readonly string[]>> = {
  values: [
    "export const isNumber = (a) => a === a;\n",
    "export const isNumber = (a) => !(a !== a);\n",
    "if (list.at(0) === list.at(0).self) sail();\n",
    "export const a = { ...b, pier: 1, ...c, quay: 2 };\n",
    "export const a = { [b]: 1, [b]: 2, __proto__: c, \"__proto__\": d };\n",
    "export const a = { get b() { return 1; }, set b(c) { keep(c); } };\n",
    "switch (a) {\n  case next():\n    b();\n    break;\n  case next():\n    c();\n}\n",
    "location.href = location.href;\n",
    "export let a = 1;\na += a;\n",
    "list.push(list.length, [...list], { list });\n",
    "export const a = new Array(3).fill(null).map(() => []);\n",
    "export const a = [9007199254740992, 1e21, 0xff, 12345678901234567890n];\n",
    "if (typeof a === typeof b || typeof a === kind) sail();\n",
    "if (!(a in b) || (!a) in b) sail();\n",
    "export const sign = (pier) => `to ${pier}` + \"${berth} $5\";\n",
    "if ((a && b) || (a && c)) sail();\n",
    "if (a.next() || a.next()) sail();\n",
  ],
  flow: [
    "if (a > 5 || a < 3) sail();\n",
    "if (a !== 1 && a !== 2) sail();\n",
    "if (a[0] === 1 && a[1] === 2) sail();\n",
    "if (a() === 1 && a() === 2) sail();\n",
    "for (let i = 0; i <= list.length; i++) moor(list.slice(0, i), list[i - 1]);\n",
    "for (let i = 0; i <= rows; i++) moor(list[i]);\n",
    "export function f(a) {\n  let b;\n  if (a) b = 1;\n  if (b === undefined) return 0;\n  return b * 2;\n}\n",
    "export function f(a) {\n  let b;\n  if (a) b = 1;\n  else throw new Error(\"none\");\n  return b * 2;\n}\n",
    "export function f(a) {\n  let b;\n  do b = next(a);\n  while (b.more);\n  return b.last;\n}\n",
  ],
  calls: [
    "const none = () => {};\nnone(1, 2);\n",
    "function sum() {\n  return Array.from(arguments).length;\n}\nexport const a = sum(1, 2);\n",
    "function sum(a, b = 1, ...rest) {\n  return [a, b, rest];\n}\nexport const c = sum(1, 2, 3, 4);\n",
    "let f = (a) => a;\nf = other;\nexport const b = f(1, 2);\n",
    "class Quay extends Pier {}\nexport const a = new Quay(1, 2);\n",
    "export function f(a: string): void;\nexport function f(a: string, b?: number): void {\n  tell(a, b);\n}\nf(\"a\", 1);\n",
    "export class Quay {\n  moor = () => this.tie();\n  begin() {\n    setTimeout(this.moor, 1);\n  }\n}\n",
    "export class Quay {\n  begin(all) {\n    return all.map(this.turn, this);\n  }\n  turn(one) {\n    return this.tie(one);\n  }\n}\n",
    "export const a = [1, 2, 3].sort();\n",
    "export const a = String(1) + Number(\"2\");\n",
  ],
  async: [
    "async function ask() {\n  return await get();\n}\nexport async function f() {\n  if (await ask()) tell();\n  const a = ask();\n  return a;\n}\n",
    "async function main() {\n  await ask();\n}\nmain();\n",
    "async function ask() {\n  await get();\n}\nexport function f() {\n  void ask();\n  ask().catch(tell);\n}\n",
    "export const f = async (list) => {\n  let total = 0;\n  for (const one of list) total += await ask(one);\n  return total;\n};\n",
  ],
  docs: [
    "/**\n * @param {{ a: number }} options\n * @param options.a what\n */\nexport const f = ({ a }) => a;\n",
    "/** Has none. */\nexport function f(a, b) {\n  return a + b;\n}\n",
    "/**\n * @param a one\n * @param [b=2] two\n * @param {...number} c more\n */\nexport function f(a, b = 2, ...c) {\n  return [a, b, c];\n}\n",
  ],
};

describe.each(Object.entries(meant))("%s are quiet of", (area, programs) => {
  test.each(programs)("%j", (code) => {
    const { workspace, uri: file } = opened(code);
    expect(workspace.alerts(file).filter(({ rule }) => rule.startsWith(`${area}.`))).toEqual([]);
  });
});

describe("newer forms", () => {
  const modern: Settings = { kits: ["modern"] };
  const told = (code: string, settings: Settings, languageId: string): string[] => {
    const { workspace, uri: file } = opened(code, settings, languageId);
    return workspace.alerts(file).map(({ rule }) => rule);
  };
  const inEdition = (edition: 2015 | 2020): Settings => ({ ...modern, languages: { javascript: { edition } } });

  test.each<[rule: string, code: string, since: "syntax" | "library"]>([
    ["modern.fallback-operator", "sail(a == null ? 1 : a);\n", "syntax"],
    ["modern.optional-chain", "if (a && a.b) sail();\n", "syntax"],
    ["modern.object-spread", "sail(Object.assign({}, a));\n", "syntax"],
    ["modern.includes-call", "if (a.indexOf(b) < 0) sail();\n", "library"],
    ["modern.last-element", "sail(a[a.length - 1]);\n", "library"],
    ["modern.own-key", "sail(Object.prototype.hasOwnProperty.call(a, b));\n", "library"],
    ["modern.replace-all", "sail(a.replace(/x/g, b));\n", "library"],
    ["modern.flat-map", "sail(a.map(b).flat());\n", "library"],
  ])("%s goes by the edition, in compiled files as far as it is of the library", (rule, code, since) => {
    expect(told(code, modern, "javascript")).toEqual([rule]);
    expect(told(code, inEdition(2015), "javascript")).toEqual([]);
    expect(told(code, inEdition(2015), "typescript")).toEqual(since === "syntax" ? [rule] : []);
  });
});

describe("strain", () => {
  const strainOf = (code: string): string[] => {
    const { workspace, uri: file } = opened(code);
    return workspace
      .strains(file)
      .map(
        ({ name, strain }) =>
          `${name ?? "-"} ${strain.branches}+${strain.nesting}+${strain.length}+${strain.parameters}`,
      );
  };
  const lines = (count: number, line: (index: number) => string): string =>
    Array.from({ length: count }, (_, index) => line(index)).join("\n");

  test.each<[about: string, code: string, strains: string[]]>([
    ["a straight function of ten lines", `function f() {\n${lines(8, () => "  a();")}\n}\n`, ["f 0+0+1+0"]],
    [
      "functions on the lines of another take none from it",
      `function f() {\n${lines(18, () => "  a((b) => b);")}\n}\n`,
      ["f 0+0+2+0", ...Array.from({ length: 18 }, () => "- 0+0+0+0")],
    ],
    [
      "what a function inside holds is its own",
      `function f() {\n  const g = () => {\n${lines(28, () => "    if (a) b();")}\n  };\n}\n`,
      ["f 0+0+0+0", "f.g 28+0+3+0"],
    ],
    [
      "a chain is not nested",
      "function f(a) {\n  if (a) b();\n  else if (c) d();\n  else if (e) g();\n  else h();\n}\n",
      ["f 3+0+1+0"],
    ],
    [
      "branches in branches are",
      "function f(a) {\n  if (a) {\n    for (const b of a) {\n      while (b.next()) c();\n    }\n  }\n}\n",
      ["f 3+3+1+0"],
    ],
    [
      "comments and blank lines are no code, and names with a mark are",
      `class A {\n  #b = 1;\n  f() {\n${lines(6, () => "    // why\n\n    /* and\n    how */")}\n${lines(13, () => "    --this.c;")}\n  }\n}\n`,
      ["A.f 0+0+2+0"],
    ],
    [
      "conditions count their parts, and parameters beyond four",
      "function f(a, b, c, d, e, g) {\n  return a && b && (c || d) ? e : g;\n}\n",
      ["f 4+0+0+2"],
    ],
    [
      "cases and what is caught",
      "function f(a) {\n  try {\n    switch (a) {\n      case 1:\n      case 2: b();\n      default: c();\n    }\n  } catch {\n    d();\n  }\n}\n",
      ["f 3+1+1+0"],
    ],
  ])("%s", (_, code, strains) => {
    expect(strainOf(code)).toEqual(strains);
  });
});
