import type { LinkView } from "../../rules/rule.js";

/** What is said of a name that a module does not export, with the one that may be meant. */
export function notExported(module: string, name: string, { nearest }: LinkView): string {
  const near = nearest(module, name);
  return `\`${module}\` exports no \`${name}\`: ${near === "" ? "import a name that it exports" : `did you mean \`${near}\`?`}`;
}
