/**
 * Code that says the same: fingerprints by which it is found, and the exact comparison. Layout, comments and the names of variables do not count, as long as one name stands everywhere
 * for the same other one; what is called, members and literals do.
 */
import { isWorthKeeping, NodeMemo } from "../syntax/memo.js";
import type { Node } from "../syntax/node.js";
import { walk } from "../syntax/walk.js";
import type { SourceText } from "../text/text.js";
import type { CodeFacts } from "./code.js";
import type { ShapeOf } from "./measures.js";

/** Code that can be compared: a text with what its language tells of it. */
export interface ComparedCode {
  readonly text: SourceText;
  readonly shape: ShapeOf;
  readonly facts: Pick<CodeFacts, "bindingOf" | "useOf">;
}

/** Statements that follow each other. */
export interface Stretch {
  readonly first: Node;
  readonly last: Node;
}

/** Stretches that say the same, in the order of the text. */
export interface SameCode {
  readonly places: readonly Stretch[];
}

/** What all code has that says the same. */
export interface Fingerprint {
  readonly hash: number;
  /** How many nodes it has. */
  readonly size: number;
}

/** Fields that say where a node is, or what was found out about it. */
const aside = new Set(["parent", "flags", "length", "offset", "type", "fact"]);

/** Whether a field holds something that a node says itself: a word or a mark, several of them, or that something is left out. */
const isOwn = (value: unknown): boolean => value === null ||
  typeof value === "string" ||
  typeof value === "boolean" ||
  (Array.isArray(value) && (value.length === 0 || typeof value[0] === "string"));

/** What a node says itself, without what stands in it: its kind, and marks and words of its own. */
function wordsOf(node: Node, { shape, text }: ComparedCode): string {
  const literal = shape("literal", node);
  if (literal !== undefined) {
    return `${literal.kind} ${literal.value === undefined ? text.slice(node.start, node.end) : String(literal.value)}`;
  }
  let words = node.type;
  for (const [field, value] of Object.entries(node)) {
    if (!aside.has(field) && isOwn(value)) words += ` ${field}=${String(value)}`;
  }
  return words;
}

/** The name of a variable that may be called otherwise elsewhere; not one that is called as a function. */
function variableName(node: Node, { shape, facts }: ComparedCode): string | undefined {
  const name = shape("name", node)?.name;
  if (name === undefined || (facts.useOf(node) === undefined && facts.bindingOf(node) === undefined)) return undefined;
  const isCalled = node.parent !== null && shape("call", node.parent)?.callee === node;
  return isCalled ? undefined : name;
}

const kept = new NodeMemo<Fingerprint>();

/** Mixes a number into a hash; the multiplier is that of FNV-1a (Fowler, Noll, Vo). */
export const mix = (hash: number, value: number): number => Math.imul(hash ^ value, 0x01000193);

function mixText(hash: number, text: string): number {
  let mixed = hash;
  for (let i = 0; i < text.length; i += 1) mixed = mix(mixed, text.charCodeAt(i));
  return mixed;
}

/** The fields of a kind of nodes that may hold what such a node says itself, and the hash of its name. */
interface KindFields {
  readonly hash: number;
  readonly fields: readonly string[];
}

const kinds = new Map<string, KindFields>();

/** A text without the marks around it, whichever they are. */
const withoutMarks = (value: string): string => /^(["'])[^]*\1$/.test(value) ? value.slice(1, -1) : value;

/** A hash of what a node says itself. */
function ownHash(node: Node): number {
  const { type } = node;
  let kind = kinds.get(type);
  if (kind === undefined) {
    const fields = Object.keys(node).filter((field) => !aside.has(field));
    kinds.set(type, (kind = { hash: mixText(0x811c9dc5, type), fields }));
  }
  let { hash } = kind;
  for (const field of kind.fields) {
    const value = (node as unknown as Record<string, unknown>)[field];
    if (typeof value === "string") hash = mixText(hash, withoutMarks(value));
    else if (typeof value === "boolean") hash = mix(hash, value ? 2 : 3);
    else if (value === null) hash = mix(hash, 4);
    else if (Array.isArray(value) && typeof value[0] === "string") hash = mixText(hash, value.join());
  }
  return hash;
}

const variable = mixText(0, "a variable");

/** The fingerprint of a node with all below it. What was worked out is kept, so that after an edit only what stands around it is gone through again. */
export function fingerprint(root: Node, code: ComparedCode): Fingerprint {
  const before = kept.get(root);
  if (before !== undefined) return before;
  const open: { hash: number; size: number }[] = [{ hash: 0, size: 0 }];
  const known = new Set<Node>();
  const add = ({ hash, size }: Fingerprint): void => {
    const outer = open.at(-1)!;
    outer.hash = mix(outer.hash, hash);
    outer.size += size;
  };
  walk(
    root,
    (node) => {
      const one = kept.get(node);
      if (one === undefined) {
        open.push({ hash: variableName(node, code) === undefined ? ownHash(node) : variable, size: 1 });
        return true;
      }
      known.add(node);
      add(one);
      return false;
    },
    (node) => {
      if (known.delete(node)) return;
      const own = open.pop()!;
      // The end of what stands in it, so that what comes next is told from that.
      const found = { hash: mix(own.hash, 1), size: own.size };
      if (node === root || isWorthKeeping(node)) kept.set(node, found);
      add(found);
    },
  );
  return kept.get(root)!;
}

/** Reads statements one after another, with numbers in the place of the names of variables, in the order in which they first stand there. */
export class StretchReader {
  private readonly numbers = new Map<string, number>();

  constructor(private readonly code: ComparedCode) {}

  /** What a statement says; equal for two readers whose statements have said the same so far and do now. */
  read(statement: Node): string {
    const said: string[] = [];
    walk(
      statement,
      (node) => {
        const name = variableName(node, this.code);
        if (name === undefined) said.push(wordsOf(node, this.code));
        else {
          if (!this.numbers.has(name)) this.numbers.set(name, this.numbers.size);
          said.push(`#${this.numbers.get(name)}`);
        }
      },
      () => void said.push(")"),
    );
    return said.join("\n");
  }
}
