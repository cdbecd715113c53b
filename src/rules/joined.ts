/** Rules that have the same id in several languages are one rule, which goes about it in each language's own way. */
import type { AlertingExample, Rule } from "./rule.js";

/** What was joined, so that the same rules always give the same one. */
const made = new WeakMap<Rule, { readonly parts: readonly Rule[]; readonly whole: Rule }[]>();

/** The rules of a list, those of one id as one. Where they differ in title or level, those of the first hold; the reasons stand one behind another. What may be said in options is as the first has it, and what they are where nothing is said is as each has it. */
export function joinRules(rules: readonly Rule[]): Rule[] {
  const groups = new Map<string, Rule[]>();
  for (const rule of rules) {
    const group = groups.get(rule.id);
    if (group === undefined) groups.set(rule.id, [rule]);
    else group.push(rule);
  }
  return [...groups.values()].map((parts) => (parts.length === 1 ? parts[0]! : joined(parts)));
}

function joined(parts: readonly Rule[]): Rule {
  const [first] = parts;
  const known = made.get(first!) ?? [];
  made.set(first!, known);
  const before = known.find(
    (one) => one.parts.length === parts.length && one.parts.every((part, index) => part === parts[index]),
  );
  if (before !== undefined) return before.whole;
  const whole: Rule = {
    ...first!,
    why: parts
      .map(
        ({ why, languages: [id] = [] }, index) => (
          index === 0 || why === first!.why ? why : `In ${id![0]!.toUpperCase()}${id!.slice(1)}: ${why}`
        ),
      )
      .join("\n\n"),
    languages: parts.flatMap(({ languages = [] }) => languages),
    ...(
      parts.some(({ beside }) => beside !== undefined) && {
        beside: [...new Map(parts.flatMap(({ beside = [] }) => beside).map((rule) => [rule.id, rule])).values()],
      }
    ),
    in: Object.fromEntries(parts.flatMap((part) => (part.languages ?? []).map((id) => [id, part]))),
    examples: {
      alerts: parts.flatMap((part, index) => part.examples.alerts.map((one) => inLanguage(one, part, index))),
      quiet: parts.flatMap((part, index) => part.examples.quiet.map((one) => inLanguage(one, part, index))),
    },
  };
  known.push({ parts, whole });
  return whole;
}

/** An example of another language than the first says what it is written in. */
function inLanguage<Example extends Omit<AlertingExample, "after">>(
  example: Example,
  { languages }: Rule,
  index: number,
): Example {
  return index === 0 || example.languageId !== undefined ? example : { ...example, languageId: languages![0]! };
}
