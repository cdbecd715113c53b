import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";

function report(node: Node, name: string, kept: Node, file: FileView): void {
  file.alert(node, {
    message: `\`${name}\` is renamed to itself: write it once`,
    labels: ["unnecessary"],
    remedies: () => {
      const title = `Write \`${name}\` once`;
      const { start, end } = node;
      if (!holdsComment(file.text, start, kept.start) && !holdsComment(file.text, kept.end, end)) {
        return [{
          title,
          certainty: "certain",
          edits: [{ from: start, to: end, insert: file.text.slice(kept.start, kept.end) }],
        }];
      }
      // Comments stay where only the first name and its mark are taken out.
      const head = /^[\w$]+\s*(?::|as\b)\s*/.exec(file.text.slice(start, end))?.[0].length;
      return head === undefined
        ? []
        : [{ title, certainty: "certain", edits: [{ from: start, to: start + head, insert: "" }] }];
    },
  });
}

export const needlessRename = defineRule({
  id: "dead.needless-rename",
  title: "A name that is renamed to itself",
  why: "Imports, exports and patterns can give a thing another name; giving it the same one again is left over from an earlier name.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      {
        code: "import { «pier as pier» } from \"./pier.js\";\nexport { «pier as pier» };\n",
        after: "import { pier } from \"./pier.js\";\nexport { pier };\n",
      },
      { code: "const { «pier: pier», «tide: tide = 3» } = berth;\n", after: "const { pier, tide = 3 } = berth;\n" },
    ],
    quiet: [
      { code: "import { pier as quay } from \"./pier.js\";\nconst { a, b: c, [d]: e, \"f\": f } = quay;\n" },
      { code: "const berth = { pier: pier };\n" },
    ],
  },
  visit: {
    ImportSpecifier(node, file) {
      if (
        node.imported !== node.local &&
        node.imported.type === "Identifier" &&
        node.imported.name === node.local.name &&
        !node.typeOnly
      ) report(node, node.local.name, node.local, file);
    },
    ExportSpecifier(node, file) {
      const { local, exported } = node;
      if (
        local !== exported &&
        local.type === "Identifier" &&
        exported.type === "Identifier" &&
        local.name === exported.name &&
        !node.typeOnly
      ) report(node, local.name, local, file);
    },
    Property(node, file) {
      if (node.shorthand || node.computed || node.parent!.type !== "ObjectPattern" || node.key.type !== "Identifier") {
        return;
      }
      const target = node.value.type === "AssignmentPattern" ? node.value.left : node.value;
      if (target.type === "Identifier" && target.name === node.key.name) report(node, target.name, node.value, file);
    },
  },
});
