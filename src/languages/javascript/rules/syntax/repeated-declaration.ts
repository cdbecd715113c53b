import { clashesOf } from "../../names/clash.js";
import { defineRule } from "../../rule.js";

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
      { code: "export const tide = 1;\nconst high = 2;\nexport { high as «tide» };\n" },
      { code: "class Ferry {\n  #seats = 40;\n  «#seats»() {}\n}\n" },
    ],
    quiet: [
      { code: "var tide = 1;\nvar tide = 2;\n" },
      {
        code: "import { Tide } from \"./tide.js\";\nexport function Tide(height: number): Tide {\n  return { height };\n}\n",
        languageId: "typescript",
      },
      { code: "const tide = 1;\n{\n  const tide = 2;\n}\n" },
      { code: "try { sail(); } catch (problem) { var problem; }\n" },
      { code: "class Ferry {\n  get #seats() { return 1; }\n  set #seats(count) {}\n}\n" },
      { code: "const sail = function sail() { const sail = 1; return sail; };\n" },
    ],
  },
  binding(binding, { alert, typed, isHalfWritten }) {
    const { name, scope } = binding;
    const clashes = clashesOf(binding);
    // Of a head that is broken it cannot be told what it declares: one of several of a function may have lost its end.
    if (clashes.length === 0 || isHalfWritten(name)) return;
    // Without looking into the other file it cannot be told whether that is a type alone, beside which a value may have the name.
    const maybeType = typed && binding.references.some(({ asType }) => asType);
    const [told, first] = scope.kind === "exports"
      ? [
        `\`${name}\` is exported a second time from this module: take one of the two out`,
        `\`${name}\` is exported here`,
      ]
      : name.startsWith("#")
        ? [
          `\`${name}\` is declared a second time in this class: give one of them another name`,
          `\`${name}\` is declared here`,
        ]
        : [
          `\`${name}\` is declared a second time in this scope: give one of them another name`,
          `\`${name}\` is declared here`,
        ];
    for (const { later, earlier } of clashes) {
      if (maybeType && (later.kind === "import") !== (earlier.kind === "import")) continue;
      alert(later.node, { message: told, related: [{ at: earlier.node, message: first }] });
    }
  },
});
