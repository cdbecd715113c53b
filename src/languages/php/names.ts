/** What names do in PHP: variables belong to their function, whole. PHP Language Specification, chapter 7. */
import type { NameManner, NameRole } from "../adapted/names.js";
import type { AdaptedNode } from "../adapted/nodes.js";
import { importedName } from "./meanings.js";

const read: NameRole = { uses: "read", isProbing: true };

/** Names that are there in every function. */
const given = /^\$(?:this|GLOBALS|_(?:GET|POST|COOKIE|REQUEST|SERVER|SESSION|ENV|FILES)|argc|argv|php_errormsg|http_response_header)$/;

/** Whether a member is its class's own: those of a trait are there for who uses it. */
const isPrivate = (owner: AdaptedNode): boolean => owner.of("visibility_modifier")?.word === "private" &&
  owner.of("attribute_list") === null &&
  owner.parent?.parent?.type !== "trait_declaration";

/** Methods that the runtime calls by their names. */
const magic = /^__/;

function variable(node: AdaptedNode, up: AdaptedNode): NameRole | undefined {
  if (given.test(node.word)) return undefined;
  const field = node.role;
  switch (up.type) {
    case "simple_parameter":
    case "variadic_parameter":
      return field === "name" ? { declares: "parameter", owner: up } : read;
    case "property_promotion_parameter":
      return field === "name" ? { declares: "parameter", owner: up, isForOthers: true } : read;
    case "by_ref":
      // What is handed out is changed by others, and so is a parameter that is taken so.
      return up.parent?.type === "simple_parameter"
        ? { declares: "parameter", owner: up.parent, isForOthers: true }
        : write(up, true);
    case "property_element": {
      const owner = up.parent as AdaptedNode;
      return {
        declares: "variable",
        owner: up,
        home: "class",
        as: `->${node.word.slice(1)}`,
        isForOthers: !isPrivate(owner),
      };
    }
    case "scoped_property_access_expression":
      return field === "name" ? { uses: "read", as: `->${node.word.slice(1)}`, from: "class", isProbing: true } : read;
    case "catch_clause":
      return { declares: "caught", owner: up };
    case "static_variable_declaration":
      return field === "name" ? { declares: "variable", owner: up, home: "function", isForOthers: true } : read;
    case "global_declaration":
      return { declares: "variable", owner: up, home: "function", isForOthers: true };
    case "anonymous_function_use_clause":
      return read;
    case "assignment_expression":
    case "reference_assignment_expression":
      return field === "left" ? write(up, up.type !== "assignment_expression") : read;
    case "augmented_assignment_expression":
      return field === "left" ? { uses: "change", isProbing: true } : read;
    case "update_expression":
      return { uses: "change", isProbing: true };
    default:
      return isTarget(node, up) ? write(up, true) : read;
  }
}

/** A variable is declared by what gives it a value. */
const write = (owner: AdaptedNode, isForOthers: boolean): NameRole => ({
  declares: "variable",
  owner,
  home: "function",
  ...(isForOthers && { isForOthers }),
});

/** Whether a variable stands among those that a list or a loop gives values to. */
function isTarget(node: AdaptedNode, up: AdaptedNode): boolean {
  let child = node;
  let outer = up;
  while (/^(?:list_literal|array_creation_expression|array_element_initializer|pair|by_ref)$/.test(outer.type)) {
    child = outer;
    outer = outer.parent as AdaptedNode;
  }
  if (outer.type === "foreach_statement") return outer.children[1] === child;
  return outer !== up && /assignment_expression$/.test(outer.type) && outer.in("left") === child;
}

function named(node: AdaptedNode, up: AdaptedNode): NameRole | undefined {
  const field = node.role;
  switch (up.type) {
    case "method_declaration":
      return field === "name"
        ? {
          declares: "function",
          owner: up,
          as: `${node.word}()`,
          home: "class",
          isForOthers: !isPrivate(up) || magic.test(node.word),
        }
        : read;
    case "namespace_use_clause":
    case "qualified_name":
      return imported(node, up);
    case "namespace_name":
      return up.parent?.type === "qualified_name" && up.children[0] === node ? read : undefined;
    case "member_call_expression":
    case "nullsafe_member_call_expression":
    case "scoped_call_expression":
      return field === "name" ? { uses: "read", as: `${node.word}()`, from: "class", isProbing: true } : read;
    case "member_access_expression":
    case "nullsafe_member_access_expression":
      return field === "name" ? { uses: memberAccess(up), as: `->${node.word}`, from: "class", isProbing: true } : read;
    case "class_constant_access_expression":
      return up.children[0] === node ? read : undefined;
    case "class_declaration":
    case "interface_declaration":
    case "trait_declaration":
    case "enum_declaration":
    case "function_definition":
    case "const_element":
    case "enum_case":
    case "named_label_statement":
    case "goto_statement":
    case "argument":
    case "namespace_definition":
      return field === "name" ||
        up.type === "named_label_statement" ||
        up.type === "goto_statement" ||
        up.children[0] === node && up.type === "const_element"
        ? undefined
        : read;
    default:
      return read;
  }
}

function memberAccess(access: AdaptedNode): "read" | "write" | "change" {
  const up = access.parent as AdaptedNode;
  return up.type === "assignment_expression" && up.in("left") === access && up.parent?.type === "expression_statement"
    ? "write"
    : "read";
}

function imported(node: AdaptedNode, up: AdaptedNode): NameRole | undefined {
  let outer = up;
  while (outer.type !== "namespace_use_clause" && /name$/.test(outer.type) && outer.parent !== null) {
    outer = outer.parent as AdaptedNode;
  }
  if (outer.type !== "namespace_use_clause") return up.children[0] === node ? read : undefined;
  if (importedName(outer) !== node) return undefined;
  const isForOthers = /\b(?:function|const)\b/.test(`${outer.word} ${(outer.parent as AdaptedNode).word}`);
  return { declares: "import", owner: outer, isForOthers };
}

export const nameManner: NameManner = {
  scopes: {
    class_declaration: "class",
    interface_declaration: "class",
    trait_declaration: "class",
    enum_declaration: "class",
    anonymous_class: "class",
    function_definition: "function",
    method_declaration: "function",
    anonymous_function: "function",
    anonymous_function_creation_expression: "function",
    arrow_function: "block",
  },
  names: new Set(["variable_name", "name"]),
  role: (node) => {
    const up = node.parent as AdaptedNode;
    return node.type === "variable_name" ? variable(node, up) : named(node, up);
  },
  isOutside: (node, child) => child.type === "anonymous_function_use_clause" || node.in("name") === child,
  // Variables come to be by their names as texts, or by code of other files.
  isOpen: (node) => node.type === "dynamic_variable_name" ||
    /^(?:include|require)(?:_once)?_expression$/.test(node.type) ||
    (
      node.type === "function_call_expression" &&
      /^(?:extract|compact|get_defined_vars|eval|parse_str)$/.test(node.in("function")?.word ?? "")
    ),
};
