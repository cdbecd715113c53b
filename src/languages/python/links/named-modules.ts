/** Where a file names modules. */
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Span } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { NamedModule } from "../../language.js";
import { roleOf } from "../names/roles.js";
import type { Alias, Attribute, Import, ImportFrom, Name } from "../nodes.js";
import { moduleOf } from "./summary.js";

/** Where the module of `from … import` stands; `undefined` where it is written over several lines. */
export function moduleSpan(node: ImportFrom, text: SourceText): Span | undefined {
  const end = node.names[0]?.start ?? node.end;
  const written = /^from[ \t]*([.\p{ID_Continue}]+)[ \t]*import\b/u.exec(text.slice(node.start, end));
  if (written === null) return undefined;
  const from = node.start + written[0].indexOf(written[1]!, 4);
  return { from, to: from + written[1]!.length };
}

/** A name of a list, which may be that of a module in the one that the list is of. */
function partOfList(list: string, { name, start, isRenamed }: Alias): NamedModule {
  const head = partOf(list, "");
  return {
    module: head + name,
    from: start,
    to: start + name.length,
    written(other) {
      const rest = other.startsWith(head) ? other.slice(head.length) : "";
      if (rest === "" || rest.includes(".")) return undefined;
      return isRenamed ? rest : `${rest} as ${name}`;
    },
  };
}

/** How a module that is a part of another one is named. */
export function partOf(module: string, name: string): string {
  return module.endsWith(".") ? module + name : `${module}.${name}`;
}

/** The names that are asked of a use one after another, each of what the one before gave. */
export function askedOf(use: Node): readonly string[] {
  const asked: string[] = [];
  for (let node = use; node.parent?.type === "Attribute" && (node.parent as Attribute).value === node;) {
    node = node.parent;
    asked.push((node as Attribute).attr);
  }
  return asked;
}

/** Where code goes by the whole name of an imported module, with its dots; `undefined` where the first of them may be something else. */
function usesOf(module: string, root: Node): Span[] | undefined {
  const [first, ...parts] = module.split(".");
  const uses: Span[] = [];
  let isOther = false;
  walk(root, (node) => {
    if (node.type !== "Name" || (node as Name).id !== first) return;
    const isImported = node.parent!.type === "Alias" && !(node.parent as Alias).isRenamed;
    const role = roleOf(node as Name).is;
    isOther ||= role === "declared" && !isImported;
    if (role !== "use") return;
    if (!parts.every((part, at) => askedOf(node)[at] === part)) return;
    let end: Node = node;
    for (const _ of parts) end = end.parent!;
    uses.push({ from: node.start, to: end.end });
  });
  return isOther ? undefined : uses;
}

/** A module that is imported as it is named. */
function imported({ name, start, isRenamed }: Alias, root: Node): NamedModule[] {
  const at = { module: name, from: start, to: start + name.length };
  if (isRenamed) return [at];
  if (!name.includes(".")) return [{ ...at, written: (other) => `${other} as ${name}` }];
  const uses = usesOf(name, root);
  return uses === undefined ? [] : [{ ...at, uses }];
}

/** The modules that imports name. One with dots is left out where code goes by its whole name and may mean something else. */
export function modulesIn(root: Node, text: SourceText): NamedModule[] {
  const found: NamedModule[] = [];
  walk(root, (node) => {
    if (node.type === "ImportFrom") {
      const span = moduleSpan(node as ImportFrom, text);
      const module = moduleOf(node as ImportFrom);
      if (span !== undefined) found.push({ module, ...span });
      for (const one of (node as ImportFrom).names) if (one.name !== "*") found.push(partOfList(module, one));
    } else if (node.type === "Import") {
      for (const one of (node as Import).names) {
        // Over several lines, or with blanks in it, a name is written otherwise than it is.
        if (text.slice(one.start, one.start + one.name.length) === one.name) found.push(...imported(one, root));
      }
    }
  });
  return found;
}
