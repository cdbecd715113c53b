/** `rules` and `explain`. */
import { z } from "zod";
import { nearest } from "../model/spelling.js";
import { kitsOf, optionsOf, terminalPage, type OptionPage } from "../report/rule-page.js";
import { ruleOf, rules } from "../rules/index.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { complain, outputColours, print } from "./output.js";

export function rulesCommand(): number {
  const colours = outputColours();
  const widest = Math.max(...rules.map((rule) => rule.id.length));
  let area = "";
  for (const rule of rules) {
    if (areaOf(rule.id) !== area) {
      if (area !== "") print("\n");
      area = areaOf(rule.id);
    }
    print(`${rule.id.padEnd(widest)}  ${colours.level[rule.level](rule.level.padEnd(11))}  ${colours.faint(kitsOf(rule).join(", ").padEnd(15))}  ${rule.title}\n`);
  }
  return 0;
}

export function optionPages(rule: Rule): OptionPage[] {
  return optionsOf(rule, ({ options }) => z.toJSONSchema(options!, { io: "input" }));
}

export function explainCommand(id: string): number {
  const rule = ruleOf(id);
  if (rule === undefined) {
    const [near] = nearest(id, rules.map((known) => known.id));
    complain(`there is no rule \`${id}\`${near === undefined ? ": `alert-quill rules` lists them" : `: did you mean \`${near}\`?`}`);
    return 2;
  }
  print(terminalPage(rule, optionPages(rule), outputColours()));
  return 0;
}
