/** What rules may ask of PHP beyond what its nodes mean. */
import type { Binding } from "../../model/binding.js";
import type { Node } from "../../syntax/node.js";
import { factsOf, type FurtherFacts } from "../adapted/facts.js";
import type { FlowManner } from "../adapted/flow.js";
import type { AdaptedNode } from "../adapted/nodes.js";
import { meanings } from "./meanings.js";

/** Functions that take their arguments as they are, and change none. */
const harmless = /^(?:is_\w+|str\w*|count|sizeof|in_array|array_(?:key_exists|keys|values|merge|map|filter|slice|search|sum|unique|flip|reverse|diff\w*|intersect\w*|combine|column|fill\w*|chunk|reduce)|implode|explode|join|sprintf|printf|vsprintf|trim|[lr]trim|ucfirst|lcfirst|ucwords|substr\w*|json_encode|json_decode|number_format|htmlspecialchars|htmlentities|intval|floatval|strval|boolval|round|floor|ceil|abs|min|max|date|time|isset|empty|defined|define|method_exists|function_exists|class_exists|file_exists|is|dirname|basename|var_dump|print_r|gettype|get_class|md5|sha1|serialize|urlencode|rawurlencode|mb_str\w+|mb_substr\w*|preg_quote|preg_replace|preg_split)$/i;

/** Whether a use lets others read and write the variable, as a function may that takes it by reference. */
function isHandedOut(use: AdaptedNode): boolean {
  const up = use.parent as AdaptedNode;
  if (
    up.type === "by_ref" ||
    up.type === "unset_statement" ||
    up.type === "reference_assignment_expression" ||
    up.type === "anonymous_function_use_clause"
  ) return true;
  if (up.type === "assignment_expression" && up.word.includes("&")) return true;
  if (up.type !== "argument") return false;
  const call = up.parent?.parent as AdaptedNode | null;
  return call?.type !== "function_call_expression" || !harmless.test(call.in("function")?.word ?? "");
}

export const flowManner: FlowManner = {
  isHandedOut,
  isShared: ({ declarations }) => declarations.some(
    ({ exported, owner }) =>
      exported || owner.type === "static_variable_declaration" || owner.type === "global_declaration",
  ),
  jumps: ({ type }) => type === "goto_statement" || type === "ERROR",
};

/** Whether a name is there for something else than being read: a loop, a list of targets or a handler must have one. */
function hasPurpose({ declarations }: Binding): boolean {
  return declarations.some(
    ({ owner, node, kind }) => kind !== "function" &&
      kind !== "class" &&
      kind !== "parameter" &&
      owner.type !== "property_element" &&
      (
        owner.type !== "assignment_expression" ||
        (owner as AdaptedNode).in("left") !== node ||
        owner.parent?.type !== "expression_statement"
      ),
  );
}

const plainly = factsOf(meanings, ["//", "#"]);

/** Whether a statement is put into the page by its tag. */
function isPutOut(statement: AdaptedNode): boolean {
  const before = statement.beside(-1);
  const tag = before?.type === "text_interpolation" ? before.children.at(-1) : before;
  return tag?.type === "php_tag" && tag.word === "<?=";
}

export const facts: FurtherFacts = {
  isThereByItself: () => true,
  isRequired: ({ scope }) => scope.kind === "class",
  hasPurpose,
  // What stands behind `<?=` is put out.
  idleValue: (statement) => (isPutOut(statement as AdaptedNode) ? undefined : plainly.idleValue!(statement)),
  isIdle: ({ access }) => access === "write",
  parameterFacts({ declarations }) {
    let owner: Node = declarations[0]!.owner;
    while (owner.parent !== null && meanings.as(owner as AdaptedNode, "function") === undefined) owner = owner.parent;
    const method = owner as AdaptedNode;
    const isPrivate = method.type === "method_declaration" && method.of("visibility_modifier")?.word === "private";
    const list = method.in("parameters")?.children ?? [];
    const index = list.indexOf(declarations[0]!.owner as AdaptedNode);
    const isRead = (one: AdaptedNode): boolean => {
      const fact = one.in("name")?.fact;
      return fact != null && "binding" in fact && (fact.binding?.references.length ?? 0) > 0;
    };
    return {
      owner: method,
      takenAs: "func_get_args",
      isLast: list.slice(index + 1).every((one) => !isRead(one)),
      isForOthers: () => !isPrivate,
    };
  },
};
