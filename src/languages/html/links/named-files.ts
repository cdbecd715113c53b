/** Where a page names files: in attributes, and in the imports of its scripts. */
import type { Node } from "../../../syntax/node.js";
import type { Span } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { attributeOf, elementsIn, valueOf, type Attribute, type Element, type Page } from "../nodes.js";

/** The attributes that name a file which the page needs, by element. */
const attributes: Readonly<Record<string, string>> = {
  script: "src",
  link: "href",
  img: "src",
  source: "src",
  track: "src",
  audio: "src",
  video: "src",
  iframe: "src",
  embed: "src",
};

/** Kinds of links that bring something in; others lead somewhere. */
const needed = /^(?:stylesheet|icon|shortcut icon|modulepreload|preload|manifest)$/i;

/** A file that a page names. */
export interface NamedFile extends Span {
  readonly module: string;
  /** The names that a script takes from it; `*` where it is run, shown, or taken as a whole. */
  readonly names: readonly string[];
}

/** The attribute by which an element names a file that the page needs. */
export function fileAttribute(element: Element): Attribute | undefined {
  const name = Object.hasOwn(attributes, element.name) ? attributes[element.name] : undefined;
  const own = name === undefined || element.isForeign ? undefined : attributeOf(element, name);
  if (own === undefined || own.isFilledIn || own.value === null) return undefined;
  return element.name === "link" && !needed.test(valueOf(element, "rel") ?? "") ? undefined : own;
}

export function namedFiles(root: Node, text: SourceText): NamedFile[] {
  const found: NamedFile[] = [];
  for (const element of elementsIn(root as Page)) {
    const own = fileAttribute(element);
    if (own !== undefined) {
      const from = own.start + own.valueAt;
      const to = from + own.valueLength;
      if (text.slice(from, to) === own.value) found.push({ module: own.value!, names: ["*"], from, to });
    } else if (element.name === "script" && valueOf(element, "type")?.toLowerCase() === "module") {
      const from = element.start + element.tagLength;
      found.push(...importsIn(text.slice(from, element.end - element.closeLength), from));
    }
  }
  return found;
}

const imported = /\bimport\s*(?:\(\s*|([\w$*{}\s,]+?)\s*\bfrom\s*)?(["'])([^"'\n]+)\2|\bexport\s*(?:\*|\{[^}]*\})\s*from\s*(["'])([^"'\n]+)\4/g;

/** The modules that a script imports, as a look at it tells. */
function importsIn(script: string, start: number): NamedFile[] {
  return [...script.matchAll(imported)].map(({ 0: whole, 1: what, 3: first, 5: second, index }) => {
    const module = (first ?? second)!;
    const from = start + index + whole.length - 1 - module.length;
    return { module, names: namesOf(what), from, to: from + module.length };
  });
}

/** The names of what stands between `import` and `from`. */
function namesOf(what: string | undefined): string[] {
  const list = /\{([^}]*)\}/.exec(what ?? "");
  if (what === undefined || what.includes("*")) return ["*"];
  const names = (list?.[1] ?? "").split(",").map((one) => one.trim().split(/\s+as\s+/)[0]!).filter((one) => one !== "");
  return /^\s*[\w$]/.test(what) ? ["default", ...names] : names;
}
