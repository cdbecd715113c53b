/** What stands between brackets: elements, arguments, parameters, or a value in parentheses. */
import {
  bracketGroup,
  either,
  fill,
  hardLine,
  indent,
  inserted,
  leaf,
  nothing,
  sequence,
  softLine,
  spaceLine,
  unit,
  type Doc,
} from "../../../layout/doc.js";
import type { Node } from "../../../syntax/node.js";
import type { ClassDef, PythonNode } from "../nodes.js";
import { Unusual, type Builder } from "./builder.js";
import {
  elementsOf,
  firstOf,
  isBracketed,
  isComment,
  isToken,
  type Bracketed,
  type Element,
  type Entry,
} from "./entries.js";
import type { Piece } from "./pieces.js";

/** In a list of more than so many elements, each on lines of its own, these are laid out by themselves. */
const many = 40;

/** What is no longer than so many characters gains nothing on a line of its own. */
const short = 8;

const isNode = (entry: Entry | undefined, kinds: RegExp): boolean =>
  entry !== undefined && !isBracketed(entry) && entry.child !== undefined && kinds.test(entry.child.type);

const display = /^(?:List|Dict|Set|ListComp|DictComp|SetComp)$/;
const simple = /^(?:Name|Constant|Attribute|UnaryOp|Slice)$/;

/** A list from its opening bracket to its closing one; `isNested` where it stands in other brackets of its owner. */
export function listDoc(builder: Builder, owner: Node, { open, close, inner }: Bracketed, isNested: boolean): Doc {
  const head = leaf(open.from, open.text);
  const tail = leaf(close.from, close.text);
  const [only] = inner;
  if (only === undefined) return sequence(head, builder.gap(owner, open, close), tail);
  // What has no brackets of its own stands in these.
  const isBare = inner.length === 1 && isNode(only, /^(?:Arguments|Tuple)$/) && !isOwn(builder, only as Piece);
  const node = isBare ? (only as Piece).child! : owner;
  const entries = isBare ? builder.entries(node, (only as Piece).from) : inner;
  const isKept = builder.style.brokenLists === "keep" && builder.beginsLine(entries[0]!);
  const comprehension = comprehensionDoc(builder, owner, entries);
  if (comprehension !== undefined) {
    return bracketGroup(
      sequence(head, indent(softLine, ...comprehension), lastLine(builder, owner, entries.at(-1)!, close), tail),
      { isBroken: isKept },
    );
  }
  const elements = elementsOf(entries);
  if (elements === undefined) throw new Unusual();
  if (!isKept && isTight(builder, owner, open, elements)) {
    return sequence(head, ...content(builder, node, elements, false).map(flattened), tail);
  }
  const ending = isNested ? undefined : endOf(builder, owner, node, open, elements);
  const isFilled = elements.length > 3 && elements.every(isNumber);
  const docs = isFilled
    ? [softLine, fill(filled(builder, node, elements, ending))]
    : content(builder, node, elements, isKept && elements.length > many, ending);
  const hasComments = elements.some(({ before, behind }) => before.length + behind.length > 0);
  return bracketGroup(sequence(head, indent(...docs), softLine, tail), { isBroken: isKept || hasComments });
}

/** Whether a tuple stands in parentheses that belong to it. */
const isOwn = (builder: Builder, { child, from }: Piece): boolean =>
  child!.type === "Tuple" && builder.entries(child!, from).length === 1;

const lastLine = (builder: Builder, node: Node, last: Entry, close: Piece): Doc =>
  isComment(last) ? hardLine() : builder.line(node, last, close);

/** What is worked out for each element, then the loops it is worked out in; `undefined` where it is none. */
function comprehensionDoc(builder: Builder, node: Node, entries: readonly Entry[]): Doc[] | undefined {
  if (!/^(?:ListComp|SetComp|GeneratorExp|DictComp)$/.test(node.type)) return undefined;
  const begin = entries.findIndex((entry) => isNode(entry, /^Comprehension$/));
  if (begin < 0) return undefined;
  const docs: Doc[] = [];
  let isLineOver = true;
  entries.forEach((entry, index) => {
    if (isComment(entry)) {
      docs.push(builder.comment(entry as Piece));
      isLineOver = false;
    } else if (index < begin) {
      if (index > 0) docs.push(isLineOver ? builder.gap(node, entries[index - 1]!, entry) : hardLine());
      docs.push(builder.entry(node, entry, "within"));
      isLineOver = true;
    } else {
      docs.push(isLineOver ? builder.line(node, entries[index - 1]!, entry) : hardLine());
      docs.push(loopDoc(builder, entry as Piece));
      isLineOver = true;
    }
  });
  return docs;
}

/** A loop of a comprehension: lines may end before its conditions. */
function loopDoc(builder: Builder, { child, from }: Piece): Doc {
  const entries = builder.entries(child!, from);
  return sequence(
    ...entries.flatMap((entry, index) => {
      const doc = builder.entry(child!, entry, "within");
      if (index === 0) return [doc];
      const isCondition = !isBracketed(entry) && entry.child === undefined && entry.text === "if";
      return [(isCondition ? builder.line : builder.gap).call(builder, child!, entries[index - 1]!, entry), doc];
    }),
  );
}

