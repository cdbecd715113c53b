/** The rules there are in a project: those that come with the package, and those of its patterns and packs. */
import { rules } from "../languages/index.js";
import { nearest } from "../model/spelling.js";
import { settingsOf } from "../project/visit.js";
import { areaOf, type Rule } from "../rules/rule.js";

/** All rules in force where the command was called. */
export async function knownRules(folder = process.cwd()): Promise<readonly Rule[]> {
  const settings = settingsOf({});
  const file = settings.fileFor(folder);
  if (file === undefined) return rules;
  await settings.loadPacks(file);
  return settings.source(file).checked.rules;
}

/** Why a name is that of no rule (or area, where those will do), with what may be meant; nothing where it is one. */
export function unknownName(name: string, known: readonly Rule[], mayBeArea: boolean): string | undefined {
  const ids = known.map(({ id }) => id);
  const areas = [...new Set(ids.map(areaOf))];
  if (ids.includes(name) || (mayBeArea && areas.includes(name.replace(/\.\*$/, "")))) return undefined;
  // The words of an id alone are often what somebody remembers.
  const withoutArea = ids.filter((id) => id.endsWith(`.${name}`));
  const shorter = new Map(ids.map((id) => [id.slice(id.indexOf(".") + 1), id]));
  const near = withoutArea[0] ??
    nearest(name, mayBeArea ? [...ids, ...areas] : ids)[0] ??
    shorter.get(nearest(name, shorter.keys())[0] ?? "");
  const what = mayBeArea ? "rule or area" : "rule";
  return `there is no ${what} \`${name}\`${near === undefined ? ": `alert-quill rules` lists them" : `: did you mean \`${near}\`?`}`;
}

/** What is wrong with names that are given for rules or areas; nothing where all are there. */
export async function faultOfNames(names: readonly string[] | undefined): Promise<string | undefined> {
  if (names === undefined) return undefined;
  const known = await knownRules();
  return names.map((name) => unknownName(name, known, true)).find((fault) => fault !== undefined);
}
