/** Where text from outside comes from, how it is handed on, and where it must not go as it is (taint). */
import type { Node } from "../syntax/node.js";
import type { SourceText } from "../text/text.js";
import type { CodeChange } from "./code.js";

/** What text from outside is made of where it must not go: the text of a query, of a command, of a program or of a page, the name of a file, the address of a page. */
export type SinkKind = "query" | "shell" | "code" | "page" | "path" | "redirect";

/** Where a value becomes more than a text. */
export interface Sink {
  readonly kind: SinkKind;
  /** As the code has it, `db.query`. */
  readonly name: string;
  /** The value that becomes it. */
  readonly part: Node;
  /** Ways to hand the text over as a value, or as a text and no more. */
  remedies?(text: SourceText): readonly (CodeChange & { readonly title: string })[];
}

/** What a language says of text from outside. */
export interface OutsideFacts {
  /** What a node is called as whose value somebody outside decides; `undefined` of all others. */
  sourceOf(node: Node, text: SourceText): string | undefined;
  /** The parts of a node whose texts are in its value, as they are; none where a part is changed so that it does no harm, or what becomes of it is not known. */
  passedOn(node: Node): readonly Node[];
  /** What a node makes of a value, if that is more than a text. */
  sinkOf(node: Node, text: SourceText): Sink | undefined;
  /** The node from which a name gets its value that is declared among others, or is added to. */
  givenTo(write: Node): Node | undefined;
  /** The text that stands at the beginning of a node's value, as far as it is written there. */
  beginOf(node: Node): string | undefined;
}

/** A language that says nothing of it. */
export const nothingOutside: OutsideFacts = {
  sourceOf: () => undefined,
  passedOn: () => [],
  sinkOf: () => undefined,
  givenTo: () => undefined,
  beginOf: () => undefined,
};

/** The beginning of a text that is a query for a database. */
export const queryBegin = /^\s*(?:select|insert|update|delete|replace|merge|with|create|drop|alter|truncate)\b/i;
