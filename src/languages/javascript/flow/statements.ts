/** Lowers statements into blocks. ECMAScript 2025 §14. */
import type { FlowBuilder } from "../../../model/flow-builder.js";
import type { Block } from "../../../model/flow.js";
import type { Node } from "../../../syntax/node.js";
import type {
  ForStatement,
  FunctionBody,
  JavaScriptNode,
  Statement,
  SwitchStatement,
  TryStatement,
  VariableDeclaration,
} from "../nodes/index.js";
import { condition, conditional, expression, target, writtenTruth } from "./expressions.js";

export function statements(b: FlowBuilder, list: readonly Node[]): void {
  for (const one of list) statement(b, one as Statement);
}

export function body(b: FlowBuilder, node: FunctionBody): void {
  if (b.cutter === undefined) statements(b, node.body);
  else b.cutter.take(b, node, (inner) => statements(inner, node.body));
}

export function statement(b: FlowBuilder, node: Statement): void {
  if (b.cutter !== undefined && b.taken !== node) {
    b.cutter.take(b, node, statement);
    return;
  }
  if (b.cutter === undefined) b.statements.set(node, b.current);
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "ExpressionStatement":
      expression(b, one.expression);
      return;
    case "VariableDeclaration":
      variables(b, one);
      return;
    case "BlockStatement":
      if (b.labels.length > 0) labelled(b, () => statements(b, one.body));
      else statements(b, one.body);
      return;
    case "IfStatement":
      conditional(
        b,
        one.test,
        () => statement(b, one.consequent),
        one.alternate && (() => statement(b, one.alternate!)),
      );
      return;
    case "ReturnStatement":
      if (one.argument) expression(b, one.argument);
      b.exit(one, one.argument !== null);
      return;
    case "ThrowStatement":
      expression(b, one.argument);
      b.throwOut();
      return;
    case "BreakStatement":
      b.jump(one.label?.name, false);
      return;
    case "ContinueStatement":
      b.jump(one.label?.name, true);
      return;
    case "LabeledStatement":
      b.labels = [...b.labels, one.label.name];
      if (/^(?:For|While|DoWhile|Labeled|Switch|Block)/.test(one.body.type)) statement(b, one.body);
      else labelled(b, () => statement(b, one.body));
      b.labels = [];
      return;
    case "WhileStatement":
      loop(b, one, { test: one.test, body: one.body });
      return;
    case "DoWhileStatement":
      doLoop(b, one, one.test, one.body);
      return;
    case "ForStatement":
      forLoop(b, one);
      return;
    case "ForInStatement":
    case "ForOfStatement":
      expression(b, one.right);
      eachLoop(b, one, one.left, one.body, one.type === "ForOfStatement" && one.await);
      return;
    case "SwitchStatement":
      choice(b, one);
      return;
    case "TryStatement":
      attempt(b, one);
      return;
    case "WithStatement":
      expression(b, one.object);
      statement(b, one.body);
      return;
    case "ExportNamedDeclaration":
      if (one.declaration) statement(b, one.declaration);
      return;
    case "ExportDefaultDeclaration":
      expression(b, one.declaration);
      return;
    case "ExportAssignment":
      expression(b, one.expression);
      return;
    case "ClassDeclaration":
      expression(b, one);
      return;
    default:
  }
}

function variables(b: FlowBuilder, { declarations, kind }: VariableDeclaration): void {
  for (const { id, init } of declarations) {
    if (init !== null) {
      expression(b, init);
      target(b, id, init, true);
    } else if (kind === "let") {
      const name = id.type === "AnnotatedPattern" ? id.target : id;
      const binding = name.type === "Identifier" ? b.followed(name) : undefined;
      if (binding !== undefined) b.step({ does: "declare", node: name, binding });
    }
  }
}

function labelled(b: FlowBuilder, lower: () => void): void {
  const leave = b.block();
  b.within({ leave, plain: false }, lower);
  b.edge(b.current, leave);
  b.start(leave);
}

