/** What the nodes of the grammar for Java mean. */
import {
  allAt,
  at,
  children,
  chosenValue,
  familyMeanings,
  familyOperators,
  Meanings,
  none,
  nothing,
  nth,
  within,
  type Meaning,
} from "../adapted/meaning.js";
import type { AdaptedNode } from "../adapted/nodes.js";

const number = (word: string) => {
  const digits = word
    .replaceAll("_", "")
    .replace(/[lLfFdD]$/, (letter) => (/^0[xX]/.test(word) && /[fFdD]/.test(letter) ? letter : ""));
  const value = Number(/^0[0-7]+$/.test(digits) ? `0o${digits.slice(1)}` : digits);
  return { kind: "number" as const, value: Number.isNaN(value) ? undefined : value };
};

/** The text that a literal stands for, as far as it has no escapes. */
const text = (word: string) => ({
  kind: "text" as const,
  value: word.includes("\\") || word.startsWith('"""') ? word : word.slice(1, -1),
});

const literal = (value: Extract<Meaning, { is: "literal" }>["value"]): Meaning => ({ is: "literal", value });
const numberLiteral = literal(number);

const method: Meaning = { is: "function", name: at("name"), parameters: within("parameters"), body: at("body") };
const type = (members: string): Meaning => ({
  is: "class",
  name: at("name"),
  parents: (node) => [
    ...(node.of("superclass")?.children ?? []),
    ...(node.of("super_interfaces")?.children[0]?.children ?? []),
  ],
  members: (node) => node.of(members)?.children ?? [],
});
const block: Meaning = { is: "block", statements: children };
const exit = (kind: "return" | "throw"): Meaning => ({ is: "exit", kind, value: nth(0) });
const jump = (kind: "break" | "continue"): Meaning => ({
  is: "exit",
  kind,
  value: nothing,
  label: ({ children: [label] }) => label?.word,
});
const labelsOf = (node: AdaptedNode): readonly AdaptedNode[] =>
  node.children.filter(({ type: kind }) => kind === "switch_label");
const bodyOf = (node: AdaptedNode): readonly AdaptedNode[] =>
  node.children.filter(({ type: kind }) => kind !== "switch_label");
const tests = (node: AdaptedNode): readonly AdaptedNode[] | undefined => {
  const labels = labelsOf(node);
  return labels.some(({ word }) => word.includes("default")) ? undefined : labels.flatMap((label) => label.children);
};
const handler = (opens?: "resources"): Meaning => ({
  is: "handler",
  ...(opens !== undefined && { opens: within(opens) }),
  body: at("body"),
  caught: (node) => node.children.filter(({ type: kind }) => kind === "catch_clause"),
  always: (node) => node.of("finally_clause")?.children.at(-1) ?? null,
});

export const meanings = new Meanings(
  {
    ...familyMeanings,
    method_declaration: method,
    constructor_declaration: method,
    compact_constructor_declaration: { ...method, parameters: none },
    lambda_expression: {
      is: "function",
      name: nothing,
      parameters: (node) => {
        const given = node.in("parameters");
        return given === null ? [] : given.type === "identifier" ? [given] : given.children;
      },
      body: at("body"),
    },
    static_initializer: { is: "function", name: nothing, parameters: none, body: (node) => node.of("block") },
    class_declaration: type("class_body"),
    record_declaration: type("class_body"),
    interface_declaration: type("interface_body"),
    enum_declaration: type("enum_body"),
    annotation_type_declaration: type("annotation_type_body"),
    method_invocation: {
      is: "call",
      callee: at("name"),
      object: at("object"),
      arguments: within("arguments"),
    },
    object_creation_expression: { is: "call", callee: at("type"), arguments: within("arguments"), makes: true },
    explicit_constructor_invocation: { is: "call", callee: at("constructor"), arguments: within("arguments") },
    field_access: { is: "member", object: at("object"), key: at("field"), isNamed: true },
    array_access: { is: "member", object: at("array"), key: at("index"), isNamed: false },
    identifier: { is: "name" },
    decimal_integer_literal: numberLiteral,
    hex_integer_literal: numberLiteral,
    octal_integer_literal: numberLiteral,
    binary_integer_literal: numberLiteral,
    decimal_floating_point_literal: numberLiteral,
    string_literal: literal(text),
    character_literal: literal((word) => ({ kind: "text", value: `'${word.slice(1, -1)}` })),
    true: literal(() => ({ kind: "truth", value: true })),
    false: literal(() => ({ kind: "truth", value: false })),
    null_literal: literal(() => ({ kind: "absent", value: null })),
    array_initializer: { is: "list", elements: children },
    unary_expression: { is: "unary", operand: at("operand") },
    update_expression: { is: "step", target: nth(0) },
    local_variable_declaration: { is: "declaration" },
    field_declaration: { is: "declaration" },
    variable_declarator: { is: "declared", name: at("name"), value: at("value") },
    resource: { is: "declared", name: at("name"), value: at("value") },
    formal_parameter: { is: "declared", name: at("name"), value: nothing },
    block,
    constructor_body: block,
    ternary_expression: chosenValue,
    for_statement: {
      is: "loop",
      asks: "before",
      starts: allAt("init"),
      test: at("condition"),
      steps: allAt("update"),
      body: at("body"),
    },
    enhanced_for_statement: { is: "each", names: allAt("name"), over: at("value"), body: at("body") },
    switch_expression: { is: "choice", subject: at("condition"), cases: within("body") },
    switch_block_statement_group: { is: "case", tests, body: bodyOf, runsOn: true },
    switch_rule: { is: "case", tests, body: bodyOf, runsOn: false },
    return_statement: exit("return"),
    throw_statement: exit("throw"),
    yield_statement: { is: "exit", kind: "break", value: nth(0) },
    break_statement: jump("break"),
    continue_statement: jump("continue"),
    try_statement: handler(),
    try_with_resources_statement: handler("resources"),
    catch_clause: {
      is: "caught",
      name: (node) => node.of("catch_formal_parameter")?.in("name") ?? null,
      body: at("body"),
    },
    labeled_statement: {
      is: "labelled",
      label: ({ children: [label] }) => label?.word ?? "",
      body: nth(1),
    },
    import_declaration: {
      is: "import",
      from: (node) => pathOf(node.children[0] ?? null),
      names: (node) => {
        const name = importedName(node);
        return name === null ? [] : [name];
      },
    },
    assert_statement: { is: "maybe" },
    package_declaration: { is: "word" },
    ";": { is: "word" },
  },
  familyOperators,
);

/** The name that an import brings; `null` where it brings all of a package. */
export function importedName(node: AdaptedNode): AdaptedNode | null {
  const path = node.children[0];
  if (path === undefined || node.of("asterisk") !== null) return null;
  return path.type === "scoped_identifier" ? path.in("name") : path;
}

/** The dotted name of what an import is for. */
function pathOf(node: AdaptedNode | null): string {
  if (node === null) return "";
  return node.type === "scoped_identifier" ? `${pathOf(node.in("scope"))}.${node.in("name")?.word ?? ""}` : node.word;
}
