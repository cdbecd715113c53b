/** Rules that know the nodes of Python. */
import type { FileView, Rule } from "../../rules/rule.js";
import type { PythonNode } from "./nodes.js";

type NodeOf<Type> = Extract<PythonNode, { readonly type: Type }>;

/** Functions to be called for nodes of a kind, each in the order of the text. */
type Visitors<Options> = {
  readonly [Type in PythonNode["type"]]?: (node: NodeOf<Type>, file: FileView<Options>) => void;
};

/** A rule whose visitors are typed by the kinds of nodes that Python has. */
interface PythonRule<Options> extends Omit<Rule<Options>, "visit" | "languages"> {
  readonly visit?: Visitors<Options>;
}

/** Declares a rule for Python. */
export function defineRule<Options = undefined>(rule: PythonRule<Options>): Rule<Options> {
  return { ...rule, languages: ["python"] } as Rule<Options>;
}
