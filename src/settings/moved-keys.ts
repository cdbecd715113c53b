/** Keys that stood at the top of a part of the settings once, and are said of a language now. */
import type { Language } from "../languages/language.js";
import { nearest } from "../model/spelling.js";
import type { SettingsIssue, SettingsPath, SettingsRemedy } from "./issue.js";

/** Where each key stands now, below the id of the language. */
const moved: Readonly<Record<string, SettingsPath>> = { language: [], runtime: ["runtime"], known: ["known"] };

/** The same issues; for a key that has moved with its new place, and a remedy that takes it there. Ids of an editor for a language lead to the language. */
export function withMovedKeys(
  issues: readonly SettingsIssue[],
  given: unknown,
  languages: readonly Language[],
): SettingsIssue[] {
  return issues.map((issue) => {
    const { code, path, atKey = false } = issue;
    const written = String(path.at(-1));
    if (code !== "unknown-key" || !atKey) return issue;
    if (path.at(-2) === "languages") return renamed(issue, written, languages);
    const isExact = Object.hasOwn(moved, written);
    const key = isExact ? written : nearest(written, Object.keys(moved))[0];
    if (key === undefined || (!isExact && issue.suggestion !== undefined) || !isPart(path.slice(0, -1))) return issue;
    const target = moved[key]!;
    const takers = languages.filter(
      ({ settings: { shape } }) => (
        target.length > 0 ? key in shape : namesIn(given, path).every((name) => name in shape)
      ),
    );
    const home = (id: string): SettingsPath => [...path.slice(0, -1), "languages", id, ...target];
    const remedies = takers.map(({ id }): SettingsRemedy => ({
      title: `Move to \`languages\` › \`${id}\``,
      path,
      moveTo: home(id),
    }));
    const ids = takers.map(({ id }) => `\`${id}\``);
    const last = ids.pop();
    const place = last === undefined
      ? "`languages`, under the language's name"
      : `\`languages\` › ${ids.length === 0 ? last : `${ids.join(", ")} or ${last}`}`;
    return {
      code,
      path,
      atKey,
      message: isExact
        ? `\`${key}\` is said of a language: it stands in ${place}`
        : `${issue.message}: did you mean \`${key}\`, which stands in ${place}?`,
      remedies: [...remedies, { title: `Take \`${written}\` out`, path, remove: true }],
    };
  });
}

/** A language that is named as an editor does. */
function renamed(issue: SettingsIssue, key: string, languages: readonly Language[]): SettingsIssue {
  const language = languages.find(({ languageIds }) => languageIds.includes(key));
  if (language === undefined) return { ...issue, message: issue.message.replace("no setting", "no language") };
  const { id } = language;
  return {
    ...issue,
    message: `what is said of \`${key}\` stands under \`${id}\``,
    suggestion: id,
    remedies: [{ title: `Change to \`${id}\``, path: issue.path, rename: id }, ...(issue.remedies ?? []).slice(-1)],
  };
}

/** Whether a path leads to the whole, a zone or a profile. */
function isPart(path: SettingsPath): boolean {
  return path.length === 0 || (path.length === 2 && (path[0] === "zones" || path[0] === "profiles"));
}

function namesIn(given: unknown, path: SettingsPath): string[] {
  const value = path.reduce<unknown>((inner, key) => (inner as Record<PropertyKey, unknown> | undefined)?.[key], given);
  return typeof value === "object" && value !== null ? Object.keys(value) : [];
}
