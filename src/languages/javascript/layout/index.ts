/** Laying out: where the lines of a text should end, and how far they should be indented. */
import { printDoc, type Gap, type Printed, type PrintedUnit } from "../../../layout/printer.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import { Builder } from "./builder.js";
import { builds } from "./builds.js";
import type { LayoutStyle } from "./style.js";

export type { LayoutStyle } from "./style.js";

/** What may be put between two tokens or taken away there beside blank space. */
const free = /^[\s,;|]*$/;

/**
 * How one part of a text is to be laid out: a file's item, a statement, a member, whose line is indented by `base`. Statements and members inside of it are given
 * with what their lines are to be indented by, to be laid out by themselves. Line ends are `\n` in what is given, whatever the text has. Tokens and comments stay as they are and where they are.
 */
export function layoutUnit(node: Node, text: SourceText, base: string, style: LayoutStyle): Printed {
  const builder = new Builder(text, style, builds);
  const printed = printDoc(builder.doc(node), { text, width: style.width, base, step: style.step, lineBreak: "\n" });
  // Whatever goes wrong, nothing but blank space and marks that may be left out changes.
  if (printed.gaps.some(
    ({ from, to, insert }) => from > to || !free.test(text.slice(from, to)) || !free.test(insert),
  )) {
    return { gaps: [], units: printed.units };
  }
  return printed;
}

export type { Gap, Printed, PrintedUnit };
