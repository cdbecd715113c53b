/** What is wrong at a place and why, what a hush comment names, and what stands in a settings file. */
import type { Hover, HoverParams } from "vscode-languageserver-protocol";
import type { LineStrain } from "../../engine/strains.js";
import { ruleOf } from "../../languages/index.js";
import { hoverReason, shortPage } from "../../report/rule-page.js";
import type { Rule } from "../../rules/rule.js";
import { heavyFunction } from "../../rules/strain/heavy-function.js";
import type { Span } from "../../text/edit.js";
import { hushAt } from "../hush-comment.js";
import type { Place } from "../place.js";
import type { Feature, Session } from "../session.js";
import { openSettings, settingsHover } from "../settings-file.js";

/** Alerts at one place that a hover tells of. */
const mostTold = 3;

/** Lines that a hover tells of, which add to the strain of a function. */
const mostLines = 8;

export function hoverFeature(session: Session): Feature {
  return {
    capabilities: () => ({ hoverProvider: true }),
    requests: {
      "textDocument/hover": ({ textDocument: { uri }, position }: HoverParams): Hover | null => {
        const open = openSettings(session, uri);
        if (open !== undefined) {
          return forClient(
            settingsHover(open.settings, position, open.place, (rule) => session.rulePage(rule)),
            session,
          );
        }
        const place = session.documents.place(uri);
        if (place === undefined) return null;
        const offset = place.offset(position);
        return forClient(hushHover(session, place, offset) ?? alertHover(session, place, offset), session);
      },
    },
  };
}

function alertHover(session: Session, place: Place, offset: number): Hover | null {
  const alerts = session.documents.known(place).filter(({ from, to }) => from <= offset && offset <= to);
  const [first] = alerts;
  if (first === undefined) return null;
  const parts = alerts.slice(0, mostTold).map(({ rule: id, message, level, ownLevel, from, to }) => {
    const rule = ruleFor(session, place, id);
    const reason = rule === undefined ? "" : `\n\n${hoverReason(rule, session.rulePage(id))}`;
    // Our extension's editor shows the messages of its marks itself.
    const said = session.client.isExtension ? "" : `**${message}**  \n`;
    const lines = id === heavyFunction.id ? strainByLine(session, place, { from, to }) : "";
    return `${said}${ownLevel ?? level} · \`${id}\`${lines}${reason}`;
  });
  if (alerts.length > mostTold) parts.push(`${alerts.length - mostTold} more here`);
  return { contents: { kind: "markdown", value: parts.join("\n\n---\n\n") }, range: place.range(first.from, first.to) };
}

/** The lines that add most to the strain of a function, in the order of the text. */
function strainByLine({ workspace }: Session, { home, text }: Place, label: Span): string {
  const sum = ({ branches, nesting }: LineStrain): number => branches + nesting;
  const all = workspace.strainLines(home, label);
  const heaviest = [...all].sort((a, b) => sum(b) - sum(a)).slice(0, mostLines);
  const rows = all.filter((line) => heaviest.includes(line)).map((line) => {
    const number = text.lines.lineAt(line.at);
    const code = text.slice(line.at, line.at + 200).split(/[\n\r]/, 1)[0]!.trimEnd();
    const shown = code.length > 50 ? `${code.slice(0, 49)}…` : code;
    return `- ${sum(line)} in line ${number + 1}: \`${shown.replaceAll("`", "'")}\``;
  });
  const rest = all.length - rows.length;
  return `\n\n${[...rows, ...(rest > 0 ? [`- and less in ${rest} more`] : [])].join("\n")}`;
}

/** The rule that a hush comment names at a place. */
function hushHover(session: Session, place: Place, offset: number): Hover | undefined {
  const named = hushAt(session, place, offset)?.names.find(({ from, to }) => from <= offset && offset <= to);
  const rule = named && ruleFor(session, place, named.name);
  if (named === undefined || rule === undefined) return undefined;
  return {
    contents: { kind: "markdown", value: shortPage(rule, session.rulePage(rule.id)) },
    range: place.range(named.from, named.to),
  };
}

/** A rule by its id, also one of a pack, as it is in the language of a document. */
function ruleFor({ documents, languages }: Session, { home }: Place, id: string): Rule | undefined {
  const { settings } = documents.settingsOf(home);
  const rule = ("active" in settings ? settings.active.find((one) => one.rule.id === id)?.rule : undefined) ??
    ruleOf(id);
  const language = languages.find(({ extensions }) => extensions.some((extension) => home.endsWith(extension)));
  return (language && rule?.in?.[language.id]) ?? rule;
}

/** Clients that show no Markdown get the same words without its marks. */
function forClient(hover: Hover | null, { client }: Session): Hover | null {
  if (hover === null || client.markdown) return hover;
  const { value } = hover.contents as { value: string };
  return {
    ...hover,
    contents: {
      kind: "plaintext",
      value: value.replaceAll(/\*\*|`{1,3}(?:\w+\n)?/g, "").replaceAll(/\[([^\]\n]+)\]\((\S+)\)/g, "$1: $2"),
    },
  };
}
