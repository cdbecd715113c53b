import type { FileView } from "../../../../rules/rule.js";
import { isWorthKeeping, NodeMemo } from "../../../../syntax/memo.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import { bindingOf } from "../../names/facts.js";
import { isFunction } from "../../names/scoping.js";
import type { FunctionNode, Identifier, JavaScriptNode, Literal } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** The first names of what stands in the holes of a text. */
const hole = /\$\{\s*([\p{ID_Start}$_][\p{ID_Continue}$]*)(?:\??\.[\p{ID_Start}$_][\p{ID_Continue}$]*)*\s*\}/gu;

const hasHoles = new NodeMemo<boolean>();

/** The plain texts with holes below a node. Where none are is kept. */
function textsIn(root: Node): Literal[] {
  const found: Literal[] = [];
  const marked = new Set<Node>();
  walk(
    root,
    (node) => {
      const one = node as JavaScriptNode;
      if (one.type === "Literal" && one.isString && one.raw.includes("${")) {
        found.push(one);
        marked.add(one);
      }
      return hasHoles.get(node) !== false;
    },
    (node) => {
      const holds = marked.delete(node);
      if (isWorthKeeping(node)) hasHoles.set(node, holds);
      if (holds && node !== root) marked.add(node.parent!);
    },
  );
  return found;
}

/** The names that a function declares: its parameters, and what its code declares for all of it. */
function namesOf({ params }: FunctionNode): ReadonlySet<string> {
  const names = new Set<string>();
  for (const param of params) {
    walk(param, (node) => {
      const binding = node.type === "Identifier" ? bindingOf(node) : undefined;
      if (binding?.declarations.some((one) => one.node === node) === true) names.add((node as Identifier).name);
    });
  }
  return names;
}

/** Whether a function between a text and another one around it has a parameter that stands in a hole too: that one tells. */
function isToldInside(text: Node, outer: Node, inHoles: readonly string[]): boolean {
  for (let up = text.parent; up !== null && up !== outer; up = up.parent) {
    const names = isFunction(up as JavaScriptNode) ? namesOf(up as FunctionNode) : undefined;
    if (names !== undefined && inHoles.some((name) => names.has(name))) return true;
  }
  return false;
}

function check(node: FunctionNode, { isBroken, alert }: FileView): void {
  if (node.body === null) return;
  const texts = textsIn(node.body);
  if (texts.length === 0) return;
  const names = namesOf(node);
  for (const text of texts) {
    const inHoles = [...text.raw.matchAll(hole)].map((match) => match[1]!);
    const name = inHoles.find((one) => names.has(one));
    if (
      name === undefined ||
      isToldInside(text, node, inHoles) ||
      /^(?:TaggedTemplateExpression|ImportDeclaration)$/.test(text.parent!.type) ||
      isBroken(text)
    ) continue;
    alert(text, {
      message: `\`${name}\` stays as it is written here: only a text between backticks puts values in`,
      remedies() {
        const inner = text.raw.slice(1, -1);
        if (/`/.test(inner) || /(?:^|[^\\])(?:\\\\)*\\[0-9]/.test(inner)) return [];
        return [{
          title: "Make it a template text",
          certainty: "proposed",
          edits: [{ from: text.start, to: text.end, insert: `\`${inner.replaceAll(/\\(["'])/g, "$1")}\`` }],
        }];
      },
    });
  }
}

export const placeholderInPlainText = defineRule({
  id: "values.placeholder-in-plain-text",
  title: "A hole in a text that fills none",
  why: "Only a text between backticks puts values into `${…}`. Between other marks it stays as it is written. It is told where the hole names a parameter of a function around it.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function sign(pier) {\n  return pier.name + «\"to ${pier}\"»;\n}\n",
        after: "export function sign(pier) {\n  return pier.name + `to ${pier}`;\n}\n",
      },
      {
        code: "export const sign = (pier) => tell(«'at ${ pier.name }'», pier);\n",
        after: "export const sign = (pier) => tell(`at ${ pier.name }`, pier);\n",
      },
    ],
    quiet: [
      { code: "export function sign(pier) {\n  return `to ${pier}`;\n}\n" },
      { code: "export function sign(pier) {\n  return pier + \"to ${berth}\";\n}\n" },
      { code: "export const sign = \"costs $5 {net}\";\n" },
    ],
  },
  visit: { FunctionDeclaration: check, FunctionExpression: check, ArrowFunctionExpression: check },
});
