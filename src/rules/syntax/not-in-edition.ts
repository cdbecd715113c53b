import type { JavaScriptNode, Literal, SpreadElement } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import type { Span } from "../../text/edit.js";
import { defineRule, type FileView, type Visitors } from "../rule.js";

/** Says that a construct came with an edition, where that is later than the one in the settings. */
function since(edition: number, what: string, at: Node | Span, file: FileView): void {
  if (file.edition >= edition || file.typescript) return;
  file.alert(at, { message: `${what} came with edition ${edition}, and the settings say ${file.edition}` });
}

/** The first characters of a node that says what it is. */
function head(node: Node, length: number): Span {
  const from = node.start;
  return { from, to: from + length };
}

function checkFunction(node: Node & { async: boolean; generator?: boolean }, file: FileView): void {
  if (!node.async) return;
  if (node.generator) since(2018, "An async generator", head(node, "async".length), file);
  else since(2017, "An async function", head(node, "async".length), file);
}

function checkSpread(node: SpreadElement, file: FileView): void {
  const holder = node.parent!.type;
  if (holder === "ObjectExpression") since(2018, "`...` in an object", head(node, 3), file);
  else if (holder === "ObjectPattern") since(2018, "`...` in an object pattern", head(node, 3), file);
}

const flagEditions: Readonly<Record<string, number>> = { s: 2018, d: 2022, v: 2024 };

function checkLiteral(node: Literal, file: FileView): void {
  const { raw } = node;
  if (raw.startsWith("/")) {
    const flags = raw.slice(raw.lastIndexOf("/") + 1);
    for (const flag of flags) if (flagEditions[flag]) since(flagEditions[flag], `The flag \`${flag}\``, node, file);
    if (/\(\?<[=!]/.test(raw)) since(2018, "Looking behind", node, file);
    if (/\(\?<[^=!]/.test(raw)) since(2018, "A named group", node, file);
    if (/\\[pP]\{/.test(raw) && /[uv]/.test(flags)) since(2018, "A Unicode property", node, file);
    if (/\(\?[ims-]+:/.test(raw)) since(2025, "Switching flags inside a pattern", node, file);
  } else if (/^\d/.test(raw)) {
    if (raw.endsWith("n")) since(2020, "A BigInt", node, file);
    if (raw.includes("_")) since(2021, "A separator in a number", node, file);
  }
}

const visit: Visitors<undefined> = {
  Program(_, file) {
    if (file.text.slice(0, 2) === "#!") since(2023, "A first line with `#!`", { from: 0, to: 2 }, file);
  },
  BinaryExpression(node, file) {
    if (node.operator === "**") since(2016, "The operator `**`", node, file);
    if (node.left.type === "PrivateIdentifier") since(2022, "Asking for a private member with `in`", node, file);
  },
  LogicalExpression(node, file) {
    if (node.operator === "??") since(2020, "The operator `??`", node, file);
  },
  AssignmentExpression(node, file) {
    if (node.operator === "**=") since(2016, "The operator `**=`", node, file);
    if (node.operator === "??=" || node.operator === "||=" || node.operator === "&&=") {
      since(2021, `The operator \`${node.operator}\``, node, file);
    }
  },
  FunctionDeclaration: checkFunction,
  ArrowFunctionExpression: checkFunction,
  FunctionExpression(node, file) {
    if (node.parent!.type === "MethodDefinition" || (node.parent as { method?: boolean }).method) {
      if (node.async) {
        since(
          node.generator ? 2018 : 2017,
          node.generator ? "An async generator" : "An async method",
          head(node.parent!, "async".length),
          file,
        );
      }
    } else checkFunction(node, file);
  },
  SpreadElement: checkSpread,
  RestElement: checkSpread,
  ForOfStatement(node, file) {
    if (node.await) since(2018, "`for await`", head(node, "for await".length), file);
  },
  CatchClause(node, file) {
    if (node.param === null) since(2019, "`catch` without a name", head(node, "catch".length), file);
  },
  Literal: checkLiteral,
  ChainExpression: (node, file) => since(2020, "An optional chain", node, file),
  ImportExpression: (node, file) => since(2020, "`import()`", head(node, "import".length), file),
  MetaProperty(node, file) {
    if (node.meta.name === "import") since(2020, "`import.meta`", node, file);
  },
  ExportAllDeclaration(node, file) {
    if (node.exported !== null) since(2020, "`export * as`", node.exported, file);
  },
  PropertyDefinition: (node, file) => since(2022, "A field in a class", node.key, file),
  StaticBlock: (node, file) => since(2022, "A static block", head(node, "static".length), file),
  MethodDefinition(node, file) {
    if (node.key.type === "PrivateIdentifier") since(2022, "A private method", node.key, file);
  },
  AwaitExpression(node, file) {
    for (
      let up: JavaScriptNode | null = node.parent as JavaScriptNode;
      up !== null;
      up = up.parent as JavaScriptNode | null
    ) if (up.type.includes("Function")) return;
    since(2022, "`await` outside of functions", head(node, "await".length), file);
  },
  ImportAttribute: (node, file) => since(2025, "An import with attributes", node, file),
  VariableDeclaration(node, file) {
    if (node.kind.endsWith("using")) since(2026, `\`${node.kind}\``, head(node, node.kind.length), file);
  },
};

export const notInEdition = defineRule({
  id: "syntax.not-in-edition",
  title: "Syntax that is newer than the edition in the settings",
  why: "A program written for an older edition of the language does not start where newer syntax is not known. The edition to write for is `language.edition` in the settings; TypeScript files are left to the compiler's own target.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "export const berth = «pier ?? 1»;\n", edition: 2019 },
      { code: "export class Ferry {\n  «seats» = 40;\n}\n", edition: 2021 },
      { code: "«async» function sail() {}\nsail();\n", edition: 2016 },
      { code: "export const { pier, «...»others } = berth;\n", edition: 2017 },
      { code: "try { sail(); } «catch» {}\n", edition: 2018 },
      { code: "export const depth = «1_000»;\n", edition: 2020 },
      { code: "export const first = «/(?<tide>\\d+)/»;\n", edition: 2017 },
    ],
    quiet: [
      { code: "export const berth = pier ?? 1;\n", edition: 2020 },
      { code: "export class Ferry {\n  seats = 40;\n  static {}\n}\n" },
      { code: "export const half = 2 ** 3;\n", edition: 2016 },
    ],
  },
  visit,
});
