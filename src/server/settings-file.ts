/** A settings file in the editor: alerts while it is typed, remedies, completion and hover. */
import { getLocation } from "jsonc-parser";
import type {
  CodeAction,
  CodeActionParams,
  CompletionItem,
  Diagnostic,
  Hover,
  MarkupContent,
  Position,
} from "vscode-languageserver-protocol";
import { z } from "zod";
import { settingsAlert } from "../engine/settings-alert.js";
import type { Language } from "../languages/language.js";
import { optionsOf, shortPage } from "../report/rule-page.js";
import { areaOf, levels, type Rule } from "../rules/rule.js";
import { keysAt, meaningAt } from "../settings/check.js";
import type { SettingsPath } from "../settings/issue.js";
import { kitNames } from "../settings/kits.js";
import { toDiagnostic, type DiagnosticContext } from "./diagnostics.js";
import type { SettingsText } from "./host.js";
import { Place } from "./place.js";
import type { Session } from "./session.js";
import { valuesAt } from "./settings-values.js";
import { joined } from "./workspace-edit.js";

/** A settings file that is open, with what is in it; `undefined` for other documents. */
export function openSettings(
  { documents, host, client }: Session,
  uri: string,
): { settings: SettingsText; place: Place } | undefined {
  const open = documents.settingsFiles.get(uri);
  if (open === undefined) return undefined;
  return {
    settings: host.readSettings(uri, open.text.value),
    place: new Place(uri, uri, open.version, open.text, 0, client.encoding),
  };
}

/** What a key of the settings means. */
function meaningOf(key: string, path: SettingsPath, languages: readonly Language[]): string | undefined {
  const named = path.at(-1) === "languages" ? languages.find(({ id }) => id === key) : undefined;
  if (named !== undefined) return `What holds for files whose names end in ${named.extensions.join(", ")}.`;
  return meaningAt([...path, key], languages);
}

export function settingsDiagnostics(settings: SettingsText, place: Place, context: DiagnosticContext): Diagnostic[] {
  return settings.issues.map((issue) => toDiagnostic(settingsAlert(issue, settings.document), place, context));
}

export function settingsActions(
  settings: SettingsText,
  params: CodeActionParams,
  open: Place,
  context: DiagnosticContext & Pick<Session, "client">,
): CodeAction[] {
  const { from, to } = open.span(params.range);
  const diagnostics = settingsDiagnostics(settings, open, context);
  return settings.issues.flatMap((issue, index) => {
    const place = settingsAlert(issue, settings.document);
    if (place.from > to || place.to < from) return [];
    return (issue.remedies ?? []).map((remedy, at): CodeAction => {
      const edits = open.edits(settings.document.editsFor(remedy));
      return {
        title: remedy.title,
        kind: "quickfix",
        diagnostics: [diagnostics[index]!],
        isPreferred: at === 0,
        edit: joined([{ uri: open.uri, version: open.version, edits }], context.client),
      };
    });
  });
}

/** The options of a rule, as documentation shows them. */
const optionPages = (rule: Rule): ReturnType<typeof optionsOf> =>
  optionsOf(rule, ({ options }) => z.toJSONSchema(options!, { io: "input", unrepresentable: "any" }));

interface Offer {
  readonly label: string;
  readonly detail?: string;
  readonly documentation?: string;
  /** What is written, where that is not the label. */
  readonly value?: unknown;
}

/** The rule that a rule of one's own is like, whose options are at a path. */
function likeAt([, name]: SettingsPath, { value }: SettingsText["document"]): string | undefined {
  return (value as { ownRules?: Record<string, { like?: string }> } | undefined)?.ownRules?.[String(name)]?.like;
}

/** What can stand at a place in the settings. */
function offersAt(
  path: SettingsPath,
  isKey: boolean,
  { rules, languages, document }: SettingsText,
  ownLevels: readonly string[],
): Offer[] {
  const parent = path.at(-2);
  const holder = isKey ? path.slice(0, -1) : path;
  const key = isKey ? holder.at(-1) : parent;
  const ruleOffers = (): Offer[] => rules.map(({ id, title }) => ({ label: id, detail: title }));
  if (isKey) {
    if (key === "levels") {
      return [
        ...ruleOffers(),
        ...[...new Set(rules.map(({ id }) => areaOf(id)))].map((area) => ({
          label: `${area}.*`,
          detail: `all rules of the area ${area}`,
        })),
      ];
    }
    if (key === "tune") {
      return ruleOffers().filter(({ label }) => rules.some(({ id, options }) => id === label && options !== undefined));
    }
    if (holder.at(-2) === "tune" || (holder[0] === "ownRules" && key === "options")) {
      const id = holder[0] === "ownRules" ? likeAt(holder, document) : key;
      const rule = rules.find((one) => one.id === id);
      return rule === undefined
        ? []
        : optionPages(rule).map(({ name, values, standard, effect }) => ({
          label: name,
          detail: `${values}, default ${standard}`,
          documentation: effect,
        }));
    }
    return keysAt(holder, languages).map((label) => {
      const documentation = meaningOf(label, holder, languages);
      return { label, ...(documentation !== undefined && { documentation }) };
    });
  }
  if (parent === "levels" || (path[0] === "patterns" && path.at(-1) === "level")) {
    return [...levels, "off", ...ownLevels].map((label) => ({ label }));
  }
  if (path[0] === "ownRules" && path.at(-1) === "level") return [...levels, ...ownLevels].map((label) => ({ label }));
  if (path[0] === "ownRules" && path.at(-1) === "like") return ruleOffers();
  if (parent === "kits") return kitNames.map((label) => ({ label }));
  if (parent === "also" || parent === "keep") return ruleOffers();
  return valuesAt(path, rules, languages).map((value) => ({ label: String(value), value }));
}

