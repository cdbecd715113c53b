import { defineRule } from "../rule.js";

export const needlessCatch = defineRule({
  id: "dead.needless-catch",
  title: "A catch that only throws again",
  why: "Catching something to throw it again unchanged does nothing but hide where it came from in some tools.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "function sail() {\n  try {\n    go();\n  } «catch (problem) {\n    throw problem;\n  }»\n}\nfunction go() {}\n",
        after: "function sail() {\n  go();\n}\nfunction go() {}\n",
      },
      {
        code: "try { go(); } «catch (problem) { throw problem; }» finally { moor(); }\n",
        after: "try { go(); } finally { moor(); }\n",
      },
    ],
    quiet: [
      {
        code: "try:\n    go()\nexcept OSError as problem:\n    raise problem\nexcept Exception:\n    wait()\n",
        languageId: "python",
      },
      { code: "try { go(); } catch (problem) { log(problem); throw problem; }\n" },
      { code: "try { go(); } catch (problem) { throw new Error(\"off\", { cause: problem }); }\n" },
    ],
  },
  shapes: {
    handler({ node: handler, caught }, { text, alert, edits, shape }) {
      for (const { node, name, statements } of caught) {
        const [only, more] = statements;
        const exit = only && shape("exit", only);
        // One before others keeps what it throws from them.
        if (exit?.kind !== "throw" || more !== undefined || name === undefined || node !== caught.at(-1)!.node) {
          continue;
        }
        if (exit.value === null || shape("name", exit.value)?.name !== name) continue;
        alert(node, {
          message: `\`${name}\` is caught only to be thrown again: leave ${caught.length > 1 ? "this part" : "the \`try\`"} out`,
          labels: ["unnecessary"],
          remedies: () => {
            const change = edits.withoutCatch(handler, node, text);
            return change === undefined ? [] : [{ title: "Remove `catch`", ...change }];
          },
        });
      }
    },
  },
});
