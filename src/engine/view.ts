/** What rules see of a document. */
import type { Language } from "../languages/language.js";
import type { Binding, Reference } from "../model/binding.js";
import { VALUE } from "../model/binding.js";
import type { KnownNames } from "../model/known-names.js";
import type { Names } from "../model/names.js";
import type { Scope } from "../model/scope.js";
import { shapeIn, type ShapeName } from "../model/shapes.js";
import { best, distanceOf, mostEdits, type Candidate } from "../model/spelling.js";
import type { TypeReader } from "../model/types/reader.js";
import type { Beside, FileView, Finding, LinkView, Place, Rule } from "../rules/rule.js";
import type { ActiveRule } from "../settings/resolve.js";
import type { Node } from "../syntax/node.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import { isInside } from "../syntax/walk.js";
import type { SourceText, Text } from "../text/text.js";
import type { Subject } from "./broken-watch.js";
import { behind, nameless, valueless } from "./broken-words.js";

/** What the views of all rules share, as it is at the moment. */
export interface ViewSource {
  readonly text: Text;
  readonly names: Names;
  readonly problems: readonly SyntaxProblem[];
  readonly typed: boolean;
  readonly ambient: boolean;
  readonly edition: number;
  readonly runtimes: readonly string[];
  readonly largest: number;
  readonly builtIn: KnownNames;
  readonly known: ReadonlySet<string>;
  /** Names by comment. */
  readonly told: ReadonlySet<string>;
  readonly keepsToItself: boolean;
  readonly links: LinkView;
  readonly types: TypeReader;
  isBroken(subject: Subject): boolean;
  isMentioned(name: string, of?: Node): boolean;
  noteSuggestion(use: Reference): void;
  noteOuter(binding: Binding): void;
  noteMissed(binding: Binding): void;
  put(active: ActiveRule, at: Place, finding: Finding): void;
}

/** Where views look: in the document whose rules are running. Documents with the same settings share their views. */
export class LiveSource {
  now!: ViewSource;
}

/** A text that is always the newest. */
class LiveText implements SourceText {
  constructor(private readonly live: LiveSource) {}

  get length(): number {
    return this.live.now.text.length;
  }

  slice(from: number, to?: number): string {
    return this.live.now.text.slice(from, to);
  }

  get snapshot(): object {
    return this.live.now.text;
  }

  get lines(): Text["lines"] {
    return this.live.now.text.lines;
  }
}

/** What the views of all rules have in common. */
export function sharedView(live: LiveSource, { shapes, facts, edits, runtimesWith }: Language) {
  const isKnown = (name: string): boolean => {
    const { builtIn, known, told } = live.now;
    return builtIn.names.has(name) || known.has(name) || told.has(name);
  };
  const suggestions = new Suggestions();
  return {
    get problems(): readonly SyntaxProblem[] {
      return live.now.problems;
    },
    get keepsToItself(): boolean {
      return live.now.keepsToItself;
    },
    text: new LiveText(live),
    facts,
    edits,
    shape: <Name extends ShapeName>(name: Name, node: Node) => shapeIn(shapes, name, node),
    get typed(): boolean {
      return live.now.typed;
    },
    get ambient(): boolean {
      return live.now.ambient;
    },
    get edition(): number {
      return live.now.edition;
    },
    get runtimes(): readonly string[] {
      return live.now.runtimes;
    },
    get largest(): number {
      return live.now.largest;
    },
    get links(): LinkView {
      return live.now.links;
    },
    get types(): TypeReader {
      return live.now.types;
    },
    isKnown,
    runtimesWith,
    builtInFrom: (name: string): "language" | "runtime" | undefined => (
      live.now.builtIn.own.has(name) ? "language" : live.now.builtIn.names.has(name) ? "runtime" : undefined
    ),
    outer(binding: Binding): Binding | undefined {
      live.now.noteOuter(binding);
      return binding.scope.parent?.lookUp(binding.name, VALUE);
    },
    isAsked: (name: string): boolean => live.now.names.isAsked(name),
    isBroken: (node: Node): boolean => live.now.isBroken(node),
    isHalfWritten: (name: string): boolean => live.now.isBroken(name),
    isMisread: (name: string): boolean => live.now.isBroken(behind(name)),
    isNameless: (): boolean => live.now.isBroken(nameless),
    isValueless: (): boolean => live.now.isBroken(valueless),
    isUsedIn: (name: string, node: Node): boolean => {
      for (const use of live.now.names.unresolvedUses(name)) if (isInside(use.node, node)) return true;
      return false;
    },
    isMentioned: (name: string, of?: Node): boolean => live.now.isMentioned(name, of),
    suggest(use: Reference): readonly string[] {
      live.now.noteSuggestion(use);
      return suggestions.of(use, live.now);
    },
    isMissed(binding: Binding): boolean {
      live.now.noteMissed(binding);
      for (const name of live.now.names.unknownSpelling.meaning(binding.name)) {
        if (isKnown(name)) continue;
        for (const use of live.now.names.unresolvedUses(name)) {
          if (!use.probing && use.scope.lookUp(binding.name, VALUE) === binding) return true;
        }
      }
      return false;
    },
  };
}

/** What was suggested for names, as long as no name comes or goes. */
class Suggestions {
  private names: Names | undefined;
  private told: ReadonlySet<string> | undefined;
  private version = -1;
  private readonly found = new Map<string, Map<Scope, readonly string[]>>();

  of(use: Reference, source: ViewSource): readonly string[] {
    const { names, told } = source;
    if (this.names !== names || this.told !== told || this.version !== names.spelling.version) {
      this.found.clear();
      Object.assign(this, { names, told, version: names.spelling.version });
    }
    let ofName = this.found.get(use.name);
    if (ofName === undefined) this.found.set(use.name, (ofName = new Map()));
    let suggested = ofName.get(use.scope);
    if (suggested === undefined) ofName.set(use.scope, (suggested = best([...candidates(use, source)], 3)));
    return suggested;
  }
}

/** Names that a use may be a misspelling of: those of the nearest scopes come before those from elsewhere. */
function* candidates(
  { name: word, scope }: Reference,
  { names, known, told, builtIn }: ViewSource,
): Generator<Candidate> {
  const seen = new Set<string>();
  for (const { name, distance } of names.spelling.near(word)) {
    const rank = scope.distanceTo(name);
    if (rank < 0) continue;
    seen.add(name);
    yield { name, distance, rank };
  }
  const most = mostEdits(word);
  for (const name of [...known, ...told]) {
    const distance = seen.has(name) ? undefined : distanceOf(word, name, most);
    if (distance === undefined) continue;
    seen.add(name);
    yield { name, distance, rank: 1e6 };
  }
  for (const { name, distance } of builtIn.spelling.near(word)) {
    if (!seen.has(name)) yield { name, distance, rank: 1e6 + 1 };
  }
}

/** The view of one rule. */
export function viewFor(active: ActiveRule, live: LiveSource, shared: ReturnType<typeof sharedView>): FileView {
  // What is common is looked up in `shared`, so that a view for each rule and document costs little.
  const view = Object.create(shared) as { -readonly [Key in keyof FileView]: FileView[Key] };
  view.options = active.options;
  view.beside = <Other>(rule: Rule<Other>) => active.beside![rule.id] as Beside<Other>;
  view.alert = (at: Place, finding: Finding) => live.now.put(active, at, finding);
  return view;
}
