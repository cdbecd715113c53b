/** The tree of a page, as it is written: what the standard puts in by itself is not there, and what it moves stands where it is written. */
import { kind } from "../../syntax/kind.js";
import type { Node } from "../../syntax/node.js";

export interface PageFields {
  children: Node[];
  /** Ends of elements that none begins, as offsets at which their tags begin. */
  strayEnds: readonly number[];
  /** Attributes that their elements have already, as offsets behind their names. */
  repeated: readonly number[];
  /** Whether something is filled in that decides what else there is, so that tags need not match. */
  hasChoices: boolean;
}
export const Page = kind<PageFields>()("Page", ["children"]);
export const Doctype = kind<object>()("Doctype", []);
/** Text between tags. */
export const Words = kind<object>()("Words", []);
export const Comment = kind<object>()("Comment", []);
export interface ElementFields {
  /** In small letters, but for those of drawings and formulas. */
  name: string;
  attributes: Attribute[];
  children: Node[];
  /** The length of its start tag. */
  tagLength: number;
  /** The length of its end tag; 0 where it has none. */
  closeLength: number;
  /** Whether it is none of HTML, but of a drawing or a formula. */
  isForeign: boolean;
}
export const Element = kind<ElementFields>()("Element", ["attributes", "children"]);
export interface AttributeFields {
  /** In small letters, but for those of drawings and formulas. */
  name: string;
  /** What it comes to, with references in it resolved; `null` for one without a value. */
  value: string | null;
  /** Where its value begins, without quote marks, from its start. */
  valueAt: number;
  /** The length of its value as it is written. */
  valueLength: number;
  /** Whether something that a program fills in stands in it, so that its value is not known. */
  isFilledIn: boolean;
}
export const Attribute = kind<AttributeFields>()("Attribute", []);

export type Page = InstanceType<typeof Page>;
export type Doctype = InstanceType<typeof Doctype>;
export type Words = InstanceType<typeof Words>;
export type Comment = InstanceType<typeof Comment>;
export type Element = InstanceType<typeof Element>;
export type Attribute = InstanceType<typeof Attribute>;

/** A node of a page. */
export type HtmlNode = Page | Doctype | Words | Comment | Element | Attribute;

export const isElement = (node: Node): node is Element => node.type === "Element";

/** The attribute of an element by a name. */
export function attributeOf({ attributes }: Element, name: string): Attribute | undefined {
  return attributes.find((one) => one.name === name);
}

/** What an attribute comes to, without blank space around; `undefined` where it is not there, empty without a value or where it is filled in. */
export function valueOf(element: Element, name: string): string | undefined {
  const attribute = attributeOf(element, name);
  return attribute === undefined ? undefined : attribute.isFilledIn ? "" : (attribute.value ?? "").trim();
}

/** The element of a page by a name that it has once. */
export function theOne(page: Page, name: string): Element | undefined {
  return elementsIn(page).find((one) => one.name === name);
}

/** The elements of pages; what an edit leaves of one has them as well. */
const known = new WeakMap<Node, readonly Element[]>();

/** The elements of a page, in the order of the text. */
export function elementsIn(page: Page): readonly Element[] {
  let found = known.get(page);
  if (found === undefined) known.set(page, (found = elementsBelow(page)));
  return found;
}

function elementsBelow(node: Node): Element[] {
  const found: Element[] = [];
  const visit = (child: Node): void => {
    if (!isElement(child)) return;
    found.push(child);
    child.children.forEach(visit);
  };
  node.each(visit);
  return found;
}
