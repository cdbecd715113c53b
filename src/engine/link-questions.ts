/** What the rules of a document ask about other files, and for which units the answer is another one when those change. */
import type { Links } from "../languages/language.js";
import type { LanguageValues } from "../languages/settings.js";
import {
  folderOf,
  relativeTo,
  type Companions,
  type DeclaredType,
  type ExportedCallable,
  type Exports,
  type NameBeside,
  type Resolution,
  type Taken,
} from "../model/links.js";
import { nearest } from "../model/spelling.js";
import { AnswerWatch } from "./answer-watch.js";
import type { ModuleGraph } from "./module-graph.js";
import type { RecordStore } from "./record-store.js";
import { documentOf } from "./region-path.js";
import type { Called } from "./rule-run.js";

/** A document's place in the graph of modules. */
export interface PlaceInGraph {
  readonly graph: ModuleGraph;
  readonly path: string;
  readonly links: Links;
  /** The files that run beside the document: by its settings, or as it says that it runs. */
  readonly companions?: Companions | undefined;
  /** Whether nothing is known of other files but the names of those that run beside it. */
  readonly isLoose?: boolean;
}

/** A question with its answer, by which it can be told later whether it is still the same. */
export type AskedLink = readonly [question: string, answer: string];

/** Where a document is in the graph with its settings, as far as its language has files name one another. */
export function placeIn(graph: ModuleGraph, uri: string, values: LanguageValues): PlaceInGraph | undefined {
  const path = graph.files.pathOf(uri);
  return path === undefined ? undefined : placeAt(graph, path, values);
}

/** Where a file is in the graph with its settings, by its path there. */
export function placeAt(graph: ModuleGraph, path: string, values: LanguageValues): PlaceInGraph | undefined {
  const links = graph.linksOf(path);
  return links && { graph, path, links, companions: links.companions?.(values, path) };
}

export class LinkQuestions {
  readonly watch = new AnswerWatch<string, string>();
  /** That of the graph when the answers were last compared. */
  private revision: number | undefined;
  private isAccompanied = false;

  constructor(private at: PlaceInGraph | undefined) {}

  get place(): PlaceInGraph | undefined {
    return this.at;
  }

  /** Whether nothing can be told of what other files hold. */
  get isBlind(): boolean {
    return this.at === undefined || this.at.isLoose === true;
  }

  /** Takes the files that run beside the document, whatever its settings say. */
  accompany(companions: Companions): void {
    if (this.at === undefined) return;
    this.isAccompanied = true;
    this.at = { ...this.at, companions };
    this.revision = undefined;
  }

  /** Takes the settings that say what runs beside the document. Answers given before are compared anew. */
  configure(values: LanguageValues): void {
    if (this.at === undefined || this.isAccompanied) return;
    const { links, path } = this.at;
    this.at = { ...this.at, companions: links.companions?.(values, path) };
    this.revision = undefined;
  }

  /** Where a module is. */
  find(module: string, called: Called | undefined): Resolution["state"] {
    return this.ask(["find", module], called) as Resolution["state"];
  }

  /** Whether a module exports a name. */
  exports(module: string, name: string, called: Called | undefined): Exports {
    return this.ask(["exports", module, name], called) as Exports;
  }

  /** The name which a module exports that is nearest to one that it does not; empty where none is near. */
  nearest(module: string, name: string, called: Called | undefined): string {
    return this.isBlind ? "" : this.ask(["nearest", module, name], called);
  }

  /** What a name that a module exports is to those who call it. */
  callable(module: string, name: string, called: Called | undefined): ExportedCallable | undefined {
    const [kind, most] = this.ask(["callable", module, name], called).split(" ");
    return kind === "function" || kind === "class" ? { kind, most: Number(most) } : undefined;
  }

  /** The files by which an imported one comes back to the document, as paths that begin with `./` or `../`. */
  wayBack(module: string, called: Called | undefined): readonly string[] {
    const way = this.ask(["way-back", module], called);
    return way === "unknown" || way === "" ? [] : way.split("\n");
  }

  /** What the settings of the compiler say at a key; empty where they say nothing. */
  compilerSays(key: string, called: Called | undefined): string {
    return this.isBlind ? "" : this.ask(["compiler", key], called);
  }

  /** Whether another file of the project takes a name that the document exports. */
  taken(name: string, called: Called | undefined): Taken {
    return this.ask(["taken", name], called) as Taken;
  }

  /** What declares a type: a name that a module exports, or one at the top of a file; `undefined` where that is not known. */
  declaredType(kind: "type-of" | "type-in", where: string, name: string, called: Called): DeclaredType | undefined {
    if (this.isBlind) return undefined;
    this.ask([kind, where, name], called);
    return declaredType(kind, where, name, this.place!);
  }

