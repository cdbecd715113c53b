/** Rules made of patterns. */
import type { PatternText } from "../../../../rules/patterns.js";
import { levels, type AlertLevel, type FileView, type RemedyOffer, type Rule } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { SourceText } from "../../../../text/text.js";
import { compilePattern, fill, type CompiledPattern } from "./compile.js";
import { matchPattern, startsAt, type Holes } from "./match.js";
import { losesOptional, matchesBelow, matchesIn, rewritten } from "./rewrite.js";

/** The rewrite of a match, unless it would be found again, or leaves out a `?.`. */
function rewrites(compiled: CompiledPattern, node: Node, holes: Holes, text: SourceText): RemedyOffer[] {
  if (compiled.rewrite === undefined || losesOptional(node, holes)) return [];
  const { edits, code } = rewritten(compiled.rewrite, node, holes, text);
  if (matchesIn(code, compiled) > matchesBelow(node, compiled, text)) return [];
  return [{ title: `Rewrite as \`${short(code)}\``, certainty: "proposed", edits }];
}

/** The rule of a pattern; it is on wherever the settings hold it. Throws a `PatternError` where it cannot be used. */
export function patternRule(name: string, pattern: PatternText): Rule {
  const compiled = compilePattern(pattern);
  const { message, level = "warning", why = message, mark } = pattern;
  const visit = (node: Node, { text, facts, alert }: FileView): void => {
    const textOf = (nodes: readonly Node[]): string => (
      nodes.length === 0 ? "" : text.slice(nodes[0]!.start, nodes.at(-1)!.end)
    );
    const holes = matchPattern(compiled, node, textOf);
    if (holes === undefined) return;
    const marked = mark === undefined ? [] : (holes.get(mark) ?? []);
    const whole = compiled.anyFunction && /^(?:Function|Arrow)/.test(node.type)
      ? facts.labelOf(node, text)
      : headOf(node, text);
    alert(
      marked.length === 0 ? whole : headOf(marked[0]!, text),
      {
        message: fill(message, (hole) => short(textOf(holes.get(hole) ?? []))),
        remedies: () => rewrites(compiled, node, holes, text),
      },
    );
  };
  return {
    id: `pattern.${name}`,
    title: message,
    why,
    level: (levels as readonly string[]).includes(level) ? (level as AlertLevel) : "warning",
    kits: [],
    languages: ["javascript"],
    byDefault: level,
    examples: { alerts: [], quiet: [] },
    visit: Object.fromEntries(startsAt(compiled).map((type) => [type, visit])),
  };
}

/** What is marked: the node, or its first line where it has several. */
function headOf(node: Node, text: SourceText): { from: number; to: number } | Node {
  const { start } = node;
  const first = text.slice(start, Math.min(node.end, start + 400)).search(/[\r\n]/);
  return first < 0 ? node : { from: start, to: start + text.slice(start, start + first).trimEnd().length };
}

function short(code: string): string {
  const line = code.replaceAll(/\s+/g, " ");
  return line.length > 60 ? `${line.slice(0, 57)}…` : line;
}
