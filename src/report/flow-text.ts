/** A flow graph as text, to see what the analysis makes of a function. */
import type { PlacedFlow } from "../engine/workspace.js";
import type { Block, Edge, Step } from "../model/flow.js";
import type { Node } from "../syntax/node.js";
import type { Text } from "../text/text.js";
import { palette } from "./palette.js";

/** Longer pieces of source are cut. */
const longest = 60;

function quoted(node: Node, text: Text): string {
  const source = text.slice(node.start, node.end).replaceAll(/\s+/g, " ");
  return `\`${source.length > longest ? `${source.slice(0, longest)}…` : source}\``;
}

const verbs: Readonly<Record<Step["does"], string>> = {
  read: "reads",
  write: "gives a value to",
  declare: "declares",
  self: "touches",
  base: "calls",
  pause: "waits at",
};

/** The blocks of a graph in the order of the text: what happens in each, and where control goes from there. */
export function flowText({ flow, text, firstLine }: PlacedFlow, options: { colour: boolean }): string {
  const colours = palette(options.colour);
  const lineOf = (node: Node): number => text.lineAt(node.start).number + firstLine;
  const nameOf = (block: Block): string => (block.id < 0 ? "out, by return" : `block ${block.id}`);
  const describe = ({ to, test, holds }: Edge): string => `  ${colours.strong("→")} ${nameOf(to)}${test === undefined ? "" : `  ${holds ? "if" : "unless"} ${quoted(test, text)}`}\n`;
  const { id } = flow.root as { id?: Node | null };
  let out = `${colours.strong(flow.root.type === "Program" ? "The module" : `The code of ${id ? quoted(id, text) : `line ${lineOf(flow.root)}`}`)}, ${flow.blocks.length} blocks\n`;
  for (const block of flow.blocks) {
    const begins = [...flow.statements].filter(([, at]) => at === block).map(([statement]) => statement);
    if (!block.reached && begins.length === 0) continue;
    out += `\n${colours.path(nameOf(block))}${block.reached ? "" : `  ${colours.level.warning("never reached")}`}${block === flow.end ? `  ${colours.faint("control runs off the end here")}` : ""}\n`;
    const marks: { at: number; line: string }[] = begins.map((statement) => ({
      at: statement.start,
      line: colours.faint(`${String(lineOf(statement)).padStart(5)}  ${quoted(statement, text)}`),
    }));
    for (const step of block.steps) {
      marks.push({
        at: step.node.start,
        line: `${String(lineOf(step.node)).padStart(5)}  ${verbs[step.does]} ${"binding" in step ? `\`${step.binding.name}\`` : quoted(step.node, text)}`,
      });
    }
    for (const { line } of marks.sort((a, b) => a.at - b.at)) out += `${line}\n`;
    for (const edge of block.next) out += describe(edge);
  }
  return out;
}
