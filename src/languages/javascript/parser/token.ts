/** The kinds of token. Words that are reserved only in some places (`let`, `async`, `of`, …) are names. */
export const enum Token {
  End,
  Name,
  PrivateName,
  Number,
  BigInt,
  String,
  Template,
  RegExp,
  JSXText,
  Unknown,

  BraceOpen,
  BraceClose,
  ParenOpen,
  ParenClose,
  BracketOpen,
  BracketClose,
  Semicolon,
  Comma,
  Dot,
  Ellipsis,
  QuestionDot,
  Question,
  Colon,
  Arrow,
  At,
  Hash,
  Bang,
  Tilde,
  PlusPlus,
  MinusMinus,

  Assign,
  PlusAssign,
  MinusAssign,
  StarAssign,
  SlashAssign,
  PercentAssign,
  PowerAssign,
  ShiftLeftAssign,
  ShiftRightAssign,
  ShiftRightZeroAssign,
  AndAssign,
  OrAssign,
  XorAssign,
  LogicalAndAssign,
  LogicalOrAssign,
  NullishAssign,

  Nullish,
  LogicalOr,
  LogicalAnd,
  BitOr,
  BitXor,
  BitAnd,
  Equal,
  NotEqual,
  StrictEqual,
  StrictNotEqual,
  Less,
  Greater,
  LessEqual,
  GreaterEqual,
  Instanceof,
  In,
  ShiftLeft,
  ShiftRight,
  ShiftRightZero,
  Plus,
  Minus,
  Star,
  Slash,
  Percent,
  Power,

  Break,
  Case,
  Catch,
  Class,
  Const,
  Continue,
  Debugger,
  Default,
  Delete,
  Do,
  Else,
  Enum,
  Export,
  Extends,
  False,
  Finally,
  For,
  Function,
  If,
  Import,
  New,
  Null,
  Return,
  Super,
  Switch,
  This,
  Throw,
  True,
  Try,
  Typeof,
  Var,
  Void,
  While,
  With,
}

const firstKeyword = Token.Break;
const lastKeyword = Token.With;

const keywords: readonly (readonly [string, Token])[] = [
  ["break", Token.Break],
  ["case", Token.Case],
  ["catch", Token.Catch],
  ["class", Token.Class],
  ["const", Token.Const],
  ["continue", Token.Continue],
  ["debugger", Token.Debugger],
  ["default", Token.Default],
  ["delete", Token.Delete],
  ["do", Token.Do],
  ["else", Token.Else],
  ["enum", Token.Enum],
  ["export", Token.Export],
  ["extends", Token.Extends],
  ["false", Token.False],
  ["finally", Token.Finally],
  ["for", Token.For],
  ["function", Token.Function],
  ["if", Token.If],
  ["import", Token.Import],
  ["in", Token.In],
  ["instanceof", Token.Instanceof],
  ["new", Token.New],
  ["null", Token.Null],
  ["return", Token.Return],
  ["super", Token.Super],
  ["switch", Token.Switch],
  ["this", Token.This],
  ["throw", Token.Throw],
  ["true", Token.True],
  ["try", Token.Try],
  ["typeof", Token.Typeof],
  ["var", Token.Var],
  ["void", Token.Void],
  ["while", Token.While],
  ["with", Token.With],
];

/** Keywords by first letter, so that most names are told from keywords by a look at one short list. */
const keywordsByLetter: (readonly [string, Token])[][] = Array.from({ length: 26 }, () => []);
for (const keyword of keywords) keywordsByLetter[keyword[0].charCodeAt(0) - 97]!.push(keyword);
const keywordTokens = new Map<string, Token>(keywords);

/** The keyword at `[start, end)` of `source`, or `Token.Name`. */
export function keywordAt(source: string, start: number, end: number): Token {
  const length = end - start;
  if (length < 2 || length > 10) return Token.Name;
  const list = keywordsByLetter[source.charCodeAt(start) - 97];
  if (list === undefined) return Token.Name;
  for (let i = 0; i < list.length; i += 1) {
    const [word, token] = list[i]!;
    if (word.length === length && source.startsWith(word, start)) return token;
  }
  return Token.Name;
}

export function keywordFor(word: string): Token | undefined {
  return keywordTokens.get(word);
}

/** Whether a token is a reserved word. */
export function isKeyword(token: Token): boolean {
  return token >= firstKeyword && token <= lastKeyword || token === Token.In || token === Token.Instanceof;
}

/** Whether a token is spelled like a name: a name or a reserved word. */
export function isWordLike(token: Token): boolean {
  return token === Token.Name || isKeyword(token);
}

export function isAssignment(token: Token): boolean {
  return token >= Token.Assign && token <= Token.NullishAssign;
}

/** How tightly each binary operator binds; 0 for what is none. */
export const precedence: Uint8Array = new Uint8Array(128);
for (
  const [level, tokens] of [
    [Token.Nullish],
    [Token.LogicalOr],
    [Token.LogicalAnd],
    [Token.BitOr],
    [Token.BitXor],
    [Token.BitAnd],
    [Token.Equal, Token.NotEqual, Token.StrictEqual, Token.StrictNotEqual],
    [Token.Less, Token.Greater, Token.LessEqual, Token.GreaterEqual, Token.Instanceof, Token.In],
    [Token.ShiftLeft, Token.ShiftRight, Token.ShiftRightZero],
    [Token.Plus, Token.Minus],
    [Token.Star, Token.Slash, Token.Percent],
    [Token.Power],
  ].entries()
) {
  for (const token of tokens) precedence[token] = level + 1;
}

const marks: readonly (readonly [Token, string])[] = [
  [Token.BraceOpen, "{"],
  [Token.BraceClose, "}"],
  [Token.ParenOpen, "("],
  [Token.ParenClose, ")"],
  [Token.BracketOpen, "["],
  [Token.BracketClose, "]"],
  [Token.Semicolon, ";"],
  [Token.Comma, ","],
  [Token.Dot, "."],
  [Token.Ellipsis, "..."],
  [Token.QuestionDot, "?."],
  [Token.Question, "?"],
  [Token.Colon, ":"],
  [Token.Arrow, "=>"],
  [Token.Assign, "="],
  [Token.Greater, ">"],
  [Token.Less, "<"],
  [Token.Slash, "/"],
  [Token.While, "while"],
];
const texts = new Map<Token, string>([...marks, ...keywords.map(([word, token]) => [token, word] as const)]);

/** How a token of fixed spelling is written. */
export function spelling(token: Token): string {
  return texts.get(token) ?? "?";
}
