/** What the rules of a document see of other files. */
import type { Tree } from "../languages/language.js";
import { VALUE, type Reference } from "../model/binding.js";
import type { ExportedName } from "../model/links.js";
import { nearest } from "../model/spelling.js";
import type { LinkView, RemedyOffer } from "../rules/rule.js";
import type { Text } from "../text/text.js";
import type { LinkQuestions, PlaceInGraph } from "./link-questions.js";
import { exportersOf, meantBy, packagesWith } from "./module-search.js";
import type { Called } from "./rule-run.js";

/** So many names may be meant by one that is not exported. */
const mostNear = 3;

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
  const place = questions.isBlind ? undefined : questions.place;
  return {
    compilerSays: (key) => questions.compilerSays(key, document.called),
    taken: (name) => questions.taken(name, document.called),
    beside: (name) => questions.beside(name, document.called),
    find: (module) => questions.find(module, document.called),
    exports: (module, name) => questions.exports(module, name, document.called),
    nearest: (module, name) => questions.nearest(module, name, document.called),
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
  if (links.meant !== undefined) return [...links.meant(module, path, graph.access)];
  const like = namedIn(document, place);
  const target = links.placeOf(module, path, graph.access);
  if (target === undefined) return [];
  return meantBy(target, place).flatMap((one) => links.moduleName(one, path, like, graph.access) ?? []);
}

function near(module: string, name: string, { graph, path, links }: PlaceInGraph): string[] {
  const resolution = graph.resolve(module, path, links);
  return resolution.state === "file" ? nearest(name, graph.namesOf(resolution.path), mostNear) : [];
}

function importsFor({ name, wants, node }: Reference, place: PlaceInGraph, document: LinkedDocument): RemedyOffer[] {
  const { graph, path, links } = place;
  const { tree, text } = document;
  const like = namedIn(document, place);
  const offers: RemedyOffer[] = [];
  const offer = (module: string, exported: ExportedName): void => {
    const isFit = !exported.isType || (wants & VALUE) === 0;
    const edits = isFit ? links.importing(tree.root, text, { module, exported, name }) : undefined;
    if (edits === undefined || offers.length === mostOffers) return;
    const title = exported.name === "*" ? `Import the module \`${module}\`` : `Import \`${name}\` from \`${module}\``;
    offers.push({ title, certainty: "proposed", edits });
  };
  const asked = links.askedOf?.(node) ?? [];
  for (const { path: there, exported } of exportersOf(name, place)) {
    const module = links.moduleName(there, path, like, graph.access);
    const found = module === undefined ? undefined : graph.resolve(module, path, links);
    // A name that leads elsewhere, or nowhere, does not import it.
    if (found?.state !== "file" || found.path !== there) continue;
    offer(exported.name === "*" ? longest(module!, asked, place) : module!, exported);
  }
  if (offers.length < mostOffers) {
    for (const { module, exported } of packagesWith(name, place)) offer(module, exported);
  }
  return offers;
}

/** The name of a module, or of the part of it that code asks it for, as far as there are such parts. */
function longest(module: string, asked: readonly string[], { graph, path, links }: PlaceInGraph): string {
  let found = module;
  for (const name of asked) {
    const part = links.partOf?.(found, name);
    if (part === undefined || graph.resolve(part, path, links).state !== "file") break;
    found = part;
  }
  return found;
}
