import { bindingOf } from "../../names/facts.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { has } from "./edition.js";

export const catchWithoutName = defineRule({
  id: "modern.catch-without-name",
  title: "A caught error that nobody reads",
  why: "Since edition 2019 `catch` needs no name for what it caught, so that a reader does not look for what is done with it.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [{
      code: "try {\n  sail();\n} catch («error») {\n  wait();\n}\n",
      after: "try {\n  sail();\n} catch {\n  wait();\n}\n",
    }],
    quiet: [
      { code: "try {\n  sail();\n} catch {\n  wait();\n}\n" },
      { code: "try {\n  sail();\n} catch (error) {\n  wait(error);\n}\n" },
    ],
  },
  binding(binding, file) {
    const [only, second] = binding.declarations;
    if (only === undefined || second !== undefined || binding.references.length > 0 || !has(file, 2019)) return;
    const { owner, node } = only;
    if (owner.type !== "CatchClause" || (owner as { param?: unknown }).param !== node || bindingOf(node) !== binding) {
      return;
    }
    const { text, alert } = file;
    alert(node, {
      message: `\`${binding.name}\` is never read: \`catch\` needs no name`,
      remedies() {
        const { body } = owner as unknown as { body: { start: number } };
        const head = owner.start + text.slice(owner.start, node.start).lastIndexOf("(");
        return offer("Leave the name out", "certain", [{ from: head, to: body.start, insert: "" }], text);
      },
    });
  },
});
