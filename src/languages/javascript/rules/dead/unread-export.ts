import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { linkKinds } from "../../links/changes.js";
import { exportedBy } from "../../names/exported.js";
import type { ExportNamedDeclaration, Program } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { takeOut } from "../statements.js";

export const unreadExport = defineRule({
  id: "dead.unread-export",
  title: "An export that no file imports",
  why: "What is exported looks as if others relied on it, so nobody dares to change or remove it, and a bundler may carry it along. Files that `package.json` gives to the users of the package are left out, and so are files that nothing imports, as those are where programs and tests begin. Types are not judged.",
  level: "information",
  kits: [],
  examples: {
    alerts: [
      {
        code: "export const low = 1;\nexport const «high» = 2;\n",
        after: "export const low = 1;\nconst high = 2;\n",
        files: { "package.json": "{}", "main.js": "import { low } from \"./example.js\";\nlow();\n" },
      },
      {
        code: "import \"./tides.js\";\nfunction fare() {}\nconst zone = fare();\nexport { zone, «fare» };\n",
        after: "import \"./tides.js\";\nfunction fare() {}\nconst zone = fare();\nexport { zone };\n",
        files: {
          "package.json": "{ \"main\": \"main.js\" }",
          "main.js": "export * from \"./all.js\";\n",
          "all.js": "import { zone } from \"./example.js\";\nexport const all = zone;\n",
        },
      },
      {
        code: "export const «low» = 1;\nexport const high = 3;\n",
        after: "const low = 1;\nexport const high = 3;\n",
        files: {
          "package.json": "{ \"exports\": { \".\": \"./dist/main.js\", \"./charts/*\": \"./dist/charts/*\" } }",
          "main.js": "import { high } from \"./example.js\";\nexport default high;\n",
        },
      },
      {
        code: "export interface Berth {}\nexport class «Quay» {}\nexport const pier = 1;\n",
        after: "export interface Berth {}\nclass Quay {}\nexport const pier = 1;\n",
        languageId: "typescript",
        files: {
          "package.json": "{}",
          "all.ts": "export * from \"./example\";\n",
          "main.ts": "import { pier } from \"./all\";\nexport default pier;\n",
        },
      },
    ],
    quiet: [
      { code: "export const low = 1;\n", files: { "package.json": "{}", "main.js": "start();\n" } },
      {
        code: "export const low = 1;\n",
        files: {
          "package.json": "{ \"exports\": { \"./tides/*\": \"./dist/tides/*.js\", \"./example\": \"./dist/ex*.js\" } }",
          "main.js": "import {} from \"./example.js\";\n",
        },
      },
      {
        code: "export const low = 1;\n",
        files: { "package.json": "{}", "main.js": "import * as tides from \"./example.js\";\ntides.low();\n" },
      },
      {
        code: "export const low = 1;\n",
        files: { "package.json": "{}", "main.js": "export const load = () => import(\"./example.js\");\n" },
      },
      {
        code: "export const low = 1;\n",
        files: {
          "package.json": "{ \"exports\": { \"./tides\": \"./dist/example.js\" } }",
          "main.js": "import {} from \"./example.js\";\n",
        },
      },
      {
        code: "export const low = 1;\n",
        files: {
          "package.json": "{ \"main\": \"main.js\" }",
          "main.js": "export * from \"./example.js\";\n",
          "test.js": "import \"./example.js\";\n",
        },
      },
      {
        code: "export interface Fare {}\nexport const fare = (of: Fare) => of;\n",
        languageId: "typescript",
        files: { "package.json": "{}", "main.ts": "import { fare } from \"./example\";\nfare();\n" },
      },
      { code: "export const low = 1;\n", files: { "main.js": "import \"./example.js\";\n" } },
    ],
  },
  visit: {
    ExportNamedDeclaration(item, file) {
      if (item.source !== null || file.ambient) return;
      for (const { name, node } of exportedBy(item)) {
        if (name === "default" || file.links.taken(name) !== "no" || file.isBroken(item)) continue;
        file.alert(node, {
          message:
            `\`${name}\` is exported, and no file of the project imports it: keep it to this file, or take it out`,
          remedies: () => (isAllThatMakesAModule(item) ? [] : kept(item, node, file)),
        });
      }
    },
  },
});

/** Without it the file would be read as a script. */
function isAllThatMakesAModule(item: ExportNamedDeclaration): boolean {
  const { body } = item.parent as Program;
  return !body.some((other) => other !== item && linkKinds.has(other.type));
}

/** Exports a name no more. */
function kept(item: ExportNamedDeclaration, node: Node, { text, links }: FileView): RemedyOffer[] {
  const title = "Export it no more";
  const { declaration, specifiers } = item;
  if (declaration !== null) {
    // Of several names that are declared together, others may be imported.
    return exportedBy(item).every(({ name }) => links.taken(name) === "no")
      ? offer(title, "proposed", [{ from: item.start, to: declaration.start, insert: "" }], text)
      : [];
  }
  const index = specifiers.findIndex(({ exported }) => exported === node);
  const [own, next, before] = [specifiers[index]!, specifiers[index + 1], specifiers[index - 1]];
  if (next === undefined && before === undefined) {
    const { edits } = takeOut(item, text);
    return offer(title, "proposed", edits, text);
  }
  const [from, to] = next === undefined ? [before!.end, own.end] : [own.start, next.start];
  return offer(title, "proposed", [{ from, to, insert: "" }], text);
}
