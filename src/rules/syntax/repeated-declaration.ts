import { defineRule } from "../rule.js";

export const repeatedDeclaration = defineRule({
  id: "syntax.repeated-declaration",
  title: "A name declared twice where only one declaration is allowed",
  why: "A `let`, `const`, `class` or import shares its scope with no other declaration of the same name. The program does not start as long as two of them clash.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "const tide = 1;\nlet «tide» = 2;\n" },
      { code: "function sail(ferry) {\n  const «ferry» = 1;\n}\n" },
      { code: "import { berth } from \"./berth.js\";\nfunction «berth»() {}\n" },
      { code: "let pier;\n{\n  var «pier»;\n}\n" },
    ],
    quiet: [
      { code: "var tide = 1;\nvar tide = 2;\n" },
      { code: "const tide = 1;\n{\n  const tide = 2;\n}\n" },
      { code: "try { sail(); } catch (problem) { var problem; }\n" },
      { code: "const sail = function sail() { const sail = 1; return sail; };\n" },
    ],
  },
  file({ names, alert }) {
    for (const { name, node, earlier } of names.clashes) {
      alert(node, {
        message: `\`${name}\` is declared a second time in this scope: give one of them another name`,
        related: [{ from: earlier.start, to: earlier.end, message: `\`${name}\` is declared here` }],
      });
    }
  },
});
