/** The settings of the files of a project: where they come from, and what they come to. */
import { existsSync, readFileSync, realpathSync, statSync } from "node:fs";
import { createRequire } from "node:module";
import { homedir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { languages, rules as builtIn } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { nearest } from "../model/spelling.js";
import { joinRules } from "../rules/joined.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { checkKit, checkSettings, type CheckedSettings, type CheckOptions } from "../settings/check.js";
import { SettingsDocument } from "../settings/document.js";
import type { SettingsIssue } from "../settings/issue.js";
import { kitNames, type FoundKit, type Layer } from "../settings/kits.js";
import { combine, levelsOfNamed, planLayers, type ResolvedSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import { globTest } from "../text/globs.js";
import { compilerSettingsIn, markupPart, type CompilerSettings } from "./compiler-settings.js";
import { locatedSettings, placelessIssues } from "./located-settings.js";
import { findPack, kitFileOf, PackLoader } from "./packs.js";

export const settingsFileName = "alert-quill.jsonc";

/** A settings file that was read, with all that hangs on it. */
export interface SettingsSource {
  readonly file: string;
  readonly document: SettingsDocument;
  readonly checked: CheckedSettings;
  readonly issues: readonly SettingsIssue[];
  /** Its form is broken, and an earlier reading is still in force. */
  readonly isStale: boolean;
  /** Files that it names as those of others: nothing is told of them. */
  readonly left: ReadonlySet<string>;
  /** The files it was made of: itself, kits and packs, also those that are not there yet. */
  readonly parts: readonly string[];
  /** Packs that may not run. */
  readonly waiting: readonly string[];
  /** Whether rules of packs are not known: those packs wait, are being loaded, or cannot be used. */
  readonly lacksPacks: boolean;
}

/** What applies to a file. */
export interface FileSettings {
  readonly resolved: ResolvedSettings;
  readonly layers: readonly Layer[];
  readonly source: SettingsSource | undefined;
  /** Files of others that were read for it: the compiler's settings. */
  readonly beside: readonly string[];
}

/** What leaves a file out: a glob among what is skipped, or that it is named as one of others. */
export type SkippedBy =
  | { readonly file: string; readonly glob: string; readonly foreign?: never }
  | { readonly file: string; readonly foreign: string; readonly glob?: never };

/** What leaves a file out, in words. */
export function whySkipped({ file, glob, foreign }: SkippedBy, shown: (target: string) => string): string {
  return glob === undefined
    ? `${shown(file)} names \`${foreign}\` as foreign: its names count, and nothing is told of it`
    : `${shown(file)} skips \`${glob}\``;
}

/** What an editor is set to, and whether settings files count beside it. */
export interface EditorChoice {
  readonly settings?: Settings;
  readonly settingsFile: "merge" | "only";
}

export interface ProjectSettingsOptions {
  readonly profile?: string;
  /** Rules and areas that are named for one run: they are on, whatever settings say; of an area all where none is. */
  readonly named?: readonly string[];
  /** A settings file that counts for all files, instead of the nearest of each. */
  readonly file?: string;
  readonly editor?: EditorChoice;
  /** What the editor is set to for some folders, by their paths; of several around a file the innermost counts. */
  readonly editorIn?: ReadonlyMap<string, EditorChoice>;
  /** Whether a settings file may be read in a folder; without it in any. */
  readonly mayRead?: (folder: string) => boolean;
  /** Whether the packs that a settings file names may run; without it all may. */
  readonly mayRun?: (settingsFile: string) => boolean;
  /** Milliseconds in which a pack must have been loaded; without it there is no limit. */
  readonly mostLoadTime?: number;
  /** Languages beside those that come with the package. */
  readonly languages?: readonly Language[];
  /** Settings files as they are being typed, by path: what they say counts before it is saved. */
  readonly open?: ReadonlyMap<string, string>;
}

/** Where a user's own settings lie, which count where no project has some. */
export function userSettingsFile(): string {
  const folder = process.env["XDG_CONFIG_HOME"] ||
    (process.platform === "win32" && process.env["APPDATA"]) ||
    path.join(homedir(), ".config");
  return path.join(folder, "alert-quill", "settings.jsonc");
}

export class ProjectSettings {
  private options: ProjectSettingsOptions;
  private readonly nearest = new Map<string, string | undefined>();
  private readonly compilers = new Map<string, CompilerSettings | undefined>();
  private readonly sources = new Map<string, SettingsSource>();
  private readonly lastGood = new Map<string, unknown>();
  private readonly packs: PackLoader;
  private readonly builtIn: readonly Rule[];
  private readonly languages: readonly Language[];
  private readonly resolved = new Map<string, ResolvedSettings>();
  private readonly inFolders = new Map<string, FileSettings>();
  private readonly editorChecked = new Map<EditorChoice, CheckedSettings>();

  constructor(options: ProjectSettingsOptions = {}) {
    this.options = options;
    this.packs = new PackLoader(options.mostLoadTime);
    const { languages: more = [] } = options;
    this.languages = more.length === 0 ? languages : [...languages, ...more];
    this.builtIn = joinRules([...builtIn, ...more.flatMap(({ rules }) => rules)]);
  }

  /** Takes other options; nothing read before is kept. */
  configure(options: ProjectSettingsOptions): void {
    this.options = { ...this.options, ...options };
    this.forget();
  }

  /** Forgets what was read, so that it is read anew when it is asked for. The last good reading of each file stays for the time when it is broken. */
  forget(): void {
    this.nearest.clear();
    this.compilers.clear();
    this.sources.clear();
    this.resolved.clear();
    this.inFolders.clear();
    this.editorChecked.clear();
  }

  /** The settings file that is in force for a folder: the nearest upward, or else the user's own. */
  fileFor(folder: string): string | undefined {
    if (this.options.file !== undefined) return this.options.file;
    if (this.nearest.has(folder)) return this.nearest.get(folder);
    const file = path.join(folder, settingsFileName);
    const parent = path.dirname(folder);
    const own = userSettingsFile();
    const isOwn = this.options.open?.has(own) === true || isFile(own);
    const found = this.isThere(file) ? file : parent !== folder ? this.fileFor(parent) : isOwn ? own : undefined;
    this.nearest.set(folder, found);
    return found;
  }

  private isThere(file: string): boolean {
    const { mayRead, open } = this.options;
    if (mayRead === undefined) return isFile(file);
    if (open?.has(file) === true) return mayRead(path.dirname(file));
    // What a link leads to lies where it leads.
    return mayRead(path.dirname(file)) && isFile(file) && mayRead(path.dirname(realpathSync(file)));
  }

  /** What applies to a file. Where no zones are, it is the same for all files of a folder. */
  forFile(file: string): FileSettings {
    const folder = path.dirname(file);
    const kept = this.inFolders.get(folder);
    if (kept !== undefined) return kept;
    const made = this.judge(file);
    if ((made.source?.checked.settings.zones ?? []).length === 0) this.inFolders.set(folder, made);
    return made;
  }

  private judge(file: string): FileSettings {
    const editor = this.editorOf(file);
    const isAlone = editor?.choice.settingsFile === "only" && editor.choice.settings !== undefined;
    const settingsFile = isAlone ? undefined : this.fileFor(path.dirname(file));
    const source = settingsFile === undefined ? undefined : this.source(settingsFile);
    const { profile } = this.options;
    const relative = source === undefined ? undefined : below(path.dirname(source.file), file);
    const rules = source?.checked.rules ?? this.builtIn;
    const compiler = this.compilerFor(path.dirname(file));
    const layers = [
      ...(
        compiler === undefined || compiler.markup.length === 0
          ? []
          : [{ name: compiler.file, settings: markupPart(compiler) }]
      ),
      ...planLayers(source?.checked ?? emptySettings, {
        ...(relative !== undefined && { path: relative }),
        ...(profile !== undefined && { profile }),
        name: source?.file ?? "nothing but the standard",
      }),
      ...this.editorLayers(editor, rules, source !== undefined),
    ];
    // Files to which the same layers apply share what they come to.
    const key = `${source?.file ?? ""}\n${layers.map(({ name }) => name).join("\n")}`;
    let resolved = this.resolved.get(key);
    if (resolved === undefined) {
      const resolve = (all: readonly Layer[]): ResolvedSettings =>
        combine(all, rules, source?.checked.settings.ownLevels, source?.lacksPacks);
      resolved = resolve(layers);
      const levels = levelsOfNamed(this.options.named ?? [], resolved, rules);
      if (Object.keys(levels).length > 0) {
        resolved = resolve([...layers, { name: "what was named for this run", settings: { levels } }]);
      }
      this.resolved.set(key, resolved);
    }
    return { resolved, layers, source, beside: compiler?.files ?? [] };
  }

  /** The compiler's settings that are nearest upward from a folder. */
  private compilerFor(folder: string): CompilerSettings | undefined {
    if (!this.compilers.has(folder)) {
      const parent = path.dirname(folder);
      const own = this.options.mayRead?.(folder) === false ? undefined : compilerSettingsIn(folder);
      this.compilers.set(folder, own ?? (parent === folder ? undefined : this.compilerFor(parent)));
    }
    return this.compilers.get(folder);
  }

  /** What the editor is set to for a file, and how that is called. */
  private editorOf(file: string): { readonly choice: EditorChoice; readonly name: string } | undefined {
    const { editor, editorIn = new Map<string, EditorChoice>() } = this.options;
    const [folder] = [...editorIn.keys()]
      .filter((one) => below(one, file) !== undefined)
      .sort((a, b) => b.length - a.length);
    if (folder !== undefined) return { choice: editorIn.get(folder)!, name: `the editor, for ${folder}` };
    return editor && { choice: editor, name: "the editor" };
  }

  private editorLayers(
    editor: ReturnType<ProjectSettings["editorOf"]>,
    rules: readonly Rule[],
    behindFile: boolean,
  ): Layer[] {
    if (editor?.choice.settings === undefined) return [];
    const { choice, name } = editor;
    const checked = this.editorChecked.get(choice) ?? this.check(choice.settings, { rules });
    this.editorChecked.set(choice, checked);
    const layers = planLayers(checked, { name });
    // Beside a settings file an editor that names no kits adds none.
    return behindFile && choice.settings!.kits === undefined
      ? layers.filter(({ builtIn: kit }) => kit === undefined)
      : layers;
  }

  /** What is wrong with the settings of the editor. */
  get editorIssues(): readonly SettingsIssue[] {
    const { editor, editorIn } = this.options;
    return [editor, ...(editorIn?.values() ?? [])].flatMap(
      (choice) => (
        choice?.settings === undefined
          ? []
          : [...this.check(choice.settings).issues, ...placelessIssues(choice.settings, this.languages)]
      ),
    );
  }

  /** A settings file as it is now. */
  source(file: string): SettingsSource {
    let source = this.sources.get(file);
    if (source === undefined) this.sources.set(file, (source = this.read(file)));
    return source;
  }

  /** All settings files that were read. */
  get known(): readonly SettingsSource[] {
    return [...this.sources.values()];
  }

  /** Loads the packs of a settings file that are not loaded yet or have changed; tells whether there were any. */
  async loadPacks(file: string): Promise<boolean> {
    const before = this.source(file);
    const folder = path.dirname(file);
    if (this.options.mayRun?.(file) === false) return false;
    let changed = false;
    for (const { name, from } of packsOf(before.checked, folder)) {
      const found = findPack(name, from);
      if ("failed" in found) continue;
      const known = this.packs.known(found.file);
      if ((await this.packs.load(found.file)) !== known) changed = true;
    }
    if (changed) {
      this.sources.delete(file);
      this.resolved.clear();
      this.inFolders.clear();
    }
    return changed;
  }

  /** Whether the settings leave `file` out, and where they say so. The file nearest to `start`, where somebody began to look, and those between count. */
  skippedBy(file: string, start: string): SkippedBy | undefined {
    const top = this.fileFor(start);
    for (let settingsFile = this.fileFor(path.dirname(file)); settingsFile !== undefined; ) {
      const folder = path.dirname(settingsFile);
      const { checked, left } = this.source(settingsFile);
      const skip = checked.settings.skip ?? [];
      const relative = skip.length === 0 && left.size === 0 ? undefined : below(folder, file);
      if (left.has(file)) return { file: settingsFile, foreign: relative ?? file };
      if (relative !== undefined && globTest(skip)(relative)) {
        return { file: settingsFile, glob: skip.find((one) => globTest([one])(relative))! };
      }
      const parent = path.dirname(folder);
      if (settingsFile === top || parent === folder || settingsFile === userSettingsFile()) return undefined;
      settingsFile = this.fileFor(parent);
    }
    return undefined;
  }

  /** What a settings file would be with a text that is not saved yet. Nothing of it counts. */
  checkText(file: string, text: string): SettingsSource {
    return this.make(file, new SettingsDocument(text), false);
  }

  private check(value: unknown, options: Partial<CheckOptions> = {}): CheckedSettings {
    return checkSettings(value, { rules: this.builtIn, languages: this.languages, ...options });
  }

  private read(file: string): SettingsSource {
    const document = new SettingsDocument(this.options.open?.get(file) ?? readFileSync(file, "utf8"));
    if (document.faults.length === 0) this.lastGood.set(file, document.value);
    return this.make(file, document, document.faults.length > 0 && this.lastGood.has(file));
  }

  private make(file: string, document: SettingsDocument, isStale: boolean): SettingsSource {
    const value = isStale ? this.lastGood.get(file) : document.value;
    const folder = path.dirname(file);
    const kitFiles = new Set<string>();
    const find = (name: string, from: string): FoundKit | { missing: string } =>
      findKit(name, from === file ? folder : path.dirname(from), (one) => kitFiles.add(one), this.languages);
    const first = this.check(value, { find, from: file });
    // The rules of packs must be known before it can be said which rules there are not.
    const rules: Rule[] = [...this.builtIn];
    const mayRun = this.options.mayRun?.(file) !== false;
    const waiting = mayRun ? [] : packsOf(first, folder).map(({ name }) => name);
    const issues: SettingsIssue[] = [];
    const parts = new Set([file, ...kitFiles]);
    for (const { name, from, index, kit } of packsOf(first, folder)) {
      const at = { path: index === undefined ? ["kits"] : ["packs", index] };
      const found = findPack(name, from);
      if ("failed" in found) {
        issues.push({
          code: "missing-pack",
          ...at,
          message:
            `there is no pack \`${name}\`${kit === undefined ? "" : ` (asked for by the ${kit})`}: ${found.failed}`,
        });
        if (/^[./]/.test(name)) parts.add(path.resolve(from, name));
        continue;
      }
      parts.add(found.file);
      const state = mayRun ? this.packs.known(found.file) : undefined;
      if (state === undefined) continue;
      if ("failed" in state) {
        issues.push({ code: "missing-pack", ...at, message: `the pack \`${name}\` cannot be used: ${state.failed}` });
      } else {
        const taken = state.rules.find(({ id }) => rules.some((rule) => rule.id === id));
        if (taken !== undefined) {
          issues.push({
            code: "missing-pack",
            ...at,
            message: `the pack \`${name}\` brings a rule \`${taken.id}\`, which there is already`,
          });
        }
        rules.push(...state.rules.filter(({ id }) => !rules.some((rule) => rule.id === id)));
      }
    }
    // As long as packs are being loaded, unknown rules may turn out to be theirs.
    const isLoading = waiting.length > 0 || packsOf(first, folder).some(({ name, from }) => {
      const found = findPack(name, from);
      return "file" in found && this.packs.known(found.file) === undefined;
    });
    const located = locatedSettings(
      rules.length === this.builtIn.length ? first : this.check(value, { rules, find, from: file }),
      folder,
      this.languages,
      this.options.mayRead,
    );
    const { checked } = located;
    for (const one of located.read) parts.add(one);
    const form = document.faults.map(({ message }): SettingsIssue => ({ code: "broken-file", path: [], message }));
    form.push(
      ...document.repeated.map((at): SettingsIssue => ({
        code: "wrong-value",
        path: at,
        atKey: true,
        message: `\`${at.at(-1)}\` is written again further down, and only that counts`,
      })),
    );
    if (file === userSettingsFile()) form.push(...idleAtHome(checked.settings));
    // Of an area that nobody knows, rules may be those of a pack that cannot be used, which is told.
    const areas = new Set(rules.map(({ id }) => areaOf(id)));
    const mayBeOfPack = ({ code, path: at }: SettingsIssue): boolean =>
      code === "unknown-rule" && (isLoading || (issues.length > 0 && !areas.has(areaOf(String(at.at(-1))))));
    const own = checked.issues.filter((issue) => !mayBeOfPack(issue));
    return {
      file,
      document,
      checked,
      issues: [...form, ...(isStale ? [] : [...own, ...located.issues, ...issues])],
      left: located.left,
      isStale,
      parts: [...parts],
      waiting,
      lacksPacks: isLoading || issues.length > 0,
    };
  }
}

/** What means nothing in a user's own settings, as its globs go by the folder of the file. */
function idleAtHome(settings: Settings): SettingsIssue[] {
  return (["skip", "zones"] as const).filter((key) => settings[key] !== undefined).map((key) => ({
    code: "wrong-value",
    path: [key],
    atKey: true,
    message: `\`${key}\` does nothing in settings of your own: its globs go by the folder of a project's settings file`,
    remedies: [{ title: `Take \`${key}\` out`, path: [key], remove: true }],
  }));
}

const emptySettings: CheckedSettings = { settings: {}, issues: [], rules: [], kits: new Map(), found: [] };

/** Whether a file can be read at a path: no folder, and nothing that never ends. */
function isFile(file: string): boolean {
  try {
    return statSync(file, { throwIfNoEntry: false })?.isFile() === true;
  } catch {
    // A link to itself.
    return false;
  }
}

/** The path of a file from a folder, with `/`; `undefined` where it lies outside. */
function below(folder: string, file: string): string | undefined {
  const relative = path.relative(folder, file).split(path.sep).join("/");
  return relative === "" || relative.startsWith("../") || path.isAbsolute(relative) ? undefined : relative;
}

/** The packs of settings and their kits, each with the folder it is looked for from. */
function packsOf(
  { settings, found }: CheckedSettings,
  folder: string,
): { name: string; from: string; index?: number; kit?: string }[] {
  return [
    ...(settings.packs ?? []).map((name, index) => ({ name, from: folder, index })),
    ...found.flatMap(({ id, kit }) => (kit.packs ?? []).map((name) => ({
      name,
      from: path.dirname(id),
      kit: `kit ${path.basename(id)}`,
    }))),
  ];
}

/** Why settings in a folder cannot start from a kit; nothing where they can. */
export function faultOfKit(name: string, folder: string): string | undefined {
  if ((kitNames as readonly string[]).includes(name)) return undefined;
  const found = findKit(name, folder);
  if (!("missing" in found)) return undefined;
  const [near] = nearest(name, kitNames);
  const because = found.missing === "" ? `there are ${kitNames.join(", ")}` : found.missing;
  return `there is no kit \`${name}\`${near === undefined ? ` (${because})` : `: did you mean \`${near}\`?`}`;
}

/** Finds a kit by the path of its file, or in a package. */
function findKit(
  name: string,
  folder: string,
  note: (file: string) => void = () => undefined,
  known: readonly Language[] = languages,
): FoundKit | { missing: string } {
  let file: string;
  if (/^[./]/.test(name) || path.isAbsolute(name)) {
    file = path.resolve(folder, name);
    note(file);
    if (statSync(file, { throwIfNoEntry: false })?.isFile() !== true) return { missing: `there is no file ${file}` };
  } else if (/^(?:@[\w.-]+\/)?[\w.-]+$/.test(name)) {
    const home = packageFolder(name, folder);
    if (home === undefined) {
      note(path.join(folder, "node_modules", name, "kit.jsonc"));
      return {
        missing: /[@/]|kit/.test(name) ? `the package is not installed: \`npm install --save-dev ${name}\`` : "",
      };
    }
    try {
      file = kitFileOf(home);
    } catch (error) {
      return { missing: `its package.json cannot be read: ${(error as Error).message}` };
    }
    note(file);
    if (!existsSync(file)) return { missing: `the package ${name} holds no ${path.basename(file)}` };
  } else return { missing: "a kit is named, a file beginning with `./`, or a package" };
  const document = new SettingsDocument(readFileSync(file, "utf8"));
  const [fault] = document.faults;
  if (fault !== undefined) {
    return { missing: `${file}, line ${document.text.slice(0, fault.from).split("\n").length}: ${fault.message}` };
  }
  const { kit, issues } = checkKit(document.value, known);
  return { id: file, kit, issues };
}

function packageFolder(name: string, folder: string): string | undefined {
  for (const place of createRequire(pathToFileURL(path.join(folder, "index.js"))).resolve.paths(name) ?? []) {
    const home = path.join(place, name);
    if (existsSync(path.join(home, "package.json"))) return home;
  }
  return undefined;
}
