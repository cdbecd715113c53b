/** A review in shards, each made on a machine of its own: which files each takes, and putting the reports together. */
import { levels, type AlertLevel } from "../rules/rule.js";
import { jsonText } from "./json-text.js";
import { byPlace } from "./model.js";
import { configuration } from "./sarif.js";

/** Shard `number` of `of`, counted from 1. */
export interface Shard {
  readonly number: number;
  readonly of: number;
}

/** Whether the file at an index of the sorted list of all files belongs to a shard. Neighbours go to different ones, as large files lie together. */
export function isInShard({ number, of }: Shard, index: number): boolean {
  return index % of === number - 1;
}

/** Reports that cannot be put together, with the reason. */
export class MergeError extends Error {
  override readonly name = "MergeError";
}

/** A report that was read, with the name of its file. */
export interface GivenReport {
  readonly name: string;
  readonly text: string;
}

export interface Merged {
  readonly text: string;
  readonly levels: readonly AlertLevel[];
  /** How many files were looked at. */
  readonly files: number;
  /** Whether a shard could not do all its work. */
  readonly hasProblems: boolean;
}

interface JsonFile {
  readonly path: string;
  readonly isSettings?: boolean;
  readonly alerts: readonly { readonly level: AlertLevel }[];
}

interface JsonShard {
  readonly shard?: Shard;
  readonly files?: readonly JsonFile[];
  readonly counts: Record<AlertLevel, number>;
  readonly baseline: number;
  readonly settled: number;
  readonly leftOut: readonly string[];
  readonly problems: readonly { readonly path: string; readonly reason: string }[];
}

interface SarifResult {
  readonly level: string;
  readonly properties: { readonly level: string };
  readonly locations: readonly { readonly physicalLocation: { readonly artifactLocation: { readonly uri: string } } }[];
}

interface SarifRun {
  readonly properties?: { readonly shard?: Shard };
  readonly artifacts: readonly {
    readonly location: { readonly uri: string };
    readonly roles: readonly string[];
  }[];
  readonly invocations: readonly {
    readonly executionSuccessful: boolean;
    readonly toolExecutionNotifications: readonly unknown[];
  }[];
  readonly results: readonly SarifResult[];
}

/** Puts the reports of all shards together: what comes out is the report of one run. Throws a `MergeError` where shards are missing, are there twice or are of another form. */
export function merged(reports: readonly GivenReport[]): Merged {
  const read = reports.map(({ name, text }) => ({ name, value: valueOf(name, text) }));
  const [first] = read;
  if (first === undefined) throw new MergeError("no report was given");
  const form = formOf(first.name, first.value);
  const other = read.find(({ name, value }) => formOf(name, value) !== form);
  if (other !== undefined) {
    throw new MergeError(`${first.name} is ${form} and ${other.name} is not: all reports are of one form`);
  }
  return form === "JSON" ? mergedJson(read as never) : mergedSarif(read as never);
}

interface Read<Value> {
  readonly name: string;
  readonly value: Value;
}

function mergedJson(read: readonly Read<JsonShard>[]): Merged {
  const shards = inOrder(read, ({ shard }) => shard);
  const files = shards.flatMap(({ name, value }) => {
    if (value.files === undefined) {
      throw new MergeError(`${name} holds only counts: write it without --counts`);
    }
    return value.files;
  });
  const sorted = sortedOnce(files, (file) => file);
  const sum = (count: (value: JsonShard) => number): number => (shards.reduce(
    (whole, { value }) => whole + count(value),
    0,
  ));
  const found = sorted.flatMap(({ alerts }) => alerts.map(({ level }) => level));
  const problems = once(shards.flatMap(({ value }) => value.problems));
  const report = {
    format: 1,
    files: sorted,
    counts: Object.fromEntries(levels.map((level) => [level, found.filter((one) => one === level).length])),
    baseline: sum(({ baseline }) => baseline),
    settled: sum(({ settled }) => settled),
    leftOut: once(shards.flatMap(({ value }) => value.leftOut)),
    problems,
  };
  return { text: jsonText(report), levels: found, files: sorted.length, hasProblems: problems.length > 0 };
}

