/** Rules that know the nodes of one adapted language. */
import type { FileView, Rule } from "../../rules/rule.js";
import type { AdaptedNode } from "./nodes.js";

/** A rule whose visitors are called by the kinds of a grammar. */
export interface AdaptedRule<Options> extends Omit<Rule<Options>, "visit" | "languages"> {
  readonly visit?: Readonly<Record<string, (node: AdaptedNode, file: FileView<Options>) => void>>;
}

/** Declares a rule for the language of an id. */
export function ruleFor<Options = undefined>(language: string, rule: AdaptedRule<Options>): Rule<Options> {
  return { ...rule, languages: [language] } as Rule<Options>;
}
