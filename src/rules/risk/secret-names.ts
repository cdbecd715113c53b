/** Names of what nobody must know or guess. */

const secret = /^(?:pass(?:word|wd|phrase|code)s?|pwd|secrets?|tokens?|credentials?|apikeys?|nonce|otp|csrf|salt)$/;
const pair = /(?:^|_)(?:(?:api|access|private|secret|signing|encryption|auth|session|master|shared)_keys?|session_id|(?:reset|login|access|invite|verification|one_time)_codes?)(?:_|$)/;

/** What a name ends with that speaks of a secret and is none itself. */
const about = /_(?:name|field|label|header|url|uri|path|file|dir|type|kind|length|size|count|index|expiry|ttl|regex|pattern|input|placeholder|hint|error|message|text|title|help|prefix|suffix|format|rules?|policy|class|selector|param|env|var|variable|endpoint|issuer|scope|list|set|map|schema|store|service|provider|factory|manager|limit|budget|usage|at|by|for|key)$/;

/** The words of a name, joined by `_`. */
export function wordsOf(name: string): string {
  return name
    .replaceAll(
      /([\p{Ll}\d])(\p{Lu})|(\p{Lu})(?=\p{Lu}\p{Ll})/gu,
      (_, small = "", large = "", alone = "") => `${small}${alone}_${large}`,
    )
    .replaceAll(/[^\p{L}\p{N}]+/gu, "_")
    .replaceAll(/^_+|_+$/g, "")
    .toLowerCase();
}

/** Whether something of a name is a secret, as a password, token or key. */
export function saysSecret(name: string): boolean {
  const words = wordsOf(name);
  if (pair.test(words)) return true;
  return !about.test(words) && words.split("_").some((word) => secret.test(word));
}

/** Whether it is a password, which may be as short and plain as its owner likes. */
export const saysPassword = (name: string): boolean =>
  /(?:^|_)pass(?:word|wd|phrase|code)?s?(?:_|$)|(?:^|_)pwd(?:_|$)/.test(wordsOf(name));
