import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { defineRule, type FileView } from "../rule.js";
import { saysSecret } from "./secret-names.js";

/** Tells of the values that can be guessed in a node that becomes a secret of a name; but not of those that are told as a part of another secret in it. */
function tellIn(name: string, root: Node, file: FileView): void {
  const { facts, edits, text, shape, isKnown, isBroken, alert } = file;
  walk(root, (node) => {
    if (node !== root && (secretOf(node, file) !== undefined || Array.isArray(shape("function", node)?.body))) {
      return false;
    }
    if (!facts.isGuessable(node) || isBroken(node)) return true;
    alert(node, {
      message:
        `This random value can be guessed from others, and \`${name}\` is made of it: one is wanted that cannot be`,
      remedies: () => {
        const change = edits.unguessable(node, text);
        if (change === undefined || (change.needs !== undefined && !isKnown(change.needs))) return [];
        return [{ title: "Take a value that cannot be guessed", ...change }];
      },
    });
    return true;
  });
}

/** The name of the secret that is made at a node, and what it is made of: what is given to it, or the function of its name. */
function secretOf(node: Node, { shape, text }: FileView): { readonly name: string; readonly of: Node } | undefined {
  const given = shape("given", node);
  if (given !== undefined) return saysSecret(given.name) ? { name: given.name, of: given.value } : undefined;
  const own = shape("function", node)?.name;
  const name = own == null ? "" : text.slice(own.start, own.end);
  return saysSecret(name) ? { name, of: node } : undefined;
}

function check(node: Node, file: FileView): void {
  const found = secretOf(node, file);
  // A function of a secret's name is told by itself.
  if (found === undefined || (found.of !== node && secretOf(found.of, file) !== undefined)) return;
  tellIn(found.name, found.of, file);
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
    given: ({ node }, file) => check(node, file),
    function: ({ node }, file) => check(node, file),
  },
});
