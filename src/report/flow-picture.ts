/** A flow graph as a drawing. */
import { Graph, layout } from "@dagrejs/dagre";
import type { PlacedFlow } from "../engine/workspace.js";
import type { Block, Edge } from "../model/flow.js";
import type { Node } from "../syntax/node.js";
import type { Text } from "../text/text.js";
import { cutTo, visibleText, widthOf } from "./columns.js";

/** Pixels. */
const letter = 7.25;
const lineHeight = 18;
const padding = 9;
const margin = 20;
/** Columns of a line of source, and of a condition. */
const longestLine = 52;
const longestTest = 34;

interface Box {
  readonly name: string;
  readonly lines: readonly string[];
  readonly kind: "block" | "unreached" | "out";
}

interface Label {
  readonly says: string;
  readonly kind: "if" | "unless" | "on";
}

const out = "out";

/**
 * The graph as an SVG image: its blocks from top to bottom in the order in which control may pass, each with the statements that begin in it, and the conditions at the edges. The block
 * of what stands at the place that was asked for can be lit.
 */
export function flowPicture(placed: PlacedFlow, isLit = false): string {
  const { flow, text } = placed;
  const graph = new Graph<object, Box & Area, Label & Way>({ multigraph: true });
  graph.setGraph({ rankdir: "TB", nodesep: 34, ranksep: 38, marginx: margin, marginy: margin });
  for (const block of flow.blocks) {
    const box = boxOf(block, placed);
    if (box !== undefined) graph.setNode(String(block.id), { ...box, ...sizeOf(box), x: 0, y: 0 });
  }
  const lit = isLit ? blockAt(placed) : undefined;
  const shown = (block: Block): string => (block.id < 0 ? out : String(block.id));
  for (const block of flow.blocks) {
    if (!graph.hasNode(String(block.id))) continue;
    for (const [index, edge] of block.next.entries()) {
      if (edge.to.id < 0 && !graph.hasNode(out)) {
        const box: Box = { name: out, lines: ["leaves"], kind: "out" };
        graph.setNode(out, { ...box, ...sizeOf(box), x: 0, y: 0 });
      }
      if (!graph.hasNode(shown(edge.to))) continue;
      const label = labelOf(edge, block.next, text);
      graph.setEdge(
        String(block.id),
        shown(edge.to),
        {
          ...label,
          width: widthOf(label.says) * letter,
          height: label.says === "" ? 0 : lineHeight,
          x: 0,
          y: 0,
          points: [],
        },
        String(index),
      );
    }
  }
  layout(graph);
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number };
  const parts = [
    ...graph.edges().map((edge: { v: string; w: string }) => edgeDrawing(graph.edge(edge))),
    ...graph.nodes().map((name: string) => boxDrawing(graph.node(name), name === String(lit?.id))),
  ];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${round(width)} ${round(height)}" width="${round(width)}" height="${round(height)}" role="img" aria-label="Flow graph of ${flow.blocks.length} blocks">`,
    `<style>${style}</style>`,
    `<defs><marker id="tip" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto"><path d="M0 0L8 4L0 8z"/></marker></defs>`,
    '<rect class="ground" width="100%" height="100%"/>',
    ...parts,
    "</svg>",
    "",
  ].join("\n");
}

interface Area {
  readonly width: number;
  readonly height: number;
  x: number;
  y: number;
}

interface Way extends Area {
  points: readonly { readonly x: number; readonly y: number }[];
}

const style = `
.ground { fill: #fbfaf6; }
rect.block { fill: #ffffff; stroke: #0f5c63; stroke-width: 1.4; }
rect.unreached { fill: #f1efe8; stroke: #8a5a00; stroke-dasharray: 5 3; }
rect.out { fill: #0f5c63; }
text { font: 12px ui-monospace, "DejaVu Sans Mono", Menlo, Consolas, monospace; fill: #1f2a30; white-space: pre; }
text.out { fill: #ffffff; }
.lit rect { fill: #fdf0c4; stroke-width: 2.6; }
.number { fill: #5d6b72; }
.way { fill: none; stroke: #5d6b72; stroke-width: 1.3; marker-end: url(#tip); }
.way.if { stroke: #2c6e3f; }
.way.unless { stroke: #b1291f; }
#tip path { fill: #5d6b72; }
.says rect { fill: #fbfaf6; }
.says.if text { fill: #2c6e3f; }
.says.unless text { fill: #b1291f; }
`;

