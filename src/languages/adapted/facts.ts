/** What rules may ask of an adapted language beyond shapes, by what its kinds mean. */
import { linesOfCode } from "../../model/code-lines.js";
import type { CodeFacts } from "../../model/code.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import type { Meanings } from "./meaning.js";
import type { AdaptedNode } from "./nodes.js";

/** Words in names of functions that end the program, or with an error. */
const leaving = /^(?:exit|_exit|quit|abort|die|fail|bail|usage|fatal|error|panic|unreachable|longjmp|throw\w*|raise\w*|die_\w+|fatal_\w+|abort_\w+|fail\w*)$/i;

/** Facts that a language adds; what a name is given follows from what its kinds mean. */
export type FurtherFacts = Partial<Omit<CodeFacts, "valueOf">>;

export function factsOf(meanings: Meanings, lineMarks: readonly string[]): Partial<CodeFacts> {
  const of = (node: Node) => meanings.of(node as AdaptedNode);
  const acts = (node: Node): boolean => {
    switch (of(node)?.is) {
      case "call":
      case "assignment":
      case "step":
      case "exit":
      case "choice":
      case "maybe":
        return true;
      default:
        return false;
    }
  };
  const holds = (node: Node, isSo: (node: Node) => boolean): boolean => {
    let found = false;
    walk(node, (one) => {
      if (isSo(one)) found = true;
      return !found && of(one)?.is !== "function";
    });
    return found;
  };
  const alwaysLeaves = (node: AdaptedNode | null): boolean => {
    const meaning = node === null ? undefined : of(node);
    switch (meaning?.is) {
      case "exit":
        return true;
      case "block":
        return meaning.statements(node!).some(alwaysLeaves);
      case "branch": {
        const otherwise = meaning.otherwise(node!);
        const rest = meanings.as(otherwise, "otherwise")?.body(otherwise!) ?? otherwise;
        return meaning.isValue !== true && rest !== null && alwaysLeaves(meaning.then(node!)) && alwaysLeaves(rest);
      }
      default:
        return false;
    }
  };
  const isPlainValue = (node: AdaptedNode | null): boolean => {
    if (node === null) return false;
    const unary = meanings.as(node, "unary");
    return unary !== undefined ? isPlainValue(unary.operand(node)) : of(node)?.is === "literal";
  };
  const valueOf = (owner: Node): Node | null => {
    const meaning = of(owner);
    if (meaning?.is === "declared") return meaning.value(owner as AdaptedNode);
    if (meaning?.is === "assignment") return meaning.value(owner as AdaptedNode);
    return meaning?.is === "function" || meaning?.is === "class" ? owner : null;
  };
  return {
    statementsIn: (node) => (
      node.parent === null
        ? (node as AdaptedNode).children
        : meanings.as(node as AdaptedNode, "block")?.statements(node as AdaptedNode)
    ),
    isEmpty: (node) => {
      const meaning = of(node);
      return meaning?.is === "value"
        ? meaning.value(node as AdaptedNode) === null
        : (node as AdaptedNode).word === ";" && (node as AdaptedNode).children.length === 0;
    },
    isInert: (node) => /^(?:word|class|function|import)$/.test(of(node)?.is ?? ""),
    isValue: (node) => of(node)?.is === "value",
    idleValue: (node) => {
      const value = meanings.as(node as AdaptedNode, "value")?.value(node as AdaptedNode) ?? null;
      // The value of a case that has but that is given by the choice.
      if (
        value === null || of(node.parent!)?.is === "case" || holds(value, (one) => acts(one) || of(one) === undefined)
      ) return undefined;
      return /^(?:name|binary|unary|literal|member|list)$/.test(of(value)?.is ?? "") ? value : undefined;
    },
    alwaysLeaves: (node) => alwaysLeaves(node as AdaptedNode),
    isHalfWritten: () => false,
    isCutOff: () => false,
    isMeantAsCase: () => false,
    isMeantToRunOn: (node, running, _, text) => {
      const one = node as AdaptedNode;
      const body = meanings.as(one, "case")?.body(one) ?? [];
      // Cases without a body of their own are another test for the next; a comment says what is meant.
      const comment = /(?:\/\/|\/\*|#)[^\n]*$|\*\/\s*$/m.test(
        text.slice(body.at(-1)?.end ?? node.end, node.end + 200).split(/\bcase\b|\bdefault\b/)[0]!,
      );
      const last = body.at(-1);
      const call = last && meanings.as(last, "value")?.value(last);
      const callee = call && meanings.as(call, "call")?.callee(call);
      return body.length === 0 || comment || running.size === 0 || leaving.test(callee?.word ?? "");
    },
    declaresBeyond: (node) => /^(?:function|class|import)$/.test(of(node)?.is ?? ""),
    seemsToLeave: (node) => {
      const value = meanings.as(node as AdaptedNode, "value")?.value(node as AdaptedNode) ?? null;
      const callee = meanings.as(value, "call")?.callee(value!);
      return leaving.test((callee && meanings.as(callee, "member")?.key(callee)?.word) ?? callee?.word ?? "");
    },
    givesWay: () => false,
    hasEffect: (node) => holds(node, (one) => acts(one) || of(one) === undefined),
    isSteady: (node) => !holds(node, acts),
    isStill: (node) => /^(?:name|literal|binary|unary)$/.test(of(node)?.is ?? ""),
    isPlain: (node) => of(node)?.is === "name" || isPlainValue(node as AdaptedNode),
    valueOf,
    declaresValue: (owner) =>
      of(owner)?.is === "declared" || (owner.parent !== null && of(owner.parent)?.is === "declaration"),
    holdsPlainValues: ({ declarations, references }) => declarations.every(({ owner }) => isPlainValue(
      valueOf(owner) as AdaptedNode | null,
    )) &&
      references.every(({ access }) => access === "read"),
    isBare: ({ owner }) => owner.parent !== null && of(owner.parent)?.is === "declaration" && valueOf(owner) === null,
    isForOrder: (_, __, given, first) => {
      let value = given as AdaptedNode | null;
      // `a = b = 0`
      for (
        let inner = meanings.as(value, "assignment");
        inner !== undefined && value !== null;
        inner = meanings.as(value, "assignment")
      ) {
        value = inner.value(value);
      }
      if (
        value === null ||
        (
          first &&
          /^(?:name|member)$/.test(of(value)?.is ?? "") &&
          /^[A-Z_][A-Z0-9_]*$/.test(value.children.at(-1)?.word ?? value.word)
        )
      ) return true;
      const literal = meanings.as(value, "literal")?.value(value.word);
      if (literal !== undefined) {
        return first ||
          literal.kind === "absent" ||
          literal.kind === "truth" ||
          Number(literal.value) === 0 ||
          literal.value === "";
      }
      const unary = meanings.as(value, "unary");
      return unary !== undefined && first && isPlainValue(value);
    },
    isIdle: ({ access }) => access === "write",
    clashes: () => true,
    isAsking: () => false,
    isNeeding: () => true,
    isHandedOn: () => false,
    labelOf: (root) => {
      const name = meanings.as(root as AdaptedNode, "function")?.name(root as AdaptedNode);
      if (name != null) return name;
      const { start } = root;
      return { from: start, to: start + Math.min(root.length, 2) };
    },
    givesNothing: (exit) => {
      const value = meanings.as(exit as AdaptedNode, "exit")?.value(exit as AdaptedNode) ?? null;
      return meanings.as(value, "literal")?.value(value!.word)?.kind === "absent";
    },
    codeLines: (text, from, to) => linesOfCode(text, from, to, { line: lineMarks[0]!, block: ["/*", "*/"] }),
    holdsComment: (text, from, to) => {
      const code = text.slice(from, to);
      return code.includes("/*") || lineMarks.some((mark) => code.includes(mark));
    },
    isExplained: ({ start, end }, text) => {
      const before = text.slice(Math.max(0, start - 300), start);
      return /(?:\/\/|#)[^\n\r]*\r?\n[ \t]*$|\*\/\s*$/.test(before) ||
        /^[^\S\n\r]*(?:\/\/|\/\*|#)/.test(text.slice(end, end + 100));
    },
  };
}
