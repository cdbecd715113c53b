import type { ImportDeclaration } from "../../index.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { takeOut } from "../statements.js";
import { isForEffect, sourceOf } from "./statements.js";

const namesOf = (node: ImportDeclaration): ImportDeclaration["specifiers"] =>
  node.specifiers.filter(({ type }) => type === "ImportSpecifier");
const isPlain = (node: ImportDeclaration): boolean =>
  node.specifiers.every(({ type }) => type !== "ImportNamespaceSpecifier");
const hasDefault = (node: ImportDeclaration): boolean =>
  node.specifiers.some(({ type }) => type === "ImportDefaultSpecifier");

export const twice = defineRule({
  id: "imports.twice",
  title: "A module that is imported from twice",
  why: "Two lines for one module hide from each other what is already there. One line tells all that comes from it.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      {
        code: "import { a } from \"tides\";\nimport { b as c } from «\"tides\"»;\na(c);\n",
        after: "import { a, b as c } from \"tides\";\na(c);\n",
      },
      {
        code: "import tides from \"tides\";\nimport { b } from «\"tides\"»;\ntides(b);\n",
        after: "import tides, { b } from \"tides\";\ntides(b);\n",
      },
    ],
    quiet: [{
      code: "import { a } from \"a\";\nimport { b } from \"b\";\nimport * as c from \"a\";\nimport \"a\";\na(b, c);\n",
    }],
  },
  visit: {
    Program(node, { text, alert, isBroken }) {
      const known = new Map<string, ImportDeclaration>();
      for (const item of node.body) {
        if (item.type !== "ImportDeclaration" || isForEffect(item) || !isPlain(item)) continue;
        const key = JSON.stringify([
          item.typeOnly,
          item.phase,
          sourceOf(item),
          text.slice(item.source.end, item.end).replace(";", "").trim(),
        ]);
        const first = known.get(key);
        if (first === undefined) {
          known.set(key, item);
          continue;
        }
        const names = namesOf(item);
        const mergeable = !hasDefault(item) && names.length > 0 && !(item.typeOnly && hasDefault(first));
        if (isBroken(item) || isBroken(first)) continue;
        alert(item.source, {
          message: `\`${sourceOf(item)}\` is imported from above already: join the two`,
          related: [{ at: first.source, message: "here" }],
          remedies: () => {
            if (!mergeable || holdsComment(text, item.start, item.end)) return [];
            const added = text.slice(names[0]!.start, names.at(-1)!.end);
            const last = namesOf(first).at(-1) ?? first.specifiers.at(-1)!;
            const insert = namesOf(first).length > 0 ? `, ${added}` : `, { ${added} }`;
            return [{
              title: "Join the imports",
              certainty: "certain",
              edits: [{ from: last.end, to: last.end, insert }, ...takeOut(item, text).edits],
            }];
          },
        });
      }
    },
  },
});