/** The text in quotes around an offset, with its quotes as far as they are there; where there is none, the word there. */
function wordAround(source: string, offset: number): { readonly from: number; readonly to: number } {
  const line = source.lastIndexOf("\n", offset - 1) + 1;
  let opened = -1;
  for (let at = line; at < offset; at += 1) {
    const unit = source[at];
    if (opened < 0 && unit === "/" && source[at + 1] === "/") break;
    if (opened >= 0 && unit === "\\") at += 1;
    else if (unit === '"') opened = opened < 0 ? at : -1;
  }
  if (opened < 0) {
    const word = /[\w.*-]*$/.exec(source.slice(line, offset))![0];
    return { from: offset - word.length, to: offset + /^[\w.*-]*/.exec(source.slice(offset))![0].length };
  }
  const rest = /^[^"\n,:{}[\]]*"|^[\w.*-]*/.exec(source.slice(offset))![0];
  return { from: opened, to: offset + rest.length };
}

export function settingsCompletion(settings: SettingsText, position: Position, place: Place): CompletionItem[] {
  const offset = place.offset(position);
  const source = place.text.value;
  const { path, isAtPropertyKey } = getLocation(source, offset);
  const ownLevels = Object.keys((settings.document.value as { ownLevels?: object } | undefined)?.ownLevels ?? {});
  const word = wordAround(source, offset);
  const range = place.range(word.from, word.to);
  const isQuoted = source[word.from] === '"';
  return offersAt(path, isAtPropertyKey, settings, ownLevels).map(({ label, detail, documentation, value = label }) => {
    const colon = isAtPropertyKey && !/^\s*:/.test(source.slice(word.to)) ? ": " : "";
    return {
      label,
      kind: isAtPropertyKey ? 10 : 12,
      filterText: isQuoted ? JSON.stringify(label) : label,
      textEdit: { range, newText: `${JSON.stringify(value)}${colon}` },
      ...(detail !== undefined && { detail }),
      ...(documentation !== undefined && { documentation }),
    };
  });
}

export function settingsHover(
  settings: SettingsText,
  position: Position,
  place: Place,
  rulePage: (rule: string) => string | undefined,
): Hover | null {
  const offset = place.offset(position);
  const { path, previousNode } = getLocation(place.text.value, offset);
  if (previousNode === undefined || offset > previousNode.offset + previousNode.length) return null;
  const word = String(previousNode.value ?? "");
  const contents = hoverText(word, path, settings, rulePage);
  return contents === undefined
    ? null
    : { contents, range: place.range(previousNode.offset, previousNode.offset + previousNode.length) };
}

function hoverText(
  word: string,
  path: SettingsPath,
  { rules, languages }: SettingsText,
  rulePage: (rule: string) => string | undefined,
): MarkupContent | undefined {
  const rule = rules.find(({ id }) => id === word);
  if (rule !== undefined) return { kind: "markdown", value: shortPage(rule, rulePage(rule.id)) };
  const owner = rules.find(({ id }) => id === path.at(-2));
  const option = owner === undefined ? undefined : optionPages(owner).find(({ name }) => name === word);
  if (option !== undefined) {
    return {
      kind: "markdown",
      value: `**${option.name}**: ${option.effect}\n\n${option.values}; default \`${option.standard}\``,
    };
  }
  if (word.endsWith(".*")) {
    const list = rules.filter(({ id }) => areaOf(id) === word.slice(0, -2));
    return list.length === 0
      ? undefined
      : { kind: "markdown", value: list.map(({ id, title }) => `- \`${id}\`: ${title}`).join("\n") };
  }
  const meaning = meaningOf(word, path.slice(0, -1), languages);
  return meaning === undefined ? undefined : { kind: "markdown", value: meaning };
}
