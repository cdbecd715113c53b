/** A settings file as text: its value, where each part of it stands, and how to change it without touching the rest. */
import {
  findNodeAtLocation,
  getNodeValue,
  parse,
  parseTree,
  printParseErrorCode,
  type Node as JsonNode,
  type ParseError,
} from "jsonc-parser";
import { applyAll, difference, type Edit, type Span } from "../text/edit.js";
import type { SettingsIssue, SettingsPath, SettingsRemedy } from "./issue.js";

/** What is wrong with the form of a file. */
export interface FormFault extends Span {
  readonly message: string;
}

const formWords: Readonly<Record<string, string>> = {
  InvalidSymbol: "this is no JSON: a text stands in double quotes",
  InvalidNumberFormat: "this is no number",
  PropertyNameExpected: "a key in double quotes is missing here",
  ValueExpected: "a value is missing here",
  ColonExpected: "`:` is missing behind the key",
  CommaExpected: "`,` is missing here",
  CloseBraceExpected: "`}` is missing: something is not closed",
  CloseBracketExpected: "`]` is missing: a list is not closed",
  EndOfFileExpected: "nothing can follow here: the settings end before this",
  InvalidCommentToken: "this is no comment",
  UnexpectedEndOfComment: "this comment has no end",
  UnexpectedEndOfString: "this text has no end: a double quote is missing",
  UnexpectedEndOfNumber: "this number is not complete",
  InvalidUnicode: "this escape is not complete",
  InvalidEscapeCharacter: "there is no such escape",
  InvalidCharacter: "this character cannot stand here",
};

const parseOptions = { allowTrailingComma: true };

export class SettingsDocument {
  readonly value: unknown = undefined;
  /** Empty, or the first fault of form. */
  readonly faults: readonly FormFault[];
  /** Keys that are written again in the same object. */
  readonly repeated: readonly SettingsPath[] = [];
  private readonly tree: JsonNode | undefined;
  private readonly skipped: number;

  /** Reads a text. Comments and commas behind the last element are welcome; what can be understood of a broken text is. */
  constructor(readonly text: string) {
    const errors: ParseError[] = [];
    // A mark of the byte order is no part of what is said.
    this.skipped = text.startsWith("\uFEFF") ? 1 : 0;
    const body = text.slice(this.skipped);
    // A file that says nothing is no mistake.
    if (/^(?:\s|\/\/.*(?!.)|\/\*(?:[^*]|\*(?!\/))*\*\/)*$/.test(body)) {
      this.faults = [];
      return;
    }
    this.value = parse(body, errors, parseOptions) as unknown;
    this.tree = parseTree(body, [], parseOptions);
    this.repeated = this.tree === undefined ? [] : repeatedIn(this.tree, []);
    // What follows the first fault is most likely its echo.
    this.faults = errors.slice(0, 1).map(({ error, offset, length }) => {
      const name = printParseErrorCode(error);
      return { from: offset + this.skipped, to: offset + length + this.skipped, message: formWords[name] ?? name };
    });
  }

  /** Where an issue stands: the key or the value at its path, or the nearest thing around it that exists. */
  rangeOf({ path, atKey = false }: Pick<SettingsIssue, "path" | "atKey">): Span {
    for (let depth = path.length; this.tree !== undefined && depth >= 0; depth -= 1) {
      const node = findNodeAtLocation(this.tree, [...path.slice(0, depth)]);
      if (node === undefined) continue;
      const whole = depth === path.length;
      // What is missing inside an object is told at its key.
      const key = node.parent?.type === "property" && (atKey || !whole || (node.type === "object" && depth > 0))
        ? node.parent.children![0]!
        : undefined;
      if (depth === 0) return { from: this.skipped, to: this.skipped + Math.min(1, this.text.length - this.skipped) };
      const { offset, length } = key ?? node;
      return { from: offset + this.skipped, to: offset + length + this.skipped };
    }
    return { from: 0, to: Math.min(1, this.text.length) };
  }

  /** The edits of a remedy. */
  editsFor(remedy: SettingsRemedy): Edit[] {
    const { path } = remedy;
    const node = this.tree && findNodeAtLocation(this.tree, [...path]);
    if ("rename" in remedy) {
      const key = node?.parent?.children?.[0];
      return key === undefined
        ? []
        : [{
          from: key.offset + this.skipped,
          to: key.offset + key.length + this.skipped,
          insert: JSON.stringify(remedy.rename),
        }];
    }
    if ("value" in remedy && node !== undefined) {
      return [{
        from: node.offset + this.skipped,
        to: node.offset + node.length + this.skipped,
        insert: JSON.stringify(remedy.value),
      }];
    }
    if ("value" in remedy) return this.change(path, remedy.value);
    if ("moveTo" in remedy) {
      const edit = node && difference(this.text, this.moved(node, remedy.moveTo));
      return edit === undefined ? [] : [edit];
    }
    return node === undefined ? [] : this.remove(node);
  }

  /** The text with a node taken to a path. An object or a list is joined with what stands there. */
  private moved(node: JsonNode, to: SettingsPath): string {
    const rest = applyAll(this.text, this.remove(node));
    const value = getNodeValue(node) as unknown;
    const there = new SettingsDocument(rest);
    const target = there.tree && findNodeAtLocation(there.tree, [...to]);
    if (node.type === "object" && target?.type === "object") {
      return Object
        .entries(value as object)
        .reduce(
          (text, [key, inner]) => applyAll(text, new SettingsDocument(text).change([...to, key], inner)),
          rest,
        );
    }
    if (node.type === "array" && target?.type === "array") {
      return (value as unknown[]).reduce<string>(
        (text, element) => applyAll(text, new SettingsDocument(text).add(to, element)),
        rest,
      );
    }
    return applyAll(rest, there.change(to, value));
  }

