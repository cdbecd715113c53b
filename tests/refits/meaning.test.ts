/** Refits that are certain keep what a program does: small programs that were made up are run before and after. */
import { createContext, Script } from "node:vm";
import fc from "fast-check";
import { expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { often } from "../support/files.js";

/** What a program says, and how it ends. */
function outcome(code: string): string {
  const said: unknown[] = [];
  const context = createContext({
    log: (...values: unknown[]) =>
      void said.push(...values.map((value) => (typeof value === "object" ? JSON.stringify(value) : String(value)))),
  });
  try {
    new Script(code).runInContext(context, { timeout: 60_000 });
  } catch (error) {
    // Messages may name another construct; that it fails, and how, may not change.
    said.push((error as Error).name);
  }
  return said.join();
}

const name = fc.constantFrom("a", "b", "c");
const { expression } = fc.letrec<{ expression: string; leaf: string }>((tie) => ({
  leaf: fc.oneof(
    name,
    fc.constantFrom("0", "1", "2.5", '"x"', '"1"', "null", "undefined", "true", "[]", "({ d: 1 })", "o.d", "next()"),
  ),
  expression: fc.oneof(
    { depthSize: "small", withCrossShrink: true },
    { weight: 3, arbitrary: tie("leaf") },
    fc.tuple(tie("expression"), fc.constantFrom("+", "-", "*", "===", "!==", "<", "==", "&&", "||"), tie("expression"))
      .map(([x, operator, y]) => `(${x} ${operator} ${y})`),
    fc.tuple(tie("expression"), fc.constantFrom("+", "*", "===", "%"), tie("leaf"))
      .map(([x, operator, y]) => `${x} ${operator} ${y}`),
    fc.tuple(tie("expression"), tie("expression"), tie("expression")).map(([x, y, z]) => `${x} ? ${y} : ${z}`),
    tie("expression").map((x) => `!${/^[\w"(]/.test(x) ? x : `(${x})`}`),
    fc.tuple(name, tie("expression")).map(([x, y]) => `(${x} = ${y})`),
    tie("expression").map((x) => `((v) => ${x.startsWith("{") ? `(${x})` : x})(1)`),
    tie("expression").map((x) => `(() => { return ${x}; })()`),
    tie("expression").map((x) => `(function () { return ${x}; })()`),
  ),
}));
let counter = 0;
const fresh = (): string => `n${(counter += 1)}`;
const { statement } = fc.letrec<{ statement: string }>((tie) => ({
  statement: fc.oneof(
    { depthSize: "small" },
    expression.map((x) => `log(${x});`),
    fc.tuple(name, expression).map(([x, y]) => `${x} = ${y};`),
    expression.map((x) => {
      const own = fresh();
      return `const ${own} = ${x};\nlog(${own}, ${own} === 1);`;
    }),
    fc.constantFrom("o.d", "o.e").map((x) => `{ const f = ${x}; log(f); }`),
    fc.tuple(expression, expression).map(([x, y]) => {
      const [one, two] = [fresh(), fresh()];
      return `let ${one} = ${x}, ${two} = ${y};\nlog(${one} + ${two});`;
    }),
    fc.tuple(expression, tie("statement"), tie("statement")).map(([x, y, z]) => `if (${x}) { ${y} } else { ${z} }`),
    fc.tuple(expression, name, expression, expression)
      .map(([x, y, z, w]) => `if (${x}) ${y} = ${z}; else ${y} = ${w};`),
    fc.tuple(expression, name, expression).map(([x, y, z]) => `for (let i = 0; i < 2; i++) if (${x}) ${y} = ${z};`),
    fc.tuple(name, tie("statement"), tie("statement"), tie("statement"))
      .map(([x, y, z, w]) => `if (${x} === 1) { ${y} } else if (${x} === "x" || ${x} === null) { ${z} } else { ${w} }`),
    fc.tuple(expression, expression, expression)
      .map(([x, y, z]) => `log((() => { if (${x}) { return ${y}; } else { return ${z}; } })());`),
  ),
}));

test("a program says the same before and after", { timeout: 600_000 }, () => {
  const taken = new Map<string, number>();
  fc.assert(
    fc.property(fc.array(statement, { minLength: 2, maxLength: 5 }), (statements) => {
      const code = `let a = 1, b = "x", c;\nconst o = { d: 2, e: [3] };\nlet count = 0;\nfunction next() { return count++; }\n${statements.join("\n")}\nlog(a, b, c, count);\n`;
      const before = outcome(code);
      const workspace = createWorkspace({ languages: [javascript()] });
      const uri = "file:///program.js";
      workspace.open({ uri, languageId: "javascript", version: 1, text: code });
      const tried = new Set<string>();
      for (const { index } of code.matchAll(/(?<!\w)\w|[?=!(+]/g)) {
        for (const choice of workspace.refits(uri, { from: index, to: index })) {
          if (!("edits" in choice) || choice.certainty !== "certain") continue;
          const after = applyAll(code, choice.edits);
          if (tried.has(after)) continue;
          tried.add(after);
          taken.set(choice.id, (taken.get(choice.id) ?? 0) + 1);
          if (outcome(after) !== before) {
            throw new Error(`${choice.id} made\n${code}\ninto\n${after}\n${before}\nis not\n${outcome(after)}`);
          }
        }
      }
    }),
    { seed: 8_125, numRuns: often(40, 200) },
  );
  for (const id of [
    "block-body",
    "concise-body",
    "choice-to-if",
    "if-to-choice",
    "flipped-condition",
    "added-braces",
    "chain-to-switch",
    "split-declaration",
    "unpacked-member",
    "inlined-name",
  ]) expect(taken.get(id) ?? 0, id).toBeGreaterThan(5);
});
