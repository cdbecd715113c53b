/** Where a file names modules. */
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Span } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { NamedModule } from "../../language.js";
import type { Alias, Import, ImportFrom } from "../nodes.js";
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
function partOf(module: string, { name, start, isRenamed }: Alias): NamedModule {
  const head = module.endsWith(".") ? module : `${module}.`;
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

/** The modules that imports name. Those that `import harbour.tides` names are left out where code goes by the whole name. */
export function modulesIn(root: Node, text: SourceText): NamedModule[] {
  const found: NamedModule[] = [];
  walk(root, (node) => {
    if (node.type === "ImportFrom") {
      const span = moduleSpan(node as ImportFrom, text);
      const module = moduleOf(node as ImportFrom);
      if (span !== undefined) found.push({ module, ...span });
      for (const one of (node as ImportFrom).names) if (one.name !== "*") found.push(partOf(module, one));
    } else if (node.type === "Import") {
      for (const { name, start, isRenamed } of (node as Import).names) {
        if (isRenamed && text.slice(start, start + name.length) === name) {
          found.push({ module: name, from: start, to: start + name.length });
        }
      }
    }
  });
  return found;
}
