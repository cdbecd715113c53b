/** What rules may ask of Java beyond what its nodes mean. */
import type { Binding } from "../../model/binding.js";
import type { Node } from "../../syntax/node.js";
import type { FurtherFacts } from "../adapted/facts.js";
import type { AdaptedNode } from "../adapted/nodes.js";

/** Whether a name is there for something else than being read: a loop, a pattern or a handler must have one. */
function hasPurpose({ declarations }: Binding): boolean {
  return declarations.some(
    ({ owner, kind }) =>
      kind !== "function" && kind !== "class" && kind !== "parameter" && owner.type !== "variable_declarator",
  );
}

/** The method or lambda that a parameter belongs to. */
function functionOf(owner: Node): AdaptedNode {
  let up = owner as AdaptedNode;
  while (up.parent !== null && !/^(?:method|constructor)_declaration$|^lambda_expression$/.test(up.type)) {
    up = up.parent as AdaptedNode;
  }
  return up;
}

/** The type that a declaration says. */
const typeOf = (owner: Node): AdaptedNode | null =>
  (owner as AdaptedNode).in("type") ?? (owner.parent as AdaptedNode | null)?.in("type") ?? null;

export const facts: FurtherFacts = {
  hasPurpose,
  isThereByItself: () => true,
  // Other classes of the file may use what is private.
  isRequired: ({ scope }) => scope.kind === "class",
  // Numbers and truths are changed by nobody else.
  holdsPlainValues: ({ declarations }) =>
    declarations.every(({ owner }) => /^(?:integral|floating_point|boolean)_type$/.test(typeOf(owner)?.type ?? "")),
  parameterFacts({ declarations }) {
    const owner = functionOf(declarations[0]!.owner);
    const modifiers = owner.of("modifiers");
    const isPrivate = /\bprivate\b/.test(modifiers?.word ?? "") && !(modifiers?.children.length);
    const list = owner.in("parameters")?.children ?? [];
    const index = list.findIndex(
      (one) => one === declarations[0]!.owner || one.children.includes(declarations[0]!.owner as AdaptedNode),
    );
    const isRead = (one: AdaptedNode): boolean => {
      const name = one.in("name") ?? one.of("variable_declarator")?.in("name");
      const fact = name?.fact;
      return fact != null && "binding" in fact && (fact.binding?.references.length ?? 0) > 0;
    };
    return {
      owner,
      takenAs: undefined,
      isLast: list.slice(index + 1).every((one) => !isRead(one)),
      isForOthers: (methods) => (
        owner.type === "method_declaration" && owner.in("body") !== null && isPrivate
          ? false
          : !(methods && owner.type === "method_declaration")
      ),
    };
  },
};
