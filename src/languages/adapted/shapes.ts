/** The shapes that the nodes of an adapted language have, by what their kinds mean. */
import type { BranchShape, ShapeMap, ShapeName, Shapes } from "../../model/shapes.js";
import type { SourceText } from "../../text/text.js";
import { children as childrenOf, type Meaning, type MeaningOf, type Meanings } from "./meaning.js";
import type { AdaptedNode } from "./nodes.js";

type Make<Is extends Meaning["is"], Name extends ShapeName> = (
  node: AdaptedNode,
  meaning: MeaningOf<Is>,
) => Shapes[Name] | undefined;

/** The statement that `break` or `continue` leaves. */
function leftBy(node: AdaptedNode, kind: string, meanings: Meanings): AdaptedNode | null {
  for (let up = node.parent as AdaptedNode | null; up !== null; up = up.parent as AdaptedNode | null) {
    const sort = meanings.of(up)?.is;
    if (sort === "loop" || sort === "each" || (sort === "choice" && kind === "break")) return up;
    if (sort === "function") return null;
  }
  return null;
}

/** The first word of a node. */
const wordOf = (node: AdaptedNode): string => /^\w*/.exec(node.word)![0];

export function shapesOf(meanings: Meanings, methodKinds: readonly string[] = []): ShapeMap {
  const { operators } = meanings;
  const map: Record<string, Record<string, (node: never) => unknown>> = {};
  const shape = <Is extends Meaning["is"], Name extends ShapeName>(is: Is, name: Name, make: Make<Is, Name>): void => {
    for (const kind of meanings.kindsOf(is)) {
      const meaning = meanings.table[kind] as MeaningOf<Is>;
      (map[name] ??= {})[kind] = (node: AdaptedNode) => make(node, meaning);
    }
  };
  const isChained = (node: AdaptedNode): boolean => {
    const up = node.parent as AdaptedNode | null;
    const around = up !== null && meanings.as(up, "otherwise") !== undefined ? (up.parent as AdaptedNode | null) : up;
    const outer = meanings.as(around, "branch");
    // The ways of a chain may also stand one behind another.
    return outer !== undefined && outer.test(around!) !== node && outer.then(around!) !== node;
  };
  const otherwiseOf = (node: AdaptedNode, meaning: MeaningOf<"branch">): AdaptedNode | null => {
    const found = meaning.otherwise(node);
    return meanings.as(found, "otherwise")?.body(found!) ?? found;
  };
  shape("function", "function", (node, { name, parameters, body, isGenerator }) => {
    const code = body(node);
    const block = meanings.as(code, "block");
    return {
      node,
      name: name(node),
      parameters: parameters(node),
      body: block === undefined ? code : block.statements(code!),
      isAsync: false,
      isGenerator: isGenerator?.(node) ?? false,
    };
  });
  shape("class", "class", (node, { name, parents, members }) => ({
    node,
    name: name(node),
    parents: parents(node),
    members: members(node),
  }));
  shape("call", "call", (node, { callee, arguments: given, makes = false }) => {
    const called = callee(node);
    return called === null ? undefined : { node, callee: called, arguments: given(node), makes };
  });
  shape("member", "member", (node, { object, key, isNamed }) => {
    const [owner, part] = [object(node), key(node)];
    if (owner === null || part === null) return undefined;
    return { node, object: owner, name: isNamed ? part.word : undefined, key: part };
  });
  // A method is a member of the object that it is asked of, though both stand in the call side by side.
  for (const kind of new Set([...meanings.kindsOf("name"), ...methodKinds])) {
    (map["member"] ??= {})[kind] = (node: AdaptedNode) => {
      const call = node.parent as AdaptedNode | null;
      const meaning = meanings.as(call, "call");
      const object = meaning?.object?.(call!) ?? null;
      return object === null || meaning!.callee(call!) !== node
        ? undefined
        : { node, object, name: node.word, key: node };
    };
  }
  shape("name", "name", (node) => ({ node, name: node.word }));
  shape("literal", "literal", (node, { value }) => {
    const literal = value(node.word);
    return literal && { node, ...literal };
  });
  shape("text", "text", (node, { parts }) => ({ node, parts: parts(node) }));
  shape("list", "list", (node, { elements }) => ({ node, elements: elements(node) }));
  shape("binary", "comparison", (node, { left, right }) => {
    const is = operators.comparisons[node.word];
    const [one, other] = [left(node), right(node)];
    return is === undefined || one === null || other === null
      ? undefined
      : { node, left: one, right: other, is, operator: node.word };
  });
  shape("binary", "logical", (node, { left, right }) => {
    const is = operators.logical[node.word];
    const [one, other] = [left(node), right(node)];
    return is === undefined || one === null || other === null ? undefined : { node, left: one, right: other, is };
  });
  shape("binary", "arithmetic", (node, { left, right }) => {
    const [one, other] = [left(node), right(node)];
    if (one === null || other === null || !/^[-+*/%&|^.]$|^(?:<<|>>>?|\*\*)$/.test(node.word)) return undefined;
    return { node, left: one, right: other, operator: node.word };
  });
  shape("unary", "not", (node, { operand }) => {
    const value = operand(node);
    return node.word === operators.not && value !== null ? { node, operand: value } : undefined;
  });
  shape("assignment", "assignment", (node, { target, value }) => {
    const [to, from] = [target(node), value(node)];
    if (to === null || from === null) return undefined;
    return {
      node,
      target: to,
      value: from,
      operator: node.word,
      isPlain: node.word === "=",
      isParenthesized: node.parenthesized,
    };
  });
  const given = (
    node: AdaptedNode,
    target: AdaptedNode | null,
    value: AdaptedNode | null,
  ): Shapes["given"] | undefined => {
    const member = meanings.as(target, "member");
    const named = member === undefined ? target : member.key(target!);
    return value === null || named === null || !/^\$?\w+$/.test(named.word)
      ? undefined
      : { node, name: named.word.replace(/^\$/, ""), value };
  };
  shape("assignment", "given", (node, { target, value }) => given(node, target(node), value(node)));
  shape("declared", "given", (node, { name, value }) => given(node, name(node), value(node)));
  const sign = (node: AdaptedNode, operator: string) => (text: SourceText) => {
    const { start } = node;
    const [first] = childrenOf(node);
    const behind = first!.startInParent === 0 ? first!.end : start;
    const from = behind + Math.max(0, text.slice(behind, node.end).indexOf(operator));
    return { from, to: from + operator.length };
  };
  shape("step", "step", (node, { target }) => {
    const moved = target(node);
    if (moved === null) return undefined;
    const operator = node.word === "--" ? "--" : "++";
    return {
      node,
      target: moved,
      way: operator === "++" ? 1 : -1,
      sign: sign(node, operator),
      opposite: operator === "++" ? "--" : "++",
    };
  });
  shape("assignment", "step", (node, { target, value }) => {
    const [to, by] = [target(node), value(node)];
    if (to === null || by === null || (node.word !== "+=" && node.word !== "-=")) return undefined;
    const number = meanings.as(by, "literal")?.value(by.word);
    const isUp = number?.kind === "number" && Number(number.value) > 0;
    const way = isUp ? (node.word === "+=" ? 1 : -1) : 0;
    return { node, target: to, way, sign: sign(node, node.word), opposite: node.word === "+=" ? "-=" : "+=" };
  });
  shape("value", "value", (node, { value }) => {
    const worked = value(node);
    if (worked === null) return undefined;
    const sort = meanings.of(node.parent as AdaptedNode)?.is;
    return {
      node,
      value: worked,
      isListed: sort === "block" || node.parent?.parent === null,
      isLabelled: sort === "labelled",
    };
  });
  shape("block", "block", (node, { statements }) => ({
    node,
    statements: statements(node),
    isCaught: meanings.of(node.parent as AdaptedNode)?.is === "caught",
  }));
  shape("branch", "branch", (node, meaning): BranchShape | undefined => {
    const [test, then] = [meaning.test(node), meaning.then(node)];
    if (test === null || then === null) return undefined;
    const otherwise = otherwiseOf(node, meaning);
    const isValue = meaning.isValue === true;
    const next = meanings.as(otherwise, "branch");
    const isNext = !isValue && next !== undefined && next.test(otherwise!) !== null && next.then(otherwise!) !== null;
    return { node, test, then, otherwise, isValue, isChained: isChained(node), next: isNext ? otherwise : null };
  });
  shape("choice", "choice", (node, { subject, cases }) => {
    const asked = subject(node);
    if (asked === null) return undefined;
    return {
      node,
      subject: asked,
      word: wordOf(node),
      cases: cases(node).flatMap((one) => {
        const meaning = meanings.as(one, "case");
        const tests = meaning?.tests(one);
        return meaning === undefined
          ? []
          : [{
            node: one,
            word: tests === undefined ? "default" : "case",
            tests: tests ?? [],
            body: meaning.body(one),
          }];
      }),
    };
  });
  shape("loop", "loop", (node, { starts, test, steps, body }) => {
    const code = body(node);
    if (code === null) return undefined;
    return {
      node,
      start: starts(node)[0] ?? null,
      test: test(node),
      step: steps(node)[0] ?? null,
      over: null,
      body: code,
      word: wordOf(node),
    };
  });
  shape("each", "loop", (node, { over, body }) => {
    const code = body(node);
    return code === null
      ? undefined
      : { node, start: null, test: null, step: null, over: over(node), body: code, word: wordOf(node) };
  });
  shape("exit", "exit", (node, { kind, value }) => ({
    node,
    kind,
    value: value(node),
    leaves: kind === "break" || kind === "continue" ? leftBy(node, kind, meanings) : null,
  }));
  shape("handler", "handler", (node, { body, caught, always }) => {
    const code = body(node);
    if (code === null) return undefined;
    return {
      node,
      body: code,
      caught: caught(node).flatMap((one) => {
        const meaning = meanings.as(one, "caught");
        const block = meaning?.body(one);
        if (meaning === undefined || block == null) return [];
        return [{ node: one, block, name: meaning.name(one)?.word, statements: meanings.statements(block) }];
      }),
      always: always(node),
    };
  });
  shape("import", "import", (node, { from, names }) => ({
    node,
    from: from(node),
    names: names(node),
    taken: names(node).map(({ word }) => word),
  }));
  return map as ShapeMap;
}
