/** Scripts in a page, and handlers in its attributes. HTML Living Standard §4.12.1 and §8.1.8.1. */
import type { Node } from "../../syntax/node.js";
import type { Text } from "../../text/text.js";
import type { LoadedFile, Region, Regions } from "../language.js";
import { isFilledIn } from "./filled-in.js";
import { attributeOf, isElement, valueOf, type Attribute, type Element } from "./nodes.js";
import { overrunIn } from "./overrun.js";
import type { HtmlTree } from "./parse.js";

/** How a script is read, by its type. */
const kinds: Readonly<Record<string, Pick<Region, "languageId" | "ending" | "runs">>> = {
  "": { languageId: "javascript", ending: ".js", runs: "first" },
  module: { languageId: "javascript", ending: ".mjs", runs: "alone" },
  "text/jsx": { languageId: "javascriptreact", ending: ".jsx", runs: "first" },
  "text/babel": { languageId: "javascriptreact", ending: ".jsx", runs: "first" },
  "text/typescript": { languageId: "typescript", ending: ".ts", runs: "first" },
  ts: { languageId: "typescript", ending: ".mts", runs: "alone" },
};

const plain = /^(?:text|application)\/(?:x-)?(?:java|ecma|live|j)script(?:1\.\d)?$/;

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
        const name = valueOf(node, "src");
        if (name === undefined) regions.push(...scriptIn(node, start, tree, text));
        // What is filled in may be any.
        else if (kindOf(node)?.runs === "first") files.push({ at: start, name: name === "" ? unknown : name });
        // What is compiled in the page may give any names.
        if (/script/.test(valueOf(node, "type") ?? "") && kindOf(node) === undefined) {
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

function kindOf(element: Element): Pick<Region, "languageId" | "ending" | "runs"> | undefined {
  const type = valueOf(element, "type")?.toLowerCase() ?? "";
  const language = valueOf(element, "lang")?.toLowerCase();
  if (attributeOf(element, "type")?.isFilledIn === true) return undefined;
  if (language === "ts" || language === "typescript") return kinds["ts"];
  return kinds[plain.test(type.replace(/;.*/, "").trim()) ? "" : type];
}

function scriptIn(element: Element, start: number, tree: HtmlTree, text: Text): Region[] {
  const kind = kindOf(element);
  let from = start + element.tagLength;
  let to = start + element.length - element.closeLength;
  if (kind === undefined || isFilledIn(tree, from, to)) return [];
  const written = text.slice(from, to);
  const content = /jsx$/.test(kind.ending) ? written : written.slice(0, overrunIn(written));
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
