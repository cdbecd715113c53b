/** What the time of an analysis went to, for people. */
import type { Meter } from "../engine/meter.js";
import { palette } from "./palette.js";

const stageWords: Readonly<Record<string, string>> = {
  parse: "reading the text",
  names: "finding names",
  flow: "drawing flow graphs",
};

/** Shares below this are left out of the table. */
const least = 0.001;

const inOrder = (times: ReadonlyMap<string, number>): [string, number][] =>
  [...times].sort(([a, one], [b, other]) => other - one || (a < b ? -1 : 1));
const sum = (times: ReadonlyMap<string, number>): number =>
  [...times.values()].reduce((total, time) => total + time, 0);

/** A table of stages and rules by their time, the dearest first. */
export function costTable({ stages, rules }: Meter, options: { colour: boolean }): string {
  const colours = palette(options.colour);
  const total = sum(stages) + sum(rules);
  const row = (name: string, time: number): string => {
    const share = (100 * time) / total;
    return `${time.toFixed(1).padStart(9)} ms ${share.toFixed(1).padStart(5)} %  ${name.padEnd(32)}${colours.faint("▇".repeat(Math.round(share / 2.5)))}`.trimEnd() +
      "\n";
  };
  const shown = ([, time]: [string, number]): boolean => time >= total * least;
  let text = `${colours.strong("Time by stage")}\n`;
  for (const [stage, time] of stagesOf({ stages, rules })) text += row(stage, time);
  text += `\n${colours.strong("Time by rule")}\n`;
  for (const [rule, time] of inOrder(rules).filter(shown)) text += row(rule, time);
  const small = inOrder(rules).filter((entry) => !shown(entry));
  if (small.length > 0) text += row(`the other ${small.length} rules`, small.reduce((all, [, time]) => all + time, 0));
  return text;
}

/** The milliseconds of each stage, by its name for people, the dearest first. */
export function stagesOf({ stages, rules }: Pick<Meter, "stages" | "rules">): [stage: string, time: number][] {
  return inOrder(new Map([...stages, ["all rules", sum(rules)]])).map(([stage, time]) => [
    stageWords[stage] ?? stage,
    time,
  ]);
}

/** The same in one line, with the three dearest rules. */
export function costLine({ stages, rules }: Meter): string {
  const part = ([name, time]: [string, number]): string => `${name} ${time.toFixed(1)} ms`;
  return `${[...inOrder(stages), ["rules", sum(rules)] as [string, number]].map(part).join(", ")}; dearest rules: ${inOrder(rules).slice(0, 3).map(part).join(", ") || "none"}`;
}
