/** The lists of a tree that can be read again in part. */
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { parseCaseBody, parseCases } from "../parser/branches.js";
import { parseMembers } from "../parser/classes.js";
import type { ParsedText } from "../parser/index.js";
import { parseItems, parseNamespaceItems, parseStatements } from "../parser/items.js";
import { parseChildList } from "../parser/jsx.js";
import { parseArgumentList } from "../parser/members.js";
import { parseProperties } from "../parser/objects.js";
import { parseElements } from "../parser/primary.js";
import type { ParseState } from "../parser/state.js";
import { Token } from "../parser/token.js";
import { parseTypeMembers } from "../parser/type-members.js";

/** A list of children with what is needed to read a part of it again. Offsets are absolute, in the old text. */
export interface Container {
  readonly node: Node;
  readonly start: number;
  readonly list: (Node | null)[];
  /** Just behind the opener; -1 where only what follows an element can be read again. */
  readonly from: number;
  /** Where the token stands that ends the list. */
  readonly to: number;
  readonly closers: readonly Token[];
  /** Whether it lacks its closer, or may: then `to` is its end, and only a part that ends before it can be read again. */
  readonly isOpen: boolean;
  /** Whether commas separate the elements. */
  readonly commas: boolean;
  readonly jsx: boolean;
  /** Whether directives may stand first. */
  readonly directives: boolean;
  /** Reads elements into `list`; with `behind` the current token is the one behind an element. */
  read(p: ParseState, list: never[], behind: boolean): void;
}

/** The list of a node that may be long, whether or not it can be read again in part. */
export function listOf(node: Node): (Node | null)[] | undefined {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "Program":
    case "BlockStatement":
    case "FunctionBody":
    case "StaticBlock":
    case "ClassBody":
      return one.body;
    case "NamespaceDeclaration":
      return one.body ?? undefined;
    case "SwitchStatement":
      return one.cases;
    case "SwitchCase":
      return one.consequent;
    case "ObjectExpression":
      return one.properties;
    case "ArrayExpression":
      return one.elements;
    case "CallExpression":
    case "NewExpression":
      return one.arguments;
    case "ObjectType":
      return one.members;
    case "JSXElement":
    case "JSXFragment":
      return one.children;
    default:
      return undefined;
  }
}

/** Where a mark stands first behind an offset, within a reasonable distance; -1 if it does not. */
function find(source: SourceText, mark: string, from: number): number {
  const index = source.slice(from, from + 1000).indexOf(mark);
  return index < 0 ? -1 : from + index;
}

