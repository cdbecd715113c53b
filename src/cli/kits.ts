/** What is in the kits of the package, and how two of them differ. */
import { hasRemedy, kitsOf } from "../report/rule-page.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { kitNames, kits } from "../settings/kits.js";
import { knownRules } from "./known-rules.js";
import { outputColours, print } from "./output.js";

const counted = (count: number, word: string): string => `${count} ${word}${count === 1 ? "" : "s"}`;

/** Lists the kits. */
export async function kitsCommand({ format }: { readonly format: "text" | "json" }): Promise<number> {
  const rules = await knownRules();
  const list = kitNames.map((name) => ({
    name,
    holds: kits[name],
    rules: rules.filter((rule) => kitsOf(rule).includes(name)).map(({ id }) => id),
  }));
  if (format === "json") {
    print(`${JSON.stringify({ format: 1, kits: list }, undefined, 2)}\n`);
    return 0;
  }
  const colours = outputColours();
  const widest = Math.max(...list.map(({ name }) => name.length));
  for (const { name, holds, rules: ids } of list) {
    print(`${colours.strong(name.padEnd(widest))}  ${colours.faint(counted(ids.length, "rule").padStart(9))}  ${holds}\n`);
  }
  print(colours.faint("\nalert-quill explain KIT lists its rules; explain KIT --against KIT tells how two differ\n"));
  return 0;
}

/** Whether a name is that of a kit. */
export const isKit = (name: string): name is (typeof kitNames)[number] =>
  (kitNames as readonly string[]).includes(name);

/** Tells what is in a kit, or what one has and the other has not. */
export async function explainKit(
  name: (typeof kitNames)[number],
  against: (typeof kitNames)[number] | undefined,
  format: "text" | "json" | undefined,
): Promise<number> {
  const rules = await knownRules();
  const own = rules.filter((rule) => kitsOf(rule).includes(name));
  const others = against === undefined ? [] : rules.filter((rule) => kitsOf(rule).includes(against));
  const added = own.filter((rule) => !others.includes(rule));
  const missing = others.filter((rule) => !own.includes(rule));
  const ids = (list: readonly Rule[]): string[] => list.map(({ id }) => id);
  if (format === "json") {
    const differs = against !== undefined && { against, onlyHere: ids(added), onlyThere: ids(missing) };
    print(`${JSON.stringify({ format: 1, kit: { name, holds: kits[name], rules: ids(own), ...differs } }, undefined, 2)}\n`);
    return 0;
  }
  const colours = outputColours();
  print(`${colours.strong(name)}  ${kits[name]}\n`);
  if (against === undefined) printRules(own);
  else {
    const both = own.length - added.length;
    print(`${counted(both, "rule")} ${both === 1 ? "is" : "are"} in ${name} and in ${against}.\n`);
    print(`\n${colours.strong(`Only in ${name} (${added.length})`)}\n`);
    printRules(added);
    print(`\n${colours.strong(`Only in ${against} (${missing.length})`)}\n`);
    printRules(missing);
  }
  return 0;
}

function printRules(rules: readonly Rule[]): void {
  const colours = outputColours();
  const widest = Math.max(0, ...rules.map(({ id: { length } }) => length));
  let area = "";
  for (const rule of rules) {
    if (areaOf(rule.id) !== area) print("\n");
    area = areaOf(rule.id);
    print(`  ${rule.id.padEnd(widest)}  ${colours.level[rule.level](rule.level.padEnd(11))} ${hasRemedy(rule) ? "✎" : " "} ${rule.title}\n`);
  }
}