/** Whether the only element stands right between the brackets, which are not worth a line end. */
function isTight(builder: Builder, owner: Node, { text }: Piece, elements: readonly Element[]): boolean {
  const [{ entries, before, behind, comma }, ...more] = elements as [Element, ...Element[]];
  const [entry] = entries;
  if (more.length > 0 || entries.length > 1 || before.length > 0 || behind.length > 0) return false;
  if (entry === undefined || isBracketed(entry) || entry.child === undefined || comma !== undefined) return false;
  const { type, length } = entry.child;
  if (owner.type === "Subscript" && text === "[") return simple.test(type) && length <= 5 * short;
  if (owner.type !== "Call") return false;
  return display.test(type) ||
    (simple.test(type) && (length <= short || /[\n\r]/.test(builder.text.slice(entry.from, entry.to))));
}

/** With no line end. */
const flattened = (doc: Doc): Doc => (doc.kind === "line" ? inserted(doc.flat) : doc);

/** Whether, and as what, a comma may stand behind the last element: as it is where that is left, or means something. */
function endOf(builder: Builder, owner: Node, node: Node, open: Piece, elements: readonly Element[]): Doc | undefined {
  const { trailingComma } = builder.style;
  const { entries, comma } = elements.at(-1)!;
  const isList = isListOf(owner, node, open, elements);
  if (trailingComma === undefined || !isList || (comma !== undefined && elements.length === 1 && isTuple(node))) {
    return undefined;
  }
  // Behind a bare `*` something has to follow.
  const isBareStar = entries.length === 1 && isToken(entries[0], "*");
  return trailingComma === "over-lines" && !isBareStar ? either(inserted(","), nothing) : nothing;
}

const isTuple = ({ type }: Node): boolean => type === "Tuple" || type === "MatchSequence";

/** Whether brackets hold a list, in which commas part the elements, and not one value. */
function isListOf(owner: Node, node: Node, open: Piece, elements: readonly Element[]): boolean {
  const hasComma = elements.some(({ comma }) => comma !== undefined);
  switch ((owner as PythonNode).type) {
    case "List":
    case "Dict":
    case "Set":
    case "TypeParams":
    case "ImportFrom":
    case "MatchMapping":
    case "MatchClass":
      return true;
    case "ClassDef":
      // Decorators may stand in parentheses.
      return open.from > (owner as ClassDef).name.start;
    case "Call":
      // The callee may stand in parentheses of its own.
      return open.from > owner.start;
    case "FunctionDef":
      return node.type === "Arguments";
    default:
      return hasComma;
  }
}

/** The elements with the line ends before them. With `areApart` they are laid out by themselves. */
function content(
  builder: Builder,
  node: Node,
  elements: readonly Element[],
  areApart: boolean,
  ending?: Doc,
): Doc[] {
  const isSole = elements.length === 1;
  return elements.flatMap(({ entries, before, behind, comma }, index) => {
    const isLast = index === elements.length - 1;
    const first = before[0] ?? firstOf(entries[0]!);
    const blank = index === 0 ? 0 : Math.min(1, [...first.space.matchAll(/\r\n|\n|\r/g)].length - 1);
    const begin = index === 0 ? softLine : { ...spaceLine, blank: Math.max(0, blank) };
    const [only] = entries;
    const body = areApart && entries.length === 1 && isApart(only!)
      ? unit((only as Piece).child!)
      : entries.length === 1
        ? builder.entry(node, only!, isSole ? "held" : "within", true)
        : builder.row(node, entries, "within", true);
    const end = isLast && ending !== undefined
      ? ending
      : comma === undefined ? nothing : sequence(builder.gap(node, entries.at(-1)!, comma), leaf(comma.from, ","));
    const lead = before.flatMap((comment, at) => {
      const doc = builder.comment(comment);
      // The blank line is before the comment already.
      return at === 0 && blank > 0 ? [hardLine(blank), leafOf(comment)] : [doc];
    });
    const line = before.length === 0 ? begin : hardLine();
    return [...lead, line, body, end, ...behind.map((comment) => builder.comment(comment))];
  });
}

const leafOf = ({ from, text }: Piece): Doc => leaf(from, text.trimEnd());

/** Whether an element has something in it that could be laid out in more than one way. */
const isApart = (entry: Entry): boolean =>
  !isBracketed(entry) && entry.child !== undefined && !/^(?:Name|Constant|JoinedStr)$/.test(entry.child.type);

const isNumber = ({ entries, before, behind }: Element): boolean => {
  const [entry] = entries;
  if (entries.length !== 1 || before.length + behind.length > 0 || !isNode(entry, /^(?:Constant|UnaryOp)$/)) {
    return false;
  }
  const one = (entry as Piece).child as PythonNode;
  const value = (one.type === "UnaryOp" ? one.operand : one) as PythonNode;
  return value.type === "Constant" && value.kind === "number";
};

function filled(builder: Builder, node: Node, elements: readonly Element[], ending: Doc | undefined): Doc[] {
  return elements.flatMap(({ entries, comma }, index) => {
    const isLast = index === elements.length - 1;
    const end = isLast && ending !== undefined ? ending : comma === undefined ? nothing : leaf(comma.from, ",");
    const doc = sequence(builder.entry(node, entries[0]!, "within"), end);
    return index === 0 ? [doc] : [spaceLine, doc];
  });
}
