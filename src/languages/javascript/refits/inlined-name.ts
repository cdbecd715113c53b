import { Declaration, Reference, type Binding } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { isInside, nodeAt, walk } from "../../../syntax/walk.js";
import type { Edit } from "../../../text/edit.js";
import { defineRefit } from "../../refit.js";
import { hasEffect } from "../effects.js";
import type { JavaScriptNode, VariableDeclaration, VariableDeclarator } from "../nodes/index.js";
import { inPlaceOf } from "../placing.js";
import { fence, statementBefore, takeOut } from "../rules/statements.js";
import { fitted, functionAround, holds, isListed, losesComment, spanOf, statementOf, wordOfFunction } from "./code.js";
import { namesIn } from "./reading.js";
import { makesThing, mayConvert, readsUnknown, takesName } from "./values.js";

/** The name at a place, declared or used. */
function bindingAt(node: Node): Binding | undefined {
  const { fact } = node as { fact?: unknown };
  return fact instanceof Declaration || fact instanceof Reference ? fact.binding : undefined;
}

/** What stands between a use and the list in which the name is declared, from within. */
function* between(use: Node, list: Node): Generator<Node> {
  for (let up = use.parent; up !== null && up !== list; up = up.parent) yield up;
}

const isCallee = (use: Node): boolean => (use.parent as { callee?: unknown }).callee === use;

/** Why the value of a name cannot stand in its place. */
function hindrance(binding: Binding, init: Node, uses: readonly Node[], statement: Node): string | undefined {
  if (binding.writes > 0) return "it is assigned to again";
  if (uses.length === 0) return "it is never used: take it out instead";
  if (hasEffect(init)) return "working out its value may do something, and would happen at another place";
  if (binding.scope.dynamic) return "`eval` may use it";
  const list = statement.parent!;
  const word = wordOfFunction(init);
  if (word !== undefined && uses.some((use) => functionAround(use) !== functionAround(statement))) {
    return `\`${word}\` means something else where it is used`;
  }
  if (makesThing(init)) {
    const isRepeated = (use: Node): boolean =>
      [...between(use, list)].some(({ type }) => /Function|^(?:For|While|DoWhile)|^PropertyDefinition$/.test(type));
    if (uses.length > 1 || uses.some(isRepeated)) return "each place would get an object of its own";
  }
  if (takesName(init) && uses.some((use) => use.parent!.type === "MemberExpression" && !isCallee(use))) {
    return "it has its name from the declaration";
  }
  for (const [name] of namesIn([init]).used) {
    if (name.writes > 0 || isChangedByArguments(name)) return `\`${name.name}\` in its value may have changed by then`;
  }
  return undefined;
}

/** Whether a function may change a parameter by way of `arguments`. */
function isChangedByArguments({ kind, scope }: Binding): boolean {
  return kind === "parameter" && holds(scope.node, ["arguments"]);
}

/** Whether a name could be taken for its value at a place at all. */
function isReplaceable(use: Node, init: Node, statement: Node): boolean {
  const parent = use.parent as JavaScriptNode;
  if (use.type !== "Identifier" || use.start < statement.end || /Type|JSX/.test(parent.type)) return false;
  if (!isInside(use, statement.parent!)) return false;
  if (parent.type === "UnaryExpression" && parent.operator === "delete") return false;
  // A text that stands alone may set how the file is read.
  if (parent.type === "ExpressionStatement" && init.type === "Literal") return false;
  return ![...between(use, statement.parent!)].some(({ type }) => type === "WithStatement");
}

/** Whether nothing else happens when the value is worked out where the name stood. */
function isCertain(init: Node, uses: readonly Node[], statement: Node): boolean {
  if (mayConvert(init) || readsUnknown(init)) return false;
  if ([...namesIn([init]).used].some(([{ kind }]) => kind === "import")) return false;
  if (takesName(init) && !uses.every(isCallee)) return false;
  // A function that is declared may be called before the name has its value.
  return !uses.some((use) => [...between(use, statement.parent!)].some(({ type }) => type === "FunctionDeclaration"));
}

