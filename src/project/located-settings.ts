/** Settings with what they say of files on disk looked up, as each language does it. */
import type { Language } from "../languages/language.js";
import type { Located } from "../languages/settings.js";
import type { ProjectFiles } from "../model/links.js";
import type { CheckedSettings } from "../settings/check.js";
import type { SettingsIssue, SettingsPath } from "../settings/issue.js";
import type { SettingsPart } from "../settings/schema.js";
import type { MayRead } from "./discover.js";
import { modulesOnDisk, native, plain } from "./disk-files.js";

export interface LocatedSettings {
  readonly checked: CheckedSettings;
  /** What the files show to be wrong. */
  readonly issues: readonly SettingsIssue[];
  /** The files that were read, also those that are not there yet. */
  readonly read: readonly string[];
  /** Files that nothing is told of. */
  readonly left: ReadonlySet<string>;
}

/** Looks up what the settings of a folder say of files. */
export function locatedSettings(
  checked: CheckedSettings,
  folder: string,
  languages: readonly Language[],
  mayRead?: MayRead,
): LocatedSettings {
  const issues: SettingsIssue[] = [];
  const read: string[] = [];
  const left = new Set<string>();
  let files: ProjectFiles | undefined;
  const take = (located: Located, at: SettingsPath | undefined): void => {
    read.push(...located.read.map(native));
    for (const file of located.left) left.add(native(file));
    // What kits say wrongly is for who writes them.
    if (at === undefined) return;
    for (const { path: inside, message, instead } of located.faults) {
      const where = [...at, ...inside];
      const remedies = instead === undefined
        ? []
        : [{ title: `Change to \`${instead}\``, path: where, value: instead }];
      issues.push({ code: "wrong-value", path: where, message, remedies });
    }
  };
  const locate = <Part extends SettingsPart>(part: Part, at: SettingsPath | undefined): Part => {
    const said = Object.entries(part.languages ?? {}).flatMap(([id, own]) => {
      const look = languages.find((language) => language.id === id)?.settings.located;
      if (own === undefined || look === undefined) return [];
      files ??= modulesOnDisk(mayRead).access;
      const located = look(own, plain(folder), files);
      take(located, at && [...at, "languages", id]);
      return [[id, located.part] as const];
    });
    return said.length === 0 ? part : { ...part, languages: { ...part.languages, ...Object.fromEntries(said) } };
  };
  const { settings, kits } = checked;
  const own = locate(settings, []);
  const zones = settings.zones?.map((zone, index) => locate(zone, ["zones", index]));
  const profiles = Object
    .entries(settings.profiles ?? {})
    .map(
      ([name, profile]) => [name, locate(profile, ["profiles", name])] as const,
    );
  return {
    checked: {
      ...checked,
      settings: {
        ...own,
        ...(zones && { zones }),
        ...(settings.profiles && { profiles: Object.fromEntries(profiles) }),
      },
      kits: new Map(
        [...kits].map(([list, layers]) => [
          list,
          layers.map((layer) => ({ ...layer, settings: locate(layer.settings, undefined) })),
        ]),
      ),
    },
    issues,
    read,
    left,
  };
}

/** What settings of an editor say of files: they lie in no folder from which these could be looked for. */
export function placelessIssues(
  { languages: parts = {} }: SettingsPart,
  languages: readonly Language[],
): SettingsIssue[] {
  return languages.flatMap(({ id, settings: { located } }) => {
    const part = parts[id];
    if (part === undefined || located === undefined) return [];
    return located(part, "/", modulesOnDisk(() => false).access).faults.map(({ path }): SettingsIssue => ({
      code: "wrong-value",
      path: ["languages", id, ...path],
      message: "this goes by files, which are looked for from the folder of a settings file: say it in one",
    }));
  });
}
