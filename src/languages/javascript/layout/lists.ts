/** What stands between brackets with commas: arguments, elements, properties, parameters, names that are imported. */
import {
  bracketGroup,
  broken,
  choice,
  either,
  fill,
  indent,
  inserted,
  nothing,
  sequence,
  softLine,
  spaceLine,
  unit,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { ArrowFunctionExpression, JavaScriptNode } from "../nodes/index.js";
import type { Builder, Part } from "./builder.js";

export interface ListOptions {
  /** What stands inside of the brackets. */
  readonly edge?: Doc;
  /** Whether the end of the list is a matter of the style. */
  readonly hasFreeComma?: boolean;
  /** Whether it is arguments, of which one that has brackets may go over lines alone. */
  readonly isCall?: boolean;
  /** Whether it is broken in any case. */
  readonly isBroken?: boolean;
}

interface Element {
  readonly doc: Doc;
  /** The comma behind it, or what stands for one at the end of a list that is broken. */
  readonly comma: Doc;
  /** What stands before it: comments with the line ends between. */
  readonly comments: Doc;
  readonly space: Doc;
  /** The part it consists of, if it is one alone. */
  readonly only: Part | undefined;
}

const closers: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}", "<": ">" };
const isOpener = (part: Part): boolean => part.child === undefined && closers[part.text] !== undefined;
const isCloser = (part: Part): boolean => part.child === undefined && /^[)\]}>]$/.test(part.text);

/** The indices of an opening bracket among parts, from `from` on, and of the one that closes it; `undefined` if there is none. */
export function bracketsIn(parts: readonly Part[], open: string, from = 0): readonly [number, number] | undefined {
  const begin = parts.findIndex((part, index) => index >= from && part.child === undefined && part.text === open);
  let depth = 0;
  for (let end = begin; end >= 0 && end < parts.length; end += 1) {
    if (isOpener(parts[end]!)) depth += 1;
    else if (isCloser(parts[end]!) && (depth -= 1) === 0) return [begin, end];
  }
  return undefined;
}

/** What may stay with the brackets around it while it goes over lines itself. */
const huggable = /^(?:Object|Array)(?:Expression|Pattern|Type)$|^(?:Function|ArrowFunction|Class)Expression$|^Template|^TaggedTemplate|^MappedType$/;

const declared = (node: Node): Node => (
  (node as JavaScriptNode).type === "AnnotatedPattern" ? (node as unknown as { target: Node }).target : node
);

/** Whether a function is the body that one looks for at the end of a call. */
function isFunction(node: Node | undefined): boolean {
  const one = node as JavaScriptNode | undefined;
  if (one?.type === "FunctionExpression") return (one.body?.body.length ?? 0) > 0;
  if (one?.type !== "ArrowFunctionExpression") return false;
  // An element that is not in parentheses has its end on a line with the end of the call.
  return one.body.type === "FunctionBody"
    ? one.body.body.length > 0
    : hasBrackets(one.body) && (one.body.parenthesized || !one.body.type.startsWith("JSX"));
}

/** Whether an expression goes over lines between brackets of its own, if it has to. */
export function hasBrackets(node: Node): boolean {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "ObjectExpression":
      return one.properties.length > 0;
    case "ArrayExpression":
      return one.elements.length > 0;
    case "CallExpression":
    case "NewExpression":
      return one.arguments.length > 0;
    case "AwaitExpression":
      return hasBrackets(one.argument);
    case "JSXElement":
    case "JSXFragment":
      return true;
    case "ObjectType":
      return one.members.length > 0;
    default:
      return isFunction(one);
  }
}

const isCollection = (node: Node): boolean => /^(?:Object|Array)Expression$/.test(node.type) && hasBrackets(node);

/** A list from its opening bracket to its closing one. */
export function listDoc(builder: Builder, node: Node, parts: readonly Part[], options: ListOptions = {}): Doc {
  const { edge = softLine, isCall = false } = options;
  const opener = parts[0]!;
  const closer = parts.at(-1)!;
  const open = builder.part(opener);
  const close = builder.part(closer);
  const inner = parts.slice(1, -1);
  if (inner.length === 0) {
    const { comments, space } = builder.lead(node, opener, closer, softLine);
    return comments === nothing ? sequence(open, close) : bracketGroup(sequence(open, indent(comments), space, close));
  }
  const isKept = options.isBroken === true || (builder.style.brokenLists === "keep" && builder.beginsLine(inner[0]!));
  const elements = elementsOf(builder, node, opener, inner, edge, options, isKept && inner.length > 2 * many);
  const { comments, space } = builder.lead(node, inner.at(-1)!, closer, edge);
  const lined = bracketGroup(
    sequence(
      open,
      indent(...elements.flatMap((element) => [element.comments, element.space, element.doc, element.comma]), comments),
      space,
      close,
    ),
    { isBroken: isKept },
  );
  if (elements.length > 3 && elements.every(isNumber) && comments === nothing) {
    return filled(open, elements, space, close, isKept);
  }
  if (isKept || lined.content.breaks) return lined;
  const kinds = elements.map(({ only }) => (only?.child === undefined ? undefined : declared(only.child)));
  const inside = edge === spaceLine && elements.length === 1 ? inserted(" ") : nothing;
  if (
    elements.length === 1 &&
    kinds[0] !== undefined &&
    huggable.test(kinds[0].type) &&
    (
      !isCall ||
      kinds[0].type !== "ArrowFunctionExpression" ||
      (kinds[0] as ArrowFunctionExpression).body.type === "FunctionBody"
    )
  ) return sequence(open, inside, elements[0]!.doc, inside, close);
  if (!isCall) return lined;
  const flat = sequence(
    open,
    ...elements.flatMap((element, index) => [
      index === 0 ? nothing : inserted(" "),
      bare(element, index === elements.length - 1),
    ]),
    close,
  );
  const way = hugAt(elements, kinds);
  if (way === undefined) return lined;
  const hugged = broken(elements[way]!.doc);
  if (hugged === undefined || elements.some(({ doc }, index) => index !== way && doc.spread)) return lined;
  const along = sequence(
    open,
    ...elements.flatMap((element, index) => [
      index === 0 ? nothing : inserted(" "),
      index === way
        ? sequence(hugged, index === elements.length - 1 ? nothing : element.comma)
        : bare(element, index === elements.length - 1),
    ]),
    close,
  );
  return choice(flat, along, lined);
}

