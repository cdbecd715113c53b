/** What the rules of a document ask about other files, and for which units the answer is another one when those change. */
import type { Links } from "../languages/language.js";
import { folderOf, relativeTo, type ExportedCallable, type Exports, type Resolution } from "../model/links.js";
import { AnswerWatch } from "./answer-watch.js";
import type { ModuleGraph } from "./module-graph.js";
import type { RecordStore } from "./record-store.js";
import type { Called } from "./rule-run.js";

/** A document's place in the graph of modules. */
export interface PlaceInGraph {
  readonly graph: ModuleGraph;
  readonly path: string;
  readonly links: Links;
}

/** A question with its answer, by which it can be told later whether it is still the same. */
export type AskedLink = readonly [question: string, answer: string];

/** Where a document is in the graph, as far as its language has files name one another. */
export function placeIn(graph: ModuleGraph, uri: string): PlaceInGraph | undefined {
  const path = graph.files.pathOf(uri);
  const links = path === undefined ? undefined : graph.linksOf(path);
  return links === undefined ? undefined : { graph, path: path!, links };
}

export class LinkQuestions {
  readonly watch = new AnswerWatch<string, string>();
  /** That of the graph when the answers were last compared. */
  private revision: number | undefined;

  constructor(readonly place: PlaceInGraph | undefined) {}

  /** Where a module is. */
  find(module: string, called: Called | undefined): Resolution["state"] {
    return this.ask(["find", module], called) as Resolution["state"];
  }

  /** Whether a module exports a name. */
  exports(module: string, name: string, called: Called | undefined): Exports {
    return this.ask(["exports", module, name], called) as Exports;
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
    if (place === undefined) return "unknown";
    const subject = JSON.stringify(question);
    const given = watch.answer(subject) ?? answer(subject, place);
    if (called !== undefined) watch.note(subject, given, called.store, called.unit);
    return given;
  }
}

/** Whether questions are answered as they were. */
export function isAnsweredAlike(asked: readonly AskedLink[], place: PlaceInGraph | undefined): boolean {
  return asked.every(([question, before]) => (place === undefined ? "unknown" : answer(question, place)) === before);
}

function answer(subject: string, { graph, path, links }: PlaceInGraph): string {
  const [kind, module, name] = JSON.parse(subject) as [string, string, string?];
  if (kind === "way-back") {
    return graph.wayBack(module, path).map((one) => relativeTo(folderOf(path), one)).join("\n");
  }
  const resolution = graph.resolve(module, path, links);
  if (kind === "find") return resolution.state;
  if (resolution.state !== "file") return "unknown";
  if (kind === "callable") {
    const callable = graph.callable(resolution.path, name!);
    return callable === undefined ? "" : `${callable.kind} ${callable.most}`;
  }
  const exports = graph.exports(resolution.path, name!);
  return exports === "no" && resolution.isMore === true ? "unknown" : exports;
}
