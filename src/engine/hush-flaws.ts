/** Comments that are nearly hush comments: what is wrong with them, and what was most likely meant. */
import { nearest } from "../model/spelling.js";
import type { HushFlaw } from "../rules/rule.js";

const words = ["hush", "hush-file", "hush-from", "hush-to", "known"];

/** Whether a date as `YYYY-MM-DD` is one of the calendar. */
export function isDate(date: string): boolean {
  const time = Date.parse(`${date}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(date);
}

/** What keeps a comment, which begins with `quill`, from being read as one to this program; `undefined` where it most likely is none at all. */
export function flawOf(comment: string): HushFlaw | undefined {
  const [, colon, word, rest] = /^quill(\s*:\s*|\s+)([\w-]+)([^]*)$/.exec(comment) ?? [];
  if (colon === undefined || word === undefined || rest === undefined) return undefined;
  const meant = words.includes(word) ? word : nearest(word, words)[0];
  if (meant === undefined) return undefined;
  // Without its mark it is only told where a rule follows: a quill may be known for other things.
  if (!colon.includes(":") && !/^\s+[\w-]+\.[\w*-]/.test(rest)) return undefined;
  const flaws: string[] = [];
  if (!colon.includes(":")) flaws.push("`:` is missing behind `quill`");
  if (meant !== word) flaws.push(`\`${word}\` is not known: \`${meant}\` is most likely meant`);
  const [, listed = "", reason] = /^([^]*?)(?:\s+because\b\s*([^]*))?$/.exec(rest)!;
  const [, names = "", until] = /^([^]*?)(?:\s+until\b\s*(\S*))?\s*$/.exec(listed)!;
  if (/^\s*:/.test(names)) flaws.push(`the rule stands right behind \`${meant}\`, without a \`:\``);
  const list = names.split(/[\s,:]+/).filter((name) => name !== "");
  if (list.length === 0 && meant !== "hush-to") flaws.push(meant === "known" ? "it names nothing" : "it names no rule");
  else if (/,\s*$/.test(names)) flaws.push("the last `,` has no rule behind it");
  else if (list.length > 1 && !/^\s*:?\s*[^\s,]+(?:\s*,\s*[^\s,]+)+\s*$/.test(names)) {
    flaws.push("commas separate the rules");
  }
  if (until !== undefined && !isDate(until)) {
    flaws.push(
      until === "" ? "the date behind `until` is missing" : `\`${until}\` is no date: write it as \`2027-01-31\``,
    );
  }
  if (reason === "") flaws.push("the reason behind `because` is missing");
  if (flaws.length === 0) return undefined;
  const instead = [
    `quill: ${meant}`,
    list.length > 0 ? ` ${list.join(", ")}` : "",
    until !== undefined && isDate(until) ? ` until ${until}` : "",
    reason ? ` because ${reason.trim()}` : "",
  ].join("");
  const isSettled = (list.length > 0 || meant === "hush-to") && (until === undefined || isDate(until));
  return { message: `This comment has no effect: ${flaws[0]}`, ...(isSettled && { instead }) };
}
