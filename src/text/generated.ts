/** What says at the top of a file that a program writes it, and will write it again. */
const signs = [
  /@generated\b/,
  /\bauto-?generated\b/i,
  /\b(?:is|are) generated (?:by|from|with)\b/i,
  /\bgenerated (?:by|with) \S+ v?\d/i,
  // Not where a sentence speaks of other code.
  /(?:^[^\p{L}\n]*|[.!:][ \t]+|\b(?:is|are|contains|this)[ \t]+(?:an?[ \t]+)?)generated (?:file|code|parser|lexer)\b/imu,
  /\bgenerated\b[^]{0,200}\bdo not (?:edit|modify|change)\b/i,
  /\bdo not (?:edit|modify|change)\b[^]{0,200}\bgenerated\b/i,
];

/** How far into a file the comments at its top are looked at, in UTF-16 code units. */
export const topOfFile = 1500;

/** Whether the comments at the top of a file say that it is generated. */
export function saysGenerated(comments: string): boolean {
  return signs.some((sign) => sign.test(comments));
}
