import { isNear } from "../../model/spelling.js";
import { walk } from "../../syntax/walk.js";
import { charAt } from "../lines.js";
import { defineRule } from "../rule.js";
import { takeHeadOff } from "../statements.js";

export const unusedLabel = defineRule({
  id: "dead.unused-label",
  title: "A label that nothing jumps to",
  why: "A label is there for a `break` or `continue` that names it. Without one it is left over, or an object's braces were taken for a block.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{
      code: "«piers»: for (const pier of all) {\n  sail(pier);\n}\n",
      after: "for (const pier of all) {\n  sail(pier);\n}\n",
    }],
    quiet: [{ code: "piers: for (const pier of all) {\n  for (;;) break piers;\n}\n" }],
  },
  visit: {
    LabeledStatement(node, { text, alert, isBroken }) {
      const { name } = node.label;
      let used = false;
      walk(node.body, (inner) => {
        if (
          (inner.type === "BreakStatement" || inner.type === "ContinueStatement") &&
          (inner as unknown as { label: { name: string } | null }).label?.name === name
        ) used = true;
        return !used;
      });
      if (used || isBroken(node)) return;
      const isDefault = node.parent?.type === "SwitchCase" && isNear("default", name);
      alert(node.label, {
        message: `Nothing jumps to the label \`${name}\`${isDefault ? ": did you mean `default`?" : ""}`,
        labels: ["unnecessary"],
        remedies: () => {
          let colon = node.label.end;
          while (charAt(text, colon) !== ":") colon += 1;
          const removal = takeHeadOff(node, colon + 1, node.body, text);
          return [
            ...(
              isDefault
                ? [{
                  title: "Change to `default`",
                  certainty: "proposed" as const,
                  edits: [{ from: node.start, to: node.start + name.length, insert: "default" }],
                }]
                : []
            ),
            { title: "Remove the label", ...removal, ...(isDefault && { certainty: "proposed" as const }) },
          ];
        },
      });
    },
  },
});
