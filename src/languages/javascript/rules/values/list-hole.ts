import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** Whether a list is what compilers write for the parts of a `try` in a generator. */
function isGenerated({ parent }: Node): boolean {
  const call = parent as JavaScriptNode | null;
  return call?.type === "CallExpression" &&
    call.callee.type === "MemberExpression" &&
    memberName(call.callee.object) === "trys";
}

export const listHole = defineRule({
  id: "values.list-hole",
  title: "A hole in a list",
  why: "Between two commas stands an element that is not there: some methods pass over it, others give `undefined`. Mostly a comma is too many.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export const seats = [1,«,» 2];\n", after: "export const seats = [1, 2];\n" },
      { code: "export const seats = [«,» 2];\n", after: "export const seats = [2];\n" },
    ],
    quiet: [
      { code: "export const seats = [1, /* 2 is the skipper's */, 3];\n" },
      { code: "export const seats = [1, 2,];\n" },
      { code: "const [, second] = seats;\nsail(second);\n" },
    ],
  },
  visit: {
    ArrayExpression(node, { text, isBroken, alert }) {
      const { elements } = node;
      if (!elements.includes(null) || isBroken(node) || isGenerated(node)) return;
      let behind = node.start + 1;
      let isFirst = true;
      for (const element of elements) {
        const leads = isFirst;
        if (element !== null) {
          isFirst = false;
          behind = element.end;
          const comma = /^(?:\s|\/\/[^\n\r]*(?![^\n\r])|\/\*(?:[^*]|\*(?!\/))*\*\/|\))*,/.exec(
            text.slice(behind, node.end),
          );
          behind += comma?.[0].length ?? 0;
          continue;
        }
        const gap = /^(?:\s|\/\/[^\n\r]*|\/\*[^]*?\*\/)*/.exec(text.slice(behind, node.end))![0].length;
        const from = behind + gap;
        // A comment in its place says that it is meant.
        if (/\S/.test(text.slice(behind, from))) {
          behind = from + 1;
          isFirst = false;
          continue;
        }
        const offset = from - node.start;
        alert({ from, to: from + 1 }, {
          message: "A hole stands before this comma: take the comma out, or write `undefined`",
          remedies() {
            const at = node.start + offset;
            const space = leads ? /^\s*/.exec(text.slice(at + 1, at + 200))![0].length : 0;
            return [
              {
                title: "Take the comma out",
                certainty: "proposed",
                edits: [{ from: at, to: at + 1 + space, insert: "" }],
              },
              { title: "Write `undefined`", certainty: "proposed", edits: [{ from: at, to: at, insert: "undefined" }] },
            ];
          },
        });
        behind = from + 1;
        isFirst = false;
      }
    },
  },
});
