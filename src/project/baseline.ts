/** A baseline: the alerts that were there before, so that only new ones show. It survives lines that move. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";
import type { Alert } from "../engine/alert.js";
import type { Text } from "../text/text.js";
import type { SettingsSource } from "./project-settings.js";

const schema = z.object({
  version: z.literal(1),
  files: z.record(z.string(), z.array(z.object({ rule: z.string(), line: z.string(), count: z.int().min(1) }))),
});

/** An alert is known by its rule and the line it begins in, without blank space around. */
const keyOf = (rule: string, line: string): string => `${rule}\n${line}`;
const lineOf = (alert: Alert, text: Text): string => text.lineAt(alert.from).text.trim().slice(0, 200);

/** Alerts of a file that a baseline holds and that are not found any more, each by its rule and line with how many. */
export type SettledAlerts = ReadonlyMap<string, number>;

export class Baseline {
  private constructor(
    private readonly folder: string,
    private readonly files: ReadonlyMap<string, ReadonlyMap<string, number>>,
  ) {}

  /** The file that settings name as their baseline. */
  static fileOf(source: SettingsSource | undefined): string | undefined {
    const named = source?.checked.settings.baseline;
    return named === undefined ? undefined : path.resolve(path.dirname(source!.file), named);
  }

  /** Reads a baseline. Throws, with what to do, when it is not there or holds something else. */
  static read(file: string): Baseline {
    const advice = "all alerts are told; `alert-quill baseline` writes it anew";
    let given: unknown;
    try {
      given = JSON.parse(readFileSync(file, "utf8"));
    } catch (error) {
      const isAbsent = (error as NodeJS.ErrnoException).code === "ENOENT";
      throw new Error(
        isAbsent
          ? `there is no such baseline: ${advice}`
          : `the baseline cannot be read (${(error as Error).message}): ${advice}`,
      );
    }
    const checked = schema.safeParse(given);
    if (!checked.success) throw new Error(`this is no baseline of this program: ${advice}`);
    return new Baseline(
      path.dirname(file),
      new Map(
        Object.entries(checked.data.files).map(([name, list]) => [
          name,
          new Map(list.map(({ rule, line, count }) => [keyOf(rule, line), count])),
        ]),
      ),
    );
  }

  /** The text of a baseline that holds all alerts of some files, which are named from its folder. */
  static write(
    files: readonly { readonly path: string; readonly text: Text; readonly alerts: readonly Alert[] }[],
  ): string {
    const entries = files.filter(({ alerts }) => alerts.length > 0).map(({ path: name, text, alerts }) => {
      const counts = new Map<string, { rule: string; line: string; count: number }>();
      for (const alert of alerts) {
        const line = lineOf(alert, text);
        const known = counts.get(keyOf(alert.rule, line));
        if (known === undefined) counts.set(keyOf(alert.rule, line), { rule: alert.rule, line, count: 1 });
        else known.count += 1;
      }
      return [name, [...counts.values()]] as const;
    });
    return `${JSON.stringify({ version: 1, files: Object.fromEntries(entries) }, undefined, 2)}\n`;
  }

  /** The alerts of a file that are not known. Of those in `settled` so many are known no more. */
  fresh(file: string, alerts: readonly Alert[], text: Text, settled?: SettledAlerts): Alert[] {
    const left = this.leftOf(file, settled);
    if (left === undefined) return [...alerts];
    return alerts.filter((alert) => {
      const key = keyOf(alert.rule, lineOf(alert, text));
      const count = left.get(key) ?? 0;
      left.set(key, count - 1);
      return count <= 0;
    });
  }

  /** What it holds of a file, of rules that are on, and is not found any more, with how often. Where the form is broken nothing is known to be gone. */
  settled(
    file: string,
    alerts: readonly Alert[],
    text: Text,
    isOn: (rule: string) => boolean,
    before?: SettledAlerts,
  ): SettledAlerts {
    if (alerts.some(({ rule }) => rule.startsWith("syntax."))) return new Map();
    const left = this.leftOf(file, before) ?? new Map<string, number>();
    for (const alert of alerts) {
      const key = keyOf(alert.rule, lineOf(alert, text));
      left.set(key, (left.get(key) ?? 0) - 1);
    }
    return new Map([...left].filter(([key, count]) => count > 0 && isOn(key.slice(0, key.indexOf("\n")))));
  }

  /** What it holds of a file, but for what has been settled. */
  private leftOf(file: string, settled?: SettledAlerts): Map<string, number> | undefined {
    const known = this.files.get(path.relative(this.folder, file).split(path.sep).join("/"));
    if (known === undefined) return undefined;
    return new Map([...known].map(([key, count]) => [key, count - (settled?.get(key) ?? 0)]));
  }
}

/** The baselines of a run, each read once. One that cannot be read counts as none, and is among the faults. */
export class Baselines {
  readonly faults: { readonly file: string; readonly fault: string }[] = [];
  private readonly read = new Map<string, Baseline | undefined>();

  /** The baseline that settings name. */
  of(source: SettingsSource | undefined): Baseline | undefined {
    const file = Baseline.fileOf(source);
    if (file === undefined) return undefined;
    if (!this.read.has(file)) {
      try {
        this.read.set(file, Baseline.read(file));
      } catch (error) {
        this.read.set(file, undefined);
        this.faults.push({ file, fault: (error as Error).message });
      }
    }
    return this.read.get(file);
  }
}