/** What stands in a block; nothing where it holds nothing and control never gets there. */
function boxOf(block: Block, placed: PlacedFlow): Box | undefined {
  const { flow: { statements, blocks, end }, text } = placed;
  const begun = [...statements]
    .filter(([{ start }, at]) => at === block && text.slice(start, start + 1) !== "{")
    .map(([statement]) => statement);
  if (!block.reached && begun.length === 0) return undefined;
  const seen = new Set<number>();
  const lines = begun
    // Of a statement that begins where another one does only the outer is told.
    .filter(({ start }) => !seen.has(start) && seen.add(start))
    .sort((a, b) => a.start - b.start)
    .map((statement) => headOf(statement, placed));
  const isTurn = blocks.some(({ id, next }) => id > block.id && next.some(({ to }) => to === block));
  const asked = block.next.find(({ test }) => test !== undefined)?.test ?? block.steps[0]?.node;
  if (lines.length === 0 && isTurn) lines.push("next turn");
  else if (lines.length === 0 && asked !== undefined) lines.push(headOf(asked, placed));
  if (block === end && block.reached) lines.push("end");
  return { name: String(block.id), lines, kind: block.reached ? "block" : "unreached" };
}

/** The beginning of a statement with its line. */
function headOf(statement: Node, { text, firstLine }: PlacedFlow): string {
  const source = text.slice(statement.start, Math.min(statement.end, statement.start + 4 * longestLine));
  const [line = ""] = source.split(/\r\n|\n|\r/);
  const shown = cutTo(line, longestLine);
  const number = String(text.lineAt(statement.start).number + firstLine).padStart(4);
  return `${number} ${line.length < source.length && !shown.endsWith("…") ? `${shown} …` : shown}`;
}

function labelOf({ test, holds }: Edge, others: readonly Edge[], text: Text): Label {
  if (test === undefined) return { says: "", kind: "on" };
  if (holds !== true && others.some((one) => one.test === test && one.holds === true)) {
    return { says: "otherwise", kind: "unless" };
  }
  const source = cutTo(text.slice(test.start, test.end).replaceAll(/\s+/g, " "), longestTest);
  return holds === true ? { says: `if ${source}`, kind: "if" } : { says: `unless ${source}`, kind: "unless" };
}

function sizeOf({ lines }: Box): { width: number; height: number } {
  const columns = Math.max(6, ...lines.map(widthOf));
  return { width: columns * letter + 2 * padding, height: Math.max(1, lines.length) * lineHeight + padding };
}

const round = (value: number): string => String(Math.round(value * 10) / 10);

/** The block in which the innermost statement around the place begins. */
function blockAt({ flow: { statements, root }, at }: PlacedFlow): Block | undefined {
  let [best, block]: [Node, Block | undefined] = [root, undefined];
  for (const [statement, begun] of statements) {
    if (statement.start > at || statement.end < at || statement.end - statement.start > best.end - best.start) continue;
    [best, block] = [statement, begun];
  }
  return block;
}

function boxDrawing({ x, y, width, height, lines, kind }: Box & Area, isLit: boolean): string {
  const [left, top] = [x - width / 2, y - height / 2];
  const rows = lines.map((line, index) => {
    const at = `x="${round(left + padding)}" y="${round(top + padding / 2 + (index + 0.72) * lineHeight)}"`;
    const [, number = "", rest = line] = /^( *\d+ )(.*)$/.exec(line) ?? [];
    return `<text class="${kind}" ${at}><tspan class="number">${number}</tspan>${escaped(rest)}</text>`;
  });
  return `<g${isLit ? ' class="lit"' : ""}><rect class="${kind}" x="${round(left)}" y="${round(top)}" width="${round(width)}" height="${round(height)}" rx="6"/>${rows.join("")}</g>`;
}

function edgeDrawing({ points, says, kind, x, y, width }: Label & Way): string {
  const [first, ...rest] = points;
  // Through the middles of the pieces, so that corners are round.
  const pieces = rest.map((point, index) => {
    const next = rest[index + 1];
    if (next === undefined) return rest.length === 1 ? `L${round(point.x)} ${round(point.y)}` : "";
    const isLast = index === rest.length - 2;
    const [middleX, middleY] = isLast ? [next.x, next.y] : [(point.x + next.x) / 2, (point.y + next.y) / 2];
    return `Q${round(point.x)} ${round(point.y)} ${round(middleX)} ${round(middleY)}`;
  });
  const way = `<path class="way ${kind}" d="M${round(first!.x)} ${round(first!.y)}${pieces.join("")}"/>`;
  if (says === "") return way;
  return `${way}<g class="says ${kind}"><rect x="${round(x - width / 2 - 2)}" y="${round(y - lineHeight / 2)}" width="${round(width + 4)}" height="${lineHeight}"/><text x="${round(x - width / 2)}" y="${round(y + 4)}">${escaped(says)}</text></g>`;
}

const escaped = (text: string): string =>
  visibleText(text).replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
