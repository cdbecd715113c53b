/** What is wrong with settings. */
import type { z } from "zod";
import { nearest } from "../model/spelling.js";

/** What kind of mistake settings hold; each is the id of a rule of the area `settings`, without the area. */
export type SettingsCode =
  | "unknown-key"
  | "unknown-rule"
  | "wrong-value"
  | "missing-kit"
  | "missing-pack"
  | "unreachable-zone"
  | "broken-file";

/** From the outermost key inward. */
export type SettingsPath = readonly (string | number)[];

/** A change that settles an issue, at a place in the settings. */
export type SettingsRemedy = { readonly title: string; readonly path: SettingsPath } & (
    | { readonly rename: string }
    | { readonly value: unknown }
    /** What stands at the path goes to another one, joined with what is there. */
    | { readonly moveTo: SettingsPath }
    | { readonly remove: true }
);

export interface SettingsIssue {
  readonly code: SettingsCode;
  readonly path: SettingsPath;
  /** Whether it is about the key at the end of the path, and not the value there. */
  readonly atKey?: boolean;
  /** What is wrong and what to do. */
  readonly message: string;
  /** What is left out because of it, where that is more than what stands at the path. */
  readonly drops?: SettingsPath;
  /** What was probably meant. */
  readonly suggestion?: string;
  /** The best first. */
  readonly remedies?: readonly SettingsRemedy[];
}

/** Thrown for settings that cannot be used. It names every mistake, not just the first. */
export class SettingsError extends Error {
  constructor(
    readonly issues: readonly SettingsIssue[],
    /** The file that holds the settings, where there is one. */
    readonly source?: string,
  ) {
    super(
      [
        `The settings${source === undefined ? "" : ` in ${source}`} cannot be used:`,
        ...issues.map((issue) => `  ${pathText(issue.path)}${issue.message}`),
      ].join("\n"),
    );
    this.name = "SettingsError";
  }
}

function pathText(path: SettingsPath): string {
  return path.length === 0 ? "" : `${path.join(" › ")}: `;
}

/** An issue about a key or word that is not known, with "did you mean" where something is near, and remedies to change it or take it out. */
export function unknownWord(
  issue: Omit<SettingsIssue, "suggestion" | "remedies">,
  word: string,
  candidates: Iterable<string>,
): SettingsIssue {
  const { path, atKey } = issue;
  const all = [...candidates];
  const found = all.includes(`${word}.*`) ? [`${word}.*`] : nearest(word, all);
  const remedies = [
    ...found.map((near): SettingsRemedy => ({
      title: `Change to \`${near}\``,
      path,
      ...(atKey ? { rename: near } : { value: near }),
    })),
    { title: `Take \`${word}\` out`, path, remove: true } as const,
  ];
  const [suggestion] = found;
  return suggestion === undefined
    ? { ...issue, remedies }
    : { ...issue, message: `${issue.message}: did you mean \`${suggestion}\`?`, suggestion, remedies };
}

const typeWords: Readonly<Record<string, string>> = {
  array: "a list",
  object: "an object",
  record: "an object",
  string: "a text",
  number: "a number",
  int: "a whole number",
  boolean: "`true` or `false`",
  null: "`null`",
};

function kindOf(value: unknown): string {
  if (value === null) return "null";
  return Array.isArray(value) ? "array" : typeof value;
}

/** What zod found wrong with a value, in words of this package. `value` is the whole that was checked. */
function describeIssue(issue: z.core.$ZodIssue, value: unknown): string {
  const found = issue.path.reduce<unknown>(
    (inner, key) => (inner as Record<PropertyKey, unknown> | undefined)?.[key],
    value,
  );
  const given = found === undefined ? "it is missing" : `${JSON.stringify(found)?.slice(0, 60) ?? "this"} is not`;
  const list = (values: readonly unknown[]): string => values.map((one) => `\`${JSON.stringify(one)}\``).join(", ");
  switch (issue.code) {
    case "invalid_type":
      return found === undefined
        ? `\`${String(issue.path.at(-1))}\` is missing: ${typeWords[issue.expected] ?? issue.expected}`
        : `this must be ${typeWords[issue.expected] ?? issue.expected}, and is ${typeWords[kindOf(found)] ?? kindOf(found)}`;
    case "invalid_value":
      return `this must be one of ${list(issue.values)}; ${given}`;
    case "invalid_union": {
      const options = issue.errors
        .flat()
        .map(
          (inner) => (
            inner.code === "invalid_type"
              ? (typeWords[inner.expected] ?? inner.expected)
              : inner.code === "invalid_value" ? list(inner.values) : inner.message
          ),
        );
      return `this must be ${[...new Set(options)].join(" or ")}; ${given}`;
    }
    case "too_small":
      return issue.origin === "number" || issue.origin === "int"
        ? `this must be ${String(issue.minimum)} or more; ${given}`
        : "this cannot be empty";
    case "too_big":
      return `this must be ${String(issue.maximum)} or less; ${given}`;
    default:
      return `${issue.message[0]!.toLowerCase()}${issue.message.slice(1)}`;
  }
}