/** What a node's list is as a container; `undefined` where it has none, or its closer is not where it should be. */
export function containerOf(
  node: Node,
  start: number,
  { source, problems, guesses }: ParsedText,
): Container | undefined {
  const one = node as JavaScriptNode;
  const list = listOf(node);
  if (list === undefined) return undefined;
  const end = start + node.length;
  const isOpen = one.type !== "Program" &&
    (
      guesses.some(({ at }) => at === end) ||
      problems.some(({ from, to, code }) => code === "missing-closer" && (to === end || (from < end && to >= end - 1)))
    );
  const closed = (mark: string): boolean => isOpen || (node.length > 1 && source.slice(end - 1, end) === mark);
  const plain = { node, start, list, isOpen, commas: false, jsx: false, directives: false };
  const inner = isOpen ? end : end - 1;
  switch (one.type) {
    case "Program":
      return {
        ...plain,
        from: 0,
        to: source.length,
        closers: [Token.End],
        directives: true,
        read: (p, into) => parseItems(p, into),
      };
    case "BlockStatement":
    case "FunctionBody":
      if (!closed("}") || source.slice(start, start + 1) !== "{") return undefined;
      return {
        ...plain,
        from: start + 1,
        to: inner,
        closers: [Token.BraceClose],
        directives: one.type === "FunctionBody",
        read: (p, into) => void parseStatements(p, start - p.base, into),
      };
    case "StaticBlock":
      if (!closed("}")) return undefined;
      return {
        ...plain,
        from: -1,
        to: inner,
        closers: [Token.BraceClose],
        read: (p, into) => void parseStatements(p, start - p.base, into),
      };
    case "NamespaceDeclaration": {
      const opener = find(source, "{", start + one.id.startInParent + one.id.length);
      if (!closed("}") || opener < 0) return undefined;
      return {
        ...plain,
        from: -1,
        to: inner,
        closers: [Token.BraceClose],
        read: (p, into) => parseNamespaceItems(p, opener - p.base, into),
      };
    }
    case "ClassBody": {
      if (!closed("}") || source.slice(start, start + 1) !== "{") return undefined;
      const derived = (one.parent as { superClass?: unknown } | null)?.superClass != null;
      return {
        ...plain,
        from: start + 1,
        to: inner,
        closers: [Token.BraceClose],
        read: (p, into) => parseMembers(p, derived, start - p.base, into),
      };
    }
    case "SwitchStatement": {
      const opener = find(source, "{", start + one.discriminant.startInParent + one.discriminant.length);
      if (!closed("}") || opener < 0) return undefined;
      return {
        ...plain,
        from: -1,
        to: inner,
        closers: [Token.BraceClose],
        read: (p, into) => parseCases(p, opener - p.base, into),
      };
    }
    case "SwitchCase": {
      const owner = one.parent as JavaScriptNode;
      if (owner.type !== "SwitchStatement") return undefined;
      const ownerStart = start - one.startInParent;
      const following = owner.cases[owner.cases.indexOf(one) + 1];
      const to = following ? ownerStart + following.startInParent : ownerStart + owner.length - 1;
      const opener = find(source, "{", ownerStart + owner.discriminant.startInParent + owner.discriminant.length);
      if (opener < 0 || (!following && !isOpen && source.slice(to, to + 1) !== "}")) return undefined;
      return {
        ...plain,
        from: -1,
        to,
        closers: [Token.Case, Token.Default, Token.BraceClose],
        read: (p, into) => parseCaseBody(p, opener - p.base, into),
      };
    }
    case "ObjectExpression":
      // One that lacks its opening brace goes by where its first property stands.
      if (!closed("}") || source.slice(start, start + 1) !== "{") return undefined;
      return {
        ...plain,
        commas: true,
        from: start + 1,
        to: inner,
        closers: [Token.BraceClose],
        read: (p, into, behind) => parseProperties(p, { at: start - p.base, text: "{" }, into, behind),
      };
    case "ArrayExpression":
      if (!closed("]")) return undefined;
      return {
        ...plain,
        commas: true,
        from: start + 1,
        to: inner,
        closers: [Token.BracketClose],
        read: (p, into, behind) => parseElements(p, { at: start - p.base, text: "[" }, into, behind),
      };
    case "CallExpression":
    case "NewExpression": {
      if (!closed(")") || one.arguments.length === 0) return undefined;
      const before = one.typeArguments ?? one.callee;
      const opener = find(source, "(", start + before.startInParent + before.length);
      return {
        ...plain,
        commas: true,
        from: -1,
        to: inner,
        closers: [Token.ParenClose],
        read: (p, into, behind) => parseArgumentList(p, { at: opener - p.base, text: "(" }, into, behind),
      };
    }
    case "ObjectType":
      if (!closed("}") || source.slice(start, start + 1) !== "{") return undefined;
      // By its first tokens it could become a mapped type, other than the members of an interface.
      return {
        ...plain,
        from: one.parent?.type === "InterfaceDeclaration" ? start + 1 : -1,
        to: inner,
        closers: [Token.BraceClose],
        read: (p, into) => parseTypeMembers(p, start - p.base, into),
      };
    case "JSXElement":
    case "JSXFragment": {
      const opening = one.type === "JSXElement" ? one.openingElement : one.openingFragment;
      const closing = one.type === "JSXElement" ? one.closingElement : one.closingFragment;
      if (closing === null && !isOpen) return undefined;
      // Where the opening tag ends is a guess.
      if (guesses.some(({ at }) => at === start + opening.length)) return undefined;
      return {
        ...plain,
        jsx: true,
        from: start + opening.length,
        to: closing === null ? end : start + closing.startInParent,
        closers: [Token.Less],
        read: (p, into) => void parseChildList(p, start - p.base, into),
      };
    }
    default:
      return undefined;
  }
}
