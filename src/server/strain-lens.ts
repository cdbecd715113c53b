/** A line above each function that is hard to work on, with its strain and what that was when the document was opened. */
import type { CodeLens } from "vscode-languageserver-protocol";
import type { FunctionStrain } from "../engine/strains.js";
import type { Place } from "./place.js";
import type { Session } from "./session.js";

export const showRuleCommand = "alertQuill.showRule";

const rule = "strain.heavy-function";

export class StrainLenses {
  /** The strain of functions by their names, when the document was first asked for. */
  private readonly before = new Map<string, ReadonlyMap<string, number>>();

  /** The strain of files, when they were first asked for. */
  private readonly filesBefore = new Map<string, number>();

  constructor(private readonly session: Session) {}

  /** The strain of a file for its status, where somebody wants to be told of strain. */
  fileText(home: string): string {
    const { workspace } = this.session;
    return workspace.strainLimit(home) === undefined ? "" : `, ${this.ofFile(home)}`;
  }

  /** The lenses of a document whose alerts are ready. A function that was hard to work on keeps its lens when it is no more. */
  of(place: Place): CodeLens[] {
    const { workspace, documents } = this.session;
    const limit = documents.settingsOf(place.home).off === undefined ? workspace.strainLimit(place.home) : undefined;
    if (limit === undefined) return [];
    const heavy = workspace.strains(place.home, ({ figure }) => figure > limit);
    let before = this.before.get(place.home);
    if (before === undefined) this.before.set(place.home, (before = figuresOf(heavy)));
    const named = new Set(heavy.map(({ name }) => name));
    const hasFallen = [...before.keys()].some((name) => !named.has(name));
    const fallen = hasFallen
      ? workspace.strains(place.home).filter(({ name }) => name !== undefined && before.has(name) && !named.has(name))
      : [];
    const ofFile: CodeLens[] = this.session.editor.fileLens
      ? [{
        range: place.range(0, 0),
        command: { title: this.ofFile(place.home), command: showRuleCommand, arguments: [rule] },
      }]
      : [];
    const ofFunctions = [...heavy, ...fallen]
      .filter(({ at }) => place.holds(at))
      .sort((a, b) => a.at.from - b.at.from)
      .map((one) => this.lens(one, before, place));
    return [...ofFile, ...ofFunctions];
  }

  forget(home: string): void {
    this.before.delete(home);
    this.filesBefore.delete(home);
  }

  private ofFile(home: string): string {
    const now = this.session.workspace.fileStrain(home);
    const was = this.filesBefore.get(home);
    if (was === undefined) this.filesBefore.set(home, now);
    return `strain of the file ${now}${was === undefined || was === now ? "" : `, was ${was}`}`;
  }

  private lens({ name, at, strain }: FunctionStrain, before: ReadonlyMap<string, number>, place: Place): CodeLens {
    const was = name === undefined ? undefined : before.get(name);
    const title = `strain ${strain.figure}${was === undefined || was === strain.figure ? "" : `, was ${was}`}`;
    return { range: place.range(at.from, at.to), command: { title, command: showRuleCommand, arguments: [rule] } };
  }
}

/** By name; of functions with the same name none can be told from the others. */
function figuresOf(functions: readonly FunctionStrain[]): ReadonlyMap<string, number> {
  const figures = new Map<string, number>();
  const twice = new Set<string>();
  for (const { name, strain } of functions) {
    if (name === undefined) continue;
    if (figures.has(name)) twice.add(name);
    figures.set(name, strain.figure);
  }
  for (const name of twice) figures.delete(name);
  return figures;
}
