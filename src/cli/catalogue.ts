/** `rules` and `explain`. */
import { z } from "zod";
import { languages } from "../languages/index.js";
import { hasRemedy, kitsOf, optionsOf, terminalPage, type OptionPage } from "../report/rule-page.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { kitNames } from "../settings/kits.js";
import { explainKit, isKit } from "./kits.js";
import { knownRules, unknownName } from "./known-rules.js";
import { complain, outputColours, outputWidth, print } from "./output.js";

export interface RulesOptions {
  readonly area?: string;
  readonly kit?: string;
  readonly level?: string;
  readonly language?: string;
  readonly hasRemedy?: boolean;
  readonly format: "text" | "json";
}

export async function rulesCommand(options: RulesOptions): Promise<number> {
  const { area, kit, level, language, hasRemedy: remedies, format } = options;
  const rules = await knownRules();
  const areas = [...new Set(rules.map(({ id }) => areaOf(id)))];
  for (const [flag, value, known] of [["--area", area, areas], ["--kit", kit, kitNames]] as const) {
    if (value === undefined || (known as readonly string[]).includes(value)) continue;
    complain(`${flag}: there is no \`${value}\` (there are ${known.join(", ")})`);
    return 2;
  }
  const chosen = rules.filter(
    (rule) => (area === undefined || areaOf(rule.id) === area) &&
      (kit === undefined || kitsOf(rule).includes(kit)) &&
      (level === undefined || rule.level === level) &&
      (language === undefined || languagesOf(rule).includes(language)) &&
      (remedies !== true || hasRemedy(rule)),
  );
  if (format === "json") print(`${JSON.stringify({ format: 1, rules: chosen.map(entryOf) }, undefined, 2)}\n`);
  else printList(chosen);
  return 0;
}

/** What a rule looks at: the ids of languages, or `settings`. */
function languagesOf({ language, languages: own }: Rule): readonly string[] {
  return language !== undefined ? [language] : (own ?? languages.map(({ id }) => id));
}

function entryOf(rule: Rule): object {
  const { id, title, why, level, always = false } = rule;
  return {
    id,
    area: areaOf(id),
    title,
    why,
    level,
    kits: kitsOf(rule),
    always,
    languages: languagesOf(rule),
    hasRemedy: hasRemedy(rule),
    options: optionPages(rule),
  };
}

function printList(chosen: readonly Rule[]): void {
  const colours = outputColours();
  if (chosen.length === 0) print("No rule is like that.\n");
  const widest = Math.max(...chosen.map((rule) => rule.id.length));
  let area = "";
  for (const rule of chosen) {
    if (areaOf(rule.id) !== area) {
      if (area !== "") print("\n");
      area = areaOf(rule.id);
    }
    const kits = rule.always ? "always on" : kitsOf(rule).join(", ");
    print(`${rule.id.padEnd(widest)}  ${colours.level[rule.level](rule.level.padEnd(11))}  ${colours.faint(kits.padEnd(15))}  ${hasRemedy(rule) ? "✎" : " "} ${rule.title}\n`);
  }
  if (chosen.some(hasRemedy)) print(colours.faint("\n✎ offers a remedy\n"));
}

export function optionPages(rule: Rule): OptionPage[] {
  return optionsOf(rule, ({ options }) => z.toJSONSchema(options!, { io: "input", unrepresentable: "any" }));
}

/** Explains a rule, also one that the settings of the working folder bring along, or a kit. */
export async function explainCommand(
  id: string,
  { format, against }: { readonly format?: "text" | "json"; readonly against?: string } = {},
): Promise<number> {
  if (against !== undefined && !isKit(against)) {
    complain(`--against: there is no kit \`${against}\` (there are ${kitNames.join(", ")})`);
    return 2;
  }
  if (isKit(id)) return explainKit(id, against, format);
  if (against !== undefined) {
    complain(`--against compares kits, and \`${id}\` is none (there are ${kitNames.join(", ")})`);
    return 2;
  }
  const known = await knownRules();
  const rule = known.find((one) => one.id === id);
  if (rule === undefined) {
    complain(unknownName(id, known, false)!);
    return 2;
  }
  if (format === "json") {
    print(`${JSON.stringify({ format: 1, rule: { ...entryOf(rule), examples: rule.examples } }, undefined, 2)}\n`);
    return 0;
  }
  print(terminalPage(rule, optionPages(rule), { colours: outputColours(), width: outputWidth() }));
  return 0;
}
