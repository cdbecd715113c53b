import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Span } from "../../../../text/edit.js";
import type {
  ChainExpression,
  JavaScriptNode,
  Literal,
  SpreadElement,
} from "../../nodes/index.js";
import { defineRule, type Visitors } from "../../rule.js";

/** Says that a construct came with an edition, where that is later than the one in the settings. */
function since(edition: number, what: string, at: Node | Span, file: FileView): void {
  if (file.edition >= edition || file.typed) return;
  file.alert(at, { message: `${what} came with edition ${edition}, and the settings say ${file.edition}` });
}

/** The first characters of a node that says what it is. */
function head(node: Node, length: number): Span {
  const from = node.start;
  return { from, to: from + length };
}

/** Where a sign stands between two nodes, or behind the one. */
function sign(text: string, left: Node, right: Node | null, file: FileView): Span {
  const from = left.end;
  const between = file.text
    .slice(from, right?.start ?? from + 200)
    .replaceAll(
      /\/\/[^\n\r]*|\/\*[^]*?\*\//g,
      (comment) => " ".repeat(comment.length),
    );
  const at = from + Math.max(0, between.indexOf(text));
  return { from: at, to: at + text.length };
}

/** The first `?.` of a chain. */
function firstOptional(chain: ChainExpression, file: FileView): Span {
  let found: Node = chain;
  let first: Node = chain.expression;
  for (let node: JavaScriptNode = chain.expression; ; ) {
    if (node.type === "MemberExpression") {
      if (node.optional) [found, first] = [node, node.object];
      node = node.object;
    } else if (node.type === "CallExpression") {
      if (node.optional) [found, first] = [node, node.callee];
      node = node.callee;
    } else if (node.type === "NonNullExpression") node = node.expression;
    else break;
  }
  return found === chain ? head(chain, 1) : sign("?.", first, null, file);
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
    const { start } = node;
    const part = (found: RegExpExecArray | null): Span | undefined =>
      found === null ? undefined : { from: start + found.index, to: start + found.index + found[0].length };
    const tell = (edition: number, what: string, place: Span | undefined): void => {
      if (place !== undefined) since(edition, what, place, file);
    };
    [...flags].forEach((flag, index) => {
      const from = start + raw.length - flags.length + index;
      if (flagEditions[flag]) since(flagEditions[flag], `The flag \`${flag}\``, { from, to: from + 1 }, file);
    });
    tell(2018, "Looking behind", part(/\(\?<[=!]/.exec(raw)));
    tell(2018, "A named group", part(/\(\?<[^=!>]+>/.exec(raw)));
    if (/[uv]/.test(flags)) tell(2018, "A Unicode property", part(/\\[pP]\{[^}]*\}/.exec(raw)));
    tell(2025, "Switching flags inside a pattern", part(/\(\?[ims-]+:/.exec(raw)));
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
    if (node.operator === "**") since(2016, "The operator `**`", sign("**", node.left, node.right, file), file);
    if (node.left.type === "PrivateIdentifier") {
      since(2022, "Asking for a private member with `in`", sign("in", node.left, node.right, file), file);
    }
  },
  LogicalExpression(node, file) {
    if (node.operator === "??") since(2020, "The operator `??`", sign("??", node.left, node.right, file), file);
  },
  AssignmentExpression(node, file) {
    const { operator, left, right } = node;
    const edition = operator === "**=" ? 2016 : /^(?:\?\?|\|\||&&)=$/.test(operator) ? 2021 : undefined;
    if (edition !== undefined) since(edition, `The operator \`${operator}\``, sign(operator, left, right, file), file);
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
  ChainExpression: (node, file) => since(2020, "An optional chain", firstOptional(node, file), file),
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
  why: "A program written for an older edition of the language does not start where newer syntax is not known. The edition to write for is `edition` under `languages` › `javascript` in the settings; TypeScript files are left to the compiler's own target.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "export const berth = pier «??» 1;\n", edition: 2019 },
      { code: "export const berth = pier.north /* ?. */ «?.»first(1)?.name;\n", edition: 2019 },
      { code: "export const square = (side) => side «**» 2;\n", edition: 2015 },
      { code: "export class Ferry {\n  «seats» = 40;\n}\n", edition: 2021 },
      { code: "«async» function sail() {}\nsail();\n", edition: 2016 },
      { code: "export const { pier, «...»others } = berth;\n", edition: 2017 },
      { code: "try { sail(); } «catch» {}\n", edition: 2018 },
      { code: "export const depth = «1_000»;\n", edition: 2020 },
      { code: "export const first = /«(?<tide>»\\d+)/;\n", edition: 2017 },
    ],
    quiet: [
      { code: "export const berth = pier ?? 1;\n", edition: 2020 },
      { code: "export class Ferry {\n  seats = 40;\n  static {}\n}\n" },
      { code: "export const half = 2 ** 3;\n", edition: 2016 },
    ],
  },
  visit,
});
