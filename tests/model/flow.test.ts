/** Flow graphs against the machine: random programs are run, and what the graph says never happens must never happen. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { FlowGraph, Node } from "../../src/index.js";
import { javascript, walk } from "../../src/languages/javascript/index.js";
import { eachUnsetRead, eachWrite } from "../../src/model/flow-facts.js";
import { randomFrom } from "../support/edits.js";
import { often } from "../support/files.js";

const language = javascript();

/** The graph of the first function of a program. */
function graphOf(code: string, uri = "file:///a.js"): { flow: FlowGraph; root: Node } {
  const tree = language.parse(code, {
    uri,
    languageId: uri.endsWith("ts") ? "typescript" : "javascript",
  });
  const keeper = language.names(tree);
  keeper.add(tree.root);
  keeper.names.settle();
  let found: Node | undefined;
  walk(tree.root, (node) => {
    if (node.type.startsWith("Function") && node.type !== "FunctionBody") found ??= node;
  });
  return { flow: language.flow(found!), root: tree.root };
}

/** Statements of a random program; numbers are filled in afterwards, so that each mark is its own. */
const programs = fc.letrec<{ list: string; one: string }>((tie) => ({
  list: fc.array(tie("one"), { maxLength: 3 }).map((list) => list.join("\n")),
  one: fc.oneof(
    { depthSize: "small" },
    fc.constantFrom(
      "L(#);",
      "x = W(#);",
      "R(#, x);",
      "y = W(#);",
      "R(#, y);",
      "T();",
      "break;",
      "continue;",
      "return;",
      "throw W(#);",
      "break out;",
      "x ??= W(#);",
      "C() && (y = W(#));",
      "[x = W(#)] = [W(#)];",
      "y = C() ? W(#) : y;",
    ),
    tie("list").map((body) => `if (C()) {\n${body}\n}`),
    fc.tuple(tie("list"), tie("list")).map(([a, b]) => `if (C() || !C()) {\n${a}\n} else {\n${b}\n}`),
    tie("list").map((body) => `while (C()) {\n${body}\n}`),
    tie("list").map((body) => `do {\n${body}\n} while (C());`),
    tie("list").map((body) => `for (let i = 0; C(); T()) {\n${body}\n}`),
    tie("list").map((body) => `for (x of M()) {\n${body}\n}`),
    fc.tuple(tie("list"), tie("list"), tie("list"))
      .map(([a, b, c]) => `switch (N()) {\ncase 1:\n${a}\ncase 2:\n${b}\nbreak;\ndefault:\n${c}\n}`),
    fc.tuple(tie("list"), tie("list")).map(([a, b]) => `try {\n${a}\n} catch {\n${b}\n}`),
    fc.tuple(tie("list"), tie("list")).map(([a, b]) => `try {\n${a}\n} finally {\n${b}\n}`),
    fc.tuple(tie("list"), tie("list"), tie("list"))
      .map(([a, b, c]) => `try {\n${a}\n} catch (e) {\n${b}\n} finally {\n${c}\n}`),
    tie("list").map((body) => `inner: {\n${body}\nif (C()) break inner;\nL(#);\n}`),
  ),
})).list;

