import { BindingMemo } from "../../model/binding-memo.js";
import type { Binding } from "../../model/binding.js";
import { eachUnsureRead } from "../../model/flow-facts.js";
import type { Node } from "../../syntax/node.js";
import { isInside, walk } from "../../syntax/walk.js";
import type { SourceText } from "../../text/text.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";

/** What decides whether something is done. */
const deciding = ["branch", "loop", "choice", "handler"] as const;

/** What a name can begin with, by the kind of what it is given later. */
const firstValues: Readonly<Record<string, string>> = { text: '""', number: "0", list: "[]" };

/** Whether nothing stands around a read that may keep it from being reached once its name is declared: a condition that decides about both is not told apart from another. */
function isAlwaysReached(read: Node, declared: Node, { shape }: Pick<FileView, "shape">): boolean {
  for (let node = read, up = read.parent; up !== null; node = up, up = up.parent) {
    if (shape("handler", up) !== undefined) return false;
    if (isInside(declared, up)) return true;
    const branch = shape("branch", up) ?? shape("loop", up);
    if (branch !== undefined && branch.test !== node) return false;
    const logical = shape("logical", up);
    if (logical !== undefined && logical.right === node) return false;
    if (shape("choice", up) !== undefined || shape("function", up) !== undefined) return false;
  }
  return false;
}

/** Whether the ways on which a statement gives no value are most likely none: a call on them does not come back, or a loop goes through a list that is written there; or, where each value declares its name, through any values, which are known not to be empty more often than not. */
function isFilled(
  gap: Node,
  isDeclaredByValue: boolean,
  { shape, facts }: Pick<FileView, "shape" | "facts">,
): boolean {
  const over = shape("loop", gap)?.over ?? null;
  if (over !== null && (isDeclaredByValue || (shape("list", over)?.elements.length ?? 0) > 0)) return true;
  let found = false;
  walk(gap, (node) => {
    found ||= facts.seemsToLeave(node);
    return !found;
  });
  return found;
}

/** The statement that gives the name its value on some ways only: the outermost one that holds what gives it and neither the read nor a declaration without a value. Nothing where that is not sure. */
function gapBefore(
  read: Node,
  binding: Binding,
  { shape, facts }: Pick<FileView, "shape" | "facts">,
): Node | undefined {
  const [first] = binding.declarations;
  const outer = facts.isBare(first!) ? first!.node : undefined;
  const given = [
    ...binding.references.filter(({ access }) => access !== "read"),
    ...binding.declarations.filter((one) => !facts.isBare(one)),
  ];
  const found: Node[] = [];
  for (const { node } of given) {
    if (node.start > read.start) continue;
    let outermost: Node | undefined;
    for (let up = node.parent; up !== null && !isInside(read, up); up = up.parent) {
      if (outer !== undefined && isInside(outer, up)) break;
      // A graph does not tell the ways apart that pass a `finally`, or that may end what fails.
      if ((shape("handler", up)?.always ?? null) !== null || facts.mayEndFailure(up)) return undefined;
      if (deciding.some((name) => shape(name, up!) !== undefined)) outermost = up;
    }
    if (outermost !== undefined) found.push(outermost);
  }
  const gap = found.sort((a, b) => b.start - a.start)[0];
  if (gap === undefined || isFilled(gap, outer === undefined, { shape, facts })) return undefined;
  // What is kept of a failure is there only after one.
  const handler = shape("handler", gap);
  return handler !== undefined && !given.some(({ node }) => isInside(node, handler.body)) ? undefined : gap;
}

/** What the gap is, and what it is called where it stands. */
function whatLacks(gap: Node, { shape }: Pick<FileView, "shape">): string {
  if (shape("branch", gap) !== undefined) return "Where no branch of this is taken, it gets no value";
  if (shape("loop", gap) !== undefined) return "Where this has no turn, it gets no value";
  return shape("choice", gap) === undefined
    ? "Where something fails in here, it gets no value"
    : "Where no case of this fits, it gets no value";
}

/** A value of the kind of all that a name is given; `undefined` where that cannot be told. */
function fittingValue({ references }: Binding, { shape }: Pick<FileView, "shape">): string | undefined {
  const kinds = new Set<string>();
  for (const { access, node } of references) {
    if (access === "read") continue;
    const given = node.parent === null ? undefined : shape("assignment", node.parent);
    if (given === undefined || given.target !== node || !given.isPlain) return undefined;
    const { value } = given;
    kinds.add(
      shape("text", value) !== undefined
        ? "text"
        : shape("list", value) === undefined ? (shape("literal", value)?.kind ?? "") : "list",
    );
  }
  const [kind = "", second] = kinds;
  return second === undefined ? firstValues[kind] : undefined;
}

