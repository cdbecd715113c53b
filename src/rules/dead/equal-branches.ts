import { defineRule } from "../rule.js";

export const equalBranches = defineRule({
  id: "dead.equal-branches",
  title: "Branches that do the same",
  why: "When both sides of a condition are the same, the condition decides nothing. One side was most likely copied and never changed.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if (tide > 3) {\n  sail();\n} else «{\n  sail();\n}»\n" },
      { code: "const fare = child ? 210 : «210»;\n" },
    ],
    quiet: [
      { code: "if (tide > 3) {\n  sail();\n} else {\n  moor();\n}\n" },
      { code: "if (a) {} else {}\n" },
      { code: "const fare = child ? 210 : 420;\n" },
      { code: "const gap = deep ? \"    \" : \"  \";\n" },
    ],
  },
  shapes: {
    branch({ node, then, otherwise, isValue, next }, { alert, text, facts, isBroken, ambient }) {
      if (otherwise === null || next !== null || ambient) return;
      if (facts.statementsIn(then)?.length === 0 || !facts.isSame(then, otherwise, text) || isBroken(node)) return;
      alert(
        otherwise,
        isValue
          ? {
            message: "Both sides of the condition are the same, so it decides nothing: change one side, or leave the condition out",
          }
          : {
            message:
              "This branch does the same as the one before, so the condition decides nothing: change one, or join them",
            related: [{ at: then, message: "The branch before" }],
          },
      );
    },
  },
});
