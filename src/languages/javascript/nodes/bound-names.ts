/** The names that patterns declare. */
import type { Identifier, ObjectMember, Pattern } from "./index.js";

/** The names that a pattern declares, in order. */
export function boundNames(pattern: Pattern): Identifier[] {
  const found: Identifier[] = [];
  add(pattern, found);
  return found;
}

function add(pattern: Pattern | ObjectMember, into: Identifier[]): void {
  switch (pattern.type) {
    case "Identifier":
      into.push(pattern);
      return;
    case "AnnotatedPattern":
      return add(pattern.target, into);
    case "AssignmentPattern":
      return add(pattern.left, into);
    case "ParameterProperty":
      return add(pattern.parameter, into);
    case "RestElement":
      return add(pattern.argument, into);
    case "ArrayPattern":
      for (const element of pattern.elements) if (element !== null) add(element, into);
      return;
    case "ObjectPattern":
      for (const member of pattern.properties) add(member.type === "Property" ? member.value : member, into);
  }
}
