/** The functions that are hardest to work on. */
import { strainText, type Strain } from "../model/strain.js";
import { eachFile, type ProjectVisit } from "../project/visit.js";
import { visibleText } from "../report/columns.js";
import { counted } from "../report/model.js";
import { complain, outputColours, print } from "./output.js";

/** How many functions are listed. */
const mostListed = 20;

interface Found {
  readonly path: string;
  /** From 1. */
  readonly line: number;
  readonly name: string | undefined;
  readonly strain: Strain;
}

/** Lists the functions with most strain, the heaviest first; as JSON all of them. Nothing of it makes the command fail. */
export async function strainReport(visit: ProjectVisit, format: "text" | "json"): Promise<number> {
  const found: Found[] = [];
  const { files, problems } = await eachFile({ ...visit, only: [] }, ({ uri, workspace, shown }) => {
    const text = workspace.text(uri);
    for (const { name, at, strain } of workspace.strains(uri)) {
      found.push({ path: shown, line: text.lineAt(at.from).number + 1, name, strain });
    }
  });
  for (const { path, reason } of problems) complain(`${visibleText(path)}: ${reason}`);
  if (files.length === 0) complain("no file was looked at");
  found.sort((a, b) => b.strain.figure - a.strain.figure);
  if (format === "json") print(`${JSON.stringify({ format: 1, functions: found }, undefined, 2)}\n`);
  else printList(found, files.length);
  return files.length === 0 || problems.length > 0 ? 2 : 0;
}

function printList(found: readonly Found[], files: number): void {
  const colours = outputColours();
  const top = found.slice(0, mostListed);
  const width = String(top[0]?.strain.figure ?? 0).length;
  const most = top[0]?.strain.figure ?? 1;
  for (const { path, line, name, strain } of top) {
    const bar = "▇".repeat(Math.max(1, Math.round((strain.figure / most) * 12)));
    const sum = strainText(strain).replace(/^\d+ = /, "");
    print(`${colours.strong(String(strain.figure).padStart(width))} ${colours.faint(bar.padEnd(12))}  ${name === undefined ? "a function without a name" : colours.strong(visibleText(name))}  ${visibleText(path)}:${line}\n`);
    print(`${" ".repeat(width + 15)}${colours.faint(sum)}\n`);
  }
  const rest = found.length - top.length;
  print(
    colours.faint(`\n${rest > 0 ? `${top.length} of ${counted(found.length, "function")}` : counted(found.length, "function")} in ${counted(files, "file")}\n`),
  );
}
