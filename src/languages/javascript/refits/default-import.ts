import { defineRefit } from "../../refit.js";
import { around, losesComment, spanOf } from "./code.js";
import { onlyPart } from "./named-import.js";

export const defaultImport = defineRefit({
  id: "default-import",
  kind: "refactor.rewrite",
  examples: [
    { code: 'import { to«»ll } from "./toll.js";\n', after: 'import toll from "./toll.js";\n' },
    { code: 'import { toll as to«»lls, } from "./toll.js";\n', after: 'import tolls from "./toll.js";\n' },
    { code: 'import { toll, fa«»re } from "./toll.js";\n' },
  ],
  offer(selection, { root, text }) {
    const declaration = around(root, selection, "ImportDeclaration");
    const part = onlyPart(declaration);
    if (part?.type !== "ImportSpecifier") return undefined;
    const from = text.slice(declaration!.start, part.start).lastIndexOf("{") + declaration!.start;
    const to = part.end + text.slice(part.end, declaration!.end).indexOf("}") + 1;
    if (losesComment({ from, to }, [spanOf(part)], text) || from < declaration!.start) return undefined;
    return {
      title: `Import \`${part.local.name}\` as the module's default`,
      certainty: "proposed",
      edits: [{ from, to, insert: part.local.name }],
    };
  },
});
