import type { Node } from "../../../syntax/node.js";
import { defineRefit } from "../../refit.js";
import { alwaysLeaves } from "../leaving.js";
import type { IfStatement, JavaScriptNode, Statement } from "../nodes/index.js";
import { textsOverLines } from "../rules/statements.js";
import { codeOf, indentOf, losesComment, spanOf, stepOf } from "./code.js";
import { ifAt } from "./if-parts.js";

/** What a test of a chain compares, and with what: `x === "a" || x === "b"`. */
function compared(test: Node): { subject: Node; values: Node[] } | undefined {
  const one = test as JavaScriptNode;
  if (one.type === "LogicalExpression" && one.operator === "||") {
    const [left, right] = [compared(one.left), compared(one.right)];
    return left && right ? { subject: left.subject, values: [...left.values, ...right.values] } : undefined;
  }
  if (one.type !== "BinaryExpression" || one.operator !== "===") return undefined;
  return one.right.type === "Literal" ? { subject: one.left, values: [one.right] } : undefined;
}

/** Whether a `break` in a branch would end a `switch` around it instead of what it ends now. */
function breaksOut(branch: Node): boolean {
  const one = branch as JavaScriptNode;
  if (one.type === "BreakStatement") return one.label === null;
  if (/^(?:For|While|DoWhile|Switch|Function|Class|Arrow)/.test(one.type)) return false;
  let found = false;
  one.each((child) => (found ||= breaksOut(child)));
  return found;
}

export const chainToSwitch = defineRefit({
  id: "chain-to-switch",
  kind: "refactor.rewrite",
  examples: [
    {
      code: 'function f(kind) {\n  «»if (kind === "child") {\n    return 210;\n  } else if (kind === "dog" || kind === "bicycle") {\n    log(kind);\n  } else {\n    const full = 420;\n    log(full);\n  }\n}\n',
      after: 'function f(kind) {\n  switch (kind) {\n    case "child":\n      return 210;\n    case "dog":\n    case "bicycle":\n      log(kind);\n      break;\n    default: {\n      const full = 420;\n      log(full);\n    }\n  }\n}\n',
    },
    {
      code: "for (const kind of kinds) {\n  «»if (kind === 1) break;\n  else if (kind === 2) sail();\n}\n",
      refused: "a `break` in it would end the `switch` instead",
    },
    { code: "«»if (kind === 1) sail();\nelse if (tide === 2) moor();\n" },
    { code: "«»if (kind === 1) sail();\n" },
  ],
  offer(selection, { root, text }) {
    const node = ifAt(selection, root);
    if (
      node === undefined || (node.parent?.type === "IfStatement" && (node.parent as IfStatement).alternate === node)
    ) {
      return undefined;
    }
    const branches: { values: Node[]; body: Statement }[] = [];
    let subject: Node | undefined;
    let rest: Statement | null = node;
    while (rest?.type === "IfStatement") {
      const found = compared(rest.test);
      if (
        found === undefined ||
        !/^[\w$.]+$/.test(codeOf(spanOf(found.subject), text)) ||
        (subject !== undefined && codeOf(spanOf(subject), text) !== codeOf(spanOf(found.subject), text))
      ) return undefined;
      subject ??= found.subject;
      branches.push({ values: found.values, body: rest.consequent });
      rest = rest.alternate;
    }
    if (branches.length < 2 || subject === undefined) return undefined;
    const all: { values: Node[]; body: Statement }[] = rest === null
      ? branches
      : [...branches, { values: [], body: rest }];
    const title = "Make it a `switch`";
    if (all.some(({ body }) => breaksOut(body))) {
      return { title, reason: "a `break` in it would end the `switch` instead" };
    }
    if (
      losesComment(spanOf(node), all.flatMap(({ values, body }) => [...values, body].map(spanOf)), text) ||
      all.some(({ body }) => textsOverLines(body, text).length > 0)
    ) return undefined;
    const indent = indentOf(node, text);
    const step = stepOf(text);
    const { lineBreak } = text;
    const cases = all.map(({ values, body }, index) => {
      const labels = values.length === 0 ? ["default:"] : values.map((value) => `case ${codeOf(spanOf(value), text)}:`);
      const statements = body.type === "BlockStatement" ? body.body : [body];
      const declares = statements.some(
        (one) => /^(?:Class|Function)Declaration$/.test(one.type) ||
          (one.type === "VariableDeclaration" && one.kind !== "var"),
      );
      const leaves = statements.some(alwaysLeaves) || index === all.length - 1;
      const inner = body.type === "BlockStatement"
        ? text.slice(body.start + 1, body.end - 1)
        : codeOf(spanOf(body), text);
      const own = /(?:^|[\n\r])([ \t]*)\S/.exec(inner)?.[1] ?? "";
      const deeper = `${indent}${step}${step}`;
      const lines = inner.trim() === ""
        ? []
        : inner
          .replace(/^\s*[\n\r]+/, "")
          .trimEnd()
          .split(/\r\n|\n|\r/)
          .map(
            (line) => (
              line.trim() === "" ? "" : deeper + (line.startsWith(own) ? line.slice(own.length) : line.trimStart())
            ),
          );
      const ends = leaves ? [] : [`${deeper}break;`];
      const last = labels.pop()!;
      return [
        ...labels.map((label) => `${indent}${step}${label}`),
        `${indent}${step}${last}${declares ? " {" : ""}`,
        ...lines,
        ...ends,
        ...(declares ? [`${indent}${step}}`] : []),
      ].join(lineBreak);
    });
    return {
      title,
      certainty: subject.type === "Identifier" ? "certain" : "proposed",
      edits: [{
        ...spanOf(node),
        insert: `switch (${codeOf(spanOf(subject), text)}) {${lineBreak}${cases.join(lineBreak)}${lineBreak}${indent}}`,
      }],
    };
  },
});