  /** What a name is among those of files that run beside the document. */
  beside(name: string, called: Called | undefined): NameBeside {
    const { companions } = this.at ?? {};
    const isAlone = companions === undefined || companions.earlier.length + companions.later.length === 0;
    // What runs beside a region comes and goes as the document is typed.
    if (isAlone && !this.isAccompanied) return nothingBeside;
    return JSON.parse(this.ask(["beside", name], called)) as NameBeside;
  }

  /** All that was asked, with the answers. */
  get asked(): AskedLink[] {
    return [...this.watch.subjects].map((subject) => [subject, this.watch.answer(subject)!]);
  }

  /** The units for which rules would be told otherwise now than they were. */
  changed(): readonly (readonly [RecordStore, object])[] {
    const { place, watch } = this;
    // Where nothing was asked, nothing can have another answer.
    if (place === undefined || watch.isEmpty) return [];
    const { revision } = place.graph;
    if (revision === this.revision) return [];
    this.revision = revision;
    const found: (readonly [RecordStore, object])[] = [];
    for (const subject of [...watch.subjects]) {
      if (answer(subject, place) !== watch.answer(subject)) found.push(...watch.withdraw(subject));
    }
    return found;
  }

  private ask(question: readonly string[], called: Called | undefined): string {
    const { place, watch } = this;
    if (place === undefined || (place.isLoose === true && question[0] !== "beside")) return "unknown";
    const subject = JSON.stringify(question);
    const given = watch.answer(subject) ?? answer(subject, place);
    if (called !== undefined) watch.note(subject, given, called.store, called.unit);
    return given;
  }
}

/** Stands for what regions of a document asked, each from a place of its own of which nobody knows later: it is never answered alike. */
export const regionsAsked = ["regions"] as const;

/** Whether questions are answered as they were. */
export function isAnsweredAlike(asked: readonly AskedLink[], place: PlaceInGraph | undefined): boolean {
  return asked.every(([question, before]) => (place === undefined ? "unknown" : answer(question, place)) === before);
}

function answer(subject: string, place: PlaceInGraph): string {
  const { graph, path, links } = place;
  const [kind, module, name] = JSON.parse(subject) as [string, string, string?];
  if (kind === regionsAsked[0]) return "";
  if (kind === "compiler") return links.compilerSays?.(module, path, graph.access) ?? "";
  if (kind === "taken") return graph.taken(path, module);
  if (kind === "beside") return JSON.stringify(nameBeside(module, place));
  if (kind === "way-back") {
    return graph.wayBack(module, path).map((one) => relativeTo(folderOf(path), one)).join("\n");
  }
  if (kind === "type-of" || kind === "type-in") {
    const found = declaredType(kind, module, name!, place);
    return found === undefined
      ? ""
      : `${relativeTo(folderOf(path), found.path)} ${found.name} ${fingerprintOf(found.text)}`;
  }
  const resolution = graph.resolve(module, path, links);
  if (kind === "find") return resolution.state;
  if (resolution.state !== "file") return kind === "nearest" ? "" : "unknown";
  if (kind === "callable") {
    const callable = graph.callable(resolution.path, name!);
    return callable === undefined ? "" : `${callable.kind} ${callable.most}`;
  }
  if (kind === "nearest") return nearest(name!, graph.namesOf(resolution.path), 1)[0] ?? "";
  const exports = graph.exports(resolution.path, name!);
  return exports === "no" && resolution.isMore === true ? "unknown" : exports;
}

const declaredType = (
  kind: "type-of" | "type-in",
  where: string,
  name: string,
  { graph: { types }, path }: PlaceInGraph,
): DeclaredType | undefined => (kind === "type-of" ? types.imported(where, name, path) : types.within(where, name));

/** A number of 53 bits that tells texts apart: cyrb53, by bryc, in the public domain. */
function fingerprintOf(text: string): string {
  let [a, b] = [0xdeadbeef, 0x41c6ce57];
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    a = Math.imul(a ^ code, 2654435761);
    b = Math.imul(b ^ code, 1597334677);
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
  return (4294967296 * (2097151 & b) + (a >>> 0)).toString(36);
}

const nothingBeside: NameBeside = { state: "none" };

/** What a name is among those that files share which run beside a document. */
function nameBeside(name: string, { graph, path, companions }: PlaceInGraph): NameBeside {
  const told = (file: string): string => relativeTo(folderOf(path), documentOf(file));
  const { earlier = [], later = [] } = companions ?? {};
  const sharedBy = (file: string): readonly string[] => graph.summary(file)?.shared ?? [];
  if (earlier.some((file) => sharedBy(file).includes(name))) return { state: "earlier" };
  const next = later.find((file) => sharedBy(file).includes(name));
  if (next !== undefined) return { state: "later", file: told(next) };
  // Of a file whose form is broken not all names are known.
  const all = [...earlier, ...later];
  if (all.some((file) => sharedBy(file).includes("*"))) return { state: "unknown" };
  const [near] = nearest(name, all.flatMap(sharedBy));
  if (near === undefined) return nothingBeside;
  return { state: "near", name: near, file: told(all.find((file) => sharedBy(file).includes(near))!) };
}