/** Ways to fill a gap: a first value that fits, or an \`else\` with one. */
function fillings(gap: Node, binding: Binding, file: FileView): RemedyOffer[] {
  const { edits, facts, shape, text } = file;
  const value = fittingValue(binding, file);
  if (value === undefined) return [];
  const [declaration] = binding.declarations;
  if (!facts.isBare(declaration!)) return [];
  const { end } = declaration!.owner;
  const first: RemedyOffer = {
    title: `Give it a first value: \`${value}\``,
    certainty: "proposed",
    edits: [{ from: end, to: end, insert: ` ${edits.assigns} ${value}` }],
  };
  let last = gap;
  for (let next: Node | null = gap; next !== null; next = shape("branch", next)?.next ?? null) last = next;
  const otherwise = shape("branch", last)?.otherwise !== null
    ? undefined
    : edits.giveOtherwise(last, binding.name, value, text);
  return otherwise === undefined
    ? [first]
    : [first, { title: `Add a branch that gives it \`${value}\``, ...otherwise }];
}

/** Of names, whether something asks if they have a value. */
const askedFor = new BindingMemo<boolean>();

/** How long the word is that a statement begins with. */
const wordLength = ({ start, end }: Node, text: SourceText): number =>
  /^\w+|^./.exec(text.slice(start, Math.min(end, start + 20)))?.[0].length ?? 1;

export const unsetOnSomeWay = defineRule({
  id: "flow.unset-on-some-way",
  title: "A name that has a value on some ways only",
  why: "Where a branch is not taken, a loop has no turn or something fails, the name has no value yet, and what is done with it here fails. A first value, or an `else` that gives one, fills the gap.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code:
          "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  return «name».length;\n}\n",
        after: "export function sign(tide) {\n  let name = \"\";\n  if (tide > 3) name = \"flow\";\n  return name.length;\n}\n",
      },
      {
        code: "export function last(piers) {\n  let found;\n  for (const pier of piers) found = pier;\n  return «found».name;\n}\n",
      },
      {
        code: "def sign(tide):\n    if tide > 3:\n        name = \"flow\"\n    elif tide > 1:\n        name = \"ebb\"\n    return «name»\n",
        languageId: "python",
      },
    ],
    quiet: [
      {
        code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  else name = \"ebb\";\n  return name.length;\n}\n",
      },
      { code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  return name;\n}\n" },
      {
        code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  if (tide > 3) return name.length;\n  return 0;\n}\n",
      },
      {
        code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  if (!name) return 0;\n  return name.length;\n}\n",
      },
      {
        code: "export function sign(tide) {\n  let name = \"ebb\";\n  if (tide > 3) name = \"flow\";\n  return name.length;\n}\n",
      },
      {
        code: "export function sign(tide) {\n  let name;\n  try {\n    name = tide.sign();\n  } catch {\n    return 0;\n  } finally {\n    tide.close();\n  }\n  return name.length;\n}\n",
      },
      {
        code: "def sign(tide):\n    if tide > 3:\n        with tide:\n            name = \"flow\"\n    else:\n        name = \"ebb\"\n    return name\n",
        languageId: "python",
      },
    ],
  },
  flow(flow, file) {
    const { text, alert, isHalfWritten, facts } = file;
    // Who asks for a value somewhere knows that there may be none.
    const isTested = (node: Node): boolean => {
      const up = node.parent!;
      return file.shape("not", up) !== undefined ||
        file.shape("logical", up) !== undefined ||
        (file.shape("branch", up) ?? file.shape("loop", up))?.test === node;
    };
    const isAskedFor = ({ references }: Binding): boolean => (references.some(
      ({ node }) => facts.isAsking(node) || isTested(node),
    ));
    const names = flow.tracked.filter(
      (binding) => facts.beginsEmpty(binding, text) && !askedFor.of(binding, text, isAskedFor),
    );
    if (names.length === 0) return;
    const told = new Set<Binding>();
    eachUnsureRead(flow, new Set(names), ({ node, binding }) => {
      const { node: declared } = binding.declarations[0]!;
      if (told.has(binding) || !facts.isNeeding(node) || facts.isHandedOn(node, binding)) return;
      if (isHalfWritten(binding.name) || node.start < declared.start || !isAlwaysReached(node, declared, file)) return;
      const gap = gapBefore(node, binding, file);
      if (gap === undefined) return;
      told.add(binding);
      alert(node, {
        message: `\`${binding.name}\` has no value here on some ways: give it a first value, or one on each way`,
        related: [
          { at: { headOf: gap, length: wordLength(gap, text) }, message: whatLacks(gap, file) },
          ...(
            facts.isBare(binding.declarations[0]!)
              ? [{ at: declared, message: `\`${binding.name}\` is declared here, without a value` }]
              : []
          ),
        ],
        remedies: () => fillings(gap, binding, file),
      });
    });
  },
});
