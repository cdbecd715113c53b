import { TYPE, VALUE } from "../../model/binding.js";
import { isNear } from "../../model/spelling.js";
import { defineRule, type RemedyOffer } from "../rule.js";

export const unknown = defineRule({
  id: "names.unknown",
  title: "A name that is not known",
  why: "Reading a name that nothing declares stops the program with an error. Most such names are misspelt, or an import is missing. A name that another script brings along can be listed under `known` in the settings, and the names a runtime has under `runtime`.",
  level: "error",
  kits: ["sound"],
  once: "name",
  examples: {
    alerts: [
      {
        code: "const harbour = 1;\nsail(«harbor»);\nfunction sail(to) { return to; }\n",
        after: "const harbour = 1;\nsail(harbour);\nfunction sail(to) { return to; }\n",
      },
      { code: "export function fare(adults) {\n  return adults * «pricePerAdult»;\n}\n" },
      { code: "«consle».log(1);\n", after: "console.log(1);\n" },
      {
        code: "import { low } from \"./tides.js\";\nlow(«fare»);\n",
        after: "import { low } from \"./tides.js\";\nimport { fare } from \"./fares.js\";\nlow(fare);\n",
        files: { "fares.js": "export const fare = 1;\n", "tides.js": "export const low = 1;\n" },
      },
      {
        code: "def tell(berth):\n    return «brth».name\n",
        after: "def tell(berth):\n    return berth.name\n",
        languageId: "python",
      },
    ],
    quiet: [
      { code: "from tides import *\nprint(low, __name__)\n", languageId: "python" },
      {
        code: "def count():\n    global trips\n    trips = 1\n\n\ndef tell():\n    return [trip for trip in range(trips)]\n",
        languageId: "python",
      },
      { code: "if (typeof kioskPrinter !== \"undefined\") { console.warn(1); }\n" },
      { code: "if (typeof define === \"function\" && define.amd) define([]);\n" },
      { code: "sail();\nfunction sail() {}\n" },
      { code: "function crew() { return arguments.length; }\ncrew();\n" },
      { code: "tide = 3;\n" },
      { code: "function count(trips) {\n  total = trips;\n  return total + 1;\n}\n" },
      { code: "// quill: known harbourMap, kioskPrinter\nharbourMap.show(kioskPrinter);\n" },
      { code: "if (1) { function moor() {} }\nmoor();\n" },
    ],
  },
  unresolved(use, file) {
    const { name, scope, node } = use;
    if (
      use.probing || name.startsWith("#") || file.isKnown(name) || scope.isUncertain || file.facts.isThereByItself(use)
    ) return;
    // In sloppy code an assignment brings the name into being, and `names.leaks-global` tells of it.
    if (use.access === "write" && !scope.strict) return;
    // A function in a block of sloppy code is known around the block, too.
    if (!scope.strict && scope.knowsInner(name)) return;
    // Where the file asks whether the name exists, or makes it, it knows what it does; `names.leaks-global` tells of what is made.
    if (file.isAsked(name)) return;
    const beside = file.links.beside(name);
    if (beside.state === "earlier" || beside.state === "unknown") return;
    // What a later script declares is there when a function runs.
    const isLater = beside.state === "later";
    if (isLater && scope.functionScope.kind === "function") return;
    // What is wrong with the form beside it is most likely why.
    if (file.isBroken(node) || file.isMisread(name)) return;
    if (isLater) {
      file.alert(node, {
        message:
          `\`${name}\` is not known yet: \`${beside.file}\`, which declares it, runs later; put that script first`,
      });
      return;
    }
    const near = file.suggest(use).filter((word) => !word.startsWith("#"));
    const word = file.facts.wordsFor(use).find((one) => isNear(one, name));
    if (word !== undefined) near.unshift(word);
    if (beside.state === "near" && !near.includes(beside.name)) near.push(beside.name);
    const hint = near[0];
    if (file.isNameless()) return;
    const declared = hint === undefined ? undefined : scope.lookUp(hint, VALUE | TYPE)?.declarations[0]?.node;
    const [runtime] = file.runtimesWith(name);
    const advice = runtime !== undefined
      ? `, it exists in ${runtime}: add that runtime in the settings, or declare or import the name`
      : hint === undefined
        ? ": declare or import it, or list it under `known` in the settings"
        : `: did you mean \`${hint}\`?`;
    file.alert(node, {
      message: `\`${name}\` is not known here${advice}`,
      ...(declared && { related: [{ at: declared, message: `\`${hint}\` is declared here` }] }),
      remedies: () => [
        ...file.links.imports(use),
        ...near.map((word): RemedyOffer => ({
          title: `Change to \`${word}\``,
          certainty: "proposed",
          edits: [{ from: node.start, to: node.end, insert: word }],
        })),
      ],
    });
  },
});
