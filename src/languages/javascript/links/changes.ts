/** Which changes of a file other files may see. */
import type { TreeChange } from "../../../syntax/change.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { FunctionBody, Identifier } from "../nodes/index.js";
import { mayLoad, namesFile } from "./loads.js";
import { calledAtOnce, isAtTop, setsShared } from "./shared-names.js";

/** Statements by which a file says what it takes and gives; where there is one, it is a module. */
export const linkKinds: ReadonlySet<string> = new Set([
  "ImportDeclaration",
  "ExportNamedDeclaration",
  "ExportDefaultDeclaration",
  "ExportAllDeclaration",
  "ExportAssignment",
  "ExportNamespace",
  "ImportEqualsDeclaration",
]);

/** Nodes whose insides no other file sees, but for what is below. */
const hiddenKinds = new Set(["BlockStatement", "FunctionBody", "ObjectExpression", "ArrayExpression", "InterfaceBody"]);

/** Those that hold code which runs later, or not at all. */
const codeKinds = new Set(["BlockStatement", "FunctionBody"]);

/** Whether a change of the tree may be seen by other files. */
export function changesLinks(change: TreeChange): boolean {
  const { path, removed, added } = change;
  const isSeen = (node: Node): boolean => linkKinds.has(node.type) || isCalled(node) || isOfOldForm(node);
  const item = path[1];
  const parts = [...removed, ...added];
  if (item === undefined) return parts.some((part) => isSeen(part) || setsShared(part, part) || holdsNames(part));
  if (sharesOtherwise(change, item)) return true;
  if (!isSeen(item)) return false;
  // `module.exports = { fare }` shows what stands in an object.
  const hidden = isOfOldForm(item) ? codeKinds : hiddenKinds;
  if (!path.some(({ type }) => hidden.has(type))) return true;
  // A function that does nothing, and one that goes by its arguments as a whole, can be given any number.
  const holder = path.at(-1) as Partial<FunctionBody>;
  const isEmptied = holder.type === "FunctionBody" &&
    (holder.body!.length === 0 || holder.body!.length + removed.length === added.length);
  return isEmptied || parts.some(speaksOfArguments);
}

/** Whether a change inside an item may change the names that files share which run beside each other. */
function sharesOtherwise({ path, removed, added }: TreeChange, item: Node): boolean {
  const parts = [...removed, ...added];
  if (parts.some((part) => setsShared(part, item) || mayLoad(part))) return true;
  const last = path.at(-1)!;
  // What a call is given may name a module, and its other arguments may be all that changed.
  if (/^(?:Call|New)Expression$/.test(last.type) && parts.some(namesFile)) return true;
  // Names for the whole script may be declared in blocks, and what gives the global object another name stands in no body.
  return isAtTop(last) && (parts.some(holdsNames) || last.type.endsWith("Pattern") || calledAtOnce(item) !== undefined);
}

/** Whether something is declared in a part, in whatever depth but in no function. */
function holdsNames(part: Node): boolean {
  let found = false;
  walk(part, ({ type }) => {
    found ||= type === "VariableDeclaration" || type === "VariableDeclarator" || type === "FunctionDeclaration";
    return !found && type !== "FunctionBody";
  });
  return found;
}

const isCalled = ({ type }: Node): boolean => type === "FunctionDeclaration" || type === "ClassDeclaration";

function speaksOfArguments(part: Node): boolean {
  let found = false;
  walk(part, (node) => {
    found ||= node.type === "Identifier" && /^(?:arguments|eval)$/.test((node as Identifier).name);
    return !found;
  });
  return found;
}

/** Whether a statement may export or import in the way that is older than modules. */
function isOfOldForm({ type }: Node): boolean {
  return type === "ExpressionStatement" || type === "VariableDeclaration";
}
