/** How much blank space is wanted between two pieces on a line. PEP 8, "Whitespace in Expressions and Statements". */
import type { Node } from "../../../syntax/node.js";
import type { Argument, PythonNode, TypeParam } from "../nodes.js";
import type { Piece } from "./pieces.js";

/** What a gap is about, which is what rule tells of it. */
export type Concern = "comma" | "bracket" | "operator" | "keyword";

export interface Wish {
  readonly concern: Concern;
  /** How many spaces. */
  readonly width: 0 | 1;
}

const none = (concern: Concern): Wish => ({ concern, width: 0 });
const one = (concern: Concern): Wish => ({ concern, width: 1 });

const isWord = (text: string): boolean => /^[^\W\d]\w*$/u.test(text);
const openers = new Set(["(", "[", "{"]);
const closers = new Set([")", "]", "}"]);
const assigning = /^(?:[-+*/%@&|^]|\*\*|\/\/|>>|<<)?=$|^:=$/;

/** What is wanted between two neighbours, of which at least one is no child; nothing where any space will do. `hasSpace` tells what the other side of the sign has. */
export function wishBetween(
  left: Piece,
  right: Piece,
  node: Node,
  hasSpace: (piece: Piece) => boolean,
): Wish | undefined {
  const a = left.text;
  const b = right.text;
  const kind = node.type as PythonNode["type"];
  if (a.startsWith("#") || b.startsWith("#")) return undefined;
  if (kind === "ExceptHandler" && (a === "*" || b === "*")) return a === "*" ? one("keyword") : none("keyword");
  if (openers.has(a) || closers.has(b)) return a === "," ? undefined : none("bracket");
  if (b === "," || b === ";") return none("comma");
  if (a === "," || a === ";") return one("comma");
  if (a === "." || b === ".") return node.type === "Attribute" ? none("operator") : undefined;
  if (
    b === "(" &&
    left.child !== undefined &&
    (kind === "Call" || kind === "FunctionDef" || kind === "ClassDef" || kind === "MatchClass")
  ) return none("bracket");
  if (b === "[" && left.child !== undefined && (kind === "Subscript" || kind === "TypeParams")) return none("bracket");
  if (a === ":" || b === ":") return colon(a === ":", node);
  if (a === "=" || b === "=") return equals(node);
  if (a === "->" || b === "->") return one("operator");
  if (assigning.test(a) || assigning.test(b)) return one("operator");
  if (a === "@" && left.child === undefined && (kind === "FunctionDef" || kind === "ClassDef")) return none("operator");
  if (kind === "BinOp" || kind === "MatchOr") return operation(left, right, hasSpace);
  if (kind === "UnaryOp") return a === "not" ? one("keyword") : none("operator");
  if (kind === "Compare" && !(isWord(a) && isWord(b))) return one(isWord(a) || isWord(b) ? "keyword" : "operator");
  if (a === "*" || a === "**") return none("operator");
  if (isWord(a) || isWord(b)) return isNumberBefore(left) ? undefined : one("keyword");
  return undefined;
}

/** A number may stand right before a word. */
const isNumberBefore = ({ child }: Piece): boolean => child?.type === "Constant";

function colon(isBefore: boolean, node: Node): Wish | undefined {
  // In a slice the colon is an operator, around which the parts decide.
  if (node.type === "Slice" || node.type === "Subscript") return undefined;
  if (!isBefore) return none("comma");
  return one("comma");
}

function equals(node: Node): Wish | undefined {
  switch (node.type) {
    case "Keyword":
    case "MatchKeyword":
      return none("operator");
    case "Argument":
      return (node as Argument).annotation === null ? none("operator") : one("operator");
    case "TypeParam":
      return (node as TypeParam).bound === null ? undefined : one("operator");
    default:
      return one("operator");
  }
}

/** Tight on both sides or one space on both: which operators bind more tightly may be shown so. */
function operation(left: Piece, right: Piece, hasSpace: (piece: Piece) => boolean): Wish | undefined {
  const sign = left.child === undefined ? left : right;
  if (openers.has(sign.text) || closers.has(sign.text)) return undefined;
  return hasSpace(sign) ? one("operator") : none("operator");
}
