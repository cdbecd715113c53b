/** Tide tables as a language of Alert Quill: names, flow, shapes, comments, and a rule of their own. */
import {
  defineLanguage,
  FlatNames,
  FlowBuilder,
  lineComments,
  type ComparisonShape,
  type NameRole,
  type Node,
} from "alert-quill/language";
import { defineRule } from "alert-quill/rules";
import { Line, Lines, Metres, Name, Operation, Repeat, When, type Block } from "./nodes.js";
import { parse, reparse } from "./parser.js";

/** `tide` and `level` declare a name, `set` and `rise` change it, everything else reads it. */
function roleOf(node: Node): NameRole | undefined {
  if (!(node instanceof Name)) return undefined;
  const line = node.parent;
  if (!(line instanceof Line) || line.name !== node || line.word === "moor") return { uses: "read" };
  if (line.word === "rise" || line.word === "set") return { uses: line.word === "rise" ? "change" : "write" };
  return { declares: line.word === "tide" ? "fixed" : "variable", owner: line };
}

function lower(b: FlowBuilder, node: Node): void {
  if (node instanceof Name) {
    const binding = b.followed(node);
    if (binding !== undefined) b.step({ does: "read", node, binding });
  } else if (node instanceof Operation) node.each((one) => lower(b, one));
  else if (node instanceof Lines) {
    for (const item of node.items) {
      b.statements.set(item, b.current);
      lower(b, item);
    }
  } else if (node instanceof Line) {
    if (node.value) lower(b, node.value);
    if (node.word === "stop") return b.exit(node, false);
    const binding = node.name ? b.followed(node.name) : undefined;
    if (binding === undefined) return;
    if (node.word === "moor" || node.word === "rise") b.step({ does: "read", node: node.name!, binding });
    if (node.word === "moor") return;
    const first = node.word === "tide" || node.word === "level";
    b.step({ does: "write", node: node.name!, binding, value: node.word === "rise" ? null : node.value, first });
  } else if (node instanceof Repeat) {
    const { test, body } = node;
    b.turns(node, test, (yes, no) => b.ask(test, () => lower(b, test), yes, no), () => lower(b, body));
  } else if (node instanceof When) {
    const { test, body, other } = node;
    b.branch(
      (yes, no) => b.ask(test, () => lower(b, test), yes, no),
      () => lower(b, body),
      other && (() => lower(b, other)),
    );
  }
}

const comparisons: Readonly<Record<string, ComparisonShape["is"]>> = {
  "<": "less",
  "<=": "at-most",
  ">": "more",
  ">=": "at-least",
  "=": "identical",
};

/** A tide that is higher than the harbour wall has a figure in the wrong place. */
const highWater = defineRule({
  id: "tides.high-water",
  title: "A tide above the harbour wall",
  why: "The wall of North Quay is 9 metres high. A tide above it has its point in the wrong place.",
  level: "warning",
  kits: ["sound"],
  languages: ["tide-table"],
  examples: {
    alerts: [{ code: "tide dawn «32»\nmoor dawn\n", after: "tide dawn 3.2\nmoor dawn\n", languageId: "tide-table" }],
    quiet: [{ code: "tide dawn 3.2\nmoor dawn\n", languageId: "tide-table" }],
  },
  visit: {
    Metres(node: Metres, { alert }) {
      if (node.value <= 9 || !(node.parent instanceof Line)) return;
      const insert = String(node.value / 10);
      alert(node, {
        message: `A tide of ${node.value} m is higher than the harbour wall: ${insert} m is most likely meant`,
        remedies: () => [
          { title: `Write \`${insert}\``, certainty: "proposed", edits: [{ from: node.start, to: node.end, insert }] },
        ],
      });
    },
  },
});

export const tideTable = defineLanguage({
  id: "tide-table",
  languageIds: ["tide-table"],
  extensions: [".tide"],
  rules: [highWater],
  parse,
  reparse,
  names: ({ root }) => new FlatNames(root, roleOf),
  keepsToItself: () => true,
  flow(root) {
    const b = new FlowBuilder(root, () => true);
    lower(b, root);
    return b.finish();
  },
  ...lineComments("--"),
  following(_, { root }, offset) {
    for (const item of (root as Lines).items) if (item.start >= offset) return { from: item.start, to: item.end };
    return undefined;
  },
  holdsLines: (node) => node instanceof Lines,
  facts: {
    hasEffect: () => false,
    isSteady: () => true,
    statementsIn: (node) => (node instanceof Lines ? node.items : undefined),
    valueOf: (owner) => (owner as Partial<Line>).value ?? null,
    isStill: () => true,
    holdsPlainValues: () => true,
    givesWay: () => false,
    holdsComment: (text, from, to) => text.slice(from, to).includes("--"),
  },
  edits: {
    makeChangeable: ({ start }) => ({
      certainty: "proposed",
      edits: [{ from: start, to: start + "tide".length, insert: "level" }],
      word: "level",
    }),
  },
  shapes: {
    name: { Name: (node: Name) => ({ node, name: node.name }) },
    literal: { Metres: (node: Metres) => ({ node, kind: "number", value: node.value }) },
    comparison: {
      Operation(node: Operation) {
        const { left, right, sign } = node;
        const is = comparisons[sign];
        return is && { node, left, right, is, operator: sign };
      },
    },
    block: { Lines: (node: Lines) => ({ node, statements: node.items, isCaught: false }) },
    loop: {
      Repeat(node: Block) {
        const { test, body, word } = node;
        return { node, start: null, test, step: null, over: null, body, word };
      },
    },
    branch: {
      When: (node: Block) => {
        const { test, body, other } = node;
        return { node, test, then: body, otherwise: other, isValue: false, isChained: false, next: null };
      },
    },
    exit: {
      Line: (node: Line) => (node.word === "stop" ? { node, kind: "return", value: null, leaves: null } : undefined),
    },
  },
});
