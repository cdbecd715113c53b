/** What a name does where it stands. Python Language Reference 4.2. */
import type { Access, BindingKind } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import type {
  AnnAssign,
  Assign,
  AugAssign,
  ClassDef,
  Comprehension,
  ExceptHandler,
  For,
  FunctionDef,
  Name,
  NamedExpr,
  PythonNode,
  WithItem,
} from "../nodes.js";

export type Role =
  | { readonly is: "use"; readonly access: Access }
  | {
    readonly is: "declared";
    readonly kind: BindingKind;
    /** The construct that declares it. */
    readonly owner: Node;
    /** It is seen outside of the comprehension in which it stands. */
    readonly leavesComprehension?: boolean;
  }
  /** It names nothing here: it stands behind `global`, or is a keyword's. */
  | { readonly is: "word" };

const read: Role = { is: "use", access: "read" };
const change: Role = { is: "use", access: "change" };
const word: Role = { is: "word" };
const declared = (kind: BindingKind, owner: Node): Role => ({ is: "declared", kind, owner });

export function roleOf(node: Name): Role {
  let child: Node = node;
  let up = node.parent as PythonNode | null;
  // Out of the lists of targets around it.
  while (up !== null && (up.type === "Tuple" || up.type === "List" || up.type === "Starred")) {
    child = up;
    up = up.parent as PythonNode | null;
  }
  if (up === null) return read;
  switch (up.type) {
    case "Assign":
      return (up as Assign).value === child ? read : declared("variable", up);
    case "AugAssign":
      return (up as AugAssign).target === child ? change : read;
    case "AnnAssign":
      return (up as AnnAssign).target === child ? declared("variable", up) : read;
    case "For":
      return (up as For).target === child ? declared("variable", up) : read;
    case "Comprehension":
      return (up as Comprehension).target === child ? declared("variable", up) : read;
    case "WithItem":
      return (up as WithItem).target === child ? declared("variable", up) : read;
    case "NamedExpr":
      return (up as NamedExpr).target === child
        ? { is: "declared", kind: "variable", owner: up, leavesComprehension: true }
        : read;
    case "FunctionDef":
      return (up as FunctionDef).name === child ? declared("function", up) : read;
    case "ClassDef":
      return (up as ClassDef).name === child ? declared("class", up) : read;
    case "Argument":
      return up.name === child ? declared("parameter", up) : read;
    case "TypeParam":
      return up.name === child ? declared("parameter", up) : read;
    case "TypeAlias":
      return up.name === child ? declared("variable", up) : read;
    case "Alias":
      return declared("import", up);
    case "ExceptHandler":
      return (up as ExceptHandler).name === child ? declared("caught", up) : read;
    case "Global":
    case "Nonlocal":
      return word;
    case "MatchAs":
    case "MatchStar":
      return up.name === child ? declared("variable", up) : read;
    case "MatchMapping":
      return up.rest === child ? declared("variable", up) : read;
    default:
      return read;
  }
}