interface LoopParts {
  readonly test: Parameters<typeof condition>[1] | null;
  readonly body: Statement;
  readonly update?: Node | null;
}

/** A loop that asks before each turn. */
function loop(b: FlowBuilder, node: Node, { test, body, update }: LoopParts): void {
  b.turns(
    node,
    writtenTruth(test) === true ? null : test,
    (inside, after) => {
      if (test === null) {
        b.edge(b.current, inside);
        return;
      }
      if (writtenTruth(test) === undefined) b.test(test);
      condition(b, test, inside, after);
    },
    () => statement(b, body),
    update ? () => expression(b, update) : null,
  );
}

function forLoop(b: FlowBuilder, node: ForStatement): void {
  const { init, test, update, body } = node;
  if (init?.type === "VariableDeclaration") variables(b, init);
  else if (init) expression(b, init);
  loop(b, node, { test, body, update });
}

function doLoop(b: FlowBuilder, node: Node, test: NonNullable<LoopParts["test"]>, body: Statement): void {
  const truth = writtenTruth(test);
  const ask = (inside: Block, after: Block): void => {
    if (truth === undefined) b.test(test);
    condition(b, test, inside, after);
  };
  b.turnsBehind(node, test, truth, ask, () => statement(b, body));
}

function eachLoop(
  b: FlowBuilder,
  node: Node,
  left: VariableDeclaration | Parameters<typeof target>[1],
  body: Statement,
  waits: boolean,
): void {
  const head = b.split();
  const inside = b.block();
  const after = b.block();
  b.edge(head, inside);
  b.edge(head, after);
  b.within({ leave: after, again: head, plain: true }, () => {
    b.start(inside);
    if (waits) b.step({ does: "pause", node });
    if (left.type === "VariableDeclaration") for (const { id } of left.declarations) target(b, id, null, true);
    else target(b, left, null, false);
    statement(b, body);
  });
  b.edge(b.current, head);
  b.start(after);
}

function choice(b: FlowBuilder, { discriminant, cases }: SwitchStatement): void {
  expression(b, discriminant);
  const after = b.block();
  const bodies = cases.map(() => b.block());
  let standard: Block = after;
  cases.forEach(({ test }, index) => {
    if (test === null) {
      standard = bodies[index]!;
      return;
    }
    expression(b, test);
    b.edge(b.current, bodies[index]!);
    b.split();
  });
  b.edge(b.current, standard);
  b.within({ leave: after, plain: true }, () => {
    cases.forEach((one, index) => {
      b.start(bodies[index]!);
      statements(b, one.consequent);
      const next = bodies[index + 1];
      if (next !== undefined && one.consequent.length > 0 && b.current.reached) {
        b.runningOn.push({ node: one, block: b.current });
      }
      b.edge(b.current, next ?? after);
    });
  });
  b.start(after);
}

function attempt(b: FlowBuilder, { block, handler, finalizer }: TryStatement): void {
  if (handler === null && finalizer === null) {
    // Not a whole `try` yet.
    statements(b, block.body);
    return;
  }
  const after = b.block();
  const last = finalizer === null ? null : b.block();
  const caught = handler === null ? last! : b.block();
  let endsWell = false;
  const done = (): void => {
    endsWell ||= b.current.reached;
    b.edge(b.current, last ?? after);
  };
  const both = (): void => {
    b.guarded(caught, () => statements(b, block.body));
    done();
    if (handler === null) return;
    const handle = (): void => {
      if (handler.param) target(b, handler.param, null, true);
      statements(b, handler.body.body);
    };
    b.start(caught);
    if (last === null) handle();
    else b.guarded(last, handle);
    done();
  };
  if (last === null) {
    both();
    b.start(after);
    return;
  }
  const onward = b.passing(last, both);
  b.start(last);
  statements(b, finalizer!.body);
  if (endsWell) b.edge(b.current, after);
  b.goOn(onward);
  b.throwOut();
  b.start(after);
}
