/** What names do in C. ISO/IEC 9899, 6.2.1. */
import type { NameManner, NameRole } from "../adapted/names.js";
import type { AdaptedNode } from "../adapted/nodes.js";
import { declaredName } from "./meanings.js";

const read: NameRole = { uses: "read", isProbing: true };

/** The kinds of declarators that a name may stand in. */
const declarators = /(?:^|_)declarator$/;

/** Whether a declaration says that it is for its file alone. */
const isStatic = (node: AdaptedNode): boolean =>
  node.children.some(({ type, word }) => type === "storage_class_specifier" && word === "static");

/** Whether something is said of a declaration that the language does not know. */
const isMarked = (node: AdaptedNode): boolean =>
  node.children.some(({ type }) => /attribute|^ms_|^ERROR$|macro/.test(type));

function declared(name: AdaptedNode): NameRole | undefined {
  let owner = name;
  while (declarators.test((owner.parent as AdaptedNode).type)) owner = owner.parent as AdaptedNode;
  const whole = owner.parent as AdaptedNode;
  switch (whole.type) {
    case "function_definition":
      // In another function it is a loop that a macro makes.
      if (whole.parent?.type === "compound_statement") return read;
      return { declares: "function", owner: whole, home: "file", isForOthers: !isStatic(whole) || isMarked(whole) };
    case "declaration": {
      if (whole.in("type")?.type === "macro_type_specifier") return read;
      const isFunction = isFunctionDeclarator(owner);
      const isTop = whole.parent?.parent === null || whole.parent?.type.startsWith("preproc_") === true;
      const isExtern = whole.children.some(
        ({ type, word }) =>
          type === "storage_class_specifier" && word !== "static" && word !== "register" && word !== "auto",
      );
      if (isFunction) return { declares: "function", owner: whole, home: "file", isForOthers: !isStatic(whole) };
      return { declares: "variable", owner, isForOthers: isExtern || isMarked(whole) || (isTop && !isStatic(whole)) };
    }
    case "parameter_declaration":
      return isOfDefinition(whole) ? { declares: "parameter", owner: whole } : undefined;
    default:
      return undefined;
  }
}

/** Whether what is declared is a function, and no pointer to one. */
function isFunctionDeclarator(owner: AdaptedNode): boolean {
  let one: AdaptedNode | null = owner;
  while (one !== null && one.type === "pointer_declarator") one = one.in("declarator");
  return one?.type === "function_declarator" && one.in("declarator")?.type === "identifier";
}

/** Whether a parameter is that of a function whose body follows. */
function isOfDefinition(parameter: AdaptedNode): boolean {
  let up = parameter.parent?.parent as AdaptedNode | null;
  if (up === null || up.type !== "function_declarator" || up.in("declarator")?.type !== "identifier") return false;
  while (up !== null && declarators.test(up.type)) up = up.parent as AdaptedNode | null;
  return up?.type === "function_definition";
}

function accessOf(node: AdaptedNode, up: AdaptedNode): NameRole {
  if (up.type === "assignment_expression" && up.in("left") === node) {
    return { uses: up.word === "=" ? "write" : "change", isProbing: true };
  }
  return up.type === "update_expression" ? { uses: "change", isProbing: true } : read;
}

/** Whether what is taken for a type stands in a declaration that a macro most likely is: `for_each_berth(berth) hold(berth);`. */
function isInMacro(node: AdaptedNode): boolean {
  let up = node.parent as AdaptedNode | null;
  while (up !== null && up.type !== "declaration") {
    if (/^(?:struct|union|enum)_specifier$|_statement$/.test(up.type)) return false;
    up = up.parent as AdaptedNode | null;
  }
  return up?.in("type")?.type === "macro_type_specifier";
}

const keywords =
  /^(?:unsigned|signed|long|short|int|char|const|static|inline|register|volatile|restrict|auto|void|struct|extern)$/;

function role(node: AdaptedNode): NameRole | undefined {
  // What the grammar takes for a name where it does not know what stands before.
  if (keywords.test(node.word)) return undefined;
  if (node.type === "type_identifier") return isInMacro(node) ? read : undefined;
  const up = node.parent as AdaptedNode;
  if (up.type === "enumerator" && node.role === "name") return { declares: "member", owner: up };
  if (/^preproc_(?:def|function_def|params|defined|ifdef|call)$/.test(up.type)) return undefined;
  const isDeclarator = node.role === "declarator" ||
    up.type === "parenthesized_declarator" ||
    up.type === "attributed_declarator";
  if (isDeclarator) {
    let outer = up;
    while (declarators.test(outer.type) && declaredName(outer) === node) outer = outer.parent as AdaptedNode;
    return declared(node);
  }
  return accessOf(node, up);
}

export const nameManner: NameManner = {
  scopes: { function_definition: "function", compound_statement: "block", for_statement: "block" },
  names: new Set(["identifier", "type_identifier"]),
  role,
  // The name of a function is seen around it.
  isOutside: () => false,
};
