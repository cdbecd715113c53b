import { ruleFor } from "../../adapted/rule.js";

export const looseEquality = ruleFor("php", {
  id: "values.loose-equality",
  title: "A comparison that converts its sides",
  why: "`==` turns its sides into each other's kind before it compares them: `\"1\" == \"01\"`, `\"10\" == \"1e1\"` and `null == false` are true. `===` compares what is there.",
  level: "hint",
  kits: [],
  once: "style",
  examples: {
    alerts: [
      { code: "<?php\nif ($tide «==» 3) sail();\n", after: "<?php\nif ($tide === 3) sail();\n" },
      { code: "<?php\n$open = $sign «!=» 'shut';\n", after: "<?php\n$open = $sign !== 'shut';\n" },
    ],
    quiet: [{ code: "<?php\nif ($tide === 3) sail();\n" }],
  },
  visit: {
    binary_expression(node, { text, alert, isBroken }) {
      const [left, right] = [node.in("left"), node.in("right")];
      if (!/^(?:==|!=|<>)$/.test(node.word) || left === null || right === null || isBroken(node)) return;
      const from = left.end + text.slice(left.end, right.start).indexOf(node.word);
      const wanted = node.word === "==" ? "===" : "!==";
      const edit = { from, to: from + node.word.length };
      alert(edit, {
        message: `\`${node.word}\` converts its sides before it compares them: write \`${wanted}\``,
        remedies: () => [{
          title: `Compare with \`${wanted}\``,
          certainty: "proposed",
          edits: [{ ...edit, insert: wanted }],
        }],
      });
    },
  },
});
