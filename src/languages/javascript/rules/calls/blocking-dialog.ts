import { isBuiltIn, memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";

const dialogs = ["alert", "confirm", "prompt"];

export const blockingDialog = defineRule({
  id: "calls.blocking-dialog",
  title: "A dialog that stops the page",
  why: "`alert`, `confirm` and `prompt` stop all that the page does until somebody answers, look like the browser's own, and can be switched off by it. They are often left from a search for a mistake.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      { code: "«alert»(\"sailing\");\n" },
      { code: "if («window.confirm»(\"Sail?\")) sail();\n" },
    ],
    quiet: [
      { code: "import { alert } from \"quay\";\nalert(\"sailing\");\n" },
      { code: "horn.alert();\n" },
    ],
  },
  visit: {
    CallExpression({ callee }, { runtimes, alert }) {
      if (!runtimes.includes("browser")) return;
      const called = callee.type === "Identifier" ? callee.name : memberName(callee);
      const name = called === undefined || !dialogs.includes(called)
        ? undefined
        : dialogs.find(
          (one) =>
            isBuiltIn(callee, one) || isBuiltIn(callee, `window.${one}`) || isBuiltIn(callee, `globalThis.${one}`),
        );
      if (name === undefined) return;
      alert(callee, { message: `\`${name}\` stops the page until somebody answers: show it in the page instead` });
    },
  },
});
