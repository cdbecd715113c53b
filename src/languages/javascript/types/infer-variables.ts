/** What stands for the types of a function that is called, found out from its arguments. */
import { isSame, unknown, widened, type FunctionType, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";

/** What variables of a function stand for where it is called with some arguments; what is not sure is unknown. */
export function inferred(
  { parameters, variables }: FunctionType,
  given: readonly Node[],
  typeOf: (node: Node) => Type,
): Map<object, Type> {
  const found = new Map<object, Type>();
  for (const [index, parameter] of (parameters ?? []).entries()) {
    const node = given[index];
    if (node === undefined || node.type === "SpreadElement") break;
    match(parameter.type, typeOf(node), found, true);
  }
  for (const variable of variables) if (!found.has(variable)) found.set(variable, unknown);
  return found;
}

/** `isGiven` of an argument itself; what a function gives may be a written value or any of its type. */
function match(wanted: Type, type: Type, found: Map<object, Type>, isGiven: boolean): void {
  switch (wanted.is) {
    case "variable": {
      const now = isGiven ? widened(type) : type.is === "literal" ? unknown : type;
      const before = found.get(wanted.of);
      found.set(wanted.of, before === undefined || isSame(before, now) ? now : unknown);
      break;
    }
    case "list":
      if (type.is === "list") match(wanted.element, type.element, found, isGiven);
      break;
    case "function":
      if (type.is === "function") match(wanted.result, type.result, found, false);
      break;
    case "union":
      // Which of several is meant is not looked for.
      for (const one of wanted.members) clear(one, found);
      break;
    case "named":
      if (type.is === "named" && type.of === wanted.of) {
        for (const [index, one] of wanted.arguments.entries()) {
          match(one, type.arguments[index] ?? unknown, found, isGiven);
        }
      } else clear(wanted, found);
      break;
    default:
      clear(wanted, found);
  }
}

/** What occurs where it is not followed is not known. */
function clear(wanted: Type, found: Map<object, Type>): void {
  if (wanted.is === "variable") found.set(wanted.of, unknown);
}
