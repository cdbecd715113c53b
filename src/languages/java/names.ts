/** What names do in Java. Java Language Specification, chapter 6. */
import type { NameManner, NameRole } from "../adapted/names.js";
import type { AdaptedNode } from "../adapted/nodes.js";
import { importedName } from "./meanings.js";

const read: NameRole = { uses: "read", isProbing: true };

/** Methods that the runtime finds by their names. */
const foundByName =
  /^(?:main|readObject|writeObject|readResolve|writeReplace|readObjectNoData|finalize|premain|agentmain)$/;

const modifiersOf = (owner: AdaptedNode): AdaptedNode | null => owner.of("modifiers");

/** Whether something declared is the class's own, and nothing that looks at annotations needs it. */
function isOwn(owner: AdaptedNode): boolean {
  const modifiers = modifiersOf(owner);
  return /\bprivate\b/.test(modifiers?.word ?? "") &&
    !isAnnotated(owner) &&
    !isAnnotated(owner.parent?.parent as AdaptedNode | null);
}

/** Whether annotations stand before a declaration that may mean more than the language's own. */
function isAnnotated(owner: AdaptedNode | null): boolean {
  const modifiers = owner === null ? null : modifiersOf(owner);
  return modifiers?.children.some(
    (one) =>
      !/^(?:Override|Deprecated|Suppress[A-Z]\w+|SafeVarargs|FunctionalInterface|NonNull|Nullable|NotNull)$/.test(
        one.in("name")?.word ?? "",
      ),
  ) ??
    false;
}

const used = (access: "read" | "write" | "change", from?: "class"): NameRole => ({
  uses: access,
  isProbing: true,
  ...(from !== undefined && { from }),
});

/** Whether an expression is assigned to, or stepped. */
function accessOf(node: AdaptedNode): "read" | "write" | "change" {
  const up = node.parent as AdaptedNode;
  if (up.type === "assignment_expression" && up.in("left") === node) return up.word === "=" ? "write" : "change";
  return up.type === "update_expression" ? "change" : "read";
}

function role(node: AdaptedNode): NameRole | undefined {
  const up = node.parent as AdaptedNode;
  const field = node.role;
  if (node.type === "type_identifier") {
    if (up.type === "type_parameter") return { declares: "type-parameter", owner: up };
    return up.type === "scoped_type_identifier" && up.children[0] !== node ? undefined : read;
  }
  switch (up.type) {
    case "variable_declarator":
      return field === "name" ? declared(up, node) : read;
    case "formal_parameter":
    case "catch_formal_parameter":
    case "resource":
      if (field !== "name") return read;
      if (up.type === "catch_formal_parameter") return { declares: "caught", owner: up };
      if (up.type === "resource") return { declares: "variable", owner: up, isForOthers: true };
      return up.parent?.parent?.type === "record_declaration"
        ? { declares: "member", owner: up }
        : { declares: "parameter", owner: up };
    case "inferred_parameters":
      return { declares: "parameter", owner: node };
    case "lambda_expression":
      return field === "parameters" ? { declares: "parameter", owner: node } : read;
    case "enhanced_for_statement":
    case "instanceof_expression":
    case "type_pattern":
    case "record_pattern_component":
      return field === "name" || (up.type !== "enhanced_for_statement" && up.type !== "instanceof_expression")
        ? { declares: "variable", owner: up }
        : read;
    case "method_declaration":
      if (field !== "name") return read;
      return {
        declares: "function",
        owner: up,
        as: `${node.word}()`,
        home: "class",
        isForOthers: !isOwn(up) || foundByName.test(node.word),
      };
    case "class_declaration":
    case "record_declaration":
    case "interface_declaration":
    case "enum_declaration":
    case "annotation_type_declaration":
      if (field !== "name") return read;
      return { declares: "class", owner: up, isForOthers: up.parent?.type !== "block" && !isOwn(up) };
    case "enum_constant":
      return field === "name" ? { declares: "member", owner: up } : read;
    case "import_declaration":
    case "scoped_identifier":
      return imported(node, up);
    case "method_invocation":
      return field === "name" ? { uses: "read", as: `${node.word}()`, isProbing: true } : read;
    case "method_reference":
      return up.children[0] === node ? read : { uses: "read", as: `${node.word}()`, isProbing: true };
    case "field_access":
      return field === "field" ? used(accessOf(up), "class") : read;
    case "assignment_expression":
    case "update_expression":
      return used(accessOf(node));
    case "constructor_declaration":
    case "compact_constructor_declaration":
    case "element_value_pair":
    case "annotation_type_element_declaration":
      return field === "name" || field === "key" ? undefined : read;
    case "labeled_statement":
    case "break_statement":
    case "continue_statement":
    case "package_declaration":
      return up.type === "labeled_statement" && up.children.length < 2 ? read : undefined;
    default:
      return read;
  }
}

function declared(declarator: AdaptedNode, name: AdaptedNode): NameRole {
  const owner = declarator.parent as AdaptedNode;
  if (owner.type === "constant_declaration") return { declares: "variable", owner: declarator, isForOthers: true };
  if (owner.type !== "field_declaration") {
    return { declares: owner.type === "spread_parameter" ? "parameter" : "variable", owner: declarator };
  }
  return {
    declares: "variable",
    owner: declarator,
    isForOthers: !isOwn(owner) || name.word === "serialVersionUID",
  };
}

/** Of a dotted name only its beginning is a use, and only the end of an import a declaration. */
function imported(node: AdaptedNode, up: AdaptedNode): NameRole | undefined {
  let outer = up;
  while (outer.type === "scoped_identifier") outer = outer.parent as AdaptedNode;
  if (outer.type === "package_declaration") return undefined;
  if (outer.type === "import_declaration") {
    if (importedName(outer) !== node) return undefined;
    // What is static may be a method and a field of one name.
    return { declares: "import", owner: outer.children[0]!, isForOthers: /\bstatic\b/.test(outer.word) };
  }
  return up.in("scope") === node ? read : undefined;
}

export const nameManner: NameManner = {
  scopes: {
    class_declaration: "class",
    record_declaration: "class",
    interface_declaration: "class",
    enum_declaration: "class",
    annotation_type_declaration: "class",
    class_body: "class",
    method_declaration: "function",
    constructor_declaration: "function",
    compact_constructor_declaration: "function",
    lambda_expression: "function",
    static_initializer: "function",
    block: "block",
    for_statement: "block",
    enhanced_for_statement: "block",
    try_with_resources_statement: "block",
    catch_clause: "block",
    switch_block: "block",
    switch_rule: "block",
  },
  names: new Set(["identifier", "type_identifier"]),
  role,
  isOutside: (node, child) => /_declaration$/.test(node.type) && node.in("name") === child,
};
