/** What the nodes of the grammar for C mean. */
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

/** The name that a declarator is for: `*berth`, `berths[3]` and `berth(int)` are for `berth`. */
export function declaredName(node: AdaptedNode | null): AdaptedNode | null {
  let one = node;
  while (one !== null && one.type !== "identifier" && one.type !== "type_identifier") {
    one = one.in("declarator") ??
      (
        one.type === "parenthesized_declarator" || one.type === "attributed_declarator"
          ? (one.children[0] ?? null)
          : null
      );
  }
  return one;
}

/** The declarator of a function around its parameters. */
function functionDeclarator(node: AdaptedNode): AdaptedNode | null {
  let one = node.in("declarator");
  let found: AdaptedNode | null = null;
  while (one !== null) {
    if (one.type === "function_declarator") found = one;
    one = one.in("declarator") ?? (one.type === "parenthesized_declarator" ? (one.children[0] ?? null) : null);
  }
  return found;
}

const number = (word: string) => {
  const digits = word
    .replaceAll("'", "")
    .replace(/(?:[uU]|[lL]{1,2}|[uU][lL]{1,2}|[lL]{1,2}[uU])$/, "")
    .replace(/^(?!0[xX])(.*)[fF]$/, "$1");
  const value = Number(/^0[0-7]+$/.test(digits) ? `0o${digits.slice(1)}` : digits);
  return { kind: "number" as const, value: Number.isNaN(value) ? undefined : value };
};

const literal = (value: Extract<Meaning, { is: "literal" }>["value"]): Meaning => ({ is: "literal", value });
const exit = (kind: "return" | "break" | "continue"): Meaning => ({ is: "exit", kind, value: nth(0) });
const word: Meaning = { is: "word" };
const maybe: Meaning = { is: "maybe" };
const valueless = (node: AdaptedNode): readonly AdaptedNode[] =>
  node.children.filter((_, index) => node.roles[index] !== "value");

export const meanings = new Meanings(
  {
    ...familyMeanings,
    function_definition: {
      is: "function",
      name: (node) => declaredName(node.in("declarator")),
      parameters: (node) => functionDeclarator(node)
        ?.in("parameters")?.children
        .filter(({ type }) => type === "parameter_declaration") ??
        [],
      body: at("body"),
    },
    call_expression: { is: "call", callee: at("function"), arguments: within("arguments") },
    field_expression: { is: "member", object: at("argument"), key: at("field"), isNamed: true },
    subscript_expression: { is: "member", object: at("argument"), key: at("index"), isNamed: false },
    identifier: { is: "name" },
    number_literal: literal(number),
    string_literal: literal((text) => ({ kind: "text", value: text.includes("\\") ? text : text.slice(1, -1) })),
    char_literal: literal((text) => ({ kind: "text", value: `'${text.slice(1, -1)}` })),
    true: literal(() => ({ kind: "truth", value: true })),
    false: literal(() => ({ kind: "truth", value: false })),
    null: literal(() => ({ kind: "absent", value: null })),
    initializer_list: { is: "list", elements: children },
    unary_expression: { is: "unary", operand: at("argument") },
    update_expression: { is: "step", target: at("argument") },
    declaration: { is: "declaration" },
    init_declarator: { is: "declared", name: (node) => declaredName(node.in("declarator")), value: at("value") },
    compound_statement: { is: "block", statements: children },
    else_clause: { is: "otherwise", body: nth(0) },
    conditional_expression: chosenValue,
    for_statement: {
      is: "loop",
      asks: "before",
      starts: allAt("initializer"),
      test: at("condition"),
      steps: allAt("update"),
      body: at("body"),
    },
    switch_statement: { is: "choice", subject: at("condition"), cases: within("body") },
    case_statement: {
      is: "case",
      tests: (node) => (node.in("value") === null ? undefined : node.allIn("value")),
      body: valueless,
      runsOn: true,
    },
    return_statement: exit("return"),
    break_statement: exit("break"),
    continue_statement: exit("continue"),
    goto_statement: { is: "exit", kind: "throw", value: nothing },
    labeled_statement: {
      is: "labelled",
      label: (node) => node.in("label")?.word ?? "",
      body: (node) => node.children.at(-1) ?? null,
    },
    preproc_include: { is: "import", from: (node) => node.in("path")?.word.slice(1, -1) ?? "", names: none },
    // What stands in these is not worked out.
    sizeof_expression: word,
    alignof_expression: word,
    offsetof_expression: word,
    preproc_def: word,
    preproc_function_def: word,
    preproc_call: word,
    type_definition: word,
    struct_specifier: word,
    union_specifier: word,
    enum_specifier: word,
    preproc_if: maybe,
    preproc_ifdef: maybe,
    preproc_else: maybe,
    preproc_elif: maybe,
    preproc_elifdef: maybe,
  },
  familyOperators,
);
