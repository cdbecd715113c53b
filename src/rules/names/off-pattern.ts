import { z } from "zod";
import { writtenName, type Binding, type BindingKind } from "../../model/binding.js";
import { expression } from "../expression.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";

const options = z.strictObject({
  values: expression(
    "^[_$]*(?:\\p{Ll}[\\p{L}\\p{N}]*|\\p{Lu}[\\p{Lu}\\p{N}_]*|\\p{Lu}[\\p{L}\\p{N}]*|\\p{N}+)?$",
    "A regular expression that the names of variables and parameters match.",
  ),
  functions: expression("^[_$]*\\p{L}[\\p{L}\\p{N}]*$", "The same for functions."),
  types: expression("^[_$]*\\p{Lu}[\\p{L}\\p{N}]*$", "The same for classes and types."),
});
type Options = z.infer<typeof options>;

const groups: Partial<Record<BindingKind, keyof Options>> = {
  variable: "values",
  changeable: "values",
  fixed: "values",
  parameter: "values",
  caught: "values",
  function: "functions",
  class: "types",
  enum: "types",
  interface: "types",
  alias: "types",
};

/** The name with each letter behind a `_` made a capital. */
function joined(name: string): string {
  return name.replace(/(?<=[\p{L}\p{N}])_+(\p{L})/gu, (_, letter: string) => letter.toUpperCase()).replace(/_+$/, "");
}

/** The name put right everywhere in the file, where nobody else knows it. */
function rename(binding: Binding, pattern: RegExp, { keepsToItself, facts }: FileView): RemedyOffer[] {
  const { scope, exported, declarations } = binding;
  const name = writtenName(binding.name);
  const better = joined(name);
  const top = scope.parent === null && !keepsToItself;
  const nodes = [...declarations.map(({ node }) => node), ...binding.inOrder().map(({ node }) => node)];
  const short = nodes.some(facts.standsForMore);
  if (exported || top || short || better === name || !pattern.test(better) || scope.distanceTo(better) >= 0) return [];
  return [{
    title: `Rename to \`${better}\` in this file`,
    certainty: "proposed",
    edits: nodes.map((node) => ({ from: node.start, to: node.start + name.length, insert: better })),
  }];
}

/** How a name is written, and by an example how names of its group are to be. */
function told(name: string, group: keyof Options, pattern: RegExp): string {
  const bare = name.replace(/^[_$]+/, "");
  const better = joined(name);
  const first = (word: string, to: "toUpperCase" | "toLowerCase"): string =>
    word.replace(/\p{L}/u, (letter) => letter[to]());
  const example = [better, first(better, "toLowerCase"), first(better, "toUpperCase"), better.toUpperCase()].find(
    (one) => pattern.test(one),
  );
  const found = /^[\p{Lu}\p{N}_]{2,}$/u.test(bare)
    ? "is written in capitals"
    : bare.includes("_")
      ? "is written with `_`"
      : /^\p{Lu}/u.test(bare) ? "begins with a capital" : "begins with a small letter";
  return example === undefined || example === name
    ? `\`${name}\` is not formed as agreed: see the pattern for ${group} in the settings`
    : `\`${name}\` ${found}: names of ${group} look like \`${example}\` here`;
}

export const offPattern = defineRule({
  id: "names.off-pattern",
  title: "A name that is not formed as agreed",
  why: "Names of one form tell at a glance what they stand for: a type, a function, a value. Which form that is, a team decides.",
  level: "hint",
  kits: [],
  once: "style",
  options,
  expressions: ["values", "functions", "types"],
  examples: {
    alerts: [
      {
        code: "const «tide_table» = 1;\nsail(tide_table);\nfunction sail() {}\nexport {};\n",
        after: "const tideTable = 1;\nsail(tideTable);\nfunction sail() {}\nexport {};\n",
      },
      { code: "export class «ferry» {}\n" },
      { code: "export function sail(«Berth») { return Berth; }\n", options: { values: "^[a-z]" } },
    ],
    quiet: [
      {
        code: "export const tideTable = 1, MAX_SEATS = 3, Sign = () => 1, _spare = 1, $1 = 2;\nexport class Ferry {}\nexport function Board() {}\n",
      },
      { code: "import { tide_table } from \"./tides.js\";\nexport default tide_table;\n" },
    ],
  },
  binding(binding, file) {
    const group = groups[binding.kind];
    if (group === undefined || file.ambient) return;
    const form = file.options[group];
    const pattern = new RegExp(form, "u");
    const name = writtenName(binding.name);
    if (pattern.test(name)) return;
    file.alert(binding.declarations[0]!.node, {
      message: told(name, group, pattern),
      remedies: () => rename(binding, pattern, file),
    });
  },
});
