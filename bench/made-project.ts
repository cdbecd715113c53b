/** A project of many files of about 100 lines, in folders of fifty, a fifth of which import the same file. */
import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";

/** What the file holds that many import. */
export const hubText = "export const tide = (hour) => hour % 12;\nexport const fare = (zone) => 210 + zone;\n";

export interface MadeProject {
  readonly folder: string;
  /** The file that many import. */
  readonly hub: string;
  readonly placeOf: (index: number) => string;
  /** In UTF-16 code units. */
  readonly size: number;
  readonly importers: number;
}

/** A file that imports the one before it in its folder, and the first of them the hub. */
export function fileAt(index: number, importers: number): string {
  const lines = index % 50 === 0 ? [] : [`import { total${index - 1} } from "./part${index - 1}.js";`];
  if (index <= importers) lines.push(`import { fare, tide } from "../hub.js";`);
  const before = index % 50 === 0 ? "0" : `total${index - 1}(1)`;
  const used = index <= importers ? "fare(tide(hour))" : "hour";
  for (let part = 0; part < 8; part += 1) {
    lines.push(
      `/** What pier ${part} of quay ${index} takes in an hour. */`,
      `function pier${part}(hour) {`,
      "  const zones = [1, 2, 3].map((zone) => zone * hour);",
      "  let sum = 0;",
      "  for (const zone of zones) {",
      "    if (zone > 10) {",
      "      sum += zone;",
      "    }",
      "  }",
      `  return sum + ${used};`,
      "}",
      "",
    );
  }
  lines.push(
    `export function total${index}(hour) {`,
    `  return ${before} + ${Array.from({ length: 8 }, (_, part) => `pier${part}(hour)`).join(" + ")};`,
    "}",
    "",
  );
  return lines.join("\n");
}

/** Writes such a project into a folder of its own. */
export function madeProject(count: number): MadeProject {
  const importers = Math.floor(count / 5);
  const folder = mkdtempSync(path.join(tmpdir(), "quill-project-"));
  const hub = path.join(folder, "src/hub.js");
  const placeOf = (index: number): string =>
    path.join(folder, "src", `quay${Math.floor(index / 50)}`, `part${index}.js`);
  let size = 0;
  for (let index = 0; index < count; index += 1) {
    if (index % 50 === 0) mkdirSync(path.dirname(placeOf(index)), { recursive: true });
    const text = fileAt(index, importers);
    size += text.length;
    writeFileSync(placeOf(index), text);
  }
  writeFileSync(hub, hubText);
  writeFileSync(path.join(folder, "package.json"), '{ "type": "module" }\n');
  return { folder, hub, placeOf, size, importers };
}
