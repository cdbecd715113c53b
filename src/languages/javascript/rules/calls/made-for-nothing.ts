import { defineRule } from "../../rule.js";

export const madeForNothing = defineRule({
  id: "calls.made-for-nothing",
  title: "An object that is made and dropped",
  why: "`new` is there to get an object. Where nobody takes it, only what its constructor does beside is wanted, which a function with a name would say, or the object was forgotten.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [{ code: "«new Ferry»(3);\n" }],
    quiet: [
      { code: "const ferry = new Ferry(3);\nferry.sail();\n" },
      { code: "new Ferry(3).sail();\n" },
      { code: "try {\n  new URL(sign);\n} catch {\n  wait();\n}\n" },
    ],
  },
  visit: {
    ExpressionStatement({ expression, parent }, { isBroken, alert }) {
      if (expression.type !== "NewExpression" || isBroken(expression)) return;
      // Whether it can be made may be what is asked.
      if (parent?.parent?.type === "TryStatement") return;
      alert({ from: expression.start, to: expression.callee.end }, {
        message: "The object that is made here is dropped: keep it, or call a function",
      });
    },
  },
});