/** What can be put in place of a wrong value. */
function valuesFor(issue: z.core.$ZodIssue): readonly unknown[] {
  if (issue.code === "invalid_value") return issue.values;
  if (issue.code === "invalid_union") return issue.errors.flat().flatMap(valuesFor);
  return issue.code === "invalid_type" && issue.expected === "boolean" ? [true, false] : [];
}

/**
 * Reads a value by a schema and keeps what can be kept of it: what is wrong is named in `issues` and left out. `prefix` is where the value stands in
 * the settings; `keysAt` gives the keys that are known at a place inside it.
 */
export function salvage<Data>(
  schema: z.ZodType<Data>,
  value: unknown,
  prefix: SettingsPath,
  keysAt: (path: SettingsPath) => readonly string[],
): { data: Data | undefined; issues: SettingsIssue[] } {
  let rest = structuredClone(value);
  let issues: SettingsIssue[] | undefined;
  for (let round = 0; round < 8; round += 1) {
    const checked = schema.safeParse(rest);
    if (checked.success) return { data: checked.data, issues: issues ?? [] };
    issues ??= checked.error.issues.flatMap((issue) => issuesOf(issue, value, prefix, keysAt));
    const bad = checked.error.issues.flatMap(
      (issue): PropertyKey[][] => {
        if (issue.code === "unrecognized_keys") return issue.keys.map((key) => [...issue.path, key]);
        // Where something is missing, what lacks it goes.
        const isThere = issue.path.reduce<unknown>(
          (inner, key) => (inner as Record<PropertyKey, unknown> | undefined)?.[key],
          rest,
        ) !==
          undefined;
        return [isThere ? [...issue.path] : issue.path.slice(0, -1)];
      },
    );
    if (bad.some((path) => path.length === 0)) return { data: undefined, issues };
    rest = without(rest, bad);
  }
  return { data: undefined, issues: issues ?? [] };
}

function issuesOf(
  issue: z.core.$ZodIssue,
  value: unknown,
  prefix: SettingsPath,
  keysAt: (path: SettingsPath) => readonly string[],
): SettingsIssue[] {
  const inner = issue.path as (string | number)[];
  const path = [...prefix, ...inner];
  if (issue.code === "unrecognized_keys") {
    return issue.keys.map((key) => unknownWord(
      { code: "unknown-key", path: [...path, key], atKey: true, message: `there is no setting \`${key}\` here` },
      key,
      keysAt(inner),
    ));
  }
  const word = inner.reduce<unknown>((found, key) => (found as Record<PropertyKey, unknown> | undefined)?.[key], value);
  const values = valuesFor(issue);
  const near = typeof word === "string"
    ? nearest(word, values.filter((one): one is string => typeof one === "string"))
    : [];
  const offered = [...near, ...values.filter((one) => !near.includes(one as string))].slice(0, 4);
  const remedies = offered.map((one): SettingsRemedy => ({
    title: `Change to \`${JSON.stringify(one)}\``,
    path,
    value: one,
  }));
  if (word !== undefined && path.length > 0) remedies.push({ title: "Take it out", path, remove: true });
  return [{
    code: "wrong-value",
    path,
    message: describeIssue(issue, value),
    ...(word === undefined && path.length > 1 && { drops: path.slice(0, -1) }),
    remedies,
    ...(near[0] !== undefined && { suggestion: near[0] }),
  }];
}

/** A value without what stands at the given paths. */
function without(value: unknown, paths: readonly (readonly PropertyKey[])[]): unknown {
  // From the end of lists, so that places before stay what they are.
  const ordered = [...paths].sort((a, b) => Number(b.at(-1)) - Number(a.at(-1)) || 0);
  for (const path of ordered) {
    const holder = path
      .slice(0, -1)
      .reduce<unknown>((inner, key) => (inner as Record<PropertyKey, unknown> | undefined)?.[key], value);
    const key = path.at(-1)!;
    if (Array.isArray(holder)) holder.splice(Number(key), 1);
    else if (typeof holder === "object" && holder !== null) delete (holder as Record<PropertyKey, unknown>)[key];
  }
  return value;
}
