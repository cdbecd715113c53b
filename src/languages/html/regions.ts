/** Scripts in a page, and handlers in its attributes. HTML Living Standard §4.12.1 and §8.1.8.1. */
import type { Node } from "../../syntax/node.js";
import type { Text } from "../../text/text.js";
import type { LoadedFile, Region, Regions } from "../language.js";
import { isFilledIn } from "./filled-in.js";
import { attributeOf, isElement, valueOf, type Attribute, type Element } from "./nodes.js";
import { overrunIn } from "./overrun.js";
import type { HtmlTree } from "./parse.js";
import { holdsMarkup, scriptKind, type ScriptKind } from "./script-kinds.js";

/** The events whose handlers an attribute may hold. */
const handler = new RegExp(
  `^on(?:${
    "abort auxclick beforeinput beforetoggle blur cancel canplay canplaythrough change click close contextmenu copy cuechange cut dblclick drag dragend dragenter dragleave dragover dragstart drop durationchange emptied ended error focus focusin focusout formdata input invalid keydown keypress keyup load loadeddata loadedmetadata loadstart message mousedown mouseenter mouseleave mousemove mouseout mouseover mouseup offline online pagehide pageshow paste pause play playing pointerdown pointermove pointerup popstate progress ratechange reset resize scroll scrollend seeked seeking select slotchange stalled storage submit suspend timeupdate toggle touchend touchmove touchstart unload beforeunload hashchange volumechange waiting wheel"
      .replaceAll(" ", "|")
  })$`,
);

/** The name of a file of which nothing is known. */
const unknown = "unknown:";

export function regionsIn(tree: HtmlTree, text: Text): Regions {
  const regions: Region[] = [];
  // What a page is put together with, scripts among it, is known to who does that.
  const files: LoadedFile[] = tree.filled.length > 0 || text.slice(0, 4) === "---\n" ? [{ at: 0, name: unknown }] : [];
  const visit = (node: Node, start: number): void => {
    if (isElement(node)) {
      for (const one of node.attributes) {
        const region = node.isForeign ? undefined : handlerIn(one, start + one.startInParent, tree, text);
        if (region !== undefined) regions.push(region);
      }
      if (node.name === "script") {
        const kind = kindOf(node);
        const name = valueOf(node, "src");
        if (name === undefined && kind !== undefined) regions.push(...scriptIn(node, kind, start, tree, text));
        // What is filled in may be any.
        else if (kind?.runs === "first") files.push({ at: start, name: name === "" ? unknown : name! });
        // What is compiled in the page may give any names.
        else if (kind === undefined && /script/.test(valueOf(node, "type") ?? "")) {
          files.push({ at: start, name: unknown });
        }
        return;
      }
    }
    node.each((child) => {
      if (isElement(child)) visit(child, start + child.startInParent);
    });
  };
  visit(tree.root, 0);
  return { regions, files };
}

/** How the script of an element is read; `undefined` where that is filled in, too. */
function kindOf(element: Element): ScriptKind | undefined {
  if (attributeOf(element, "type")?.isFilledIn === true) return undefined;
  return scriptKind(valueOf(element, "type") ?? "", valueOf(element, "lang") ?? "");
}

function scriptIn(element: Element, kind: ScriptKind, start: number, tree: HtmlTree, text: Text): Region[] {
  let from = start + element.tagLength;
  let to = start + element.length - element.closeLength;
  if (isFilledIn(tree, from, to)) return [];
  const written = text.slice(from, to);
  const content = holdsMarkup(kind) ? written : written.slice(0, overrunIn(written));
  to = from + content.length;
  if (content.trim() === "") return [];
  const head = /^[ \t]*(?:\r\n|\n|\r)/.exec(content)?.[0].length ?? 0;
  to -= /(?:\r\n|\n|\r)([ \t]*)$/.exec(content)?.[1]!.length ?? 0;
  from += head;
  return [{ ...kind, from, to, isPart: head === 0, known: [] }];
}

function handlerIn(attribute: Attribute, start: number, tree: HtmlTree, text: Text): Region | undefined {
  if (attribute.value === null || attribute.value.trim() === "" || !handler.test(attribute.name)) return undefined;
  const from = start + attribute.valueAt;
  const to = from + attribute.valueLength;
  // What is written otherwise than it is has other places.
  if (text.slice(from, to) !== attribute.value || isFilledIn(tree, from, to)) return undefined;
  return { languageId: "javascript", ending: ".js", runs: "last", from, to, isPart: true, known: ["event"] };
}
