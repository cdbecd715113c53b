import type { Node } from "../../../syntax/node.js";
import type { SyntaxProblem } from "../../../syntax/problem.js";
import type { SourceText } from "../../../text/text.js";
import type { Guess } from "./indentation.js";
import { Token } from "./token.js";

/** What the grammar's parameters and the enclosing constructs allow at the current place; bits of `ParseState.context`. */
export const enum Context {
  Strict = 1,
  Module = 2,
  Function = 4,
  Async = 8,
  Generator = 16,
  Loop = 32,
  Switch = 64,
  /** `in` is not an operator here (the head of a `for`). */
  NoIn = 128,
  /** Inside parameters, where `yield` and `await` expressions are not allowed. */
  Parameters = 256,
  StaticBlock = 512,
  /** `super.x` is allowed. */
  SuperProperty = 1024,
  /** `super()` is allowed. */
  SuperCall = 2048,
  /** `new.target` is allowed. */
  NewTarget = 4096,
  /** `return` is allowed. */
  Return = 8192,
  /** A class field's initial value, where `arguments` is not allowed. */
  FieldValue = 16384,
  /** Inside something declared elsewhere, where nothing has a body or value. */
  Ambient = 32768,
}

/** What an enclosing function passes on to an arrow function or block inside it, and what it does not. */
export const functionBits = Context.Function |
  Context.Async |
  Context.Generator |
  Context.Loop |
  Context.Switch |
  Context.NoIn |
  Context.Parameters |
  Context.StaticBlock |
  Context.SuperProperty |
  Context.SuperCall |
  Context.NewTarget |
  Context.Return |
  Context.FieldValue;

export interface Label {
  readonly name: string;
  loop: boolean;
}

/** How a text is to be read. */
export interface ParseOptions {
  /** Whether the text is a module; `"detect"` decides by its content. */
  readonly module: boolean | "detect";
  readonly jsx: boolean;
  /** Whether the text is TypeScript. */
  readonly typescript?: boolean;
  /** Whether it only declares what is defined elsewhere (`.d.ts`). */
  readonly ambient?: boolean;
}

/** What reading an element involved beyond its own text. */
export interface ElementNote {
  /** How far behind the element's end the parser looked. */
  readonly reach: number;
  /** `{` minus `}` tokens in it. */
  readonly braces: number;
  /** Openers minus closers of the other two kinds. */
  readonly brackets: number;
  /** Whether what came next would have been taken for an echo of a problem. */
  readonly calm: boolean;
  /** The same where the next element begins, if that is another answer: a line may end behind the comma in between. */
  readonly calmBehind?: boolean;
  /** Whether it is read as one: what is wrong in it may be told otherwise when something within it changes. */
  readonly isWhole?: boolean;
  /** Whether what comes of a mistake before it was looked for up to it. */
  readonly isInRepair?: boolean;
  /** Of an item of the text, how much work went into what is missing within it. */
  readonly repairWork?: number;
}

/** Notes on the elements for which there is something to note. */
export type ElementNotes = WeakMap<Node, ElementNote>;

/** Thrown when a part that is read again turns out to reach further than the list it was in. */
export class Overrun extends Error {}

/** Thrown when the end of a window is met that is not the end of the text. */
export class WindowEnd extends Error {}

/** Thrown where a list has proved to be without its closing brace, as nothing that follows can be it. */
export class Unclosed extends Error {}

/** Thrown where a reading on trial comes to something that is wrong: always the same, as it is thrown often. */
export const refused = new Error("This reading is not the one that was meant");

/** No offset, not even one before the window that is read. */
export const noFence = -(2 ** 30);

/** All that the scanner and the parser know at one moment. One plain object, shared by the functions of this folder. */
export class ParseState {
  readonly length: number;

  /** The current token and where it stands. */
  token: Token = Token.End;
  start = 0;
  end = 0;
  /** Whether a line end stands before the current token. */
  newline = false;
  /** Whether the current token holds an escape that the scanner resolved into `word` (names) or found malformed or legacy (texts, numbers). */
  escaped = false;
  word = "";
  /** End of the token before the current one. */
  prevEnd = 0;

  context = 0;
  labels: Label[] = [];
  /** Where the first `=` of a `{ name = value }` stands that has not yet proved to be part of a pattern; -1 if there is none. */
  coverInit = -1;
  /** Where an operand begins that may be a whole arrow function. */
  operandStart = -1;
  /** Where the last `yield` and `await` of the function were read; -1 for none. */
  lastYield = -1;
  lastAwait = -1;
  /** Whether something was read that only a module can hold. */
  sawModuleItem = false;
  /** Whether a conditional type cannot stand here: in the base of another. */
  noConditionalType = false;
  /** Whether an arrow function that begins at once and has a return type must be followed by `:`, as between the `?` and `:` of a condition. */
  colonAfterArrow = false;
  /** Where an arrow function with types was tried in vain, so that nested brackets are not tried over and over. */
  readonly triedArrows = new Set<number>();
  readonly typescript: boolean;
  /** A return outside of functions is allowed, as in CommonJS modules. */
  looseReturn = false;
  /** Frames of recursion in use, in rough units, and how many are in use where an item begins. */
  depth = 0;
  itemDepth = 0;

