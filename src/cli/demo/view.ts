/** Draws what an editor would show, as plain lines of text. */
import type { Diagnostic } from "vscode-languageserver-protocol";
import { excerpt, type Note } from "../../report/excerpt.js";
import { counted } from "../../report/model.js";
import type { Palette } from "../../report/palette.js";
import { levels, type AlertLevel } from "../../rules/rule.js";
import { offsetAt } from "../../text/position.js";
import type { Text } from "../../text/text.js";

const width = 98;

function levelOf(diagnostic: Diagnostic): AlertLevel {
  return levels[(diagnostic.severity ?? 1) - 1]!;
}

/** The lines `[first, last]` of a document in a frame, each diagnostic marked below its line. */
export function editorView(
  title: string,
  text: Text,
  diagnostics: readonly Diagnostic[],
  first: number,
  last: number,
  colours: Palette,
): string {
  const status = levels
    .map((level) => ({ level, count: diagnostics.filter((one) => levelOf(one) === level).length }))
    .filter(({ count }) => count > 0)
    .map(({ level, count }) => counted(count, level))
    .join(", ") ||
    "no alerts";
  const painted = diagnostics.length === 0
    ? colours.good(`✓ ${status}`)
    : colours.level[levelOf(diagnostics[0]!)](`● ${status}`);
  const rule = "─".repeat(Math.max(2, width - title.length - status.length - 8));
  const lines = [
    colours.faint("  ╭─ ") + colours.strong(title) + colours.faint(` ${rule} `) + painted + colours.faint(" ╮"),
  ];
  const notes = diagnostics.map((diagnostic): Note => ({
    from: offsetAt(text, diagnostic.range.start),
    to: offsetAt(text, diagnostic.range.end),
    paint: colours.level[levelOf(diagnostic)],
    says: [String(diagnostic.message), `${levelOf(diagnostic)} · ${diagnostic.code}`],
  }));
  const drawn = excerpt(text, Math.max(0, first), last, notes, { width: width - 4, colours });
  lines.push(...drawn.map((line) => `${colours.faint("  │")}${line}`));
  lines.push(colours.faint(`  ╰${"─".repeat(width - 1)}╯`));
  return `${lines.join("\n")}\n`;
}

/** A menu of titles with one of them chosen. */
export function menu(titles: readonly string[], chosen: number, colours: Palette): string {
  return titles
    .map((title, index) => `        ${index === chosen ? colours.strong(`▸ ${title}`) : colours.faint(`  ${title}`)}\n`)
    .join("");
}
