/** What a file of Python gives to others, and takes from them. */
import type { ExportedName, FileSummary, ImportedModule } from "../../../model/links.js";
import type { TreeChange } from "../../../syntax/change.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import { roleOf } from "../names/roles.js";
import { scopeKind } from "../names/scoping.js";
import type { Alias, Attribute, FunctionDef, Global, If, ImportFrom, Name } from "../nodes.js";

/** Functions, and parts of `sys`, through which a file may get names that stand nowhere in it. */
const seers = new Set(["globals", "exec", "vars", "setattr"]);
const hooks = new Set(["modules", "meta_path", "path_hooks"]);

const isHidden = ({ type, parent }: Node): boolean =>
  type === "Block" && (parent?.type === "FunctionDef" || parent?.type === "ClassDef");

/** Whether a node speaks of names of the file from wherever it stands. */
function reachesOut(node: Node): boolean {
  if (node.type === "Name") return seers.has((node as Name).id);
  return node.type === "Global" || (node.type === "Attribute" && hooks.has((node as Attribute).attr));
}

/** Whether a change of the tree may be seen by other files. */
export function changesLinks({ path, removed, added }: TreeChange): boolean {
  if (path.some(reachesOut)) return true;
  const isInside = path.some(isHidden);
  const [before, after] = [removed, added].map((parts) => (isInside ? insideOf(parts) : seenOf(parts)));
  return before === undefined || after === undefined || before !== after;
}

/** `undefined` where code inside of a function or class speaks of names of the file. */
function insideOf(parts: readonly Node[]): string | undefined {
  let reaches = false;
  for (const part of parts) walk(part, (node) => !(reaches ||= reachesOut(node)));
  return reaches ? undefined : "";
}

/** The names that statements declare for the file, as a text; `undefined` where they do more than that, or are parts of statements that may. */
function seenOf(parts: readonly Node[]): string | undefined {
  const names: string[] = [];
  let isMore = parts.some(({ type }) => partsOfTargets.has(type));
  for (const part of parts) {
    walk(part, (node) => {
      isMore ||= reachesOut(node) || node.type === "Import" || node.type === "ImportFrom" || isHook(node);
      if (node.type === "Name" && roleOf(node as Name).is === "declared") names.push((node as Name).id);
      return !isMore;
    });
  }
  return isMore ? undefined : names.join(" ");
}

/** Nodes of which only what stands around them tells whether they declare something. */
const partsOfTargets = new Set(["Name", "Tuple", "List", "Starred", "Alias", "Attribute"]);

const isHook = (node: Node): boolean => node.type === "FunctionDef" && (node as FunctionDef).name.id === "__getattr__";

/** What a node stands in: code of the file itself, a comprehension in that, or anything else. */
type Depth = "file" | "comprehension" | "function";

function isSeenOutside(name: Name, depth: Depth): boolean {
  const role = roleOf(name);
  return role.is === "declared" && (depth === "file" || role.leavesComprehension === true);
}

/** The module of an import as it is written, with its dots. */
export function moduleOf({ level, module }: ImportFrom): string {
  return ".".repeat(level) + module;
}

/** Whether a test holds for who checks types alone, so that what stands under it is never loaded. */
function asksForTypes(test: Node): boolean {
  const name = test.type === "Name" ? (test as Name).id : test.type === "Attribute" ? (test as Attribute).attr : "";
  return name === "TYPE_CHECKING";
}

/** Works out what others see of a file. Of one whose form is broken, and of one that says how things are elsewhere, more may be there than can be told. */
export function summaryOf(root: Node, isBroken: boolean, isStub: boolean): FileSummary {
  const names = new Set<string>();
  const handedOn: string[] = [];
  const imports: ImportedModule[] = [];
  let isOpen = isBroken || isStub;
  let isForTypes = false;
  const visit = (node: Node, depth: Depth): void => {
    const isInside = depth !== "file";
    const isLate = isInside || isForTypes;
    switch (node.type) {
      case "Name": {
        const { id } = node as Name;
        if (reachesOut(node)) isOpen = true;
        if (depth !== "function" && isSeenOutside(node as Name, depth)) names.add(id);
        return;
      }
      case "Attribute":
        if (reachesOut(node)) isOpen = true;
        break;
      case "Global":
        for (const { id } of (node as Global).names) names.add(id);
        return;
      case "Import":
        for (const { name } of (node as { names?: readonly Alias[] }).names ?? []) {
          imports.push({ module: name, names: ["*"], isLate });
        }
        break;
      case "ImportFrom": {
        const taken = (node as ImportFrom).names.map(({ name }) => name);
        const module = moduleOf(node as ImportFrom);
        imports.push({ module, names: taken, isLate });
        if (!isInside && taken.includes("*")) handedOn.push(module);
        break;
      }
      case "FunctionDef":
        if (!isInside && isHook(node)) isOpen = true;
        break;
      default:
    }
    const outer = isForTypes;
    isForTypes ||= node.type === "If" && asksForTypes((node as If).test);
    const kind = scopeKind(node);
    const below = kind === undefined || depth === "function" ? depth : kind === "block" ? "comprehension" : "function";
    node.each((child) => visit(child, child === (node as { name?: Node }).name ? depth : below));
    isForTypes = outer;
  };
  visit(root, "file");
  const exports = [...names].map((name): ExportedName => ({ name, isType: false }));
  return { exports, handedOn, imports, isOpen };
}

/** Words on lines that may declare something. */
export function mayExport(text: string): ReadonlySet<string> {
  const words = new Set<string>();
  for (const [line] of text.matchAll(/^.*(?:=|\b(?:def|class|import|global|as|for|type)\b).*$/gm)) {
    for (const [word] of line.matchAll(/[\p{ID_Start}_][\p{ID_Continue}]*/gu)) words.add(word);
  }
  return words;
}