/** Which of some arguments may go over lines alone: the last, or a function that comes first. */
function hugAt(elements: readonly Element[], kinds: readonly (Node | undefined)[]): number | undefined {
  const last = kinds.length - 1;
  const others = (at: number): boolean =>
    kinds.every((kind, index) => index === at || (!isFunction(kind) && kind?.type !== "ConditionalExpression"));
  if (isFunction(kinds[last]) && others(last)) return last;
  if (kinds[last] !== undefined && isCollection(kinds[last]) && kinds.length > 1 && others(last)) return last;
  if (
    elements.length > 1 &&
    isFunction(kinds[0]) &&
    kinds.every(
      (kind, index) => index === 0 || kind === undefined || !hasBrackets(kind) || kind.type === "ArrayExpression",
    ) &&
    others(0)
  ) return 0;
  return undefined;
}

const bare = ({ doc, comma }: Element, isLast: boolean): Doc => (isLast ? doc : sequence(doc, comma));

const isNumber = ({ only, comments }: Element): boolean => {
  let node = only?.child as JavaScriptNode | undefined;
  if (node?.type === "UnaryExpression") node = node.argument as JavaScriptNode;
  return comments === nothing && node?.type === "Literal" && typeof node.value === "number";
};

function filled(open: Doc, elements: readonly Element[], space: Doc, close: Doc, isBroken: boolean): Doc {
  const parts = elements.flatMap(
    ({ doc, comma }, index) => (index === 0 ? [sequence(doc, comma)] : [spaceLine, sequence(doc, comma)]),
  );
  return bracketGroup(sequence(open, indent(elements[0]!.space, fill(parts)), space, close), { isBroken });
}

/** In a list of more than about so many elements, each on lines of its own, these are laid out by themselves. */
export const many = 20;

/** Whether an element has something in it that could be laid out in more than one way. */
const isApart = ({ child, around }: Part): boolean =>
  child !== undefined && around.length === 0 && !/^(?:Literal|Identifier|RestElement|SpreadElement)$/.test(child.type);

/** The elements of a list, each with its comma; with `areApart` to be laid out by themselves. */
function elementsOf(
  builder: Builder,
  node: Node,
  opener: Part,
  inner: readonly Part[],
  edge: Doc,
  { hasFreeComma = false }: ListOptions,
  areApart: boolean,
): Element[] {
  const elements: Element[] = [];
  const { trailingComma } = builder.style;
  let begin = 0;
  let depth = 0;
  for (const [index, part] of inner.entries()) {
    if (isOpener(part)) depth += 1;
    else if (isCloser(part)) depth -= 1;
    const isLast = index === inner.length - 1;
    const isComma = depth === 0 && part.child === undefined && part.text === ",";
    if (!isComma && !isLast) continue;
    const own = inner.slice(begin, isComma ? index : index + 1);
    const before = begin === 0 ? opener : inner[begin - 1]!;
    const lead = builder.lead(node, before, inner[begin]!, begin === 0 ? edge : spaceLine);
    const body = own.length === 0
      ? []
      : areApart && own.length === 1 && isApart(own[0]!)
        ? [unit(own[0]!.child!)]
        : [builder.part(own[0]!), builder.row(node, own.slice(1), undefined, own[0])];
    // A comma behind a hole means something, and so does one with a comment before it.
    const isFree = isLast &&
      hasFreeComma &&
      trailingComma !== undefined &&
      own.length > 0 &&
      (!isComma || part.comments.length === 0);
    const freeComma = trailingComma === "over-lines" && own.length > 0 && !isRest(own)
      ? either(inserted(","), nothing)
      : nothing;
    const comma = isFree
      ? freeComma
      : !isComma ? nothing : own.length === 0 ? builder.part(part) : builder.placed(node, own.at(-1)!, part);
    elements.push({
      doc: sequence(...body),
      comma,
      comments: lead.comments,
      space: lead.space,
      only: own.length === 1 ? own[0] : undefined,
    });
    begin = index + 1;
  }
  return elements;
}

/** Behind a rest nothing may follow, not even a comma; it is in no place of use behind what is spread either. */
const isRest = (own: readonly Part[]): boolean => {
  const child = own.findLast((part) => part.child !== undefined)?.child;
  return own[0]!.text === "..." || (child !== undefined && /^(?:Rest|Spread)Element$/.test(declared(child).type));
};
