/** How an adapted language with braces and semicolons writes what rules want to change. */
import type { CodeChange, CodeEdits } from "../../model/code.js";
import { removeLines } from "../../rules/lines.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import type { Meanings } from "./meaning.js";
import type { AdaptedNode } from "./nodes.js";

type Titled = CodeChange & { readonly title: string };

const proposed = (...edits: CodeChange["edits"]): CodeChange => ({ certainty: "proposed", edits });

export function editsOf(meanings: Meanings, hasEffect: (node: Node) => boolean): Partial<CodeEdits> {
  const takeOut = (first: Node, text: SourceText, last: Node = first): CodeChange => {
    const { start } = first;
    const { end } = last;
    const line = text.slice(Math.max(0, start - 200), start);
    const behind = text.slice(end, end + 200);
    // Alone on its lines, or beside others.
    const isAlone = /(?:^|[\n\r])[ \t]*$/.test(line) && /^[ \t]*(?:\r|\n|$)/.test(behind);
    return proposed(
      isAlone
        ? removeLines(text, start, end)
        : { from: start, to: end + /^[ \t]*/.exec(behind)![0].length, insert: "" },
    );
  };
  /** The statement that a declared name alone makes. */
  const statementOf = (owner: Node): AdaptedNode | undefined => {
    const up = owner.parent as AdaptedNode | null;
    if (up === null || meanings.of(up)?.is !== "declaration") return undefined;
    const others = up.allIn("declarator");
    const isListed = up.parent !== null && /^(?:block|case)$/.test(meanings.of(up.parent as AdaptedNode)?.is ?? "");
    return others.length === 1 && isListed ? up : undefined;
  };
  const withoutValue = (statement: AdaptedNode, value: AdaptedNode | null, text: SourceText): readonly Titled[] => {
    if (value === null || !hasEffect(value)) return [{ title: "Remove the statement", ...takeOut(statement, text) }];
    const isStatement = /^(?:call|assignment|step)$/.test(meanings.of(value)?.is ?? "");
    return isStatement
      ? [{
        title: "Keep the value's work, without the name",
        ...proposed({ from: statement.start, to: value.start, insert: "" }),
      }]
      : [];
  };
  return {
    call: "()",
    assigns: "=",
    equals: "==",
    and: "&&",
    or: "||",
    takeOut,
    elseOf: (branch, text) => {
      const meaning = meanings.as(branch as AdaptedNode, "branch")!;
      const then = meaning.then(branch as AdaptedNode)!;
      const from = then.end + Math.max(0, text.slice(then.end, branch.end).search(/\belse/));
      return { from, to: from + 4 };
    },
    breakBehind: (node, text) => {
      const one = node as AdaptedNode;
      const last = meanings.as(one, "case")?.body(one).at(-1);
      const end = last?.end ?? node.end;
      const indent = last === undefined
        ? ""
        : /[ \t]*$/.exec(text.slice(Math.max(0, last.start - 100), last.start))![0];
      return { from: end, to: end, insert: `\n${indent}break;` };
    },
    withoutName({ declarations, references, kind, name }, text) {
      const [first, more] = declarations;
      if (more !== undefined || references.length > 0 || first === undefined) return [];
      if (kind === "function" || kind === "class") {
        return [{ title: `Remove \`${name}\``, ...takeOut(first.owner, text) }];
      }
      // Where an assignment declares.
      const assigned = meanings.as(first.owner as AdaptedNode, "assignment");
      const around = first.owner.parent as AdaptedNode | null;
      if (assigned !== undefined && meanings.as(around, "value") !== undefined) {
        return withoutValue(around!, assigned.value(first.owner as AdaptedNode), text);
      }
      const meaning = meanings.as(first.owner as AdaptedNode, "declared");
      const statement = statementOf(first.owner);
      return statement === undefined
        ? []
        : withoutValue(statement, meaning?.value(first.owner as AdaptedNode) ?? null, text);
    },
    withoutImport: (owner, text) => ({ ...takeOut(owner.parent!, text), certainty: "certain" }),
    withoutCatch(handler, caught, text) {
      const meaning = meanings.as(handler as AdaptedNode, "handler");
      if (meaning === undefined || meaning.caught(handler as AdaptedNode).length < 2) return undefined;
      const { start, end } = caught;
      const before = /\s*$/.exec(text.slice(Math.max(0, start - 200), start))![0].length;
      return { certainty: "certain", edits: [{ from: start - before, to: end, insert: "" }] };
    },
    withoutWrite(write, text) {
      const up = write.parent as AdaptedNode;
      const assigned = meanings.as(up, "assignment");
      if (assigned !== undefined && meanings.as(up.parent as AdaptedNode, "value") !== undefined) {
        return withoutValue(up.parent as AdaptedNode, assigned.value(up), text);
      }
      return [];
    },
  };
}
