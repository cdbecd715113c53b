import type { FileView } from "../../../../rules/rule.js";

/** Whether the edition in force has what came with an edition. TypeScript files are compiled to whatever is wanted. */
export const has = ({ edition, typed }: Pick<FileView, "edition" | "typed">, since: number): boolean =>
  typed || edition >= since;
