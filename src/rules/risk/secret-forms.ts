/** Texts that are secrets by their form, and those that look like one. */

/** Forms in which keys are handed out, with what they are. */
const forms: readonly (readonly [RegExp, string])[] = [
  [/-----BEGIN (?:[A-Z]+ )*PRIVATE KEY(?: BLOCK)?-----[\s\\nr]*[A-Za-z0-9+/=\s\\]{40}/, "A private key"],
  [/\b(?:AKIA|ASIA)[0-9A-Z]{16}\b/, "An access key"],
  [/\bgh[pousr]_[A-Za-z0-9]{36,}\b/, "An access token"],
  [/\bgithub_pat_[A-Za-z0-9_]{40,}\b/, "An access token"],
  [/\bglpat-[A-Za-z0-9_-]{20,}/, "An access token"],
  [/\bxox[abeprs]-[A-Za-z0-9-]{20,}/, "An access token"],
  [/\b[sr]k_live_[A-Za-z0-9]{16,}/, "An access key"],
  [/\bAIza[0-9A-Za-z_-]{35}\b/, "An access key"],
  [/\bnpm_[A-Za-z0-9]{36}\b/, "An access token"],
  [/\beyJ[A-Za-z0-9_-]{10,}\.eyJ[A-Za-z0-9_-]{10,}\.[A-Za-z0-9_-]{10,}/, "A signed token"],
];

const mayHoldSecret = /[A-Za-z0-9_-]{16}|:\/\/|-----BEGIN/;
const address = /\b[a-z][a-z0-9+.-]*:\/\/([^\s:/@?#]+):([^\s/@?#]{3,})@([^\s:/?#]+)/i;

/** What stands where a value is to be put. */
const placeholder = /^(?:(.)\1*|<.*>|\[.*\]|\{+.*\}+|%.*|\$.*)$|x{4}|\*{3}|\.{3}|#{3}|\$\{|\{\{|1234|abcd|qwer/i;
const forShow = /example|sample|dummy|test|fake|mock|placeholder|change.?me|replace|insert|todo|fixme|your|redacted|secret|password|passwd|token|default|localhost|invalid|unknown|undefined|null|none|foo|bar/i;

const isForShow = (value: string): boolean => placeholder.test(value) || forShow.test(value);

/** What secret a text holds by its form, in words. */
export function secretForm(value: string): string | undefined {
  // Most texts are words.
  if (!mayHoldSecret.test(value)) return undefined;
  for (const [form, what] of forms) {
    const found = form.exec(value)?.[0];
    if (found !== undefined && !/EXAMPLE|example|0{8}|1234567/.test(found)) return what;
  }
  const [, user, password, host] = address.exec(value) ?? [];
  if (password === undefined || password === user || isForShow(password) || isForShow(host!)) return undefined;
  return /^(?:127\.0\.0\.1|db|database|postgres|mysql|redis|mongo)$/.test(host!) ? undefined : "A password";
}

/** The bits that each character of a text tells, after C. E. Shannon, "A Mathematical Theory of Communication", 1948. */
function entropy(value: string): number {
  const counts = new Map<string, number>();
  for (const one of value) counts.set(one, (counts.get(one) ?? 0) + 1);
  let sum = 0;
  for (const count of counts.values()) sum -= (count / value.length) * Math.log2(count / value.length);
  return sum;
}

const words = /^(?:\p{L}+|\d{1,4})(?:[-_.:/ ]+(?:\p{L}+|\d{1,4}))*$/u;

/** Whether letters and digits follow each other as nobody would write them as words: not only at the end, as in `build20260301`. */
function isMixed(value: string): boolean {
  return [...value.matchAll(/[A-Za-z0-9]{12,}/g)].some(
    ([part]) => (part.match(/[A-Za-z](?=\d)|\d(?=[A-Za-z])/g)?.length ?? 0) >= 3,
  );
}

/** Whether a text that is given to a secret's name looks like one: nothing that a person would write as words, or as an address. */
export function looksSecret(value: string, isPassword: boolean): boolean {
  if (value.length < 8 || value.length > 300 || /\s/.test(value) || isForShow(value)) return false;
  if (words.test(value) || /^(?:[a-z][a-z0-9+.-]*:\/\/|\.{0,2}\/|#)/i.test(value)) return false;
  if (!isPassword) return value.length >= 16 && isMixed(value) && entropy(value) >= 3.2;
  return [/\p{Ll}/u, /\p{Lu}/u, /\d/, /[^\p{L}\p{N}]/u].filter((kind) => kind.test(value)).length >= 2;
}
