import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Edit } from "../../../../text/edit.js";
import { notExported } from "../../../helpers/not-exported.js";
import { bindingOf } from "../../names/facts.js";
import type {
  Identifier,
  ImportDefaultSpecifier,
  ImportSpecifier,
  JavaScriptNode,
  Literal,
} from "../../nodes/index.js";
import { textOf } from "../../reading.js";
import { defineRule } from "../../rule.js";

const nameOf = (name: Identifier | Literal): string => (name.type === "Literal" ? String(name.value) : name.name);

export const noSuchExport = defineRule({
  id: "imports.no-such-export",
  title: "An import of a name that the file does not export",
  why: "A module that imports a name which the other one does not export does not start, or gets `undefined` once it is bundled. Most such names are misspelt, or were renamed over there. Only files of the project whose exports are all known are judged.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "import { «faer» } from \"./fares.js\";\nfaer(1);\n",
        after: "import { fare } from \"./fares.js\";\nfare(1);\n",
        files: { "fares.js": "export function fare() {}\n" },
      },
      {
        code: "import { low, «hihg» as top } from \"./tides\";\nlow(top);\n",
        after: "import { low, high as top } from \"./tides\";\nlow(top);\n",
        files: { "tides.ts": "export * from \"./all\";\n", "all.ts": "export const low = 1, high = 2;\n" },
      },
      {
        code: "import «fare» from \"./fares.js\";\nfare(1);\n",
        after: "import { fare } from \"./fares.js\";\nfare(1);\n",
        files: { "fares.js": "export function fare() {}\n" },
      },
      {
        code: "export { «lwo» } from \"./tides.js\";\n",
        after: "export { low as lwo } from \"./tides.js\";\n",
        files: { "tides.js": "export const low = 1;\n" },
      },
    ],
    quiet: [
      {
        code: "import fares, { fare, type Fare } from \"./fares\";\nfares(fare as Fare);\n",
        languageId: "typescript",
        files: { "fares.ts": "export interface Fare {}\nexport const fare = 1;\nexport default fare;\n" },
      },
      { code: "import { low } from \"./tides\";\nlow();\n", files: { "tides.js": "module.exports = make();\n" } },
      { code: "import { low } from \"./tides\";\nlow();\n", files: { "tides.js": "export * from \"tide-tables\";\n" } },
      { code: "import { low } from \"./tides\";\nlow();\n", files: { "tides.js": "export const lo = ;\n" } },
      { code: "import tides from \"./tides.json\";\ntides();\n", files: { "tides.json": "{}\n" } },
      {
        code: "import * as tides from \"./tides\";\ntides.low();\n",
        files: { "tides.js": "export const high = 1;\n" },
      },
    ],
  },
  visit: {
    ImportDeclaration({ source, specifiers }, file) {
      const module = textOf(source);
      if (module === undefined || file.ambient) return;
      for (const one of specifiers) {
        if (one.type === "ImportDefaultSpecifier") {
          judge(one.local, "default", module, file, () => instead(one, module, file));
        } else if (one.type === "ImportSpecifier") {
          judge(one.imported, nameOf(one.imported), module, file, () => renamed(one, module, file));
        }
      }
    },
    ExportNamedDeclaration({ source, specifiers }, file) {
      const module = textOf(source);
      if (module === undefined || file.ambient) return;
      for (const { local, exported } of specifiers) {
        judge(local, nameOf(local), module, file, () => file.links.near(module, nameOf(local)).map((name) => ({
          title: `Change to \`${name}\``,
          certainty: "proposed",
          edits: [{
            from: local.start,
            to: local.end,
            insert: local === exported ? `${name} as ${nameOf(local)}` : name,
          }],
        })));
      }
    },
  },
});

function judge(
  at: Node,
  name: string,
  module: string,
  { links, isBroken, alert }: FileView,
  remedies: () => readonly RemedyOffer[],
): void {
  if (links.exports(module, name) !== "no" || isBroken(at)) return;
  const message = name === "default"
    ? `\`${module}\` has no default export: import one of its names`
    : notExported(module, name, links);
  alert(at, { message, remedies });
}

/** Remedies for a name that is not exported: one that is near, also where it is used. */
function renamed({ imported, local }: ImportSpecifier, module: string, { links }: FileView): RemedyOffer[] {
  return links.near(module, nameOf(imported)).map((name) => ({
    title: `Change to \`${name}\``,
    certainty: "proposed",
    edits: [
      { from: imported.start, to: imported.end, insert: name },
      ...(imported === local ? usesAs(local, name) : []),
    ],
  }));
}

/** Remedies for a default that is not there: the name in a list, or one that is near to it. */
function instead(node: ImportDefaultSpecifier, module: string, { links, text }: FileView): RemedyOffer[] {
  const { local } = node;
  const declaration = node.parent as JavaScriptNode;
  if (declaration.type !== "ImportDeclaration" || declaration.specifiers.length > 1) return [];
  const isThere = links.exports(module, local.name) === "yes";
  const names = isThere ? [local.name] : links.near(module, local.name);
  return names.map((name) => ({
    title: `Import \`{ ${name} }\``,
    certainty: "proposed",
    edits: [
      {
        from: local.start,
        to: local.end,
        insert: name === local.name ? `{ ${name} }` : `{ ${name} as ${text.slice(local.start, local.end)} }`,
      },
    ],
  }));
}

/** Edits that give the uses of an imported name another one. */
function usesAs(local: Identifier, name: string): Edit[] {
  return (bindingOf(local)?.references ?? []).map(({ node }) => {
    const parent = node.parent as JavaScriptNode;
    const isShort = parent.type === "Property" && parent.shorthand;
    const isListed = parent.type === "ExportSpecifier" && parent.exported === node;
    const insert = isShort ? `${local.name}: ${name}` : isListed ? `${name} as ${local.name}` : name;
    return { from: node.start, to: node.end, insert };
  });
}
