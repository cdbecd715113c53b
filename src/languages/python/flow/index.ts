/** From a function, or a module, to its flow graph. Python Language Reference, chapters 6 to 8. */
import { FlowBuilder, type Arm } from "../../../model/flow-builder.js";
import type { Block as FlowBlock, FlowGraph } from "../../../model/flow.js";
import type { Node } from "../../../syntax/node.js";
import type { Block, FunctionDef, If, Lambda, Match, Module, PythonNode, Try } from "../nodes.js";
import { expression, fixedTruth, target } from "./expressions.js";
import { isTracked } from "./roots.js";

/** The graph of a node for which `isFlowRoot` holds. */
export function flowOf(root: Node): FlowGraph {
  const b = new FlowBuilder(root, isTracked);
  code(b, root);
  return b.finish();
}

/** Lowers all the code of `root`. */
export function code(b: FlowBuilder, root: Node): void {
  if (root.type === "Module") {
    statements(b, (root as Module).body);
    return;
  }
  const { args, body } = root as FunctionDef | Lambda;
  for (const { name } of args.args) target(b, name, null, true);
  if (body.type === "Block") block(b, body as Block);
  else {
    expression(b, body);
    b.exit(body, true);
  }
}

/** Lowers an `if` with all of its `elif`s. */
function conditional(b: FlowBuilder, first: If): void {
  const arms: Arm[] = [];
  let last: Node | null = first;
  for (; last?.type === "If"; last = (last as If).orelse) {
    const one = last as If;
    const isFirst = one === first;
    arms.push({
      ask: (yes, no) => {
        if (!isFirst && b.cutter === undefined) b.statements.set(one, b.current);
        condition(b, one.test, yes, no);
      },
      lower: () => statements(b, one.body.body),
    });
  }
  const otherwise = last as Block | null;
  b.chain(arms, otherwise && (() => statements(b, otherwise.body)));
}

/** Lowers a block that control always passes through. */
export function block(b: FlowBuilder, node: Block): void {
  if (b.cutter === undefined) statements(b, node.body);
  else b.cutter.take(b, node, (inner) => statements(inner, node.body));
}

function statements(b: FlowBuilder, list: readonly Node[]): void {
  for (const one of list) statement(b, one);
}

export function statement(b: FlowBuilder, node: Node): void {
  if (b.cutter !== undefined && b.taken !== node) {
    b.cutter.take(b, node, statement);
    return;
  }
  if (b.cutter === undefined) b.statements.set(node, b.current);
  const one = node as PythonNode;
  switch (one.type) {
    case "Expr":
      expression(b, one.value);
      return;
    case "Assign":
      expression(b, one.value);
      for (const each of one.targets) target(b, each, one.value, true);
      return;
    case "AugAssign":
      expression(b, one.target);
      expression(b, one.value);
      if (one.target.type === "Name") target(b, one.target, null, false);
      return;
    case "AnnAssign":
      expression(b, one.annotation);
      if (one.value !== null) {
        expression(b, one.value);
        target(b, one.target, one.value, true);
      }
      return;
    case "Return":
      if (one.value) expression(b, one.value);
      b.exit(one, one.value !== null);
      return;
    case "Delete":
      for (const each of one.targets) expression(b, each);
      return;
    case "Raise":
      if (one.exc) expression(b, one.exc);
      if (one.cause) expression(b, one.cause);
      b.throwOut();
      return;
    case "Assert":
      asserted(b, one.test, one.msg);
      return;
    case "Break":
    case "Continue":
      b.jump(undefined, one.type === "Continue");
      return;
    case "Import":
    case "ImportFrom":
      for (const { local } of one.names) if (local) target(b, local, null, true);
      return;
    case "FunctionDef":
      for (const decorator of one.decorators) expression(b, decorator);
      for (const { annotation, default: value } of one.args.args) {
        if (value) expression(b, value);
        if (annotation) expression(b, annotation);
      }
      if (one.returns) expression(b, one.returns);
      target(b, one.name, null, true);
      return;
    case "ClassDef":
      for (const decorator of one.decorators) expression(b, decorator);
      for (const base of one.bases) expression(b, base);
      block(b, one.body);
      target(b, one.name, null, true);
      return;
    case "TypeAlias":
      target(b, one.name, null, true);
      return;
    case "If":
      conditional(b, one);
      return;
    case "While":
      loop(
        b,
        one,
        fixedTruth(one.test) === true ? null : one.test,
        (inside, after) => {
          if (fixedTruth(one.test) === true) b.edge(b.current, inside);
          else condition(b, one.test, inside, after);
        },
        () => statements(b, one.body.body),
        one.orelse?.body,
      );
      return;
    case "For":
      expression(b, one.iter);
      each(
        b,
        () => {
          if (one.isAsync) b.step({ does: "pause", node });
          target(b, one.target, null, true);
          statements(b, one.body.body);
        },
        one.orelse?.body,
      );
      return;
    case "With":
      within(b, () => {
        for (const { context, target: name } of one.items) {
          expression(b, context);
          if (one.isAsync) b.step({ does: "pause", node });
          if (name) target(b, name, null, true);
        }
        statements(b, one.body.body);
      });
      return;
    case "Try":
      attempt(b, one);
      return;
    case "Match":
      choice(b, one);
      return;
    case "Unread":
      for (const part of one.parts) {
        if (part.type === "Block") statements(b, (part as Module).body);
        else expression(b, part);
      }
      return;
    default:
  }
}

