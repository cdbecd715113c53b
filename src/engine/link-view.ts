/** What the rules of a document see of other files. */
import type { Tree } from "../languages/language.js";
import { VALUE, type Reference } from "../model/binding.js";
import type { LinkView, RemedyOffer } from "../rules/rule.js";
import type { Text } from "../text/text.js";
import type { LinkQuestions, PlaceInGraph } from "./link-questions.js";
import { nearNames } from "./module-graph.js";
import type { Called } from "./rule-run.js";

/** How many imports are offered for a name. */
const mostOffers = 5;

/** What the document is at the moment. */
export interface LinkedDocument {
  readonly tree: Tree;
  readonly text: Text;
  /** For whom a rule is running. */
  readonly called: Called | undefined;
}

export function linkView(questions: LinkQuestions, document: LinkedDocument): LinkView {
  const { place } = questions;
  return {
    find: (module) => questions.find(module, document.called),
    exports: (module, name) => questions.exports(module, name, document.called),
    callable: (module, name) => questions.callable(module, name, document.called),
    wayBack: (module) => questions.wayBack(module, document.called),
    meant: (module) => (place === undefined ? [] : meant(module, place, document)),
    near: (module, name) => (place === undefined ? [] : near(module, name, place)),
    imports: (use) => (place === undefined ? [] : importsFor(use, place, document)),
  };
}

/** The modules that a document names, for naming others in the same way. */
function namedIn({ tree, text }: LinkedDocument, { links }: PlaceInGraph): string[] {
  return links.modulesIn(tree.root, text).map(({ module }) => module);
}

function meant(module: string, place: PlaceInGraph, document: LinkedDocument): string[] {
  const { graph, path, links } = place;
  const like = namedIn(document, place);
  const target = links.placeOf(module, path, graph.access);
  if (target === undefined) return [];
  return graph.meantBy(target, path).flatMap((one) => links.moduleName(one, path, like, graph.access) ?? []);
}

function near(module: string, name: string, { graph, path, links }: PlaceInGraph): string[] {
  const resolution = graph.resolve(module, path, links);
  return resolution.state === "file" ? nearNames(name, graph.namesOf(resolution.path)) : [];
}

function importsFor({ name, wants }: Reference, place: PlaceInGraph, document: LinkedDocument): RemedyOffer[] {
  const { graph, path, links } = place;
  const { tree, text } = document;
  const like = namedIn(document, place);
  const offers: RemedyOffer[] = [];
  for (const { path: there, exported } of graph.exportersOf(name, path)) {
    if (exported.isType && (wants & VALUE) !== 0) continue;
    const module = links.moduleName(there, path, like, graph.access);
    const found = module === undefined ? undefined : graph.resolve(module, path, links);
    if (found?.state !== "file" || found.path !== there) continue;
    const edits = links.importing(tree.root, text, { module: module!, exported, name });
    if (edits !== undefined) {
      offers.push({ title: `Import \`${name}\` from \`${module}\``, certainty: "proposed", edits });
    }
    if (offers.length === mostOffers) return offers;
  }
  for (const { module, exported } of graph.packagesWith(name, path)) {
    if (exported.isType && (wants & VALUE) !== 0) continue;
    const edits = links.importing(tree.root, text, { module, exported, name });
    if (edits !== undefined) {
      offers.push({ title: `Import \`${name}\` from \`${module}\``, certainty: "proposed", edits });
    }
  }
  return offers.slice(0, mostOffers);
}