  /** Takes out what stands at a path, with the comma that goes with it. */
  private remove(node: JsonNode): Edit[] {
    const element = node.parent?.type === "property" ? node.parent : node;
    const siblings = element.parent?.children ?? [element];
    const index = siblings.indexOf(element);
    const end = (one: JsonNode): number => one.offset + one.length;
    const next = siblings[index + 1];
    const before = index > 0
      ? this.text.slice(end(siblings[index - 1]!) + this.skipped, element.offset + this.skipped)
      : "";
    if (/\S/.test(before.replace(",", ""))) {
      // A comment behind what stands before stays, with the comma, which does no harm behind the last element.
      const from = next === undefined ? element.offset - /\s*$/.exec(before)![0].length : element.offset;
      const to = next === undefined ? end(element) : next.offset;
      return [{ from: from + this.skipped, to: to + this.skipped, insert: "" }];
    }
    const from = index > 0 ? end(siblings[index - 1]!) : element.offset;
    const to = index > 0 || next === undefined ? end(element) : next.offset;
    // A comma behind the last element that is left does no harm; one before nothing would.
    const comma = index === 0 && next === undefined
      ? (/^\s*,/.exec(this.text.slice(to + this.skipped))?.[0].length ?? 0)
      : 0;
    return [{ from: from + this.skipped, to: to + comma + this.skipped, insert: "" }];
  }

  /** Edits that give the place at a path a value; comments and layout stay. */
  change(path: SettingsPath, value: unknown): Edit[] {
    const { tree } = this;
    const there = tree && findNodeAtLocation(tree, [...path]);
    if (there !== undefined) {
      return [{
        from: there.offset + this.skipped,
        to: there.offset + there.length + this.skipped,
        insert: JSON.stringify(value),
      }];
    }
    if (tree === undefined) {
      return [{ from: this.text.length, to: this.text.length, insert: `{ ${entry(path, value)} }\n` }];
    }
    let depth = path.length - 1;
    let holder = findNodeAtLocation(tree, path.slice(0, depth));
    while (holder === undefined) holder = findNodeAtLocation(tree, path.slice(0, (depth -= 1)));
    return [this.insertion(holder, entry(path.slice(depth), value))];
  }

  /** What stands at a path; `undefined` where nothing does. */
  valueAt(path: SettingsPath): unknown {
    return path.reduce(
      (value: unknown, key) => (
        typeof value === "object" && value !== null ? (value as Record<string | number, unknown>)[key] : undefined
      ),
      this.value,
    );
  }

  /** Edits that put one more value into the list at a path. */
  add(path: SettingsPath, value: unknown): Edit[] {
    const list = this.tree && findNodeAtLocation(this.tree, [...path]);
    if (list?.type !== "array") return this.change(path, [value]);
    if (list.children?.some((child) => child.value === value) === true) return [];
    const last = list.children?.at(-1);
    const at = this.skipped + (last === undefined ? list.offset + 1 : last.offset + last.length);
    const gap = last === undefined
      ? ""
      : /(?:\r\n|\n|\r)[ \t]*$/.exec(this.text.slice(0, last.offset + this.skipped))?.[0] ?? " ";
    return [{ from: at, to: at, insert: `${last === undefined ? "" : ","}${gap}${JSON.stringify(value)}` }];
  }

  /** The edit that puts one more property into an object, on a line of its own where the last one stands on such. */
  private insertion(holder: JsonNode, property: string): Edit {
    const last = holder.children?.at(-1);
    const at = this.skipped + (last === undefined ? holder.offset + 1 : last.offset + last.length);
    if (last !== undefined) {
      const gap = /(?:\r\n|\n|\r)?[ \t]*$/.exec(this.text.slice(0, last.offset + this.skipped))![0];
      return { from: at, to: at, insert: `,${/[\n\r]/.test(gap) ? gap : " "}${property}` };
    }
    const rest = this.text.slice(at, holder.offset + holder.length - 1 + this.skipped);
    const indent = /([ \t]*)$/.exec(rest)![1]!;
    if (/[\n\r]/.test(rest)) {
      return { from: at, to: at, insert: `${/\r?\n|\r/.exec(rest)![0]}${indent}  ${property}` };
    }
    return { from: at, to: rest.trim() === "" ? at + rest.length : at, insert: ` ${property} ` };
  }
}

/** A property as text, with objects around its value for the rest of its path. */
function entry([key, ...rest]: SettingsPath, value: unknown): string {
  return `${JSON.stringify(key)}: ${rest.length === 0 ? written(value) : `{ ${entry(rest, value)} }`}`;
}

/** A value on one line, with a space behind commas and colons and inside braces. */
function written(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(written).join(", ")}]`;
  if (typeof value !== "object" || value === null) return JSON.stringify(value);
  const properties = Object.entries(value).map(([key, inner]) => `${JSON.stringify(key)}: ${written(inner)}`);
  return properties.length === 0 ? "{}" : `{ ${properties.join(", ")} }`;
}

/** Keys of an object, or of what is in it, that stand there more than once. */
function repeatedIn({ type, children = [] }: JsonNode, path: SettingsPath): SettingsPath[] {
  if (type === "array") return children.flatMap((child, index) => repeatedIn(child, [...path, index]));
  if (type !== "object") return [];
  const seen = new Set<string>();
  return children.flatMap((property) => {
    const [key, value] = property.children ?? [];
    const name = String(key?.value);
    const at = [...path, name];
    if (seen.has(name)) return [at];
    seen.add(name);
    return value === undefined ? [] : repeatedIn(value, at);
  });
}
