/** Where the tokens of a text most likely are; good enough to choose one at random. */
export function roughTokens(text: string): { at: number; token: string }[] {
  return [...text.matchAll(/[A-Za-z_$][\w$]*|\d+|=>|===|&&|\|\||[^\s\w]/g)].map((match) => ({
    at: match.index,
    token: match[0],
  }));
}
