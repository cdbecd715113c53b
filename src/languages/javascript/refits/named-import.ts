import { defineRefit } from "../../refit.js";
import type { ImportDeclaration } from "../nodes/index.js";
import { around } from "./code.js";

/** The part of an import that stands alone in it. */
export function onlyPart(declaration: ImportDeclaration | undefined) {
  return declaration?.specifiers.length === 1 && !declaration.typeOnly ? declaration.specifiers[0] : undefined;
}

export const namedImport = defineRefit({
  id: "named-import",
  kind: "refactor.rewrite",
  examples: [
    { code: 'import to«»ll from "./toll.js";\n', after: 'import { toll } from "./toll.js";\n' },
    { code: 'import * as to«»ll from "./toll.js";\n' },
    { code: 'import toll, { far«»e } from "./toll.js";\n' },
  ],
  offer(selection, { root }) {
    const part = onlyPart(around(root, selection, "ImportDeclaration"));
    if (part?.type !== "ImportDefaultSpecifier") return undefined;
    const { local } = part;
    return {
      title: `Import \`${local.name}\` by its name`,
      certainty: "proposed",
      edits: [{ from: local.start, to: local.start, insert: "{ " }, { from: local.end, to: local.end, insert: " }" }],
    };
  },
});
