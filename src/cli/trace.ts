import { readFileSync, statSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../engine/workspace.js";
import { javascript } from "../languages/javascript/index.js";
import { SettingsReader } from "../project/settings-file.js";
import { flowText } from "../report/flow-text.js";
import { complain, hasColour, print } from "./output.js";

/** Prints the flow graph of the innermost function around a line, given as `FILE:LINE`. */
export function traceFlow(place: string): number {
  const match = /^(.+):(\d+)$/.exec(place);
  if (match === null) {
    complain(`say which line, as in \`--flow src/fares.js:12\`, and not \`${place}\``);
    return 2;
  }
  const [, named, line] = match;
  const file = path.resolve(named!);
  if (statSync(file, { throwIfNoEntry: false })?.isFile() !== true) {
    complain(`${named}: there is no such file`);
    return 2;
  }
  const language = javascript();
  const extension = language.extensions.indexOf(path.extname(file));
  if (extension < 0) {
    complain(`${named}: no language is known for ${path.extname(file) || "a file without an ending"}`);
    return 2;
  }
  const workspace = createWorkspace({ languages: [language] });
  const uri = pathToFileURL(file).href;
  const settings = new SettingsReader().forFolder(path.dirname(file))?.settings ?? {};
  workspace.open({ uri, languageId: language.languageIds[0]!, version: 0, text: readFileSync(file, "utf8"), settings });
  const text = workspace.text(uri);
  const number = Number(line);
  if (number < 1 || number > text.lines.lineCount) {
    complain(`${named} has ${text.lines.lineCount} lines, and no line ${line}`);
    return 2;
  }
  const { from, to } = text.lineAt(text.lines.startOf(number - 1));
  print(flowText(workspace.flowAt(uri, { from, to }), text, { colour: hasColour() }));
  return 0;
}