function mergedSarif(read: readonly Read<{ readonly runs: readonly SarifRun[] }>[]): Merged {
  const runs = inOrder(
    read.map(({ name, value }) => ({ name, value: value.runs[0]! })),
    (run) => run.properties?.shard,
  );
  const artifacts = sortedOnce(
    runs.flatMap(({ value }) => value.artifacts),
    ({ location, roles }) => ({
      path: decodeURIComponent(location.uri),
      isSettings: roles.includes(configuration),
    }),
  );
  const byFile = new Map<string, readonly SarifResult[]>();
  for (const { value } of runs) {
    // What several shards told, as of a settings file, is taken from the last.
    for (const { location } of value.artifacts) byFile.set(location.uri, []);
    for (const result of value.results) {
      const file = result.locations[0]!.physicalLocation.artifactLocation.uri;
      byFile.set(file, [...byFile.get(file)!, result]);
    }
  }
  const results = artifacts.flatMap(({ location }) => byFile.get(location.uri)!);
  const invocations = runs.flatMap(({ value }) => value.invocations);
  const { properties: _, ...frame } = runs[0]!.value;
  const report = {
    ...read[0]!.value,
    runs: [{
      ...frame,
      artifacts,
      invocations: [{
        executionSuccessful: invocations.every(({ executionSuccessful }) => executionSuccessful),
        toolExecutionNotifications: once(invocations.flatMap((one) => one.toolExecutionNotifications)),
      }],
      results,
    }],
  };
  return {
    text: jsonText(report),
    levels: results.map(
      ({ level, properties }) => (
        levels.find((one) => one === properties.level) ?? (level === "note" ? "information" : (level as AlertLevel))
      ),
    ),
    files: artifacts.length,
    hasProblems: invocations.some(({ executionSuccessful }) => !executionSuccessful),
  };
}

function valueOf(name: string, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new MergeError(`${name} is no report: ${(error as Error).message}`);
  }
}

function formOf(name: string, value: unknown): "JSON" | "SARIF" {
  const { format, version, runs } = (value ?? {}) as { format?: unknown; version?: unknown; runs?: unknown };
  if (format === 1) return "JSON";
  if (version === "2.1.0" && Array.isArray(runs) && runs.length === 1) return "SARIF";
  throw new MergeError(`${name} is no report of \`alert-quill review --format json\` or \`sarif\``);
}

/** The shards by their number; all of them must be there, once. */
function inOrder<Value>(
  read: readonly Read<Value>[],
  shardOf: (value: Value) => Shard | undefined,
): Read<Value>[] {
  const byNumber = new Map<number, Read<Value>>();
  let all = 0;
  for (const one of read) {
    const shard = shardOf(one.value);
    if (shard === undefined) throw new MergeError(`${one.name} is the report of a whole review: write it with --shard`);
    const same = byNumber.get(shard.number);
    if (same !== undefined) throw new MergeError(`${same.name} and ${one.name} are both shard ${shard.number}`);
    if (all !== 0 && all !== shard.of) {
      throw new MergeError(`${one.name} is one of ${shard.of} shards, and ${read[0]!.name} one of ${all}`);
    }
    all = shard.of;
    byNumber.set(shard.number, one);
  }
  return Array.from({ length: all }, (_, index) => {
    const one = byNumber.get(index + 1);
    if (one === undefined) throw new MergeError(`shard ${index + 1} of ${all} is missing`);
    return one;
  });
}

/** In the order of reports; what several shards told, as of a settings file, is taken once. */
function sortedOnce<Value>(values: readonly Value[], fileOf: (value: Value) => Parameters<typeof byPlace>[0]): Value[] {
  const byPath = new Map(values.map((value) => [fileOf(value).path, value]));
  return [...byPath.values()].sort((a, b) => byPlace(fileOf(a), fileOf(b)));
}

/** Equal values once. */
function once<Value>(values: readonly Value[]): Value[] {
  return [...new Map(values.map((value) => [JSON.stringify(value), value])).values()];
}
