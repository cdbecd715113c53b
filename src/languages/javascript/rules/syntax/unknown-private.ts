import { defineRule } from "../../rule.js";

export const unknownPrivate = defineRule({
  id: "syntax.unknown-private",
  title: "A private name that no class around declares",
  why: "A name with `#` means a member of a class around it. When none of them declares it the program does not start: most often it is misspelt.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      {
        code: "class Ferry {\n  #seats = 40;\n  full() { return this.«#seat» === 0; }\n}\n",
        after: "class Ferry {\n  #seats = 40;\n  full() { return this.#seats === 0; }\n}\n",
      },
      { code: "ferry.«#seats» = 1;\n" },
    ],
    quiet: [{
      code:
        "class Ferry {\n  #seats = 40;\n  same(other) { return #seats in other && class { a = other.#seats; }; }\n}\n",
    }],
  },
  unresolved(use, { alert, suggest }) {
    const { name, node } = use;
    if (!name.startsWith("#")) return;
    const near = suggest(use).filter((word) => word.startsWith("#"));
    alert(node, {
      message: `No class around declares \`${name}\`${near[0] === undefined ? ": declare it in one" : `: did you mean \`${near[0]}\`?`}`,
      remedies: () => near.map((word) => ({
        title: `Change to \`${word}\``,
        certainty: "proposed",
        edits: [{ from: node.start, to: node.end, insert: word }],
      })),
    });
  },
});
