import { z } from "zod";
import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { ImportDeclaration, Program } from "../../index.js";
import { isOfRuntime } from "../../links/runtime-modules.js";
import { defineRule } from "../../rule.js";
import { fence, nextToken } from "../statements.js";
import { chunkOf, isDirective, sourceOf, stretches } from "./statements.js";

const groups = ["runtime", "packages", "aliases", "own"] as const;

const options = z.strictObject({
  groups: z.array(z.enum(groups))
    .default([...groups])
    .describe(
      "In which order the groups come: `runtime` (`node:fs`, and `fs` where the settings name `node` as a `runtime`), `packages`, `aliases` (`#a`, `~/a`, `@/a`) and `own` files. One that is not named comes last.",
    ),
  types: z.enum(["among", "last"])
    .default("among")
    .describe("Whether imports of types stand among the others, or behind them."),
  blankLineBehind: z.boolean().default(false).describe("Whether a blank line stands behind the last import."),
  blankLines: z.enum(["any", "between", "none"])
    .default("any")
    .describe("Whether a blank line stands between groups, no blank line at all, or any."),
});

type Options = z.output<typeof options>;

interface Style extends Options {
  readonly runtimes: readonly string[];
}

function groupOf(node: ImportDeclaration, { groups: order, types, runtimes }: Style): number {
  const source = sourceOf(node);
  const group = isOfRuntime(source, runtimes)
    ? "runtime"
    : /^[#~]|^@\//.test(source) ? "aliases" : /^[./]/.test(source) ? "own" : "packages";
  const place = order.indexOf(group);
  return (types === "last" && node.typeOnly ? 10 : 0) + (place < 0 ? order.length : place);
}

/** Files further away come first: `../../a.js`, `../a.js`, `./a.js`. */
function keyOf(node: ImportDeclaration): string {
  const source = sourceOf(node);
  const up = /^(?:\.\.\/)*/.exec(source)![0].length / 3;
  return `${String.fromCharCode(1000 - up)}${source.toLowerCase()}\n${source}`;
}

function compare(a: ImportDeclaration, b: ImportDeclaration, style: Style): number {
  const [one, other] = [keyOf(a), keyOf(b)];
  return groupOf(a, style) - groupOf(b, style) || (one < other ? -1 : one > other ? 1 : 0);
}

/** The statement behind the imports of a file, where no blank line stands between. */
function checkBehind({ body }: Program, { text, alert, isBroken }: FileView): void {
  const last = body.findLastIndex((item) => item.type === "ImportDeclaration");
  const item = body[last];
  const next = body[last + 1];
  // Imports that stand further down are left alone.
  if (item === undefined || next === undefined || isBroken(item) || isBroken(next)) return;
  if (body.slice(0, last).some((one) => one.type !== "ImportDeclaration" && !isDirective(one))) return;
  const gap = text.slice(item.end, next.start);
  const line = /^[^\n\r]*(?:\r\n|\n|\r)/.exec(gap)?.[0];
  if (line === undefined || /^[ \t]*(?:\r\n|\n|\r)/.test(gap.slice(line.length))) return;
  const first = /^(?:[\w$]+|[^\s])/.exec(text.slice(next.start, next.end))![0];
  alert({ headOf: next, length: first.length }, {
    message: "The code begins right behind the imports: a blank line is wanted between",
    remedies: () => [{
      title: "Add a blank line",
      certainty: "certain",
      edits: [{ from: item.end + line.length, to: item.end + line.length, insert: lineBreakOf(text) }],
    }],
  });
}

export const order = defineRule({
  id: "imports.order",
  title: "Imports in another order than agreed",
  why: "In a fixed order an import is found at a glance, is not written twice, and two people who add one each do not get in each other's way. Imports that only run a module keep their place.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      {
        code: "import b from \"./b.js\";\n«import a from \"./a.js\";»\nb(a);\n",
        after: "import a from \"./a.js\";\nimport b from \"./b.js\";\nb(a);\n",
      },
      {
        code: "/** Sails. */\nimport { sail } from \"./sail.js\";\n// The sea's own.\n«import tides from \"tides\";» // high\nimport { readFile } from \"node:fs\";\nsail(tides, readFile);\n",
        after: "/** Sails. */\nimport { readFile } from \"node:fs\";\n// The sea's own.\nimport tides from \"tides\"; // high\nimport { sail } from \"./sail.js\";\nsail(tides, readFile);\n",
      },
      {
        code: "import b from \"b\";\n«import c from \"./c.js\";»\nb(c);\n",
        options: { blankLines: "between" },
        after: "import b from \"b\";\n\nimport c from \"./c.js\";\nb(c);\n",
      },
      {
        code: "import b from \"./b.js\";\n«import a from \"a\";»\nb(a);\n",
        options: { groups: ["packages", "own"] },
        after: "import a from \"a\";\nimport b from \"./b.js\";\nb(a);\n",
      },
      {
        code: "import a from \"a\";\n«import { readFile } from \"fs/promises\";»\na(readFile);\n",
        after: "import { readFile } from \"fs/promises\";\nimport a from \"a\";\na(readFile);\n",
      },
      {
        code: "import a from \"a\"; // tides\n«a»();\n",
        options: { blankLineBehind: true },
        after: "import a from \"a\"; // tides\n\na();\n",
      },
    ],
    quiet: [
      {
        code: "import fs from \"node:fs\";\nimport a from \"a\";\nimport c from \"../c.js\";\nimport b from \"./b.js\";\nfs(a, b, c);\n",
      },
      { code: "import b from \"./b.js\";\nimport \"./effect.js\";\nimport a from \"./a.js\";\nb(a);\n" },
    ],
  },
  visit: {
    Program(node, file) {
      const { text, alert, isBroken } = file;
      const style: Style = { ...file.options, runtimes: file.runtimes };
      if (style.blankLineBehind) checkBehind(node, file);
      for (const stretch of stretches(node)) {
        const sorted = stretch.toSorted((a, b) => compare(a, b, style));
        const wrong = stretch.findIndex((one, index) => index > 0 && compare(stretch[index - 1]!, one, style) > 0);
        const parted = (one: ImportDeclaration, other: ImportDeclaration): boolean =>
          /(?:\r\n|\n|\r)[ \t]*(?:\r\n|\n|\r)/.test(text.slice(one.end, other.start));
        const gap = stretch.findIndex(
          (one, index) => index > 0 &&
            style.blankLines !== "any" &&
            parted(stretch[index - 1]!, one) !==
              (style.blankLines === "between" && groupOf(stretch[index - 1]!, style) !== groupOf(one, style)),
        );
        const first = stretch[wrong >= 0 ? wrong : gap];
        if (first === undefined || stretch.some(isBroken)) continue;
        alert(first, {
          message: wrong >= 0
            ? `\`${sourceOf(first)}\` is wanted before \`${sourceOf(stretch[wrong - 1]!)}\``
            : style.blankLines === "between" && !parted(stretch[gap - 1]!, first)
              ? "A blank line is wanted between groups of imports"
              : "No blank line stands here",
          remedies: () => {
            const line = lineBreakOf(text);
            const chunks = new Map<ImportDeclaration, string>();
            const at = node.body.indexOf(stretch[0]!);
            let least = at > 0 ? node.body[at - 1]!.end : 0;
            const begin = chunkOf(stretch[0]!, text, least).from;
            const chunkEnd = stretch.at(-1)!.end;
            for (const one of stretch) {
              const { from, to } = chunkOf(one, text, least);
              const { end } = one;
              const mark = one === sorted.at(-1) ? fence(one, nextToken(text, chunkEnd), text) : "";
              chunks.set(one, text.slice(from, end) + mark + text.slice(end, to));
              least = to;
            }
            // Where blank lines part the groups now, they part them afterwards too.
            const between = style.blankLines === "between" ||
              (
                style.blankLines === "any" &&
                stretch.some((one, index) => index > 0 && parted(stretch[index - 1]!, one))
              );
            const pieces = sorted.map(
              (one, index) => `${index === 0 ? "" : between && groupOf(sorted[index - 1]!, style) !== groupOf(one, style) ? line + line : line}${chunks.get(one)!}`,
            );
            // What stands between imports and belongs to none of them must not be lost.
            const all = [...chunks.values()].join("");
            const count = (code: string): number => code.replaceAll(/[\s;]/g, "").length;
            if (count(text.slice(begin, least)) !== count(all)) return [];
            return [{
              title: "Put the imports in order",
              // A comment that speaks of an order knows what loading does.
              certainty: /(?:\/\/|\/\*)[^\n]*\b(?:first|before|after|order)\b/i.test(all) ? "proposed" : "certain",
              edits: [{ from: begin, to: least, insert: pieces.join("") }],
            }];
          },
        });
      }
    },
  },
});
