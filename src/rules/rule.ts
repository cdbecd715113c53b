/** What a rule is, and what it sees of a file. */
import type { z } from "zod";
import type { Binding, Reference } from "../model/binding.js";
import type { CodeEdits, CodeFacts } from "../model/code.js";
import type { FlowEnds, FlowGraph } from "../model/flow.js";
import type { ExportedCallable, Exports, NameBeside, Resolution, Taken } from "../model/links.js";
import type { SameCode } from "../model/same-code.js";
import type { ShapeName, Shapes } from "../model/shapes.js";
import type { TypeReader } from "../model/types/reader.js";
import type { Node } from "../syntax/node.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import type { Siblings } from "../syntax/siblings.js";
import type { Edit, Span } from "../text/edit.js";
import type { SourceText } from "../text/text.js";

/** The levels an alert can have, from the gravest; `off` switches a rule off. */
export const levels = ["error", "warning", "information", "hint"] as const;
export type AlertLevel = (typeof levels)[number];
export type Level = AlertLevel | "off";

/** `certain` keeps what the program does; with `proposed` a person should look. */
export type Certainty = "certain" | "proposed";

/** `unnecessary` code may be faded by an editor, `deprecated` code struck through. */
export type Label = "unnecessary" | "deprecated";

/** A way to settle an alert. Its edits speak of the text as it is and do not overlap. */
export interface RemedyOffer {
  readonly title: string;
  readonly certainty: Certainty;
  /** Taken only where somebody asks for it, never along with others: what it stands beside is only half written. */
  readonly byHand?: boolean;
  readonly edits: readonly Edit[];
}

/** From the beginning of one node to the end of another. */
export interface NodeRange {
  readonly first: Node;
  readonly last: Node;
}

/** The first characters of a node, as the word a statement begins with. */
export interface NodeHead {
  readonly headOf: Node;
  readonly length: number;
}

/** A place in the text: a node, a stretch of nodes, the head of one, or offsets inside the node the rule was called for. */
export type Place = Node | NodeRange | NodeHead | Span;

/** What a rule says of a place. */
export interface Finding {
  readonly message: string;
  readonly labels?: readonly Label[];
  readonly related?: readonly { readonly at: Place; readonly message: string }[];
  /**
   * Worked out only when somebody asks for them, when the text may have other positions than now: offsets must be taken inside.
   * The first is the best.
   */
  readonly remedies?: () => readonly RemedyOffer[];
}

/** A file as a rule sees it. */
export interface FileView<Options = unknown> {
  /** The text as it is, also when remedies are asked for later. */
  readonly text: SourceText;
  /** Types are written. */
  readonly typed: boolean;
  /** Only declares what is elsewhere (`.d.ts`). */
  readonly ambient: boolean;
  /** What is wrong with the form of the text; for `file` alone, others ask `isBroken`. */
  readonly problems: readonly SyntaxProblem[];
  /** Whether what stands at the top of the file is seen by nobody else: in modules of either kind, not in plain scripts. */
  readonly keepsToItself: boolean;
  readonly options: Options;
  /** The shape that a node has, if it has that one. */
  readonly shape: <Name extends ShapeName>(name: Name, node: Node) => Shapes[Name] | undefined;
  readonly facts: CodeFacts;
  readonly edits: CodeEdits;
  /** What is known of types. A rule may ask for those of what it may read: it is run again when what they rest on elsewhere changes. */
  readonly types: TypeReader;
  /** The options of a rule that is named in `beside`, and whether it is on. */
  readonly beside: <Other>(rule: Rule<Other>) => Beside<Other>;
  /** The edition of the language in the settings, as a year. */
  readonly edition: number;
  /** The runtimes in the settings, as `browser` and `node`. */
  readonly runtimes: readonly string[];
  /** The length up to which a file is looked at in full, by the settings. */
  readonly largest: number;
  /** Whether something is wrong with the form of what a node covers, so that little can be said of it for sure. */
  readonly isBroken: (node: Node) => boolean;
  /** Whether a name stands on a line on which something is wrong with the form, so that it cannot be told yet how it is used there. */
  readonly isHalfWritten: (name: string) => boolean;
  /** Whether a name stands behind something that is wrong with the form, on its line, so that it may be declared there. */
  readonly isMisread: (name: string) => boolean;
  /** Whether something in the text is declared without a name, which one that is used may be meant for. */
  readonly isNameless: () => boolean;
  /** Whether a value is missing in the text, which a name that nobody reads may be meant for. */
  readonly isValueless: () => boolean;
  /** Whether a name that nothing declares is used in a node, one that the rule may read. */
  readonly isUsedIn: (name: string, node: Node) => boolean;
  /** Whether a documentation comment uses a name, as a type or the target of a link; with `of`, whether the comment of that function tells of a parameter of that name. */
  readonly isMentioned: (name: string, of?: Node) => boolean;
  /** Whether a name exists although the file does not declare it: by the edition, a runtime, the settings or a comment. */
  readonly isKnown: (name: string) => boolean;
  /** Whether the language in its edition brings a name along, or a runtime does. */
  readonly builtInFrom: (name: string) => "language" | "runtime" | undefined;
  /** The runtimes that bring a name along, whatever the settings say. */
  readonly runtimesWith: (name: string) => readonly string[];
  /** What the name of `binding` means just outside its scope. */
  readonly outer: (binding: Binding) => Binding | undefined;
  /** Whether the file asks somewhere if a name that it does not declare exists (`typeof`), or brings it into being by assigning to it in sloppy code. */
  readonly isAsked: (name: string) => boolean;
  /** Names known where `use` stands that it may be a misspelling of, best first. */
  readonly suggest: (use: Reference) => readonly string[];
  /** Whether some name that nothing declares may be a misspelling of `binding`. */
  readonly isMissed: (binding: Binding) => boolean;
  /** The files around. */
  readonly links: LinkView;
  /** Adds an alert. */
  readonly alert: (at: Place, finding: Finding) => void;
}

