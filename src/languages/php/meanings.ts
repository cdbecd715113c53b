/** What the nodes of the grammar for PHP mean. */
import {
  allAt,
  at,
  children,
  familyMeanings,
  Meanings,
  none,
  nothing,
  nth,
  within,
  type Meaning,
  type Part,
} from "../adapted/meaning.js";
import type { AdaptedNode } from "../adapted/nodes.js";

const number = (word: string) => {
  const digits = word.replaceAll("_", "");
  const value = Number(/^0[0-7]+$/.test(digits) ? `0o${digits.slice(1)}` : digits);
  return { kind: "number" as const, value: Number.isNaN(value) ? undefined : value };
};

const literal = (value: Extract<Meaning, { is: "literal" }>["value"]): Meaning => ({ is: "literal", value });
const word: Meaning = { is: "word" };
const exit = (kind: "return" | "throw"): Meaning => ({ is: "exit", kind, value: nth(0) });
/** `break 2` goes further than what is around it. */
const jump = (kind: "break" | "continue"): Meaning => ({
  is: "exit",
  kind,
  value: nothing,
  levels: ({ children: [level] }) => Number(level?.word ?? 1) || 1,
});
const argumentsOf = (node: AdaptedNode): readonly AdaptedNode[] =>
  (node.in("arguments") ?? node.of("arguments"))?.children.map((one) => one.children.at(-1) ?? one) ?? [];

const callable = (name: Part): Meaning => ({
  is: "function",
  name,
  parameters: within("parameters"),
  body: at("body"),
});
const type: Meaning = {
  is: "class",
  name: at("name"),
  parents: (node) => [
    ...(node.of("base_clause")?.children ?? []),
    ...(node.of("class_interface_clause")?.children ?? []),
  ],
  members: within("body"),
};
const parameter: Meaning = { is: "declared", name: at("name"), value: at("default_value") };
const access: Meaning = { is: "member", object: at("object"), key: at("name"), isNamed: true };
const isCase = ({ type: kind }: AdaptedNode): boolean => /^(?:case|default)_statement$/.test(kind);

/** The branch of a chain that is asked next: the other ways stand one behind another. */
function nextWay(node: AdaptedNode): AdaptedNode | null {
  if (node.type === "if_statement") return node.in("alternative");
  const next = node.beside(1);
  return next?.role === "alternative" ? next : null;
}

