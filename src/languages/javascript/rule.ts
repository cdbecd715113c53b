/** Rules that know the nodes of JavaScript and TypeScript. */
import type { FileView, Rule } from "../../rules/rule.js";
import type { Siblings } from "../../syntax/siblings.js";
import type { JavaScriptNode } from "./nodes/index.js";

/** The node of a kind; some nodes serve as two. */
type NodeOf<Type, Any = JavaScriptNode> = Any extends { type: infer Own } ? (Type extends Own ? Any : never) : never;

/** Functions to be called for nodes of a kind, each in the order of the text. */
export type Visitors<Options> = {
  readonly [Type in JavaScriptNode["type"]]?: (node: NodeOf<Type>, file: FileView<Options>) => void;
};

/** A rule whose visitors are typed by the kinds of nodes that JavaScript has. */
export interface JavaScriptRule<Options> extends Omit<Rule<Options>, "visit" | "ahead" | "siblings" | "languages"> {
  readonly visit?: Visitors<Options>;
  readonly ahead?: {
    readonly [Type in JavaScriptNode["type"]]?: (node: NodeOf<Type>, file: FileView<Options>) => Iterable<void>
  };
  readonly siblings?: {
    readonly [Type in JavaScriptNode["type"]]?: (siblings: Siblings, file: FileView<Options>) => void
  };
}

/** Declares a rule for JavaScript and TypeScript. */
export function defineRule<Options = undefined>(rule: JavaScriptRule<Options>): Rule<Options> {
  return { ...rule, languages: ["javascript"] } as Rule<Options>;
}
