/** Rules that know the nodes of pages. */
import type { FileView, Rule } from "../../rules/rule.js";
import type { HtmlNode } from "./nodes.js";

type NodeOf<Type> = Extract<HtmlNode, { readonly type: Type }>;

/** Functions to be called for nodes of a kind, each in the order of the text. */
type Visitors<Options> = {
  readonly [Type in HtmlNode["type"]]?: (node: NodeOf<Type>, file: FileView<Options>) => void;
};

/** A rule whose visitors are typed by the kinds of nodes that pages have. */
interface HtmlRule<Options> extends Omit<Rule<Options>, "visit" | "languages"> {
  readonly visit?: Visitors<Options>;
}

/** Declares a rule for pages. */
export function defineRule<Options = undefined>(rule: HtmlRule<Options>): Rule<Options> {
  return { ...rule, languages: ["html"] } as Rule<Options>;
}
