import { ruleFor } from "../../adapted/rule.js";

export const bracketsBehindName = ruleFor("java", {
  id: "layout.brackets-behind-name",
  title: "Array brackets behind the name",
  why: "`int berths[]` says half of the type before the name and half behind it. `int[] berths` says all of it in one place, and holds for every name of the declaration.",
  level: "hint",
  kits: ["tidy"],
  once: "style",
  examples: {
    alerts: [
      { code: "class Quay {\n  int berths«[]» = {1, 2};\n}\n", after: "class Quay {\n  int[] berths = {1, 2};\n}\n" },
      {
        code: "class Quay {\n  void moor(String names«[]») {}\n}\n",
        after: "class Quay {\n  void moor(String[] names) {}\n}\n",
      },
      { code: "class Quay {\n  int berths«[]», spare;\n}\n" },
    ],
    quiet: [{ code: "class Quay {\n  int[] berths;\n}\n" }],
  },
  visit: {
    dimensions(node, { alert, text }) {
      const up = node.parent!;
      const owner = up.type === "variable_declarator" ? up.parent! : up;
      if (up.type !== "variable_declarator" && up.type !== "formal_parameter") return;
      const type = (owner as typeof node).in("type");
      if (type === null || node.startInParent === 0) return;
      const isAlone = up === owner || (owner as typeof node).allIn("declarator").length === 1;
      alert(node, {
        message: "These brackets belong to the type: write them behind it",
        remedies: () => {
          const insert = text.slice(node.start, node.end).trim();
          if (!isAlone) return [];
          return [{
            title: "Move the brackets to the type",
            certainty: "certain",
            edits: [{ from: type.end, to: type.end, insert }, { from: node.start, to: node.end, insert: "" }],
          }];
        },
      });
    },
  },
});
