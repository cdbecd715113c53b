/** What is wrong at a place and why, for the editor's hover. */
import type { Hover, Position } from "vscode-languageserver-protocol";
import type { Workspace } from "../engine/workspace.js";
import { shortPage } from "../report/rule-page.js";
import { ruleOf } from "../rules/index.js";
import type { Rule } from "../rules/rule.js";
import { offsetAt, rangeOf, type PositionEncoding } from "../text/position.js";

export interface HoverContext {
  readonly workspace: Workspace;
  readonly encoding: PositionEncoding;
  readonly rulePage: (rule: string) => string | undefined;
  /** Rules that are not the package's own. */
  readonly rules: readonly Rule[];
}

export function alertHover(uri: string, position: Position, { workspace, encoding, rulePage, rules }: HoverContext): Hover | null {
  const text = workspace.text(uri);
  const offset = offsetAt(text, position, encoding);
  const alerts = workspace.alerts(uri).filter(({ from, to }) => from <= offset && offset <= to);
  const [first] = alerts;
  if (first === undefined) return null;
  const parts = alerts.map(({ rule: id, message, level, ownLevel }) => {
    const rule = rules.find((one) => one.id === id) ?? ruleOf(id);
    const page = rule === undefined ? "" : `\n\n${shortPage(rule, rulePage(id))}`;
    return `**${message}**  \n${ownLevel ?? level} · \`${id}\`${page}`;
  });
  return { contents: { kind: "markdown", value: parts.join("\n\n---\n\n") }, range: rangeOf(text, first.from, first.to, encoding) };
}
