import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { Edit } from "../../../../text/edit.js";
import type { SourceText } from "../../../../text/text.js";
import { bindingOf } from "../../names/facts.js";
import type { ForStatement, Identifier, JavaScriptNode, MemberExpression } from "../../nodes/index.js";
import { memberName, numberOf } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { takeOut } from "../statements.js";
import { has } from "./edition.js";

/** A loop that counts through a list and only ever takes the element at the counter. */
interface CountedLoop {
  readonly list: Node;
  readonly uses: readonly MemberExpression[];
}

/** The name that counts from 0, up to the length of a list, one by one. */
function counterOf({
  init,
  test,
  update,
}: ForStatement): { readonly name: Identifier; readonly list: Node } | undefined {
  if (init?.type !== "VariableDeclaration") return undefined;
  const { kind, declarations: [only, second] } = init;
  if (kind !== "let" || only === undefined || second !== undefined) return undefined;
  const { id, init: first } = only;
  if (id.type !== "Identifier" || numberOf(first) !== 0) return undefined;
  const isIt = (node: Node | null): boolean => node?.type === "Identifier" && (node as Identifier).name === id.name;
  if (
    test?.type !== "BinaryExpression" ||
    test.operator !== "<" ||
    !isIt(test.left) ||
    memberName(test.right) !== "length"
  ) {
    return undefined;
  }
  const step = update as JavaScriptNode | null;
  const isStep = step?.type === "UpdateExpression"
    ? step.operator === "++" && isIt(step.argument)
    : step?.type === "AssignmentExpression" && step.operator === "+=" && isIt(step.left) && numberOf(step.right) === 1;
  return isStep ? { name: id, list: (test.right as MemberExpression).object } : undefined;
}

/** Whether a node is written, deleted or called there, so that it stands for more than its value. */
function isPlace(node: Node): boolean {
  const up = node.parent as JavaScriptNode;
  return (up.type === "AssignmentExpression" && up.left === node) ||
    up.type === "UpdateExpression" ||
    (up.type === "UnaryExpression" && up.operator === "delete") ||
    (up.type === "CallExpression" && up.callee === node) ||
    /Pattern$|^RestElement$|^For(?:In|Of)Statement$/.test(up.type);
}

const changing = new Set(["push", "pop", "shift", "unshift", "splice", "sort", "reverse", "fill", "copyWithin"]);

/** Whether a body may change a list, or put another one into its name. */
function mayChange(body: Node, list: Node, { text, facts }: Pick<FileView, "text" | "facts">): boolean {
  let found = false;
  walk(body, (node) => {
    const one = node as JavaScriptNode;
    if (one.type === "CallExpression" && one.callee.type === "MemberExpression") {
      found ||= changing.has(memberName(one.callee) ?? "") && facts.isSame(one.callee.object, list, text);
    }
    if (one.type === "AssignmentExpression") {
      const { left } = one;
      found ||= facts.isSame(left, list, text) ||
        (left.type === "MemberExpression" && facts.isSame(left.object, list, text));
    }
    return !found;
  });
  return found;
}

function countedLoop(loop: ForStatement, file: FileView): CountedLoop | undefined {
  const { text, facts } = file;
  const counter = counterOf(loop);
  if (counter === undefined || !facts.isSteady(counter.list)) return undefined;
  const binding = bindingOf(counter.name);
  if (binding === undefined) return undefined;
  const { body, test, update } = loop;
  const uses: MemberExpression[] = [];
  for (const { node } of binding.references) {
    if (node.parent === test || node === update || node.parent === update) continue;
    const up = node.parent as JavaScriptNode;
    if (up.type !== "MemberExpression" || up.property !== node || !up.computed || up.optional || isPlace(up)) {
      return undefined;
    }
    if (!facts.isSame(up.object, counter.list, text)) return undefined;
    uses.push(up);
  }
  return uses.length === 0 || mayChange(body, counter.list, file) ? undefined : { list: counter.list, uses };
}

/** A name for one element, by that of its list, which nothing in the loop has. */
function elementName(list: Node, loop: Node, text: SourceText): string | undefined {
  const whole = list.type === "Identifier" ? (list as Identifier).name : memberName(list);
  const one = whole?.replace(/ies$/, "y").replace(/(?<!s)s$/, "");
  const code = text.slice(loop.start, loop.end);
  return [one === whole ? undefined : one, "item", "element"].find(
    (name) => name !== undefined &&
      /^[\p{L}_$][\p{L}\p{N}_$]*$/u.test(name) &&
      !new RegExp(`(?<![\\w$])${name.replaceAll("$", "\\$")}(?![\\w$])`).test(code),
  );
}

function remedies(loop: ForStatement, { list, uses }: CountedLoop, { text }: FileView): RemedyOffer[] {
  const { init, update, body } = loop;
  if (holdsComment(text, init!.start, update!.end)) return [];
  const source = text.slice(list.start, list.end);
  const head = (name: string): Edit => ({ from: init!.start, to: update!.end, insert: `const ${name} of ${source}` });
  const [only, second] = uses;
  const declarator = only!.parent as JavaScriptNode;
  const title = "Go through the elements";
  // A name that is there for the element already becomes that of the loop.
  if (second === undefined && declarator.type === "VariableDeclarator" && declarator.id.type === "Identifier") {
    const declaration = declarator.parent as JavaScriptNode;
    const isFirst = body.type === "BlockStatement" && body.body[0] === (declaration as Node);
    if (
      isFirst &&
      declaration.type === "VariableDeclaration" &&
      declaration.kind === "const" &&
      declaration.declarations.length === 1
    ) {
      const removal = takeOut(declaration, text);
      return [{ title, certainty: "proposed", edits: [head(declarator.id.name), ...removal.edits] }];
    }
  }
  const name = elementName(list, loop, text);
  if (name === undefined) return [];
  return [{
    title,
    certainty: "proposed",
    edits: [head(name), ...uses.map((use) => ({ from: use.start, to: use.end, insert: name }))],
  }];
}

export const loopOverValues = defineRule({
  id: "modern.loop-over-values",
  title: "A loop that counts only to take the elements",
  why: "Since edition 2015 `for (const pier of piers)` goes through the elements: there is no counter to get wrong, and each has a name.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "«for» (let i = 0; i < piers.length; i++) moor(piers[i]);\n",
        after: "for (const pier of piers) moor(pier);\n",
      },
      {
        code:
          "«for» (let i = 0; i < quay.ferries.length; i += 1) {\n  const ferry = quay.ferries[i];\n  moor(ferry);\n}\n",
        after: "for (const ferry of quay.ferries) {\n  moor(ferry);\n}\n",
      },
    ],
    quiet: [
      { code: "for (const pier of piers) moor(pier);\n" },
      { code: "for (let i = 0; i < piers.length; i++) moor(piers[i], i);\n" },
      { code: "for (let i = 0; i < piers.length; i++) piers[i] = null;\n" },
      { code: "for (let i = 0; i < piers.length; i++) {\n  if (piers[i].old) piers.splice(0, 1);\n}\n" },
      { code: "for (let i = 0; i < piers.length; i += 2) moor(piers[i]);\n" },
      { code: "for (let i = 0; i < piers.length; i++) piers[i]();\n" },
    ],
  },
  visit: {
    ForStatement(loop, file) {
      if (!has(file, 2015) || file.isBroken(loop)) return;
      const found = countedLoop(loop, file);
      if (found === undefined) return;
      file.alert({ headOf: loop, length: 3 }, {
        message: "This counts only to take the elements: go through them with `of`",
        remedies: () => remedies(loop, found, file),
      });
    },
  },
});
