/** Text from outside in JavaScript: requests of servers, the address of a page, and where such text becomes more than a text. */
import type { Binding } from "../../../model/binding.js";
import type { OutsideFacts, Sink, SinkKind } from "../../../model/outside.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import { bindingOf } from "../names/facts.js";
import type {
  AssignmentExpression,
  CallExpression,
  ImportDeclaration,
  JavaScriptNode,
  MemberExpression,
  NewExpression,
  TemplateLiteral,
} from "../nodes/index.js";

/** The names of a chain of members, `["req", "query", "id"]`; nothing where one is worked out before the last. */
function chainOf(node: JavaScriptNode): { readonly root: Node; readonly names: readonly string[] } | undefined {
  const names: string[] = [];
  let one: JavaScriptNode = node;
  while (one.type === "MemberExpression") {
    const { property, computed } = one as MemberExpression;
    names.unshift(computed ? "" : ((property as { name?: string }).name ?? ""));
    one = one.object as JavaScriptNode;
  }
  if (one.type !== "Identifier") return undefined;
  names.unshift(one.name);
  return { root: one, names };
}

const requests = /^(?:req|request|ctx|context)$/;
const ofRequest = /^(?:query|body|params|headers|cookies|url|originalUrl|rawBody|search|searchParams)$/;
const ofLocation = /^(?:search|hash|href|pathname)$/;
const ofDocument = /^(?:URL|documentURI|referrer|cookie)$/;

function isOutside(names: readonly string[], root: Node): boolean {
  const binding = bindingOf(root);
  if (binding !== undefined) {
    const [, first = "", second = ""] = names;
    // The host is what the reader's own browser asked for.
    if (first === "headers" && second === "host") return false;
    return binding.kind === "parameter" &&
      requests.test(names[0]!) &&
      (ofRequest.test(first) || (first === "request" && ofRequest.test(second)));
  }
  const plain = names[0] === "window" || names[0] === "document" || names[0] === "self" ? names.slice(1) : names;
  if (names[0] === "document" && ofDocument.test(names[1] ?? "")) return true;
  return plain[0] === "location" && ofLocation.test(plain[1] ?? "");
}

const sourceOf: OutsideFacts["sourceOf"] = (node, text) => {
  const one = node as JavaScriptNode;
  if (one.type === "CallExpression") {
    const { callee } = one as CallExpression;
    return callee.type === "Identifier" && callee.name === "prompt" && bindingOf(callee) === undefined
      ? "prompt()"
      : undefined;
  }
  if (one.type !== "MemberExpression") return undefined;
  const chain = chainOf(one);
  return chain !== undefined && isOutside(chain.names, chain.root) ? text.slice(node.start, node.end) : undefined;
};

/** Methods whose result holds the text that they are asked of. */
const keeping = /^(?:toString|trim|trimStart|trimEnd|slice|substring|substr|toLowerCase|toUpperCase|concat|padStart|padEnd|repeat|normalize|join|get|at|split|valueOf)$/;
/** Functions whose result holds the texts of their arguments. */
const handing = /^(?:String|decodeURIComponent|decodeURI|unescape|JSON\.parse|path\.join|path\.resolve|join|resolve|URLSearchParams|URL|Buffer\.from|util\.format|format)$/;

const nameOf = (callee: Node): string => chainOf(callee as JavaScriptNode)?.names.join(".") ?? "";

function passedOn(node: Node): readonly Node[] {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "TemplateLiteral":
      return (one as TemplateLiteral).expressions;
    case "BinaryExpression":
      return one.operator === "+" ? [one.left, one.right] : [];
    case "LogicalExpression":
      return [one.left, one.right];
    case "ConditionalExpression":
      return [one.consequent, one.alternate];
    case "AwaitExpression":
      return [one.argument];
    case "MemberExpression":
      // How long a text is holds none of it.
      return /^(?:length|size)$/.test((one.property as { name?: string }).name ?? "") ? [] : [one.object];
    case "ArrayExpression":
      return one.elements.filter((element) => element !== null);
    case "AssignmentExpression":
      return [one.right];
    case "CallExpression":
    case "NewExpression": {
      const { callee, arguments: given } = one as CallExpression | NewExpression;
      if (handing.test(nameOf(callee))) return given;
      if (callee.type !== "MemberExpression") return [];
      const { object, property } = callee as MemberExpression;
      return keeping.test((property as { name?: string }).name ?? "") ? [object, ...given] : [];
    }
    default:
      return "expression" in one && one.type !== "ExpressionStatement"
        ? [(one as unknown as { expression: Node }).expression]
        : [];
  }
}

