import type { FileView } from "../../../../rules/rule.js";

/** Whether the edition in force brings a member of the library along: what a file is compiled from makes no difference to that. */
export const hasMember = ({ edition }: Pick<FileView, "edition">, since: number): boolean => edition >= since;

/** Whether the edition in force has the syntax that came with an edition. TypeScript files are compiled to whatever is wanted. */
export const has = ({ edition, typed }: Pick<FileView, "edition" | "typed">, since: number): boolean =>
  typed || edition >= since;
