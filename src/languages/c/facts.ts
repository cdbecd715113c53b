/** What rules may ask of C beyond what its nodes mean. */
import type { Binding } from "../../model/binding.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { factsOf, type FurtherFacts } from "../adapted/facts.js";
import type { FlowManner } from "../adapted/flow.js";
import type { AdaptedNode } from "../adapted/nodes.js";
import { declaredName, meanings } from "./meanings.js";

const plainly = factsOf(meanings, ["//"]);

/** The declaration or definition around a declarator. */
function declarationOf(owner: Node): AdaptedNode {
  let up = owner as AdaptedNode;
  while (up.parent !== null && !/^(?:declaration|function_definition|parameter_declaration)$/.test(up.type)) {
    up = up.parent as AdaptedNode;
  }
  return up;
}

const capitals = /^[A-Z_][A-Z0-9_]*$/;

/** Whether a use lets others read and write the name: its address is taken, or it stands among the arguments of what may be a macro. */
function isHandedOut(use: AdaptedNode): boolean {
  const up = use.parent as AdaptedNode;
  if (use.type === "type_identifier" || up.type === "parenthesized_declarator") return true;
  if (up.type === "pointer_expression") return up.word === "&";
  if (up.type !== "argument_list") return /^(?:ERROR|gnu_asm_\w+)$/.test(up.type);
  const callee = (up.parent as AdaptedNode).in("function");
  const fact = callee?.fact;
  const binding = fact != null && "binding" in fact ? fact.binding : undefined;
  return binding?.declarations.some(({ kind }) => kind === "function") !== true;
}

/** Whether a statement is a macro that may do anything: `NEXT;`, `NEXT_ARG();`. */
function isMacro(node: AdaptedNode): boolean {
  if (node.type !== "expression_statement") return false;
  // A loop that a macro makes: `for_each_berth (berth) …`.
  if (node.word === "" && node.children.length > 0) return true;
  const [value] = node.children;
  const name = value?.type === "call_expression" ? value.in("function") : value;
  return name?.type === "identifier" && capitals.test(name.word);
}

export const flowManner: FlowManner = {
  isHandedOut,
  isShared: ({ declarations }) => declarations.some(
    ({ owner }) => declarationOf(owner).children.some(({ word }) => /^(?:static|extern|volatile)$/.test(word)),
  ),
  jumps: (node) => node.type === "goto_statement" ||
    node.type === "ERROR" ||
    node.type === "macro_type_specifier" ||
    (node.type === "function_definition" && node.parent?.type === "compound_statement") ||
    node.type.startsWith("preproc_") ||
    isMacro(node),
};

/** Whether a statement leaves by a call: an assertion of nothing, a report of a level that ends the program, or a macro. */
function seemsToLeave(statement: Node): boolean {
  const [value] = (statement as AdaptedNode).children;
  const name = value?.in("function")?.word ?? "";
  const given = value?.in("arguments")?.children ?? [];
  return plainly.seemsToLeave!(statement) ||
    isMacro(statement as AdaptedNode) ||
    (name === "assert" && /^(?:0|false|!)/.test(given[0]?.word ?? "")) ||
    given.some(({ word }) => /^(?:FATAL|PANIC|ERROR)$/.test(word));
}

/** Whether a name is declared without a value that a plain variable has: what is written bit by bit, as a list or structure, has no moment of being set. */
function beginsEmpty({ kind, scope, declarations, references }: Binding): boolean {
  if (kind !== "variable" || (scope.kind !== "function" && scope.kind !== "block")) return false;
  if (references.some(({ node }) => isHandedOut(node as AdaptedNode))) return false;
  return declarations.every(({ owner, node }) => {
    const whole = declarationOf(owner);
    let inner = owner as AdaptedNode | null;
    while (inner !== null && inner.type === "pointer_declarator") inner = inner.in("declarator");
    const isPlain = inner === node;
    const type = whole.in("type")?.type ?? "";
    const isStatic = whole.children.some(
      ({ type: one, word }) => one === "storage_class_specifier" && word === "static",
    );
    return isPlain && !isStatic && (/^(?:primitive_type|sized_type_specifier)$/.test(type) || owner !== node);
  });
}

const isUseOfFunction = ({ references }: Binding): boolean => references.every(
  ({ node }) => node.parent?.type === "call_expression" && (node.parent as AdaptedNode).in("function") === node,
);

export const facts: FurtherFacts = {
  isThereByItself: () => true,
  // A macro may stand for anything, and use any name.
  isRequired: () => true,
  seemsToLeave,
  isMeantToRunOn: (node, running, typed, text) => {
    const last = (node as AdaptedNode).children.at(-1);
    return plainly.isMeantToRunOn!(node, running, typed, text) || (last !== undefined && seemsToLeave(last));
  },
  // A name that nothing here declares may be a macro, and a text what the grammar made of one.
  idleValue(statement) {
    const value = plainly.idleValue!(statement) as AdaptedNode | undefined;
    if (value === undefined || value.type === "string_literal") return undefined;
    let isKnown = true;
    walk(value, (node) => {
      const fact = (node as AdaptedNode).fact;
      if (
        node.type === "ERROR" ||
        (node.type === "identifier" && (fact === null || !("binding" in fact) || fact.binding === undefined))
      ) isKnown = false;
    });
    return isKnown ? value : undefined;
  },
  isDeclaredElsewhere: ({ declarations }) =>
    declarations.every(({ owner, kind }) => kind === "function" && (owner as AdaptedNode).type === "declaration"),
  hasPurpose: ({ declarations }) => declarations.some(({ owner }) => {
    const whole = declarationOf(owner);
    // Another function may be run at the end of the scope.
    return whole.children.some(({ type }) => /attribute|ERROR/.test(type));
  }),
  beginsEmpty,
  holdsPlainValues: ({ declarations }) => declarations.every(({ owner, node }) => {
    const type = declarationOf(owner).in("type")?.type ?? "";
    const isVolatile = declarationOf(owner).children.some(({ word }) => word === "volatile");
    return !isVolatile &&
      /^(?:primitive_type|sized_type_specifier)$/.test(type) &&
      (
        owner === node ||
        meanings.as(owner as AdaptedNode, "declared") !== undefined ||
        owner.type === "parameter_declaration"
      );
  }),
  parameterFacts({ declarations, scope }) {
    const owner = scope.functionScope.node as AdaptedNode;
    const list = meanings.as(owner, "function")?.parameters(owner) ?? [];
    const index = list.indexOf(declarations[0]!.owner as AdaptedNode);
    const isRead = (one: AdaptedNode): boolean => {
      const fact = declaredName(one.in("declarator"))?.fact;
      return fact != null && "binding" in fact && (fact.binding?.references.length ?? 0) > 0;
    };
    return {
      owner,
      takenAs: undefined,
      isLast: list.slice(index + 1).every((one) => !isRead(one)),
      isForOthers: () => {
        const name = meanings.as(owner, "function")?.name(owner);
        const fact = name?.fact;
        const binding = fact != null && "binding" in fact ? fact.binding : undefined;
        return binding === undefined || binding.exported || !isUseOfFunction(binding);
      },
    };
  },
};
