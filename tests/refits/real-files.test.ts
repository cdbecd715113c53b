/** Refits of real files: what is offered parses, brings no new error, and keeps every comment. */
import path from "node:path";
import { expect, test } from "vitest";
import { applyAll, createWorkspace, Text } from "../../src/index.js";
import type { Node } from "../../src/index.js";
import { childrenOf, javascript } from "../../src/languages/javascript/index.js";
import { piecesOf } from "../../src/languages/javascript/layout/pieces.js";
import { nodeAt, walk } from "../../src/syntax/walk.js";
import { randomFrom } from "../support/edits.js";
import { filesBelow, often, read, root } from "../support/files.js";

const files = [
  ...filesBelow(path.join(root, "examples/harbour"), /\.(?:js|ts|tsx|jsx|mjs)$/),
  ...filesBelow(path.join(root, "src"), /\.ts$/).filter((_, index) => index % often(20, 10) === 0),
  ...filesBelow(path.join(root, "examples/playground/src"), /\.tsx?$/),
  ...filesBelow(path.join(root, "node_modules/rxjs/dist/cjs/internal"), /\.js$/).filter(
    (_, index) => index % often(18, 9) === 0,
  ),
  ...filesBelow(path.join(root, "node_modules/effect/src"), /\.ts$/).filter((_, index) => index % often(80, 40) === 0),
];

/** The comments of a text, as the tree has them: what looks like one in a text is none. */
function comments(source: string, file: string, languageId: string): string[] {
  const { root: tree } = javascript().parse(source, { uri: `file://${file}`, languageId });
  const text = Text.of(source);
  const found: string[] = [];
  walk(tree, (node) => {
    if (node.type === "Literal" || node.type === "TemplateElement" || node.type === "JSXText") return;
    for (const piece of piecesOf(node, text)) {
      if (piece.isComment) found.push(piece.text.replaceAll(/\s+/g, " ").trim());
    }
  });
  return found;
}

/** A cursor somewhere, or a node that is selected: an expression, a statement, some statements in a row. */
function selectionIn(tree: Node, length: number, random: () => number): { from: number; to: number } {
  const at = Math.floor(random() * length);
  if (random() < 0.4) return { from: at, to: at };
  let node = nodeAt(tree, at);
  for (let up = Math.floor(random() * 4); up > 0 && node.parent?.parent; up -= 1) node = node.parent;
  if (random() < 0.5 || node.parent === null) return { from: node.start, to: node.end };
  const siblings = childrenOf(node.parent);
  const last = siblings[Math.min(siblings.length - 1, siblings.indexOf(node) + Math.floor(random() * 3))]!;
  return { from: node.start, to: Math.max(node.end, last.end) };
}

test("what is offered can be taken", { timeout: 600_000 }, () => {
  const random = randomFrom(41);
  const taken = new Map<string, number>();
  const faults: string[] = [];
  for (const file of files) {
    const text = read(file);
    if (text.length > 60_000) continue;
    const languageId = /\.tsx?$/.test(file) ? "typescript" : "javascript";
    const open = (source: string, version: number) => {
      const workspace = createWorkspace({ languages: [javascript()] });
      workspace.open({ uri: `file://${file}`, languageId, version, text: source });
      return {
        workspace,
        errors: workspace
          .alerts(`file://${file}`)
          .filter(({ level }) => level === "error")
          .map(({ rule, message }) => `${rule} ${/`[^`]*`/.exec(message)?.[0] ?? message}`),
      };
    };
    const { workspace, errors } = open(text, 1);
    const { root: tree } = javascript().parse(text, { uri: `file://${file}`, languageId });
    const before = comments(text, file, languageId);
    for (let round = 0; round < often(8, 40); round += 1) {
      const selection = selectionIn(tree, text.length, random);
      for (const choice of workspace.refits(`file://${file}`, selection)) {
        if (!("edits" in choice) || random() < 0.3) continue;
        taken.set(choice.id, (taken.get(choice.id) ?? 0) + 1);
        const place = `${choice.id} in ${path.relative(root, file)} at ${selection.from}–${selection.to} (${text.slice(selection.from, Math.min(selection.to, selection.from + 80) + 40)})`;
        let after: string;
        try {
          after = applyAll(text, choice.edits);
        } catch (error) {
          faults.push(`${place}: ${String(error)}`);
          continue;
        }
        const now = open(after, 1).errors;
        const left = [...errors];
        const fresh = now.filter((one) => !left.includes(one) || (left.splice(left.indexOf(one), 1), false));
        const kept = comments(after, file, languageId);
        const lost = before.filter((one) => !kept.includes(one));
        if (fresh.length > 0 || lost.length > 0) faults.push(`${place}: ${fresh[0] ?? ""}${lost[0] ?? ""}`);
      }
    }
  }
  expect(faults).toEqual([]);
  console.log([...taken].map(([id, count]) => `${id} ${count}`).join(", "));
  expect(taken.size).toBeGreaterThan(12);
});
