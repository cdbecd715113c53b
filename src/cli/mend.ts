import { mendProject } from "../project/mend.js";
import { counted } from "../report/model.js";
import { rules } from "../rules/index.js";
import { areaOf } from "../rules/rule.js";
import { complain, outputColours, print } from "./output.js";
import { visitFrom } from "./review.js";

export interface MendCommandOptions {
  readonly only?: readonly string[];
  readonly proposed?: boolean;
}

export async function mendCommand(paths: readonly string[], { only, proposed }: MendCommandOptions): Promise<number> {
  for (const name of only ?? []) {
    const area = name.replace(/\.\*$/, "");
    if (!rules.some((rule) => rule.id === name || areaOf(rule.id) === area)) {
      complain(`there is no rule or area \`${name}\`: \`alert-quill rules\` lists them`);
      return 2;
    }
  }
  const colours = outputColours();
  const { files, problems, broken } = await mendProject(visitFrom(paths), { ...(only && { only }), ...(proposed && { certainty: "proposed" as const }) });
  const sums = new Map<string, number>();
  for (const { path, applied, dropped } of files) {
    const counts = [...applied].map(([rule, count]) => `${count} × ${rule}`);
    if (counts.length > 0) print(`${colours.path(path)}  ${counts.join(", ")}\n`);
    for (const { rule, title } of dropped) print(`${colours.path(path)}  left out: ${title} (${rule}), for it would do harm\n`);
    for (const [rule, count] of applied) sums.set(rule, (sums.get(rule) ?? 0) + count);
  }
  const total = [...sums.values()].reduce((sum, count) => sum + count, 0);
  const changed = files.filter(({ applied }) => applied.size > 0).length;
  print(total === 0 ? colours.good("Nothing to mend.\n") : `${colours.strong(counted(total, "alert"))} settled in ${counted(changed, "file")}.\n`);
  for (const { path, reason } of problems) complain(`${path}: ${reason}`);
  for (const { path, alerts } of broken) complain(`${path}: ${counted(alerts.length, "mistake")} in the settings: \`alert-quill review\` shows ${alerts.length === 1 ? "it" : "them"}`);
  return problems.length > 0 || broken.length > 0 ? 2 : 0;
}