/** The module that a name is imported or required from. */
function moduleOf(binding: Binding | undefined): string {
  const owner = binding?.declarations[0]?.owner as JavaScriptNode | undefined;
  if (owner === undefined) return "";
  const up = owner.parent as ImportDeclaration | null;
  if (up?.type === "ImportDeclaration") return String((up.source as { value?: unknown }).value ?? "");
  const { init } = owner as { init?: JavaScriptNode | null };
  if (init?.type !== "CallExpression" || nameOf((init as CallExpression).callee) !== "require") return "";
  return String(((init as CallExpression).arguments[0] as { value?: unknown } | undefined)?.value ?? "");
}

const isOf = (binding: Binding | undefined, module: RegExp): boolean =>
  module.test(moduleOf(binding).replace(/^node:/, ""));

const queryMethods = /^(?:query|execute|raw|exec|all|get|run|prepare|unsafe|\$queryRawUnsafe|\$executeRawUnsafe)$/;
const fileFunctions = /^(?:readFile|readFileSync|writeFile|writeFileSync|appendFile|appendFileSync|createReadStream|createWriteStream|unlink|unlinkSync|rm|rmSync|open|openSync|readdir|readdirSync|stat|statSync)$/;

/** What a call makes of which of its arguments. */
function takenBy(
  call: CallExpression | NewExpression,
): { readonly kind: SinkKind; readonly index: number } | undefined {
  const callee = call.callee as JavaScriptNode;
  const chain = chainOf(callee);
  const last = chain?.names.at(-1) ??
    ((callee as Partial<MemberExpression>).property as { name?: string } | undefined)?.name ??
    "";
  const binding = chain === undefined ? undefined : bindingOf(chain.root);
  const isAlone = chain?.names.length === 1;
  if (isAlone && binding === undefined && (last === "eval" || (last === "Function" && call.type === "NewExpression"))) {
    return { kind: "code", index: call.arguments.length - 1 };
  }
  if (last === "exec" || last === "execSync") {
    if (isOf(binding, /^child_process$/)) return { kind: "shell", index: 0 };
  }
  if (fileFunctions.test(last) && isOf(binding, /^fs(?:\/promises)?$/)) return { kind: "path", index: 0 };
  if (isAlone || callee.type !== "MemberExpression") return undefined;
  if (last === "insertAdjacentHTML") return { kind: "page", index: 1 };
  const whole = chain?.names.join(".") ?? "";
  if (binding === undefined && (whole === "document.write" || whole === "document.writeln")) {
    return { kind: "page", index: 0 };
  }
  if (/^(?:res|response|reply|ctx)\.redirect$/.test(whole)) {
    return { kind: "redirect", index: call.arguments.length - 1 };
  }
  if (binding === undefined && /^(?:window\.)?location\.(?:assign|replace)$/.test(whole)) {
    return { kind: "redirect", index: 0 };
  }
  if (/^(?:res|response|reply)\.(?:sendFile|download)$/.test(whole)) return { kind: "path", index: 0 };
  return queryMethods.test(last) ? { kind: "query", index: 0 } : undefined;
}

