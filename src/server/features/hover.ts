/** What is wrong at a place and why, what a hush comment names, and what stands in a settings file. */
import type { Hover, HoverParams } from "vscode-languageserver-protocol";
import { ruleOf } from "../../languages/index.js";
import { hoverReason, shortPage } from "../../report/rule-page.js";
import type { Rule } from "../../rules/rule.js";
import { hushAt } from "../hush-comment.js";
import type { Place } from "../place.js";
import type { Feature, Session } from "../session.js";
import { openSettings, settingsHover } from "../settings-file.js";

/** Alerts at one place that a hover tells of. */
const mostTold = 3;

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
  const parts = alerts.slice(0, mostTold).map(({ rule: id, message, level, ownLevel }) => {
    const rule = ruleFor(session, place, id);
    const reason = rule === undefined ? "" : `\n\n${hoverReason(rule, session.rulePage(id))}`;
    // Our extension's editor shows the messages of its marks itself.
    const said = session.client.isExtension ? "" : `**${message}**  \n`;
    return `${said}${ownLevel ?? level} · \`${id}\`${reason}`;
  });
  if (alerts.length > mostTold) parts.push(`${alerts.length - mostTold} more here`);
  return { contents: { kind: "markdown", value: parts.join("\n\n---\n\n") }, range: place.range(first.from, first.to) };
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