export const inlinedName = defineRefit({
  id: "inlined-name",
  kind: "refactor.inline",
  examples: [
    {
      code: "function f(party) {\n  const fa«»re = 2 * 210;\n  return fare * party + -fare;\n}\n",
      after: "function f(party) {\n  return 2 * 210 * party + -(2 * 210);\n}\n",
    },
    { code: "const tide = 3;\nsail({ ti«»de, high: tide });\n", after: "sail({ tide: 3, high: 3 });\n" },
    {
      code: "const tide«» = read();\nsail(tide);\n",
      refused: "working out its value may do something, and would happen at another place",
    },
    { code: "const tide«» = [];\nsail(tide, tide);\n", refused: "each place would get an object of its own" },
    {
      code: "let a = 1;\nconst ti«»de = a + 1;\na = 2;\nsail(tide);\n",
      refused: "`a` in its value may have changed by then",
    },
    { code: "let tide«» = 1;\ntide += 1;\n", refused: "it is assigned to again" },
    { code: "export const tide«» = 1;\nsail(tide);\n", refused: "other modules can see it" },
    { code: "import { tide«» } from \"./tides.js\";\nsail(tide);\n" },
    {
      code: "const tide = 3;\nfunction f(a) { const tide«»2 = a; return (a) => tide2; }\n",
      refused: "`a` means something else where it is used",
    },
  ],
  offer({ from, to }, { root, text }) {
    const name = nodeAt(root, from, to);
    const binding = name.type === "Identifier" ? bindingAt(name) : undefined;
    const declaration = binding?.declarations.length === 1 ? binding.declarations[0] : undefined;
    const declarator = declaration?.owner as VariableDeclarator | undefined;
    if (
      binding === undefined ||
      declarator?.type !== "VariableDeclarator" ||
      declarator.id !== declaration!.node ||
      declarator.init === null ||
      declarator.id.length !== binding.name.length
    ) return undefined;
    const holder = declarator.parent as VariableDeclaration;
    const statement = holder.parent?.type === "ExportNamedDeclaration" ? holder.parent : holder;
    if (!isListed(statement) || holder.declarations.length !== 1) return undefined;
    const title = `Inline \`${binding.name}\``;
    if (statement !== holder || declaration!.exported || binding.references.some((use) => use.exporting)) {
      return { title, reason: "other modules can see it" };
    }
    const { init } = declarator;
    const uses = binding.references.map(({ node }) => node);
    const reason = hindrance(binding, init, uses, statement) ?? hidden(init, binding);
    if (reason !== undefined) return { title, reason };
    if (
      losesComment(spanOf(statement), [spanOf(init)], text) || !uses.every((use) => isReplaceable(use, init, statement))
    ) return undefined;
    const edits = uses.flatMap((use): Edit[] => {
      const parent = use.parent as JavaScriptNode;
      if (parent.type === "Property" && parent.shorthand) {
        return [{ from: use.end, to: use.end, insert: `: ${fitted(init, 1, text)}` }];
      }
      const insert = inPlaceOf(use, init, text);
      const own = statementOf(use);
      let before = own?.start === use.start ? statementBefore(own) : undefined;
      if (before === statement) before = statementBefore(statement);
      const mark = fence(before, insert, text);
      return [
        ...(mark === "" ? [] : [{ from: before!.end, to: before!.end, insert: mark }]),
        { ...spanOf(use), insert },
      ];
    });
    const certainty = isCertain(init, uses, statement) ? "certain" : "proposed";
    return { title, certainty, edits: [...takeOut(statement, text).edits, ...edits] };
  },
});

/** Whether a name in a value means something else where the value would stand. */
function hidden(init: Node, binding: Binding): string | undefined {
  const read: Reference[] = [];
  walk(init, (inner) => {
    const { fact } = inner as { fact?: unknown };
    if (fact instanceof Reference) read.push(fact);
  });
  for (const { scope } of binding.references) {
    for (const use of read) {
      if (scope.lookUp(use.name, use.wants) !== use.binding) {
        return `\`${use.name}\` means something else where it is used`;
      }
    }
  }
  return undefined;
}
