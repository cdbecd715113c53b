import { alwaysLeaves } from "../languages/javascript/leaving.js";
import type { Expression, IfStatement, JavaScriptNode, Statement } from "../languages/javascript/nodes/index.js";
import type { Node } from "../syntax/node.js";
import type { Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import { around, codeOf, fitted, indentOf, isListed, losesComment, opposite, spanOf, stepOf } from "./code.js";
import { defineRefit } from "./refit.js";

/** The `if` at whose head, or `else`, a selection stands. */
function ifAt(selection: Span, root: Node): IfStatement | undefined {
  const node = around(root, selection, "IfStatement");
  if (node === undefined) return undefined;
  const inHead = selection.to <= node.consequent.start;
  const inElse = node.alternate !== null && selection.from >= node.consequent.end && selection.to <= node.alternate.start;
  return inHead || inElse ? node : undefined;
}

function block(statement: string, indent: string, text: Text): string {
  return `{${text.lineBreak}${indent}${stepOf(text)}${statement}${text.lineBreak}${indent}}`;
}

export const choiceToIf = defineRefit({
  id: "choice-to-if",
  kind: "refactor.rewrite",
  examples: [
    { code: "function f(child) {\n  return child «»? 210 : 420;\n}\n", after: "function f(child) {\n  if (child) {\n    return 210;\n  } else {\n    return 420;\n  }\n}\n" },
    { code: "fare = child «»? 210 : 420;\n", after: "if (child) {\n  fare = 210;\n} else {\n  fare = 420;\n}\n" },
    { code: "const fare = child «»? 210 : (a, b);\n", after: "let fare;\nif (child) {\n  fare = 210;\n} else {\n  fare = (a, b);\n}\n" },
    { code: "fares[i++] = child «»? 210 : 420;\n" },
    { code: "export const fare = child «»? 210 : 420;\n" },
    { code: "const fare: number = child «»? 210 : 420;\n", after: "let fare: number;\nif (child) {\n  fare = 210;\n} else {\n  fare = 420;\n}\n" },
  ],
  offer(selection, { root, text }) {
    const choice = around(root, selection, "ConditionalExpression");
    if (choice === undefined) return undefined;
    const parent = choice.parent as JavaScriptNode;
    const statement = (parent.type === "ReturnStatement" ? parent : parent.parent?.type === "ExpressionStatement" || parent.parent?.type === "VariableDeclaration" ? parent.parent : undefined) as JavaScriptNode | undefined;
    if (statement === undefined || !isListed(statement) || statement.parent!.type === "SwitchCase") return undefined;
    if (losesComment(spanOf(statement), parent.type === "ReturnStatement" ? [choice.test, choice.consequent, choice.alternate].map(spanOf) : [{ from: statement.start, to: choice.start }, ...[choice.test, choice.consequent, choice.alternate].map(spanOf)], text)) return undefined;
    const indent = indentOf(statement, text);
    let before = "";
    let lead: string;
    if (parent.type === "ReturnStatement") lead = "return ";
    else if (parent.type === "AssignmentExpression" && parent.right === choice && parent.operator === "=" && (parent.left.type === "Identifier" || parent.left.type === "MemberExpression")) {
      // What stands on the left is worked out before the choice is made: that must not matter.
      if (parent.left.type === "MemberExpression" && (parent.left.computed || !["Identifier", "ThisExpression"].includes(parent.left.object.type))) return undefined;
      lead = `${codeOf(spanOf(parent.left), text)} = `;
    } else if (parent.type === "VariableDeclarator" && statement.type === "VariableDeclaration" && statement.declarations.length === 1 && ["let", "const", "var"].includes(statement.kind) && declaredName(parent.id) !== undefined) {
      const declared = text.slice(parent.start, choice.start).replace(/\s*=\s*\(*\s*$/, "");
      before = `${statement.kind === "const" ? "let" : statement.kind} ${declared};${text.lineBreak}${indent}`;
      lead = `${declaredName(parent.id)} = `;
    } else return undefined;
    const branch = (expression: Expression): string => block(`${lead}${fitted(expression, 1, text)};`, indent, text);
    const insert = `${before}if (${codeOf(spanOf(choice.test), text)}) ${branch(choice.consequent)} else ${branch(choice.alternate)}`;
    return { title: "Make it an `if`", certainty: "certain", edits: [{ ...spanOf(statement), insert }] };
  },
});

/** The name that a declarator declares, if it is one. */
function declaredName(id: Node): string | undefined {
  const one = id as JavaScriptNode;
  return one.type === "Identifier" ? one.name : one.type === "AnnotatedPattern" ? declaredName(one.target) : undefined;
}

/** The one statement of a branch. */
function only(branch: Statement | null): Statement | undefined {
  if (branch?.type !== "BlockStatement") return branch ?? undefined;
  return branch.body.length === 1 ? branch.body[0] : undefined;
}

export const ifToChoice = defineRefit({
  id: "if-to-choice",
  kind: "refactor.rewrite",
  examples: [
    { code: "function f(child) {\n  «»if (child) {\n    return 210;\n  } else return 420;\n}\n", after: "function f(child) {\n  return child ? 210 : 420;\n}\n" },
    { code: "if («»a = b) fare = 210;\nelse fare = x ? 1 : 2;\n", after: "fare = (a = b) ? 210 : x ? 1 : 2;\n" },
    { code: "if («»child) fare = 210;\nelse price = 420;\n" },
    { code: "if («»child) fare += 210;\nelse fare = 420;\n" },
    { code: "if («»child) {\n  // Half.\n  fare = 210;\n} else fare = 420;\n" },
  ],
  offer(selection, { root, text }) {
    const node = ifAt(selection, root);
    const [first, second] = [only(node?.consequent ?? null), only(node?.alternate ?? null)];
    if (node === undefined || first === undefined || second === undefined) return undefined;
    const title = "Make it one expression with `?`";
    const pieces = (one: Expression, other: Expression, lead: string) => {
      if (losesComment(spanOf(node), [node.test, one, other].map(spanOf), text)) return undefined;
      const code = `${lead}${fitted(node.test, 3, text)} ? ${fitted(one, 1, text)} : ${fitted(other, 1, text)};`;
      return { title, certainty: "certain" as const, edits: [{ ...spanOf(node), insert: code }] };
    };
    if (first.type === "ReturnStatement" && second.type === "ReturnStatement" && first.argument !== null && second.argument !== null) return pieces(first.argument, second.argument, "return ");
    if (first.type !== "ExpressionStatement" || second.type !== "ExpressionStatement") return undefined;
    const [a, b] = [first.expression, second.expression];
    if (a.type !== "AssignmentExpression" || b.type !== "AssignmentExpression" || a.operator !== "=" || b.operator !== "=") return undefined;
    // What is assigned to must be the same, and working it out must do nothing.
    if (a.left.type !== "Identifier" || b.left.type !== "Identifier" || a.left.name !== b.left.name) return undefined;
    return pieces(a.right, b.right, `${a.left.name} = `);
  },
});

export const flippedCondition = defineRefit({
  id: "flipped-condition",
  kind: "refactor.rewrite",
  examples: [
    { code: "«»if (tide > 3) {\n  sail();\n} else {\n  moor();\n}\n", after: "if (!(tide > 3)) {\n  moor();\n} else {\n  sail();\n}\n" },
    { code: "if (!«»full) sail();\nelse moor();\n", after: "if (full) moor();\nelse sail();\n" },
    { code: "const fare = kind === \"child\" «»? 210 : 420;\n", after: "const fare = kind !== \"child\" ? 420 : 210;\n" },
    { code: "const fare = a && b «»? (c, d) : e;\n", after: "const fare = !(a && b) ? e : (c, d);\n" },
    { code: "sail(() => !{}«» ? 210 : 420);\n", after: "sail(() => ({}) ? 420 : 210);\n" },
    { code: "const fare = !(a = 0) «»? 210 : 420;\n", after: "const fare = (a = 0) ? 420 : 210;\n" },
    { code: "if («»a) sail();\nelse if (b) moor();\n" },
    { code: "if («»a) sail();\n" },
  ],
  offer(selection, { root, text }) {
    const title = "Flip the condition and its branches";
    const choice = around(root, selection, "ConditionalExpression");
    const node = choice ?? ifAt(selection, root);
    if (node === undefined || node.alternate === null || node.alternate.type === "IfStatement" || node.consequent.type === "IfStatement") return undefined;
    const [one, other] = [wide(node.consequent, text), wide(node.alternate, text)];
    // A statement that ends with an `if` of its own would take the `else`.
    if (choice === undefined && node.alternate.type !== "BlockStatement" && /\bif\b/.test(codeOf(spanOf(node.alternate), text))) return undefined;
    return {
      title,
      certainty: "certain",
      edits: [{ ...spanOf(node.test), insert: opposite(node.test, text) }, { ...one, insert: codeOf(other, text) }, { ...other, insert: codeOf(one, text) }],
    };
  },
});

/** A node along with the parentheses around it, which belong to it and not to its parent. */
function wide(node: Node, text: Text): Span {
  let { from, to } = spanOf(node);
  if (!node.parenthesized) return { from, to };
  for (;;) {
    const before = /\(\s*$/.exec(text.slice(Math.max(0, from - 200), from));
    const behind = /^\s*\)/.exec(text.slice(to, to + 200));
    if (before === null || behind === null || from - before[0].length < node.parent!.start || to + behind[0].length > node.parent!.end) return { from, to };
    from -= before[0].length;
    to += behind[0].length;
  }
}

/** Where statements can stand without a block. */
const bodies: Readonly<Record<string, readonly string[]>> = { IfStatement: ["consequent", "alternate"], ForStatement: ["body"], ForInStatement: ["body"], ForOfStatement: ["body"], WhileStatement: ["body"] };

export const addedBraces = defineRefit({
  id: "added-braces",
  kind: "refactor.rewrite",
  examples: [
    { code: "if («»full) moor();\nelse sail();\n", after: "if (full) {\n  moor();\n} else {\n  sail();\n}\n" },
    { code: "  for («»const pier of piers)\n    moor(pier);\n", after: "  for (const pier of piers) {\n    moor(pier);\n  }\n" },
    { code: "while («»tide) {\n  sail();\n}\n" },
    { code: "if («»full) // why\n  moor();\n" },
  ],
  offer(selection, { root, text }) {
    const node = around(root, selection, "IfStatement", "ForStatement", "ForInStatement", "ForOfStatement", "WhileStatement");
    if (node === undefined) return undefined;
    const parts = bodies[node.type]!.map((key) => (node as unknown as Record<string, Statement | null>)[key]).filter((part): part is Statement => part != null && part.type !== "BlockStatement" && !(part.type === "IfStatement" && isNext(node, part)));
    if (parts.length === 0 || selection.from < node.start || parts.some((part) => part.type === "EmptyStatement")) return undefined;
    const indent = indentOf(node, text);
    const edits = [];
    for (const part of parts) {
      const gapFrom = part.start - /\s*$/.exec(text.slice(Math.max(0, part.start - 200), part.start))![0].length;
      const next = /^\s*(?=else\b)/.exec(text.slice(part.end, part.end + 200))?.[0] ?? "";
      const line = text.lineAt(gapFrom);
      if (/\/\/|\/\*/.test(text.slice(gapFrom, part.start)) || /\/\//.test(text.slice(line.from, gapFrom)) || /\n/.test(codeOf(spanOf(part), text))) return undefined;
      edits.push({ from: gapFrom, to: part.end + (part === (node as IfStatement).consequent ? next.length : 0), insert: ` ${block(codeOf(spanOf(part), text), indent, text)}${next !== "" && part === (node as IfStatement).consequent ? " " : ""}` });
    }
    return { title: "Add braces", certainty: "certain", edits };
  },
});

/** Whether a part of an `if` is the next `if` of a chain. */
function isNext(node: Node, part: Node): boolean {
  return node.type === "IfStatement" && (node as IfStatement).alternate === part;
}

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
    { code: "for (const kind of kinds) {\n  «»if (kind === 1) break;\n  else if (kind === 2) sail();\n}\n", refused: "a `break` in it would end the `switch` instead" },
    { code: "«»if (kind === 1) sail();\nelse if (tide === 2) moor();\n" },
    { code: "«»if (kind === 1) sail();\n" },
  ],
  offer(selection, { root, text }) {
    const node = ifAt(selection, root);
    if (node === undefined || (node.parent?.type === "IfStatement" && (node.parent as IfStatement).alternate === node)) return undefined;
    const branches: { values: Node[]; body: Statement }[] = [];
    let subject: Node | undefined;
    let rest: Statement | null = node;
    while (rest?.type === "IfStatement") {
      const found = compared(rest.test);
      if (found === undefined || !/^[\w$.]+$/.test(codeOf(spanOf(found.subject), text)) || (subject !== undefined && codeOf(spanOf(subject), text) !== codeOf(spanOf(found.subject), text))) return undefined;
      subject ??= found.subject;
      branches.push({ values: found.values, body: rest.consequent });
      rest = rest.alternate;
    }
    if (branches.length < 2 || subject === undefined) return undefined;
    const all: { values: Node[]; body: Statement }[] = rest === null ? branches : [...branches, { values: [], body: rest }];
    const title = "Make it a `switch`";
    if (all.some(({ body }) => breaksOut(body))) return { title, reason: "a `break` in it would end the `switch` instead" };
    if (losesComment(spanOf(node), all.flatMap(({ values, body }) => [...values, body].map(spanOf)), text) || all.some(({ body }) => text.slice(body.start, body.end).includes("`"))) return undefined;
    const indent = indentOf(node, text);
    const step = stepOf(text);
    const { lineBreak } = text;
    const cases = all.map(({ values, body }, index) => {
      const labels = values.length === 0 ? ["default:"] : values.map((value) => `case ${codeOf(spanOf(value), text)}:`);
      const statements = body.type === "BlockStatement" ? body.body : [body];
      const declares = statements.some((one) => /^(?:Class|Function)Declaration$/.test(one.type) || (one.type === "VariableDeclaration" && one.kind !== "var"));
      const leaves = statements.some(alwaysLeaves) || index === all.length - 1;
      const inner = body.type === "BlockStatement" ? text.slice(body.start + 1, body.end - 1) : codeOf(spanOf(body), text);
      const own = /(?:^|[\n\r])([ \t]*)\S/.exec(inner)?.[1] ?? "";
      const deeper = `${indent}${step}${step}`;
      const lines = inner.trim() === "" ? [] : inner.replace(/^\s*[\n\r]+/, "").trimEnd().split(/\r\n|\n|\r/).map((line) => (line.trim() === "" ? "" : deeper + (line.startsWith(own) ? line.slice(own.length) : line.trimStart())));
      const ends = leaves ? [] : [`${deeper}break;`];
      const last = labels.pop()!;
      return [...labels.map((label) => `${indent}${step}${label}`), `${indent}${step}${last}${declares ? " {" : ""}`, ...lines, ...ends, ...(declares ? [`${indent}${step}}`] : [])].join(lineBreak);
    });
    return { title, certainty: subject.type === "Identifier" ? "certain" : "proposed", edits: [{ ...spanOf(node), insert: `switch (${codeOf(spanOf(subject), text)}) {${lineBreak}${cases.join(lineBreak)}${lineBreak}${indent}}` }] };
  },
});