  /** A line of which the indentation is known, from its beginning to an offset in it; lines may be as long as the text. */
  readonly knownLine = { from: 0, to: -1, indent: 0 };
  /** Where a statement begins that stands no further in than its block, which goes on behind it. */
  outlier = -1;
  /** The first backtick that stands behind an offset. */
  readonly knownTick = { from: 0, at: -1, isInHole: false };

  /** Where `source` begins in the whole text, of which it may be a window; then also the whole, for a look before it. */
  base = 0;
  outer: SourceText | null = null;
  /** End of the furthest token that was looked at. */
  reach = 0;
  /** How far it was looked behind the element before those that are read again; -1 where nothing was looked at. */
  gapReach = -1;
  /** Whether what came next behind that gap would have been taken for an echo of a problem. */
  gapCalm = false;
  /** No token behind this offset may be read; see `Overrun`. */
  limit = Infinity;
  /** The list whose growth is watched while a part of a text is read again, and the question asked after each of its elements: is that enough? */
  watched: readonly unknown[] | null = null;
  isEnough: () => boolean = () => false;
  /** Whether nothing from an element that begins at an offset up to the end of the list that is read again can close a brace opened in between. */
  closesNothing: ((offset: number) => boolean) | null = null;
  /** Whether the text holds an odd number of backticks, so that one of them lacks its counterpart. */
  hasOddTicks = false;
  /** Whether indentation would have told of a closer that belongs to nothing in an item before those that are read. */
  isDoubtedBefore = false;
  /** What must be known of elements of lists beyond their nodes. */
  notes: ElementNotes = new WeakMap();
  /** Items at the top of the text that hold a `}` without its `{`, those with a `{` without its `}`, and those in which indentation would have told of braces, or of templates and tags, and was not asked. */
  overclosed = new Set<Node>();
  unclosed = new Set<Node>();
  loose = new Set<Node>();
  softlyLoose = new Set<Node>();
  /** Items that were read by their indentation although their own braces balance: what follows was taken for a part of them. */
  fragile = new Set<Node>();

  readonly problems: SyntaxProblem[] = [];
  /** A token that the scanner gives although it does not stand there, and the end of the one before it; -1 where there is none. */
  extra = Token.End;
  /** What it reads, if it is a word that is reserved in some places only. */
  extraWord = "";
  extraBehind = -1;
  /** With more problems than this, a reading on trial is over. */
  mostProblems = Infinity;
  /** How much work went into what is missing within the item of the text that is read. */
  repairWork = 0;
  /** How many readings on trial there were. */
  tries = 0;
  /** How many readings are under way that are taken back when something is wrong. */
  speculating = 0;
  /** Up to where what stands in a list may have to do with what is wrong in an element before; -1 where nothing is. */
  repairUntil = -1;
  /** How many problems there were before the first that was found in a list of statements within the element that is read. */
  nestedFrom = Infinity;
  /** Set by a problem of form until a line end or `;` has been passed: what follows on that line is most likely its echo. */
  calm = false;
  /** How many problems were taken for echoes. */
  echoes = 0;
  /** Whether indentation tells where something ends that lacks its closer. */
  guided = false;
  /** What indentation told. */
  readonly guesses: Guess[] = [];
  /** How often it would have told of braces, of those of closers that belong to nothing, and of templates and tags. */
  spots = 0;
  straySpots = 0;
  softSpots = 0;
  /** Where the last template began that seemed to lack its end. */
  loneAt = -1;
  /** Whether a template goes on to the end of the text. */
  isTextOpen = false;
  /** Start of the token before which a comma was last found missing. */
  missingComma = -1;
  /** Where the bracket of that list stands. */
  missingCommaIn = -1;
  /** `{` minus `}` tokens consumed. */
  braces = 0;
  /** `(` and `[` minus `)` and `]` tokens consumed. */
  brackets = 0;
  /** The least that `braces` was, from the beginning of the item of the text that is being read. */
  leastBraces = 0;
  /** `braces` where the item of the text, or the part of a list, that is being read began. */
  itemBraces = 0;
  /** Names of the JSX elements that are open, and how many of them were before the part that is read again. */
  readonly tags: string[] = [];
  outerTags = 0;
  /** Where the bracket of the innermost open list, hole or block stands, further in than whose line its contents stand; `noFence` outside of all. */
  fence = noFence;

  constructor(
    readonly source: string,
    readonly options: ParseOptions,
  ) {
    this.length = source.length;
    this.typescript = options.typescript === true;
  }
}

export function has(p: ParseState, bit: Context): boolean {
  return (p.context & bit) !== 0;
}

/** Whether the current token is `token`. For use behind a move, where the compiler still holds a test of the token before for true. */
export function at(p: ParseState, token: Token): boolean {
  return p.token === token;
}

/** A token that reaches the end of a window may go on behind it. */
export function checkWindow(p: ParseState): void {
  if (p.outer !== null && p.base + p.length < p.outer.length) throw new WindowEnd();
}