function sinkOf(node: Node, text: SourceText): Sink | undefined {
  const one = node as JavaScriptNode;
  if (one.type === "CallExpression" || one.type === "NewExpression") {
    const call = one as CallExpression;
    const taken = takenBy(call);
    const part = taken && (call.arguments[taken.index] as JavaScriptNode | undefined);
    if (part === undefined || part.type === "SpreadElement") return undefined;
    const name = text.slice(call.callee.start, call.callee.end);
    const { kind } = taken!;
    // `db.query({ text: … })`
    const named = kind === "query" && part.type === "ObjectExpression"
      ? part.properties.find(
        (one) => one.type === "Property" && /^(?:text|sql)$/.test((one.key as { name?: string }).name ?? ""),
      )
      : undefined;
    if (named?.type === "Property") return { kind, name, part: named.value };
    return { kind, name, part, ...(kind === "query" && { remedies: (source) => bound(call, source) }) };
  }
  if (one.type !== "AssignmentExpression") return undefined;
  const { left, right, operator } = one as AssignmentExpression;
  if (left.type !== "MemberExpression" && left.type !== "Identifier") return undefined;
  const chain = chainOf(left as JavaScriptNode);
  const last = chain?.names.at(-1) ?? ((left as MemberExpression).property as { name?: string }).name ?? "";
  const name = text.slice(left.start, left.end);
  if (left.type === "MemberExpression" && /^(?:innerHTML|outerHTML|srcdoc)$/.test(last)) {
    const plain = last === "innerHTML" && operator === "=" && !/[<>]/.test(text.slice(right.start, right.end));
    return { kind: "page", name, part: right, ...(plain && { remedies: () => [asText(left as MemberExpression)] }) };
  }
  const isAddress = /^(?:(?:window|document|self)\.)?location(?:\.href)?$/.test(chain?.names.join(".") ?? "");
  return isAddress && bindingOf(chain!.root) === undefined ? { kind: "redirect", name, part: right } : undefined;
}

/** The text of an element in the place of its markup. */
const asText = ({ property }: MemberExpression) => ({
  title: "Set the text, which is never read as markup",
  certainty: "proposed" as const,
  edits: [{ from: property.start, to: property.end, insert: "textContent" }],
});

/** A query with a placeholder for each value that was in its text, and the values beside it. */
function bound(call: CallExpression, text: SourceText) {
  const [query, more] = call.arguments as (JavaScriptNode | undefined)[];
  if (query?.type !== "TemplateLiteral" || more !== undefined) return [];
  const { expressions } = query as TemplateLiteral;
  const code = text.slice(query.start, query.end);
  let insert = "";
  let from = 0;
  let isNumbered = false;
  const binding = bindingOf(chainOf(call.callee as JavaScriptNode)?.root ?? call.callee);
  isNumbered = /pool|client|pg/i.test(binding?.name ?? "");
  for (const [index, value] of expressions.entries()) {
    const start = code.lastIndexOf("${", value.start - query.start);
    const end = code.indexOf("}", value.end - query.start) + 1;
    const before = code.slice(from, start);
    // A table or a column cannot be a value.
    if (!/(?:[=<>(,]|\b(?:like|values|limit|offset|in|between|and))\s*['"]?$/i.test(before)) return [];
    const isQuoted = /['"]$/.test(before) && code.charAt(end) === before.at(-1);
    insert += (isQuoted ? before.slice(0, -1) : before) + (isNumbered ? `$${index + 1}` : "?");
    from = isQuoted ? end + 1 : end;
  }
  insert += code.slice(from);
  const values = expressions.map((value) => text.slice(value.start, value.end)).join(", ");
  const quote = /[\n"]/.test(insert.slice(1, -1)) ? "`" : '"';
  return [{
    title: "Hand the values over beside the text",
    certainty: "proposed" as const,
    edits: [{ from: query.start, to: query.end, insert: `${quote}${insert.slice(1, -1)}${quote}, [${values}]` }],
  }];
}

function givenTo(write: Node): Node | undefined {
  for (let up = write.parent as JavaScriptNode | null; up !== null; up = up.parent as JavaScriptNode | null) {
    switch (up.type) {
      case "VariableDeclarator":
        return up.init ??
          (
            /^For(?:Of|In)Statement$/.test(up.parent?.parent?.type ?? "")
              ? ((up.parent!.parent as unknown as { right: Node }).right)
              : undefined
          );
      case "AssignmentExpression":
        return up.right;
      case "ForOfStatement":
        return up.right;
      case "Property":
      case "ObjectPattern":
      case "ArrayPattern":
      case "AssignmentPattern":
      case "AnnotatedPattern":
      case "RestElement":
        break;
      default:
        return undefined;
    }
  }
  return undefined;
}

function beginOf(node: Node): string | undefined {
  const one = node as JavaScriptNode;
  if (one.type === "Literal") return one.isString ? String(one.value) : undefined;
  if (one.type === "BinaryExpression") return one.operator === "+" ? beginOf(one.left) : undefined;
  if (one.type !== "TemplateLiteral") return undefined;
  return (one as TemplateLiteral).quasis[0]?.cooked ?? undefined;
}

export const outside: OutsideFacts = { sourceOf, passedOn, sinkOf, givenTo, beginOf };
