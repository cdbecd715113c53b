import { RevisionError } from "../project/changed-lines.js";
import { mendProject } from "../project/mend.js";
import { changedLines } from "../report/changes.js";
import { visibleText } from "../report/columns.js";
import { counted } from "../report/model.js";
import { Text } from "../text/text.js";
import { faultOfNames } from "./known-rules.js";
import { complain, outputColours, outputWidth, print } from "./output.js";
import { visitFrom } from "./review.js";
import { sourceOf } from "./source.js";
import { noProfile } from "./trace.js";

export interface MendCommandOptions {
  readonly only?: readonly string[];
  readonly proposed?: boolean;
  readonly dryRun?: boolean;
  /** As `dryRun`, and something that would be settled is no success. */
  readonly check?: boolean;
  readonly since?: string;
  readonly profile?: string;
  readonly baseline?: boolean;
  readonly as?: string;
  readonly settings?: string;
  readonly format?: "text" | "json";
}

export async function mendCommand(
  paths: readonly string[],
  { only, proposed, check = false, dryRun = check, since, profile, baseline, format, ...source }: MendCommandOptions,
): Promise<number> {
  const taken = sourceOf(paths, source);
  const unknown = await faultOfNames(only);
  if (unknown !== undefined) {
    complain(unknown);
    return 2;
  }
  const colours = outputColours();
  const drawing = { colours, width: outputWidth() };
  const options = {
    dryRun,
    ...(only && { only }),
    ...(proposed && { certainty: "proposed" as const }),
    ...(since !== undefined && { since }),
  };
  let mended: Awaited<ReturnType<typeof mendProject>>;
  try {
    mended = await mendProject(
      {
        ...visitFrom(paths),
        ...taken,
        ...(profile !== undefined && { profile }),
        ...(only && { about: only }),
        ...(baseline && { ignoresBaseline: true }),
      },
      options,
    );
  } catch (error) {
    if (!(error instanceof RevisionError)) throw error;
    complain(error.message);
    return 2;
  }
  const { files, problems, broken, profiles } = mended;
  if (profile !== undefined && !profiles.includes(profile)) {
    complain(noProfile(profile, profiles));
    return 2;
  }
  if (taken.input !== undefined && format !== "json" && !dryRun) {
    // What was read comes out again, mended.
    print(files[0]?.after ?? taken.input.text);
    for (const { path, reason } of problems) complain(`${visibleText(path)}: ${reason}`);
    return problems.length > 0 ? 2 : 0;
  }
  if (format === "json") {
    const changed = files.map(({ path, before, after, applied, dropped, fights }) => ({
      path,
      changes: before !== after,
      settled: Object.fromEntries(applied),
      leftOut: dropped,
      fights: fights.map(({ rules, at }) => ({ rules, at })),
      ...(dryRun && { after }),
    }));
    print(`${JSON.stringify({ format: 1, written: !dryRun, files: changed, problems }, undefined, 2)}\n`);
    const settles = changed.some(({ changes }) => changes);
    const leaves = files.some(({ dropped, fights }) => dropped.length + fights.length > 0);
    return problems.length > 0 || broken.length > 0 ? 2 : leaves || (check && settles) ? 1 : 0;
  }
  const sums = new Map<string, number>();
  /** How much could be settled, and was not. */
  let left = 0;
  for (const { path, before, after, applied, dropped, fights } of files) {
    const counts = [...applied].map(([rule, count]) => `${count} × ${rule}`);
    if (counts.length > 0) print(`${colours.path(path)}  ${counts.join(", ")}\n`);
    if (dryRun && before !== after) print(`${changedLines(before, after, drawing).join("\n")}\n`);
    const source = Text.of(before);
    for (const { rules, at } of fights) {
      const lines = [...new Set(at.map(({ from }) => source.lineAt(from).number + 1))].sort((a, b) => a - b);
      left += lines.length;
      print(
        `${colours.path(path)}  left as it is ${lines.length === 1 ? "at line" : "at lines"} ${lines.join(", ")}: ${rules.join(" and ")} undo what each other does\n`,
      );
    }
    left += dropped.length;
    if (dryRun && before !== after) print("\n");
    for (const { rule, title } of dropped) {
      print(`${colours.path(path)}  left out: ${title} (${rule}), for it would do harm\n`);
    }
    for (const [rule, count] of applied) sums.set(rule, (sums.get(rule) ?? 0) + count);
  }
  const total = [...sums.values()].reduce((sum, count) => sum + count, 0);
  const changed = files.filter(({ applied }) => applied.size > 0).length;
  print(
    total === 0
      ? colours.good("Nothing to mend.\n")
      : `${colours.strong(counted(total, "alert"))} ${dryRun ? "would be " : ""}settled in ${counted(changed, "file")}${dryRun ? "; nothing was written" : ""}.\n`,
  );
  if (sums.size > 1) {
    for (const [rule, count] of [...sums].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))) {
      print(colours.faint(`${String(count).padStart(6)} × ${rule}\n`));
    }
  }
  for (const { path, reason } of problems) complain(`${visibleText(path)}: ${reason}`);
  for (const { path, alerts } of broken) {
    complain(`${path}: ${counted(alerts.length, "mistake")} in the settings: \`alert-quill review\` shows ${alerts.length === 1 ? "it" : "them"}`);
  }
  if (left > 0) print(`${counted(left, "place")} left as ${left === 1 ? "it is" : "they are"}.\n`);
  return problems.length > 0 || broken.length > 0 ? 2 : left > 0 || (check && total > 0) ? 1 : 0;
}
