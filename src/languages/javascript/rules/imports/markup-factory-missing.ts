import type { Reference } from "../../../../model/binding.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import { importing } from "../../links/importing.js";
import type { JavaScriptNode, Program } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** What markup becomes calls of where the compiler's settings name nothing else. */
const factory = "React";

export const markupFactoryMissing = defineRule({
  id: "imports.markup-factory-missing",
  title: "Markup in a file that does not import what it becomes calls of",
  why: "With `\"jsx\": \"react\"` the compiler turns markup into calls of `React.createElement`, and a file that does not import `React` stops with an error once it is run. It is imported, or the settings of the compiler say `\"react-jsx\"`, which imports by itself.",
  level: "error",
  kits: ["sound"],
  once: "name",
  examples: {
    alerts: [
      {
        code: "export const sign = <«b»>Pier <i>North</i></b>;\n",
        after: "import React from \"react\";\n\nexport const sign = <b>Pier <i>North</i></b>;\n",
        languageId: "javascriptreact",
        files: { "jsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react\" } }" },
      },
      {
        code: "import { useState } from \"react\";\nexport const Sign = () => «<>»{useState(1)}</>;\n",
        after: "import React, { useState } from \"react\";\nexport const Sign = () => <>{useState(1)}</>;\n",
        languageId: "typescriptreact",
        files: { "tsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react\", \"esModuleInterop\": true } }" },
      },
      {
        code: "export const sign = <«b» />;\n",
        after: "import * as React from \"react\";\n\nexport const sign = <b />;\n",
        languageId: "typescriptreact",
        files: { "tsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react\" } }" },
      },
    ],
    quiet: [
      { code: "export const sign = <b>Pier</b>;\n", languageId: "javascriptreact" },
      {
        code: "import * as React from \"react\";\nexport const sign = <b>Pier</b>;\n",
        languageId: "typescriptreact",
        files: { "tsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react\" } }" },
      },
      {
        code: "export const sign = <b>Pier</b>;\n",
        languageId: "typescriptreact",
        files: { "tsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react-jsx\" } }" },
      },
      {
        code: "import { h } from \"signs\";\nexport const sign = <b>{h}</b>;\n",
        languageId: "typescriptreact",
        files: { "tsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react\", \"jsxFactory\": \"h\" } }" },
      },
      {
        code: "/** @jsx h */\nimport { h } from \"signs\";\nexport const sign = <b>Pier</b>;\n",
        languageId: "typescriptreact",
        files: { "tsconfig.json": "{ \"compilerOptions\": { \"jsx\": \"react\" } }" },
      },
    ],
  },
  unresolved(use, file) {
    const { name, scope } = use;
    const node = use.node as JavaScriptNode;
    if (name !== factory || (node.type !== "JSXOpeningElement" && node.type !== "JSXOpeningFragment")) return;
    const { compilerSays } = file.links;
    if (compilerSays("jsx") !== "react" || compilerSays("allowUmdGlobalAccess") === "true") return;
    if (compilerSays("jsxFactory") !== "" || compilerSays("reactNamespace") !== "") return;
    // A comment may say something else for the file.
    if (file.isKnown(name) || scope.isUncertain || file.isMentioned("@jsx") || file.isBroken(node)) return;
    file.alert(
      node.type === "JSXOpeningElement" ? node.name : node,
      {
        message: `Markup becomes calls of \`${factory}\`, which is not here: import it, or set \`jsx\` to \`react-jsx\` in the settings of the compiler`,
        remedies: () => imports(use, file),
      },
    );
  },
});

function imports({ node }: Reference, { text, typed, links }: FileView): RemedyOffer[] {
  let root = node as JavaScriptNode;
  while (root.parent !== null) root = root.parent as JavaScriptNode;
  const wanted = { module: "react", exported: { name: "default", isType: false }, name: factory };
  const hasDefault = !typed ||
    ["esModuleInterop", "allowSyntheticDefaultImports"].some((key) => links.compilerSays(key) === "true");
  const edits = importing(root as Program, text, wanted).map(
    (edit) => (
      hasDefault
        ? edit
        : { ...edit, insert: edit.insert.replace(`import ${factory} from`, `import * as ${factory} from`) }
    ),
  );
  // An import of single names takes no other form beside them.
  if (!hasDefault && edits.some(({ insert }) => !insert.includes("* as"))) return [];
  return [{ title: `Import \`${factory}\` from \`react\``, certainty: "proposed", edits }];
}
