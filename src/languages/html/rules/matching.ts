/** Which elements lack their end tags, and which end tags their elements. */
import { isNear } from "../../../model/spelling.js";
import type { FileView } from "../../../rules/rule.js";
import { elements, mayStayOpen, voidElements } from "../elements.js";
import { elementsIn, isElement, type Element, type Page } from "../nodes.js";

/** An element that is not closed as it should be. */
export interface Unclosed {
  readonly element: Element;
  /** The end tag that is meant to be its own: of its name behind what it stands in, or of another name in it. */
  readonly stray: number | undefined;
  readonly kind: "alone" | "behind" | "misnamed" | "again";
}

export interface Matching {
  readonly unclosed: readonly Unclosed[];
  /** End tags that end nothing, as offsets. */
  readonly unopened: readonly number[];
}

type Source = Pick<FileView, "text">;

/** Pairs what is not closed with what ends nothing, so that one mistake is told once. */
export function matchingOf(page: Page, file: Source): Matching {
  if (page.hasChoices) return { unclosed: [], unopened: [] };
  const strays = [...page.strayEnds];
  const take = (fits: (at: number) => boolean): number | undefined => {
    const index = strays.findIndex(fits);
    return index < 0 ? undefined : strays.splice(index, 1)[0];
  };
  const all = elementsIn(page);
  // Another rule tells of an element that does not exist; the end tag of what was meant is its own.
  for (const { name, start, closeLength, isForeign } of all) {
    if (closeLength > 0 || isForeign || exists(name)) continue;
    take((at) => at > start && isNear(name, endName(at, file)));
  }
  const open = all.filter(isUnclosed);
  const again = new Set(open.filter(beginsAgain));
  const unclosed = open.filter((one) => ![...again].some(({ parent }) => parent === one)).map((element): Unclosed => {
    const { name, start, end } = element;
    if (again.has(element)) return { element, stray: undefined, kind: "again" };
    const behind = take((at) => at >= end && endName(at, file) === name);
    if (behind !== undefined) return { element, stray: behind, kind: "behind" };
    const inside = take((at) => at > start && at <= end && endName(at, file) !== "p");
    return inside === undefined
      ? { element, stray: undefined, kind: "alone" }
      : { element, stray: inside, kind: "misnamed" };
  });
  return { unclosed, unopened: strays };
}

/** Whether an element lacks an end tag that it must have. Of one that does not exist another rule tells. */
function isUnclosed({ name, closeLength, isForeign, tagLength, length }: Element): boolean {
  if (closeLength > 0 || voidElements.has(name) || mayStayOpen.has(name)) return false;
  if (!isForeign && !exists(name)) return false;
  // An element of a drawing may close itself.
  return !(isForeign && tagLength === length);
}

const exists = (name: string): boolean => elements.has(name) || name.includes("-");

/** Elements that nobody puts into themselves. */
const neverInItself = new Set(
  "a abbr b button cite code del dfn em form h1 h2 h3 h4 h5 h6 i ins kbd label mark option q s samp select small strong sub sup textarea title u var".split(
    " ",
  ),
);

/** Whether an element begins a second time, where it was meant to end: `<b>low<b>`. */
function beginsAgain({ parent, name }: Element): boolean {
  return neverInItself.has(name) && parent !== null && isElement(parent) && parent.name === name && isUnclosed(parent);
}

/** The name in an end tag. */
export function endName(at: number, { text }: Source): string {
  return /^<\/([^\s/>]*)/.exec(text.slice(at, at + 60))?.[1]!.toLowerCase() ?? "";
}

/** Where an end tag ends. */
export function endOfTag(at: number, { text }: Source): number {
  const tag = /^<\/[^>]*>?/.exec(text.slice(at, at + 200));
  return at + (tag?.[0].length ?? 0);
}
