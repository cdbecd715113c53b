import type { SyntaxProblem } from "../../../syntax/problem.js";

/** What a token is. A keyword, an operator and a name hold their spelling in `value`. */
export const enum Token {
  End,
  Newline,
  Indent,
  Dedent,
  Name,
  Keyword,
  Number,
  /** A text of which `start` is the prefix or mark; it is read from there. */
  Text,
  Operator,
  /** What no token begins with. */
  Bad,
}

/** Where the reading is: all that `mark` and `back` keep. */
interface Cursor {
  /** Behind the current token. */
  at: number;
  token: Token;
  start: number;
  value: string;
  /** Whether the current token is the first of its line. */
  isFirst: boolean;
  /** Where the token before ended. */
  prevEnd: number;
  /** How many brackets are open. */
  depth: number;
  brackets: OpenBracket | undefined;
  /** Columns at which the blocks around begin, from the outermost, which is 0. */
  columns: readonly number[];
  /** The same with tabs that are one column wide. */
  tabColumns: readonly number[];
  /** How many blocks end here and have not been told of. */
  dedents: number;
  /** The next token begins a line outside of brackets. */
  atLineStart: boolean;
  /** A problem was found in this logical line: what follows in it may be an echo. */
  calm: boolean;
  /** Something but the indentation of the line is wrong in it. */
  isTroubled: boolean;
  indentProblem: SyntaxProblem | undefined;
  problemCount: number;
  /** How many problems have been found, with those that gave way. */
  reported: number;
}

/** What stands around the code that is read, as far as it decides what may stand there. */
export interface Context {
  readonly inFunction: boolean;
  readonly inAsync: boolean;
  readonly inLoop: boolean;
  readonly inClass: boolean;
  /** In an `except*`, which neither `return` nor `break` may leave. */
  readonly inStar: boolean;
}

export const outside: Context = { inFunction: false, inAsync: false, inLoop: false, inClass: false, inStar: false };

export interface ParseOptions {
  /** 308 for 3.8, 314 for 3.14. */
  readonly edition: number;
  /** It only declares what is elsewhere. */
  readonly isStub: boolean;
  /** What it imports is there for those who import it, as in `__init__.py`. */
  readonly isPackage: boolean;
}

/** A bracket that was opened, with those around it. */
export interface OpenBracket {
  readonly at: number;
  /** How many are open with it. */
  readonly depth: number;
  readonly outer: OpenBracket | undefined;
}

/** A text that is being read. All offsets count from its beginning, in UTF-16 code units. */
export class ParseState implements Cursor {
  at = 0;
  token = Token.Newline;
  start = 0;
  value = "";
  isFirst = true;
  prevEnd = 0;
  depth = 0;
  /** The bracket that was opened last, unless a closer is behind it. */
  brackets: OpenBracket | undefined;
  /** Whether what is in brackets was looked at up to where reading stops. */
  sawLimit = false;
  columns: readonly number[] = [0];
  tabColumns: readonly number[] = [0];
  dedents = 0;
  atLineStart = true;
  calm = false;
  isTroubled = false;
  reported = 0;
  problemCount = 0;
  /** How deep what is read is nested. */
  nesting = 0;
  /** The line before was not understood and may have opened a block. */
  isBroken = false;
  /** What is read is the header of a block, up to its colon. */
  inHeader = false;
  /** What stood before was the block of such a line. */
  isBehindBroken = false;
  /** The problem that was found with the indentation of the current line, which gives way to others of the line. */
  indentProblem: SyntaxProblem | undefined;
  context: Context = outside;
  /** What is read is the text from its beginning, where a mark of its encoding may stand. */
  startsText = true;
  readonly problems: SyntaxProblem[] = [];
  /** Where lines begin at a column at which no block around them does: from there on a block has another column than before. */
  readonly odd: number[] = [];
  /** The depth of brackets at which the value in a formatted text ends; -1 outside of such. */
  fieldDepth = -1;
  /** Where reading stops, as if the text ended there. */
  limit: number;

  constructor(
    readonly source: string,
    readonly options: ParseOptions,
  ) {
    this.limit = source.length;
  }

  mark(): Cursor {
    const { at, token, start, value, isFirst, prevEnd, depth, brackets, columns, tabColumns } = this;
    const { dedents, atLineStart, calm, isTroubled, indentProblem, reported, problems } = this;
    const place = { at, token, start, value, isFirst, prevEnd, depth, brackets, columns, tabColumns };
    return { ...place, dedents, atLineStart, calm, isTroubled, indentProblem, reported, problemCount: problems.length };
  }

  /** Goes back to a mark; what was reported since is forgotten. */
  back(cursor: Cursor): void {
    Object.assign(this, cursor);
    this.problems.length = Math.min(this.problems.length, cursor.problemCount);
  }
}
