/** Classes of code points, after ECMAScript 2025 §12. */

/** What an ASCII code unit may be part of: 1 = starts a name, 2 = continues a name, 4 = decimal digit. */
export const asciiClass: Uint8Array = new Uint8Array(128);
for (let unit = 0; unit < 128; unit += 1) {
  const char = String.fromCharCode(unit);
  if (/[A-Za-z$_]/.test(char)) asciiClass[unit] = 3;
  else if (/\d/.test(char)) asciiClass[unit] = 6;
}

const startPattern = /^\p{ID_Start}$/u;
const continuePattern = /^[\p{ID_Continue}\u200c\u200d]$/u;

export function startsName(codePoint: number): boolean {
  return codePoint < 128 ? (asciiClass[codePoint]! & 1) !== 0 : startPattern.test(String.fromCodePoint(codePoint));
}

export function continuesName(codePoint: number): boolean {
  return codePoint < 128 ? (asciiClass[codePoint]! & 2) !== 0 : continuePattern.test(String.fromCodePoint(codePoint));
}

/** White space beyond ASCII: no-break space, byte order mark and the category Zs. */
export function isWideSpace(unit: number): boolean {
  return unit === 0xa0 ||
    unit === 0xfeff ||
    unit === 0x1680 ||
    (unit >= 0x2000 && unit <= 0x200a) ||
    unit === 0x202f ||
    unit === 0x205f ||
    unit === 0x3000;
}

export function isLineEnd(unit: number): boolean {
  return unit === 10 || unit === 13 || unit === 0x2028 || unit === 0x2029;
}

export function isHexDigit(unit: number): boolean {
  return (unit >= 48 && unit <= 57) || (unit >= 97 && unit <= 102) || (unit >= 65 && unit <= 70);
}
