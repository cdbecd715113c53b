/** What a literal's text stands for. */

const simpleEscapes: Readonly<Record<string, string>> = {
  n: "\n",
  t: "\t",
  r: "\r",
  b: "\b",
  f: "\f",
  v: "\v",
  0: "\0",
};
const escape = /\\(?:u\{([\dA-Fa-f]+)\}|u([\dA-Fa-f]{4})|x([\dA-Fa-f]{2})|([0-3]?[0-7]{1,2})(?![89])|\r\n|([^]))/gu;

/** Resolves the escapes of a string or template text; `undefined` when one of them is malformed. */
export function cook(text: string): string | undefined {
  if (!text.includes("\\")) return text;
  let sound = true;
  const cooked = text.replace(
    escape,
    (whole, braced?: string, four?: string, two?: string, octal?: string, one?: string) => {
      const hex = braced ?? four ?? two;
      if (hex !== undefined) {
        const code = Number.parseInt(hex, 16);
        if (code > 0x10ffff) sound = false;
        return sound ? (four ? String.fromCharCode(code) : String.fromCodePoint(code)) : whole;
      }
      if (octal !== undefined) return String.fromCharCode(Number.parseInt(octal, 8));
      if (one === undefined || /[\n\r\u2028\u2029]/.test(one)) return "";
      if (one === "u" || one === "x") sound = false;
      return simpleEscapes[one] ?? one;
    },
  );
  return sound ? cooked : undefined;
}

/** The value of a literal's text. */
export function literalValue(raw: string): string | number | boolean | null {
  const first = raw.charCodeAt(0);
  if (first === 34 || first === 39) {
    const closed = raw.length > 1 && raw.charCodeAt(raw.length - 1) === first;
    return cook(raw.slice(1, closed ? -1 : undefined)) ?? raw;
  }
  if (raw === "true") return true;
  if (raw === "false") return false;
  if (raw === "null") return null;
  if (first === 47 || raw.endsWith("n")) return raw;
  const plain = raw.replaceAll("_", "");
  return /^0[0-7]+$/.test(plain) ? Number.parseInt(plain, 8) : Number(plain);
}
