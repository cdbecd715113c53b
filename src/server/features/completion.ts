/** What can be written in a settings file and in a hush comment. */
import type { CompletionItem, CompletionParams } from "vscode-languageserver-protocol";
import { rules as builtIn } from "../../languages/index.js";
import { areaOf, type Rule } from "../../rules/rule.js";
import { hushAt } from "../hush-comment.js";
import type { Place } from "../place.js";
import type { Feature, Session } from "../session.js";
import { openSettings, settingsCompletion } from "../settings-file.js";

const kinds: readonly (readonly [string, string])[] = [
  ["hush", "silence rules on this line, or in the next statement"],
  ["hush-file", "silence rules in this file"],
  ["hush-from", "silence rules from here on"],
  ["hush-to", "end a stretch in which rules are silenced"],
  ["known", "names that are defined elsewhere"],
];

export function completionFeature(session: Session): Feature {
  return {
    capabilities: () => ({ completionProvider: { triggerCharacters: ['"', ".", " ", ":"] } }),
    requests: {
      "textDocument/completion": ({ textDocument: { uri }, position }: CompletionParams): CompletionItem[] => {
        const open = openSettings(session, uri);
        if (open !== undefined) return settingsCompletion(open.settings, position, open.place);
        const place = session.documents.place(uri);
        return place === undefined ? [] : hushCompletion(session, place, place.offset(position));
      },
    },
  };
}

function hushCompletion(session: Session, place: Place, offset: number): CompletionItem[] {
  const written = hushAt(session, place, offset);
  if (written === undefined) return [];
  const { before } = written;
  const word = /[\w.*-]*$/.exec(before)![0];
  const lead = before.slice(0, before.length - word.length);
  const range = place.range(offset - word.length, offset);
  const offer = (label: string, detail: string, at: number): CompletionItem => ({
    label,
    detail,
    kind: 14,
    sortText: String(at).padStart(4, "0"),
    filterText: label,
    textEdit: { range, newText: label },
  });
  if (lead === "") return kinds.map(([label, detail], index) => offer(label, detail, index));
  if (/^hush(?:-file|-from|-to)?\s+(?:[\w.*-]+\s*,\s*)*$/.test(lead)) {
    return ruleOffers(session, place, offset).map(([label, detail], index) => offer(label, detail, index));
  }
  if (!/^hush(?:-\w+)?\s+\S/.test(lead) || /\bbecause\s/.test(lead)) return [];
  const until: CompletionItem[] = /\buntil\s/.test(lead)
    ? []
    : [offer("until", "a date after which it counts no more, as 2027-03-01", 0)];
  return [...until, offer("because", "the reason", 1)];
}

/** The rules that a comment can name: first those that alert on this line or the next, then all. */
function ruleOffers(session: Session, place: Place, offset: number): [string, string][] {
  const text = session.workspace.text(place.home);
  const { number } = text.lineAt(offset);
  const near = session.documents
    .alerts(place)
    .filter(({ from }) => [number, number + 1].includes(text.lines.lineAt(from)))
    .map(({ rule }) => rule);
  const { settings } = session.documents.settingsOf(place.home);
  const all: readonly Rule[] = [...("active" in settings ? settings.active.map(({ rule }) => rule) : []), ...builtIn];
  const titles = new Map(
    all.filter(({ id, language }) => areaOf(id) !== "syntax" && language === undefined).map(({ id, title }) => [
      id,
      title,
    ]),
  );
  const first = [...new Set(near)].filter((id) => titles.has(id));
  const areas = [...new Set([...titles.keys()].map(areaOf))].sort();
  return [
    ...first.map((id): [string, string] => [id, `alerts here: ${titles.get(id)!}`]),
    ...[...titles].filter(([id]) => !first.includes(id)).sort(([a], [b]) => (a < b ? -1 : 1)),
    ...areas.map((area): [string, string] => [`${area}.*`, `all rules of the area ${area}`]),
  ];
}