/** What a rule sees of other files. Without a project around, all is unknown. Modules are named as the file names them. */
export interface LinkView {
  /** Where a module is. The rule is run again when the answer is another one. */
  readonly find: (module: string) => Resolution["state"];
  /** Whether a module exports a name. The rule is run again when the answer is another one. */
  readonly exports: (module: string, name: string) => Exports;
  /** The name which a module exports that is nearest to one that it does not export; empty where none is near. The rule is run again when the answer is another one. */
  readonly nearest: (module: string, name: string) => string;
  /** What a name that a module exports is to those who call it; `undefined` where that is not known. The rule is run again when the answer is another one. */
  readonly callable: (module: string, name: string) => ExportedCallable | undefined;
  /** The files by which one that is imported comes back to this one before either has run, as paths from here; empty where it does not, or where that is told in another file. The rule is run again when the answer is another one. */
  readonly wayBack: (module: string) => readonly string[];
  /** What the settings of the compiler that are nearest say at a key, as text; empty where they say nothing. The rule is run again when the answer is another one. */
  readonly compilerSays: (key: string) => string;
  /** Whether another file of the project takes a name that this one exports. The rule is run again when the answer is another one. */
  readonly taken: (name: string) => Taken;
  /** What a name is among those of files that run beside this one by the settings, as scripts of one page do. The rule is run again when the answer is another one. */
  readonly beside: (name: string) => NameBeside;
  /** For remedies: modules that somebody may mean who names one that is not there, the likeliest first. */
  readonly meant: (module: string) => readonly string[];
  /** For remedies: names which a module exports that are near to one, best first. */
  readonly near: (module: string, name: string) => readonly string[];
  /** For remedies: ways to import what a use of a name without a meaning may mean, the likeliest first. */
  readonly imports: (use: Reference) => readonly RemedyOffer[];
}

/** How another rule is set. */
export interface Beside<Options> {
  readonly isOn: boolean;
  readonly options: Options;
}

/** A hush comment, and what came of it. */
export interface HushUse {
  readonly comment: Span;
  readonly rules: readonly HushedName[];
  readonly until?: string;
  readonly reason?: string;
  readonly hasEnded: boolean;
  /** All rules and areas there are. */
  readonly known: Iterable<string>;
  /** What keeps it from being read, where something does: then it names no rules. */
  readonly flaw?: HushFlaw;
}

/** What is wrong with a comment that is nearly a hush, and what it should be as far as that can be told. */
export interface HushFlaw {
  readonly message: string;
  readonly instead?: string;
}

/** A rule or area that a hush names, with where it does. */
export interface HushedName extends Span {
  readonly name: string;
  readonly exists: boolean;
  /** Whether it is on, or for an area, any rule of it. */
  readonly isOn: boolean;
  /** How many alerts were silenced. */
  readonly silenced: number;
}

/** A function that is called for what it can take: a language narrows nodes to their kinds. */
type Called<Taken, Options, Given = void> = {
  bivariant(taken: Taken, file: FileView<Options>): Given;
}["bivariant"];

/** Functions to be called for nodes of a kind, each in the order of the text. A language types them by its kinds. */
export type Visitors<Options> = Readonly<Record<string, Called<Node, Options>>>;

/**
 * Code that alerts: `«` and `»` stand around each range that must be marked (together, `«»`, for a place between characters, where the one before it is marked, or at the beginning of a line the one behind it). `after` is the text
 * once the first remedy of every alert has been applied; it is left out where the rule has none for this case.
 */
export interface AlertingExample {
  readonly code: string;
  readonly after?: string;
  /** What it is written in, as editors call it, if not in the language's first one. */
  readonly languageId?: string;
  readonly options?: unknown;
  /** The edition of the language in the settings, if not the newest. */
  readonly edition?: number | string;
  /** The length up to which it is looked at in full, if not the usual one. */
  readonly largest?: number;
  /** Rules that are on beside this one. */
  readonly with?: readonly string[];
  /** The text of files beside it, by their paths from its folder. */
  readonly files?: Readonly<Record<string, string>>;
}

export type QuietExample = Omit<AlertingExample, "after">;

