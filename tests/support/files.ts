import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

export const root = path.join(import.meta.dirname, "../..");

/** Files below a folder whose names match, as absolute paths in a fixed order. */
export function filesBelow(folder: string, name: RegExp): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && name.test(entry.name))
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort();
}

/** A number for the usual tests, and one for the long runs of `npm run soak`. */
export const often = <Value>(usual: Value, long: Value): Value => (
  process.env["QUILL_SOAK"] === undefined ? usual : long
);

export const read = (file: string): string => readFileSync(file, "utf8");
