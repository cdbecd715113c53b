/** Text from outside in Python: requests of servers, what is typed in, and where such text becomes more than a text. */
import type { OutsideFacts, Sink, SinkKind } from "../../../model/outside.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { Attribute, Call, Constant, FormattedValue, JoinedStr, Keyword, Name, PythonNode } from "../nodes.js";

/** A name with its members, `request.args`; nothing for what is not made of such alone. */
function dotted(node: Node): string | undefined {
  if (node.type === "Name") return (node as Name).id;
  if (node.type !== "Attribute") return undefined;
  const { value, attr } = node as Attribute;
  const before = dotted(value);
  return before === undefined ? undefined : `${before}.${attr}`;
}

const requests = /^(?:(?:flask|self)\.)?request\.(?:args|form|values|json|data|cookies|headers|files|GET|POST|COOKIES|META|query_params|path_params|query_string|url|path|full_path|body)$/;

const sourceOf: OutsideFacts["sourceOf"] = (node, text) => {
  if (node.type === "Attribute") {
    const name = dotted(node);
    return name !== undefined && requests.test(name) ? name : undefined;
  }
  if (node.type !== "Call") return undefined;
  const name = dotted((node as Call).func);
  if (name === "input") return "input()";
  return name !== undefined && /^(?:flask\.)?request\.(?:get_json|get_data)$/.test(name)
    ? text.slice(node.start, node.end)
    : undefined;
};

/** Methods whose result holds the text that they are asked of. */
const keeping = /^(?:get|getlist|pop|strip|lstrip|rstrip|lower|upper|title|capitalize|replace|split|join|decode|encode|removeprefix|removesuffix|format|read)$/;
const handing = /^(?:str|bytes|(?:os\.path|posixpath)\.join|(?:urllib\.parse\.)?unquote|unquote_plus|Path|pathlib\.Path|json\.loads|(?:textwrap\.)?dedent)$/;

function passedOn(node: Node): readonly Node[] {
  const one = node as PythonNode;
  switch (one.type) {
    case "JoinedStr":
      return (one as JoinedStr).values.filter(({ type }) => type === "FormattedValue");
    case "FormattedValue":
      return [(one as FormattedValue).value];
    case "BinOp":
      return one.op === "+" || one.op === "%" || one.op === "/" ? [one.left, one.right] : [];
    case "BoolOp":
      return [one.left, one.right];
    case "IfExp":
      return [one.body, one.orelse];
    case "Await":
    case "Attribute":
    case "Subscript":
      return [one.value as Node];
    case "NamedExpr":
      return [one.value];
    case "List":
    case "Tuple":
      return one.elts;
    case "Call": {
      const { func, args } = one as Call;
      const given = args.map((arg) => (arg.type === "Keyword" ? (arg as Keyword).value : arg));
      if (handing.test(dotted(func) ?? "")) return given;
      return func.type === "Attribute" && keeping.test((func as Attribute).attr)
        ? [(func as Attribute).value, ...given]
        : [];
    }
    default:
      return [];
  }
}

const takers: readonly (readonly [RegExp, SinkKind])[] = [
  [/(?:^|\.)(?:execute|executemany|executescript|raw)$/, "query"],
  [/^os\.(?:system|popen)$/, "shell"],
  [/^(?:eval|exec)$/, "code"],
  [/^(?:(?:flask|markupsafe)\.)?(?:render_template_string|Markup)$|(?:^|\.)mark_safe$/, "page"],
  [/^open$|^(?:io\.)?open$|^os\.(?:remove|unlink|listdir|open)$|^(?:flask\.)?send_file$|^shutil\.rmtree$/, "path"],
  [/^(?:flask\.)?redirect$|^HttpResponseRedirect$/, "redirect"],
];

const runsShell = (args: readonly Node[]): boolean => args.some(
  (arg) =>
    arg.type === "Keyword" && (arg as Keyword).arg === "shell" && ((arg as Keyword).value as Constant).value === true,
);

function sinkOf(node: Node): Sink | undefined {
  if (node.type !== "Call") return undefined;
  const { func, args } = node as Call;
  const [part] = args;
  const name = dotted(func) ?? (func.type === "Attribute" ? `….${(func as Attribute).attr}` : undefined);
  if (name === undefined || part === undefined || part.type === "Keyword" || part.type === "Starred") return undefined;
  const isShell = /^subprocess\.(?:run|call|check_call|check_output|Popen)$/.test(name) && runsShell(args);
  const kind = isShell ? "shell" as const : takers.find(([form]) => form.test(name))?.[1];
  if (kind === undefined) return undefined;
  return { kind, name, part, ...(kind === "query" && { remedies: (text) => bound(node as Call, text) }) };
}

/** A query with a placeholder for each value that was in its text, and the values beside it. */
function bound({ args }: Call, text: SourceText) {
  const [query, more] = args;
  if (query?.type !== "JoinedStr" || more !== undefined) return [];
  const code = text.slice(query.start, query.end);
  const opening = /^[fF]("""|'''|"|')/.exec(code);
  const values = (query as JoinedStr).values.filter(({ type }) => type === "FormattedValue") as FormattedValue[];
  if (opening === null || values.some(({ conversion, formatSpec }) => conversion !== "" || formatSpec !== null)) {
    return [];
  }
  let insert = "";
  let from = 1;
  for (const value of values) {
    const start = code.lastIndexOf("{", value.value.start - query.start);
    const end = code.indexOf("}", value.value.end - query.start) + 1;
    const before = code.slice(from, start);
    // A table or a column cannot be a value.
    if (!/(?:[=<>(,]|\b(?:like|values|limit|offset|in|between|and))\s*['"]?$/i.test(before)) return [];
    const quote = before.at(-1)!;
    const isQuoted = /['"]/.test(quote) && code.charAt(end) === quote;
    insert += `${isQuoted ? before.slice(0, -1) : before}?`;
    from = isQuoted ? end + 1 : end;
  }
  const given = values.map(({ value }) => text.slice(value.start, value.end));
  return [{
    title: "Hand the values over beside the text",
    certainty: "proposed" as const,
    edits: [{
      from: query.start,
      to: query.end,
      insert: `${insert}${code.slice(from)}, (${given.join(", ")}${given.length === 1 ? "," : ""})`,
    }],
  }];
}

function givenTo(write: Node): Node | undefined {
  for (let up = write.parent as PythonNode | null; up !== null; up = up.parent as PythonNode | null) {
    switch (up.type) {
      case "Assign":
      case "AugAssign":
      case "NamedExpr":
        return up.value;
      case "AnnAssign":
        return up.value ?? undefined;
      case "For":
        return up.iter;
      case "Tuple":
      case "List":
      case "Starred":
        break;
      default:
        return undefined;
    }
  }
  return undefined;
}

function beginOf(node: Node): string | undefined {
  const one = node as PythonNode;
  if (one.type === "Constant") return one.kind === "text" ? String(one.value) : undefined;
  if (one.type === "BinOp") return beginOf(one.left);
  if (one.type === "JoinedStr") {
    const [first] = (one as JoinedStr).values;
    return first?.type === "Constant" ? String((first as Constant).value) : undefined;
  }
  if (one.type !== "Call") return undefined;
  const { func } = one as Call;
  return func.type === "Attribute" && (func as Attribute).attr === "format"
    ? beginOf((func as Attribute).value)
    : undefined;
}

export const outside: OutsideFacts = { sourceOf, passedOn, sinkOf, givenTo, beginOf };