/** A condition, as far as it is put together by `and`, `or` and `not`. */
function condition(b: FlowBuilder, test: Node, yes: FlowBlock, no: FlowBlock): void {
  const one = test as PythonNode;
  if (one.type === "BoolOp") {
    const middle = b.block();
    if (one.op === "and") condition(b, one.left, middle, no);
    else condition(b, one.left, yes, middle);
    b.start(middle);
    condition(b, one.right, yes, no);
  } else if (one.type === "UnaryOp" && one.op === "not") condition(b, one.operand, no, yes);
  else if (fixedTruth(test) !== undefined) b.edge(b.current, fixedTruth(test) === true ? yes : no);
  else b.ask(test, () => expression(b, test), yes, no);
}

function asserted(b: FlowBuilder, test: Node, message: Node | null): void {
  b.branch(
    (yes, no) => condition(b, test, yes, no),
    () => undefined,
    () => {
      if (message) expression(b, message);
      b.throwOut();
    },
  );
}

/** A loop that asks before each turn; what stands under its `else` is done where the test no longer holds. */
function loop(
  b: FlowBuilder,
  node: Node,
  test: Node | null,
  ask: (inside: FlowBlock, after: FlowBlock) => void,
  body: () => void,
  orelse: readonly Node[] | undefined,
): void {
  if (orelse === undefined) {
    b.turns(node, test, ask, body);
    return;
  }
  const head = b.split();
  const inside = b.block();
  const done = b.block();
  const after = b.block();
  ask(inside, done);
  b.within({ leave: after, again: head, plain: true }, () => {
    b.start(inside);
    body();
  });
  b.edge(b.current, head);
  b.loops.push({ node, test, first: head.id, last: b.blocks.length - 1, head, body: inside, after });
  b.start(done);
  statements(b, orelse);
  b.edge(b.current, after);
  b.start(after);
}

/** A loop over values. */
function each(b: FlowBuilder, body: () => void, orelse: readonly Node[] | undefined): void {
  const head = b.split();
  const inside = b.block();
  const done = b.block();
  const after = orelse === undefined ? done : b.block();
  b.edge(head, inside);
  b.edge(head, done);
  b.within({ leave: after, again: head, plain: true }, () => {
    b.start(inside);
    body();
  });
  b.edge(b.current, head);
  b.start(done);
  if (orelse !== undefined) {
    statements(b, orelse);
    b.edge(b.current, after);
    b.start(after);
  }
}

/** What a `with` holds: its context may end what is thrown in it. */
function within(b: FlowBuilder, lower: () => void): void {
  const after = b.block();
  b.guarded(after, lower);
  b.edge(b.current, after);
  b.start(after);
}

function attempt(b: FlowBuilder, { body, handlers, orelse, finalbody }: Try): void {
  if (handlers.length === 0 && finalbody === null) {
    statements(b, body.body);
    return;
  }
  const after = b.block();
  const last = finalbody === null ? null : b.block();
  const caught = handlers.length === 0 ? last! : b.block();
  let endsWell = false;
  const done = (): void => {
    endsWell ||= b.current.reached;
    b.edge(b.current, last ?? after);
  };
  const all = (): void => {
    b.guarded(caught, () => statements(b, body.body));
    const guardedByLast = (lower: () => void): void => (last === null ? lower() : b.guarded(last, lower));
    // Behind it nothing is caught any more.
    b.split();
    if (orelse !== null) guardedByLast(() => statements(b, orelse.body));
    done();
    if (handlers.length === 0) return;
    b.start(caught);
    const isAll = handlers.some(({ kind }) => kind === null);
    for (const { kind, name, body: block } of handlers) {
      const next = b.block();
      const here = b.block();
      if (kind !== null) expression(b, kind);
      b.edge(b.current, here);
      b.edge(b.current, next);
      b.start(here);
      guardedByLast(() => {
        if (name) target(b, name, null, true);
        statements(b, block.body);
      });
      done();
      b.start(next);
    }
    // What no handler takes is thrown on.
    if (isAll) b.stop();
    else if (last !== null) {
      b.edge(b.current, last);
      b.stop();
    } else b.throwOut();
  };
  if (last === null) {
    all();
    b.start(after);
    return;
  }
  const onward = b.passing(last, all);
  b.start(last);
  statements(b, finalbody!.body);
  if (endsWell) b.edge(b.current, after);
  b.goOn(onward);
  b.throwOut();
  b.start(after);
}

function choice(b: FlowBuilder, { subject, cases }: Match): void {
  expression(b, subject);
  const after = b.block();
  let isOver = false;
  for (const { pattern, guard, body } of cases) {
    const next = b.block();
    const inside = b.block();
    const takesAll = pattern.type === "MatchAs" &&
      (pattern as PythonNode & { pattern: Node | null }).pattern === null &&
      guard === null;
    b.edge(b.current, inside);
    if (takesAll) isOver = true;
    else b.edge(b.current, next);
    b.start(inside);
    expression(b, pattern);
    if (guard) {
      const yes = b.block();
      condition(b, guard, yes, next);
      b.start(yes);
    }
    statements(b, body.body);
    b.edge(b.current, after);
    b.start(next);
  }
  if (!isOver) b.edge(b.current, after);
  b.start(after);
}