/** The marks of statements, writes and reads in a stretch of a program. */
const markIn = (code: string, node: Node): number =>
  Number(/[LWR]\((\d+)/.exec(code.slice(node.start, node.parent!.end))?.[1]);

test("what the graph says never happens never does", { timeout: 600_000 }, () => {
  fc.assert(
    fc.property(programs, fc.nat(), (body, seed) => {
      let count = 0;
      const code = `function f() {\nlet x, y;\nout: for (const once of [1]) {\n${body.replaceAll("#", () => String((count += 1)))}\n}\nR(0, x);\n}\n`;
      let run: (...tools: unknown[]) => void;
      try {
        run = new Function("L", "W", "R", "C", "N", "T", "M", `${code}\nreturn f();`) as typeof run;
      } catch {
        // Such as `continue` in a place where there is no loop.
        return;
      }
      const { flow } = graphOf(code);
      const dead = new Set<number>();
      for (const [statement, block] of flow.statements) {
        if (!block.reached && code.startsWith("L(", statement.start)) dead.add(markIn(code, statement));
      }
      const unread = new Set<number>();
      eachWrite(flow, ({ node, first }, isRead) => {
        if (!isRead() && !first && node.parent!.type === "AssignmentExpression") unread.add(markIn(code, node));
      });
      const unset = new Set<number>();
      eachUnsetRead(flow, new Set(flow.tracked), ({ node }) => {
        if (node.parent!.type === "CallExpression") {
          unset.add(Number(/R\((\d+), \w$/.exec(code.slice(0, node.end))?.[1]));
        }
      });

      const random = randomFrom(seed);
      for (let turn = 0; turn < 25; turn += 1) {
        let left = 60;
        const chance = (odds: number): boolean => (left -= 1) > 0 && random() < odds;
        const seen: string[] = [];
        try {
          run(
            (mark: number) => seen.push(dead.has(mark) ? `L${mark} was reached` : ""),
            (mark: number) => mark,
            (mark: number, value: number | undefined) => {
              if (value !== undefined && unread.has(value)) seen.push(`W${value} was read at R${mark}`);
              if (value !== undefined && unset.has(mark)) seen.push(`R${mark} had got a value`);
            },
            () => chance(0.5),
            () => Math.floor(random() * 4),
            () => {
              if (chance(0.25)) throw new Error("thrown");
            },
            () => (chance(0.6) ? [1_000_001, 1_000_002] : []),
          );
        } catch {
          // What the program throws leaves it.
        }
        expect(seen.filter((fault) => fault !== ""), code).toEqual([]);
      }
    }),
    { seed: 7, numRuns: often(300, 1500) },
  );
});

/** The lines of the first function that control cannot come to; only lines with a statement of their own count. */
function unreachedLines(code: string, uri?: string): number[] {
  const { flow } = graphOf(code, uri);
  return [
    ...new Set(
      [...flow.statements]
        .filter(([, block]) => !block.reached)
        .map(([statement]) => code.slice(0, statement.start).split("\n").length),
    ),
  ].sort((a, b) => a - b);
}

describe("what cannot be reached", () => {
  test.each<[string, string, number[]]>([
    ["behind a return", "function f() {\nreturn 1;\na();\n}", [3]],
    ["behind both branches", "function f() {\nif (a) return 1;\nelse throw 2;\nb();\n}", [4]],
    ["behind one branch it goes on", "function f() {\nif (a) return 1;\nb();\n}", []],
    ["behind a loop without end", "function f() {\nwhile (true) { a(); }\nb();\n}", [3]],
    ["a break ends it", "function f() {\nfor (;;) { if (a()) break; }\nb();\n}", []],
    ["a break of an inner loop does not", "function f() {\nfor (;;) { for (;;) { break; } }\nb();\n}", [3]],
    ["a label leads out of both", "function f() {\nout: for (;;) { for (;;) { break out; } }\nb();\n}", []],
    [
      "a continue of the outer loop",
      "function f() {\nout: for (const a of b) { for (;;) { continue out; }\nc();\n}\nd();\n}",
      [3],
    ],
    [
      "a switch whose cases all leave",
      "function f() {\nswitch (a) { case 1: return 1; default: return 2; }\nb();\n}",
      [3],
    ],
    ["a switch without default may do nothing", "function f() {\nswitch (a) { case 1: return 1; }\nb();\n}", []],
    ["what the catch leaves", "function f() {\ntry { a(); return 1; } catch { return 2; }\nb();\n}", [3]],
    ["a finally that leaves", "function f() {\ntry { a(); } finally { return 1; }\nb();\n}", [3]],
    ["a finally goes on where the try does", "function f() {\ntry { return a(); } finally { b(); }\nc();\n}", [3]],
    ["a call that ends the program", "function f() {\nprocess.exit(1);\na();\n}", [3]],
    ["not of a process of one's own", "function f(process) {\nprocess.exit(1);\na();\n}", []],
    ["generators and await go on", "async function f() {\nawait a;\nb();\n}", []],
    ["an optional chain may end early", "function f() {\na?.b(() => { return 1; });\nc();\n}", []],
    ["do once", "function f() {\ndo { a(); } while (false);\nb();\n}", []],
  ])("%s", (_, code, expected) => {
    expect(unreachedLines(code)).toEqual(expected);
  });

  test("a function whose type is `never` does not come back", () => {
    expect(
      unreachedLines("function f() {\nfail();\na();\n}\nfunction fail(): never { throw 1; }", "file:///a.ts"),
    ).toEqual([3]);
  });
});

test("more names than a word has bits", () => {
  const names = Array.from({ length: 70 }, (_, index) => `v${index}`);
  const { flow } = graphOf(`function f() {\nlet ${names.map((name) => `${name} = 1`).join(", ")};\nfor (;;) {\n${names.map((name) => `${name} = ${name} + 1;`).join("\n")}\n}\n}`);
  const read: boolean[] = [];
  eachWrite(flow, (_, isRead) => read.push(isRead()));
  expect(read).toEqual(new Array(140).fill(true));
});
