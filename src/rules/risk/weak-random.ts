import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView } from "../rule.js";
import { saysSecret } from "./secret-names.js";

/** The name of the secret that a value becomes, or a part of: what it is given to, or the function that gives it back. */
function secretOf(value: Node, { text, facts, shape }: FileView): string | undefined {
  let isDirect = true;
  for (let node: Node | null = value; node !== null; node = node.parent) {
    const given = isDirect ? facts.givenTo(node, text) ?? assigned(node, shape) : undefined;
    if (given !== undefined && saysSecret(given.name)) return given.name;
    const made = shape("function", node);
    if (made === undefined) continue;
    const own = made.name === null ? facts.givenTo(node, text)?.name : text.slice(made.name.start, made.name.end);
    if (own !== undefined) return saysSecret(own) ? own : undefined;
    // A function that only gives back a value is a part of what it is used for.
    isDirect &&= !Array.isArray(made.body);
  }
  return undefined;
}

/** What a value is added to. */
function assigned(value: Node, shape: FileView["shape"]): { readonly name: string } | undefined {
  const found = value.parent === null ? undefined : shape("assignment", value.parent);
  const name = found?.value === value ? shape("name", found.target)?.name : undefined;
  return name === undefined ? undefined : { name };
}

export const weakRandom = defineRule({
  id: "risk.weak-random",
  title: "A secret made of random values that can be guessed",
  why: "The usual random numbers follow from one another: whoever has seen some can work out those that come. For what must not be guessed there is a source of its own, which costs no more.",
  level: "warning",
  kits: ["guarded"],
  examples: {
    alerts: [
      {
        code: "const token = «Math.random()».toString(36).slice(2);\n",
        after: "const token = crypto.randomUUID();\n",
      },
      {
        code: "function makePassword() {\n  let word = \"\";\n  for (let i = 0; i < 12; i++) word += signs[Math.floor(«Math.random()» * signs.length)];\n  return word;\n}\n",
      },
      {
        code: "session.resetToken = Array.from({ length: 20 }, () => signs[Math.floor(«Math.random()» * 62)]).join(\"\");\n",
      },
      {
        code: "import random\n\n\ndef make_token():\n    return \"\".join(«random.choice(signs)» for _ in range(20))\n",
        languageId: "python",
        after: "import random\nimport secrets\n\n\ndef make_token():\n    return \"\".join(secrets.choice(signs) for _ in range(20))\n",
      },
      { code: "import random\n\npin_code = 3\naccess_code = «random.randint(1000, 9999)»\n", languageId: "python" },
    ],
    quiet: [
      { code: "const tide = Math.random() * 3;\nconst colour = `#${Math.random().toString(16).slice(2, 8)}`;\n" },
      { code: "const token = crypto.randomUUID();\n" },
      {
        code: "function tokenService() {\n  const wait = () => {\n    return Math.random() * 100;\n  };\n  return wait;\n}\n",
      },
      { code: "import random\n\nberth = random.choice(berths)\n", languageId: "python" },
    ],
  },
  shapes: {
    call({ node }, file) {
      if (!file.facts.isGuessable(node)) return;
      const name = secretOf(node, file);
      if (name === undefined || file.isBroken(node)) return;
      file.alert(node, {
        message:
          `This random value can be guessed from others, and \`${name}\` is made of it: one is wanted that cannot be`,
        remedies: () => {
          const change = file.edits.unguessable(node, file.text);
          if (change === undefined || (change.needs !== undefined && !file.isKnown(change.needs))) return [];
          return [{ title: "Take a value that cannot be guessed", ...change }];
        },
      });
    },
  },
});
