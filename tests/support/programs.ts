/** Small programs in tables of text: what each is about, its code with what must be marked, and what its first remedies give. */
import path from "node:path";
import { read, root } from "./files.js";

export interface Program {
  /** The rule that must alert; `quiet` where none may. */
  readonly rule: string;
  readonly what: string;
  readonly code: string;
  readonly after: string | undefined;
}

/** The programs of a table, by its path from the folder of tests. */
export function programsIn(table: string): Program[] {
  const text = read(path.join(root, "tests", `${table}.txt`));
  return text
    .split(/^=== /m)
    .slice(1)
    .map((part) => {
      const [head, ...lines] = part.split("\n");
      const [rule, what] = head!.split(" | ");
      const [code, after] = lines.join("\n").split(/^---\n/m);
      return { rule: rule!, what: what!, code: code!, after };
    });
}
