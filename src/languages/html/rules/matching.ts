/** Which elements lack their end tags, and which end tags their elements. */
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
  const open = elementsIn(page).filter(isUnclosed);
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
  if (!isForeign && !elements.has(name) && !name.includes("-")) return false;
  // An element of a drawing may close itself.
  return !(isForeign && tagLength === length);
}

/** Whether an element begins a second time, most likely where it was meant to end: `<b>low<b>`. */
function beginsAgain(element: Element): boolean {
  const { parent, name, children } = element;
  return parent !== null && isElement(parent) && parent.name === name && isUnclosed(parent) && children.length === 0;
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
