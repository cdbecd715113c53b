import { z } from "zod";
import { nearest } from "../../model/spelling.js";
import type { Reference, Scope } from "../../model/names.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";

const options = z.strictObject({
  assigned: z.boolean().default(true).describe("Alert at unknown names that are assigned to, too. Old scripts create names for the whole program that way."),
});

/** Names known here that the unknown one may be a misspelling of, nearest scope first. */
function suggestions(use: Reference, file: FileView): string[] {
  const candidates = function* (): Generator<string> {
    for (const binding of use.scope.visible()) yield binding.name;
    yield* file.knownNames();
  };
  return nearest(use.name, candidates(), 3);
}

export const unknown = defineRule({
  id: "names.unknown",
  title: "A name that is not known",
  why: "Reading a name that nothing declares stops the program with an error. Most such names are misspelt, or an import is missing. A name that another script brings along can be listed under `known` in the settings, and the names a runtime has under `runtime`.",
  level: "error",
  kits: ["sound"],
  options,
  examples: {
    alerts: [
      { code: "const harbour = 1;\nsail(«harbor»);\nfunction sail(to) { return to; }\n", after: "const harbour = 1;\nsail(harbour);\nfunction sail(to) { return to; }\n" },
      { code: "export function fare(adults) {\n  return adults * «pricePerAdult»;\n}\n" },
      { code: "«consle».log(1);\n", after: "console.log(1);\n" },
    ],
    quiet: [
      { code: "if (typeof kioskPrinter !== \"undefined\") { console.warn(1); }\n" },
      { code: "sail();\nfunction sail() {}\n" },
      { code: "function crew() { return arguments.length; }\ncrew();\n" },
      { code: "tide = 3;\n", options: { assigned: false } },
    ],
  },
  file(file) {
    // The same name in the same scope has the same suggestions.
    const known = new Map<Scope, Map<string, string[]>>();
    const suggested = (use: Reference): string[] => {
      let names = known.get(use.scope);
      if (names === undefined) known.set(use.scope, (names = new Map()));
      let near = names.get(use.name);
      if (near === undefined) names.set(use.name, (near = suggestions(use, file)));
      return near;
    };
    for (const use of file.names.unresolved) {
      if (use.probing || file.isKnown(use.name)) continue;
      if (use.access === "write" && !file.options.assigned) continue;
      if (use.scope.dynamic) continue;
      const near = suggested(use);
      const hint = near[0];
      const declared = hint === undefined ? undefined : use.scope.lookUp(hint)?.declarations[0]?.node;
      const span = { from: use.node.start, to: use.node.end };
      file.alert(span, {
        message: `\`${use.name}\` is not known here${hint === undefined ? ": declare or import it, or list it under `known` in the settings" : `: did you mean \`${hint}\`?`}`,
        ...(declared && { related: [{ from: declared.start, to: declared.end, message: `\`${hint}\` is declared here` }] }),
        remedies: () => near.map((name): RemedyOffer => ({ title: `Change to \`${name}\``, certainty: "proposed", edits: [{ ...span, insert: name }] })),
      });
    }
  },
});
