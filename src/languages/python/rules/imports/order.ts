import { lineBreakOf } from "../../../../rules/lines.js";
import type { Node } from "../../../../syntax/node.js";
import type { SourceText } from "../../../../text/text.js";
import type { Import, ImportFrom, Module } from "../../nodes.js";
import { defineRule } from "../../rule.js";
import { isStandard } from "../../standard-library.js";

type Statement = Import | ImportFrom;

const isImport = (node: Node): node is Statement => node.type === "Import" || node.type === "ImportFrom";

/** One import as it is to stand. */
interface Line {
  readonly group: number;
  readonly key: string;
  readonly code: string;
}

const moduleOf = (node: Statement): string =>
  node.type === "ImportFrom" ? ".".repeat(node.level) + node.module : (node.names[0]?.name ?? "");

/** The future, what comes with Python, packages, and the project's own. */
function groupOf(module: string): number {
  if (module === "__future__") return 0;
  if (module.startsWith(".")) return 3;
  return isStandard(module) ? 1 : 2;
}

const byName = (one: string, other: string): number => {
  const [a, b] = [one.toLowerCase(), other.toLowerCase()];
  return a < b ? -1 : a > b ? 1 : one < other ? -1 : one > other ? 1 : 0;
};

/** The lines that a statement makes: `import a, b` makes two. `lead` is the comments above it, `behind` the one in its last line. */
function linesOf(node: Statement, lead: string, behind: string, text: SourceText): Line[] {
  const written = text.slice(node.start, node.end);
  const module = moduleOf(node);
  if (node.type === "Import") {
    return node.names.map(({ start, end, name }, index) => ({
      group: groupOf(name),
      key: `9${name.toLowerCase()}\n0${name}`,
      code:
        `${index === 0 ? lead : ""}import ${text.slice(start, end)}${index === node.names.length - 1 ? behind : ""}`,
    }));
  }
  const names = node.names.map(({ start, end, name }) => ({ name, code: text.slice(start, end) }));
  const sorted = [...names].sort((one, other) => byName(one.name, other.name));
  const isPlain = !/[\n\r#\\]/.test(written);
  const head = written.slice(0, (node.names[0]?.start ?? node.end) - node.start);
  const tail = written.slice((node.names.at(-1)?.end ?? node.end) - node.start);
  const code = isPlain ? head + sorted.map((one) => one.code).join(", ") + tail : written;
  // Those further away stand first.
  const dots = /^\.*/.exec(module)![0].length;
  return [{
    group: groupOf(module),
    key: `${9 - Math.min(dots, 9)}${module.toLowerCase()}\n1${code}`,
    code: lead + code + behind,
  }];
}

/** The first imports of a file that stand one behind another. */
function stretch({ body }: Module): Statement[] {
  const first = body.findIndex(isImport);
  if (first < 0 || first > 1) return [];
  const found: Statement[] = [];
  for (const node of body.slice(first)) {
    if (!isImport(node)) break;
    found.push(node);
  }
  return found;
}

/** The imports in order, from the beginning of the first to the end of the line of the last; nothing where something stands between that does not move along. */
function inOrder(
  all: readonly Statement[],
  text: SourceText,
): { readonly to: number; readonly code: string } | undefined {
  const lineBreak = lineBreakOf(text);
  const lines: Line[] = [];
  let to = all.at(-1)!.end;
  for (const [index, node] of all.entries()) {
    const before = all[index - 1];
    const gap = before === undefined ? "" : text.slice(before.end, node.start);
    // Two on one line, or comments that stand by themselves, are left as they are.
    if (
      before !== undefined &&
      (
        !/[\n\r]/.test(gap) ||
        /[;\\]/.test(gap) ||
        /#[^\n\r]*(?:\r\n|\n|\r)[ \t]*(?:\r\n|\n|\r)/.test(gap.replace(/^[^\n\r]*/, ""))
      )
    ) return undefined;
    const lead = before === undefined
      ? ""
      : [...gap.replace(/^[^\n\r]*/, "").matchAll(/#[^\n\r]*/g)].map(([comment]) => comment + lineBreak).join("");
    const behind = /^[ \t]*#[^\n\r]*/.exec(text.slice(node.end, node.end + 300))?.[0].trimEnd() ?? "";
    if (node === all.at(-1)) {
      to = node.end + (/^[ \t]*#[^\n\r]*/.exec(text.slice(node.end, node.end + 300))?.[0].trimEnd().length ?? 0);
    }
    lines.push(...linesOf(node, lead, behind, text));
  }
  const sorted = lines
    .map((line, index) => ({ ...line, index }))
    .sort(
      (one, other) =>
        one.group - other.group || (one.key < other.key ? -1 : one.key > other.key ? 1 : one.index - other.index),
    );
  const code = sorted
    .map((line, index) => (index > 0 && sorted[index - 1]!.group !== line.group ? lineBreak : "") + line.code)
    .join(lineBreak);
  return { to, code };
}

export const order = defineRule({
  id: "imports.order",
  title: "Imports in another order than agreed",
  why: "In groups – what comes with Python, packages, the project's own – and in order an import is found at a glance and not written twice.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      {
        code: "«import sys\nimport os»\n",
        after: "import os\nimport sys\n",
      },
      {
        code: "\"\"\"Fares.\"\"\"\n«from .fares import price, child\nimport ferries\nimport os, json»  # both\n\nprint(os)\n",
        after: "\"\"\"Fares.\"\"\"\nimport json  # both\nimport os\n\nimport ferries\n\nfrom .fares import child, price\n\nprint(os)\n",
      },
    ],
    quiet: [
      {
        code: "from __future__ import annotations\n\nimport os\nimport sys\nfrom typing import Any, List\n\nimport ferries\n\nfrom .fares import price\n",
      },
      { code: "import os\nos.chdir(\"..\")\nimport ferries\nimport berths\n" },
      { code: "import os; import json\n" },
    ],
  },
  visit: {
    Module(node, { text, alert, isBroken }) {
      const all = stretch(node);
      const [first] = all;
      if (first === undefined || all.some((one) => isBroken(one))) return;
      const wanted = inOrder(all, text);
      if (wanted === undefined || text.slice(first.start, wanted.to) === wanted.code) return;
      alert({ first, last: all.at(-1)! }, {
        message: "These imports are not in the order that is wanted: what comes with Python, packages, the project's own, each by name",
        remedies: () => {
          const now = inOrder(stretch(node), text);
          if (now === undefined) return [];
          return [{
            title: "Put the imports in order",
            // A comment may say why one stands before another.
            certainty: /#[^\n\r]*\b(?:first|before|after|order)\b/i.test(now.code) ? "proposed" : "certain",
            edits: [{ from: first.start, to: now.to, insert: now.code }],
          }];
        },
      });
    },
  },
});
