import type { Place } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { SourceText } from "../../../../text/text.js";
import { looksExhaustive } from "../../leaving.js";
import type {
  FunctionBody,
  FunctionNode,
  JavaScriptNode,
  ReturnStatement,
  Type,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { headOf } from "../heads.js";

/** Where a function says what it is: its name, or else its arrow or the word `function`. */
function nameOf(root: Node, text: SourceText): Place {
  const { id } = root as { id?: Node | null };
  if (id) return id;
  const up = root.parent as JavaScriptNode;
  if (
    (up.type === "MethodDefinition" || up.type === "Property" || up.type === "PropertyDefinition") && up.value === root
  ) return up.key;
  return up.type === "VariableDeclarator" ? up.id : headOf(root as FunctionNode, text);
}

function isUndefined(node: Node | null): boolean {
  const one = node as JavaScriptNode | null;
  return one?.type === "Identifier"
    ? one.name === "undefined"
    : one?.type === "UnaryExpression" && one.operator === "void";
}

export const mixedReturns = defineRule({
  id: "flow.mixed-returns",
  title: "A function that gives a value on some ways only",
  why: "A caller who counts on the value gets `undefined` when the function ends otherwise. Either the value is missing on that way, or the function should say in so many words that there is none.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code: "export function «fare»(kind) {\n  if (kind === \"adult\") return 420;\n  if (kind === \"child\") return 210;\n}\n",
      },
      { code: "export const «find» = (all) => {\n  for (const one of all) if (one) return one;\n};\n" },
      { code: "export function «fare»(kind) {\n  if (!kind) return;\n  return 420;\n}\n" },
    ],
    quiet: [
      { code: "export function fare(kind) {\n  if (kind) return 420;\n  throw new Error(\"no kind\");\n}\n" },
      { code: "export function sail(kind) {\n  if (kind) return;\n  go();\n}\nfunction go() {}\n" },
      { code: "export function fare(kind) {\n  if (kind) return undefined;\n  go();\n}\nfunction go() {}\n" },
      { code: "export function* turns(on) {\n  if (on) return 1;\n  yield 2;\n}\n" },
    ],
  },
  ends({ root, runsOff, returns }, { alert, text, typed, isBroken }) {
    const giving = returns.filter(
      ({ hasValue, node }) =>
        hasValue && !(node.type === "ReturnStatement" && isUndefined((node as ReturnStatement).argument)),
    );
    const [first] = giving;
    if (first === undefined || (root as { generator?: boolean }).generator === true || root.type === "Program") return;
    const { body, returnType } = root as { body?: Node | null; returnType?: Type | null };
    if (saysNothing(returnType ?? null)) return;
    if (typed && body?.type === "FunctionBody" && looksExhaustive((body as FunctionBody).body.at(-1))) return;
    const bare = returns.find(({ hasValue }) => !hasValue);
    if ((!runsOff && bare === undefined) || isConstructor(root) || isBroken(root)) return;
    alert(nameOf(root, text), {
      message: "This function gives a value on some ways and none on others",
      related: [
        { at: first.node, message: "Here it gives one" },
        ...(bare ? [{ at: bare.node, message: "Here it gives none" }] : []),
      ],
    });
  },
});

/** Whether a type says in so many words that there may be no value. */
function saysNothing(type: Type | null): boolean {
  if (type?.type === "UnionType") return type.types.some(saysNothing);
  if (type?.type === "NameType") return type.typeArguments !== null && type.typeArguments.params.some(saysNothing);
  return type?.type === "KeywordType" &&
    (type.name === "void" || type.name === "undefined" || type.name === "any" || type.name === "unknown");
}

function isConstructor(root: Node): boolean {
  const up = root.parent as JavaScriptNode | null;
  return up?.type === "MethodDefinition" && (up.kind === "constructor" || up.kind === "set");
}
