import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { FunctionNode, JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { whereDocumented, type DocumentedFunction } from "./comment.js";

/** What a function throws itself with `new`, by the names of the classes; what it catches, and what its inner functions throw, is not its own. */
function thrownBy({ body }: FunctionNode): Map<string, Node> {
  const thrown = new Map<string, Node>();
  walk(body!, (node) => {
    const one = node as JavaScriptNode;
    if (node !== body && (/Function(?:Declaration|Expression)$/.test(one.type) || /^Class/.test(one.type))) {
      return false;
    }
    if (one.type !== "ThrowStatement" || one.argument.type !== "NewExpression") return true;
    const { callee } = one.argument;
    if (callee.type === "Identifier" && !isCaught(one, body!) && !thrown.has(callee.name)) {
      thrown.set(callee.name, callee);
    }
    return true;
  });
  return thrown;
}

/** Whether a handler inside of the function catches what is thrown at a place. */
function isCaught(node: Node, root: Node): boolean {
  for (let inner = node, up = node.parent; up !== null && inner !== root; inner = up, up = up.parent) {
    const one = up as JavaScriptNode;
    if (one.type === "TryStatement" && one.block === inner && one.handler !== null) return true;
  }
  return false;
}

function check(found: DocumentedFunction, { text, alert }: FileView): void {
  for (const [name, at] of thrownBy(found.node)) {
    const escaped = name.replaceAll("$", "\\$");
    if (new RegExp(`@(?:throws|exception)\\b[^@]*?(?<![\\w$.])${escaped}(?![\\w$])`).test(found.text)) continue;
    // A comment that tells of what is thrown without a class tells of all.
    if (/@(?:throws|exception)\b(?![ \t]*[{A-Z])/.test(found.text)) continue;
    alert(at, {
      message: `\`${name}\` is thrown, and the comment does not tell of it: add \`@throws {${name}}\``,
      remedies() {
        const [from, to] = [found.comment.from + found.moved(), found.comment.to + found.moved()];
        const comment = text.slice(from, to);
        const head = /[ \t]*$/.exec(text.slice(Math.max(0, from - 200), from))![0];
        const line = ` * @throws {${name}}`;
        const edit = /[\n\r]/.test(comment)
          ? {
            from: to - 2 - /[ \t]*$/.exec(comment.slice(0, -2))![0].length,
            to: to - 2,
            insert: `${head}${line}\n${head} `,
          }
          : {
            from: from + 3,
            to,
            insert: `\n${head} * ${comment.slice(3, -2).trim()}\n${head}${line}\n${head} */`,
          };
        return [{ title: `Add \`@throws {${name}}\``, certainty: "proposed", edits: [edit] }];
      },
    });
  }
}

export const undocumentedThrow = defineRule({
  id: "docs.undocumented-throw",
  title: "Something thrown that the documentation comment does not tell of",
  why: "Who calls a function has to know what it may throw to be ready for it. In an async function the promise fails with it, which is the same to them.",
  level: "hint",
  kits: [],
  byTaste: true,
  examples: {
    alerts: [
      {
        code:
          "/** Moors a ferry. */\nexport function moor(pier) {\n  if (!pier) throw new «RangeError»(\"no pier\");\n}\n",
        after: "/**\n * Moors a ferry.\n * @throws {RangeError}\n */\nexport function moor(pier) {\n  if (!pier) throw new RangeError(\"no pier\");\n}\n",
      },
      {
        code: "export class Quay {\n  /**\n   * Moors a ferry.\n   */\n  async moor() {\n    throw new «FullError»();\n  }\n}\n",
        after: "export class Quay {\n  /**\n   * Moors a ferry.\n   * @throws {FullError}\n   */\n  async moor() {\n    throw new FullError();\n  }\n}\n",
      },
    ],
    quiet: [
      {
        code: "/**\n * Moors a ferry.\n * @throws {RangeError} without a pier\n */\nexport function moor(pier) {\n  if (!pier) throw new RangeError(\"no pier\");\n}\n",
      },
      {
        code: "/** Moors a ferry. */\nexport function moor() {\n  try {\n    throw new RangeError();\n  } catch {\n    wait();\n  }\n}\n",
      },
      { code: "export function moor() {\n  throw new RangeError();\n}\n" },
      {
        code: "/** Gives a function. */\nexport function later() {\n  return () => {\n    throw new RangeError();\n  };\n}\n",
      },
    ],
  },
  siblings: whereDocumented(check),
});