export const meanings = new Meanings(
  {
    ...familyMeanings,
    function_definition: callable(at("name")),
    method_declaration: callable(at("name")),
    anonymous_function: callable(nothing),
    anonymous_function_creation_expression: callable(nothing),
    arrow_function: callable(nothing),
    class_declaration: type,
    anonymous_class: { ...type, name: nothing },
    interface_declaration: type,
    trait_declaration: type,
    enum_declaration: type,
    function_call_expression: { is: "call", callee: at("function"), arguments: argumentsOf },
    member_call_expression: { is: "call", callee: at("name"), object: at("object"), arguments: argumentsOf },
    nullsafe_member_call_expression: { is: "call", callee: at("name"), object: at("object"), arguments: argumentsOf },
    scoped_call_expression: { is: "call", callee: at("name"), arguments: argumentsOf },
    object_creation_expression: { is: "call", callee: nth(0), arguments: argumentsOf, makes: true },
    exit_statement: { is: "exit", kind: "throw", value: nth(0) },
    include_expression: { is: "call", callee: nth(0), arguments: none },
    include_once_expression: { is: "call", callee: nth(0), arguments: none },
    require_expression: { is: "call", callee: nth(0), arguments: none },
    require_once_expression: { is: "call", callee: nth(0), arguments: none },
    print_intrinsic: { is: "call", callee: nth(0), arguments: none },
    yield_expression: { is: "call", callee: nothing, arguments: children },
    shell_command_expression: { is: "call", callee: nothing, arguments: children },
    clone_expression: { is: "call", callee: nothing, arguments: children },
    member_access_expression: access,
    nullsafe_member_access_expression: access,
    scoped_property_access_expression: { is: "member", object: at("scope"), key: at("name"), isNamed: true },
    class_constant_access_expression: { is: "member", object: nth(0), key: nth(1), isNamed: true },
    subscript_expression: { is: "member", object: nth(0), key: nth(1), isNamed: false },
    variable_name: { is: "name" },
    integer: literal(number),
    float: literal(number),
    string: literal((text) => ({ kind: "text", value: text.includes("\\") ? text : text.slice(1, -1) })),
    boolean: literal((text) => ({ kind: "truth", value: text.toLowerCase() === "true" })),
    null: literal(() => ({ kind: "absent", value: null })),
    encapsed_string: { is: "text", parts: children },
    heredoc: { is: "text", parts: children },
    array_creation_expression: { is: "list", elements: children },
    unary_op_expression: { is: "unary", operand: (node) => node.in("argument") ?? node.children.at(-1) ?? null },
    reference_assignment_expression: { is: "assignment", target: at("left"), value: at("right") },
    augmented_assignment_expression: { is: "assignment", target: at("left"), value: at("right") },
    update_expression: { is: "step", target: at("argument") },
    simple_parameter: parameter,
    variadic_parameter: parameter,
    property_promotion_parameter: parameter,
    static_variable_declaration: { is: "declared", name: at("name"), value: at("value") },
    property_element: { is: "declared", name: at("name"), value: at("default_value") },
    compound_statement: { is: "block", statements: children },
    colon_block: { is: "block", statements: children },
    if_statement: { is: "branch", test: at("condition"), then: at("body"), otherwise: nextWay },
    else_if_clause: { is: "branch", test: at("condition"), then: at("body"), otherwise: nextWay },
    else_clause: { is: "otherwise", body: at("body") },
    conditional_expression: {
      is: "branch",
      test: at("condition"),
      then: (node) => node.in("body") ?? node.in("condition"),
      otherwise: at("alternative"),
      isValue: true,
    },
    for_statement: {
      is: "loop",
      asks: "before",
      starts: allAt("initialize"),
      test: at("condition"),
      steps: allAt("update"),
      body: (node) => node.in("body"),
    },
    foreach_statement: {
      is: "each",
      names: (node) => namesOf(node.children[1] ?? null),
      over: nth(0),
      body: at("body"),
    },
    switch_statement: {
      is: "choice",
      subject: at("condition"),
      cases: (node) => node.in("body")?.children.filter(isCase) ?? [],
    },
    case_statement: {
      is: "case",
      tests: (node) => node.allIn("value"),
      body: (node) => node.children.filter((_, index) => node.roles[index] !== "value"),
      runsOn: true,
    },
    default_statement: { is: "case", tests: () => undefined, body: children, runsOn: true },
    match_expression: { is: "choice", subject: at("condition"), cases: within("body") },
    match_conditional_expression: {
      is: "case",
      tests: (node) => node.in("conditional_expressions")?.children,
      body: allAt("return_expression"),
      runsOn: false,
    },
    match_default_expression: { is: "case", tests: () => undefined, body: allAt("return_expression"), runsOn: false },
    return_statement: exit("return"),
    throw_expression: exit("throw"),
    break_statement: jump("break"),
    continue_statement: jump("continue"),
    goto_statement: { is: "exit", kind: "throw", value: nothing },
    named_label_statement: { is: "labelled", label: ({ children: [label] }) => label?.word ?? "", body: nothing },
    try_statement: {
      is: "handler",
      body: at("body"),
      caught: (node) => node.children.filter(({ type: kind }) => kind === "catch_clause"),
      always: (node) => node.of("finally_clause")?.in("body") ?? null,
    },
    catch_clause: { is: "caught", name: at("name"), body: at("body") },
    namespace_use_declaration: {
      is: "import",
      from: (node) => pathOf(node.children[0] ?? null),
      names: (node) => importedNames(node),
    },
    php_tag: word,
    php_end_tag: word,
    text: word,
    text_interpolation: word,
    const_declaration: word,
    declare_statement: word,
  },
  {
    comparisons: {
      "===": "identical",
      "!==": "not-identical",
      "==": "equal",
      "!=": "not-equal",
      "<>": "not-equal",
      "<": "less",
      "<=": "at-most",
      ">": "more",
      ">=": "at-least",
      instanceof: "instance",
    },
    logical: { "&&": "and", and: "and", "||": "or", or: "or", "??": "if-absent" },
    not: "!",
  },
);

/** The variables that a loop gives values to. */
function namesOf(node: AdaptedNode | null): readonly AdaptedNode[] {
  if (node === null) return [];
  return node.type === "variable_name" ? [node] : node.children.flatMap((child) => namesOf(child));
}

/** The names that a `use` brings. */
function importedNames(node: AdaptedNode): readonly AdaptedNode[] {
  const clauses = node.children
    .flatMap((child) => (child.type === "namespace_use_group" ? child.children : [child]))
    .filter(({ type: kind }) => kind === "namespace_use_clause");
  return clauses.flatMap((clause) => importedName(clause) ?? []);
}

/** The name that a part of a `use` brings. */
export function importedName(clause: AdaptedNode): AdaptedNode | null {
  const alias = clause.in("alias");
  if (alias !== null) return alias;
  const [path] = clause.children;
  return path?.type === "qualified_name" ? (path.children.at(-1) ?? null) : (path ?? null);
}

const pathOf = (node: AdaptedNode | null): string => (
  node === null ? "" : node.children.length === 0 ? node.word : node.children.map(pathOf).join("\\")
);