/** The built-in kits a rule can belong to by itself; `thorough` holds all that are in `sound`, and those that are in none and speak of no taste. */
export type KitName = "sound" | "tidy" | "modern" | "light" | "guarded" | "typed";

export interface Rule<Options = any> {
  /** `area.plain-words`. */
  readonly id: string;
  /** What it finds, in a few words. */
  readonly title: string;
  /** Why that is worth an alert, in a few sentences of Markdown. */
  readonly why: string;
  /** The level it has where a kit switches it on and nothing says otherwise. */
  readonly level: AlertLevel;
  readonly kits: readonly KitName[];
  /** It speaks of a taste, so that no kit switches it on: somebody who wants it names it. */
  readonly byTaste?: boolean;
  /** The level it has without being in any kit, for rules that settings themselves define; also one of one's own. */
  readonly byDefault?: string;
  /** The ids of the languages whose nodes or ways it knows; without it, it speaks of what all languages have, and runs in each. */
  readonly languages?: readonly string[];
  /** What it is called for in languages in which it goes about it in a way of its own, by their ids: of those rules only that counts. */
  readonly in?: Readonly<Record<string, Rule<Options>>>;
  /** The rule of which it is another one, with options and a level of its own under its own name. */
  readonly like?: Rule<Options>;
  /** What its examples are written in, if not in code: `settings` for mistakes in a settings file. */
  readonly language?: "settings";
  /**
   * When the first of some alerts in a file stands for all: of a `style` where there are more than ten, of a `name` where several in one item of the file say the
   * same, as of one that is declared nowhere and used often.
   */
  readonly once?: "style" | "name";
  /** On whatever the settings say: without it nothing else could be trusted. */
  readonly always?: boolean;
  /** What it marks never runs: nothing else is settled in there as long as that stands. */
  readonly marksUnreachable?: boolean;
  readonly options?: z.ZodType<Options>;
  /** Which of its options are regular expressions: with others than its own it runs under the limit for code from outside. */
  readonly expressions?: readonly string[];
  /** Rules whose options it goes by too. */
  readonly beside?: readonly Rule[];
  readonly examples: { readonly alerts: readonly AlertingExample[]; readonly quiet: readonly QuietExample[] };
  /** Called for the text as a whole, after every edit. It may look at the text and its problems, and should look at little of it. */
  readonly file?: (file: FileView<Options>) => void;
  /**
   * Called for nodes. It may read the node with all below it, the names used there and what is seen of them (`outlineOf`), and the kinds
   * and marks of the nodes around it; not their other children, which may change without the node being visited again.
   */
  readonly visit?: Visitors<Options>;
  /** Called for what has a shape, in each language that has it, as `visit` is for nodes. */
  readonly shapes?: {
    readonly [Name in ShapeName]?: (shape: Shapes[Name], file: FileView<Options>) => void
  };
  /**
   * Work ahead, by the kinds of `visit`, of what it will need of a node that holds very much, bit by bit: between two bits the analysis may turn to something else.
   * What is worked out is kept by the rule; it is given up where the text changes meanwhile.
   */
  readonly ahead?: Readonly<Record<string, Called<Node, Options, Iterable<void>>>>;
  /**
   * Called for the children of nodes of a kind, with what stands between them: of a node with very many, for some of them at a time. Offsets are tied to
   * their `base`.
   */
  readonly siblings?: Readonly<Record<string, Called<Siblings, Options>>>;
  /** Called for the statements of a list, as `siblings` is for the children of a node. */
  readonly lists?: (siblings: Siblings, file: FileView<Options>) => void;
  /** Called for each name that is declared. It may read the declarations with all below them, the uses, and the kinds of the nodes around those. */
  readonly binding?: (binding: Binding, file: FileView<Options>) => void;
  /** Called for each use of a name that nothing in the file declares. */
  readonly unresolved?: (use: Reference, file: FileView<Options>) => void;
  /**
   * Called for the code of each function and of what else runs by itself; of a long one for its segments, one by one, each also when
   * something changes elsewhere for a name that occurs in it. It may read what the graph and the questions of `flow-facts` tell, and the names that occur.
   */
  readonly flow?: (flow: FlowGraph, file: FileView<Options>) => void;
  /** Called for each function, and what else runs by itself, with the ways in which its code can end. It may read those and what is seen of the function from outside. */
  readonly ends?: (ends: FlowEnds, file: FileView<Options>) => void;
  /** Called for statements that stand more than once in the file, but for layout, comments and the names of variables. It may read what they hold, and may give nodes only as places. */
  readonly sameCode?: (same: SameCode, file: FileView<Options>) => void;
  /** Called for each hush comment once all else has been found. It may give spans only as places. */
  readonly hush?: (hush: HushUse, file: FileView<Options>) => void;
}

/** Declares a rule; it only gives the parts their types. */
export function defineRule<Options = undefined>(rule: Rule<Options>): Rule<Options> {
  return rule;
}

/** The area of a rule's id. */
export function areaOf(id: string): string {
  return id.slice(0, id.indexOf("."));
}
