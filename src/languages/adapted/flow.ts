/** From a function of an adapted language to its flow graph, by what its kinds mean. */
import type { Binding } from "../../model/binding.js";
import { Declaration } from "../../model/binding.js";
import { FlowBuilder, type Arm } from "../../model/flow-builder.js";
import type { Block as FlowBlock, FlowGraph } from "../../model/flow.js";
import { SegmentCuts } from "../../model/segment-cuts.js";
import type { Segmentation } from "../../model/segments.js";
import { NodeMemo } from "../../syntax/memo.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import type { MeaningOf, Meanings } from "./meaning.js";
import type { AdaptedNode } from "./nodes.js";

/** Code longer than this is looked at in segments, */
const long = 4000;
/** and what is not longer than this is one. */
const short = 800;

/** What a language says of flow beyond what its kinds mean. */
export interface FlowManner {
  /** Whether a use lets others read and write the name, as where its address is taken. */
  isHandedOut?(use: AdaptedNode): boolean;
  /** Whether a name keeps its value between two runs of its code, or is changed by somebody else. */
  isShared?(binding: Binding): boolean;
  /** Whether a node lets control go anywhere in its function, or does what cannot be seen: nothing is followed where one stands. */
  jumps?(node: AdaptedNode): boolean;
}

const jumping = new NodeMemo<boolean>();

export class Flow {
  constructor(
    private readonly meanings: Meanings,
    private readonly manner: FlowManner,
  ) {}

  /** Whether control may go anywhere in the code of a function. */
  private jumps(root: Node): boolean {
    const { jumps } = this.manner;
    if (jumps === undefined) return false;
    let found = jumping.get(root);
    if (found !== undefined) return found;
    found = false;
    walk(root, (node) => !(found ||= jumps(node as AdaptedNode)));
    jumping.set(root, found);
    return found;
  }

  isRoot(node: Node): boolean {
    return node.parent === null || this.meanings.of(node as AdaptedNode)?.is === "function";
  }

  /** Whether all reads and writes of a name stand in the code that declares it, so that its values can be followed there. */
  isTracked(binding: Binding): boolean {
    const { kind, scope, references, declarations } = binding;
    if (
      kind === "function" || kind === "class" || kind === "import" || scope.kind === "class" || scope.kind === "file"
    ) {
      return false;
    }
    if (scope.isUncertain || this.manner.isShared?.(binding) === true) return false;
    const root = scope.functionScope.node;
    if (this.jumps(root)) return false;
    const { isHandedOut } = this.manner;
    return references.every(({ node }) => this.runsIn(node) === root && isHandedOut?.(node as AdaptedNode) !== true) &&
      declarations.every(({ node, kind: one }) => one === "parameter" || this.runsIn(node) === root);
  }

  private runsIn(node: Node): Node {
    let up = node;
    while (up.parent !== null) {
      up = up.parent;
      if (this.isRoot(up)) return up;
    }
    return up;
  }

  graph(root: Node): FlowGraph {
    const b = new FlowBuilder(root, (binding) => this.isTracked(binding));
    this.code(b, root as AdaptedNode);
    const graph = b.finish();
    // Where control may go anywhere nothing can be said of what it reaches.
    return this.jumps(root) ? { ...graph, statements: new Map(), loops: [], tests: [], runningOn: [] } : graph;
  }

  isSegmented(root: Node): boolean {
    return root.length > long && !this.jumps(root);
  }

  readonly segmentation: Segmentation = {
    isDivided: (node) => node.length > short && this.meanings.of(node as AdaptedNode)?.is === "block",
    isList: (node) => node.parent === null || this.meanings.of(node as AdaptedNode)?.is === "block",
    isFlowRoot: (node) => this.isRoot(node),
    isTracked: (binding) => this.isTracked(binding),
    mannerOf: (use) => {
      const up = use.parent as AdaptedNode;
      return `${up.type} ${up.word} ${(use as AdaptedNode).role}`;
    },
    lower: (flow) => {
      for (const node of flow.waiting) {
        const b = new FlowBuilder(flow.root, (binding) => flow.isTracked(binding));
        b.cutter = new SegmentCuts(flow);
        if (node === flow.root) b.cutter.take(b, node as AdaptedNode, (inner) => this.code(inner, node as AdaptedNode));
        else this.statement(b, node as AdaptedNode);
      }
    },
  };

  private code(b: FlowBuilder, root: AdaptedNode): void {
    const meaning = this.meanings.as(root, "function");
    if (meaning === undefined) {
      for (const one of root.children) this.statement(b, one);
      return;
    }
    for (const parameter of meaning.parameters(root)) this.expression(b, parameter);
    const body = meaning.body(root);
    if (body === null) return;
    if (this.meanings.as(body, "block") !== undefined) this.list(b, body);
    else {
      this.expression(b, body);
      b.exit(body, true);
    }
  }

  /** A block, or a statement in its place. */
  private list(b: FlowBuilder, node: AdaptedNode | null): void {
    if (node === null) return;
    const block = this.meanings.as(node, "block");
    if (block === undefined) this.statement(b, node);
    else if (b.cutter === undefined || b.taken === node) {
      for (const one of block.statements(node)) this.statement(b, one);
    } else b.cutter.take(b, node, (inner) => block.statements(node).forEach((one) => this.statement(inner, one)));
  }

  private statement(b: FlowBuilder, node: AdaptedNode): void {
    const meaning = this.meanings.of(node);
    if (meaning?.is === "block" && (b.cutter === undefined || b.taken !== node)) {
      if (b.cutter === undefined) b.statements.set(node, b.current);
      this.list(b, node);
      return;
    }
    if (b.cutter !== undefined && b.taken !== node) {
      b.cutter.take(b, node, (inner, one) => this.statement(inner, one));
      return;
    }
    if (b.cutter === undefined) b.statements.set(node, b.current);
    switch (meaning?.is) {
      case "block":
        for (const one of meaning.statements(node)) this.statement(b, one);
        return;
      case "branch":
        this.conditional(b, node, meaning);
        return;
      case "loop":
        this.loop(b, node, meaning);
        return;
      case "each":
        this.each(b, node, meaning);
        return;
      case "choice":
        this.choice(b, node, meaning);
        return;
      case "exit": {
        const value = meaning.value(node);
        if (value !== null) this.expression(b, value);
        if (meaning.kind === "return") b.exit(node, value !== null);
        else if (meaning.kind === "throw") b.throwOut();
        else b.jump(meaning.label?.(node), meaning.kind === "continue", meaning.levels?.(node));
        return;
      }
      case "handler":
        this.attempt(b, node, meaning);
        return;
      case "labelled":
        this.labelled(b, node, meaning);
        return;
      case "value": {
        const value = meaning.value(node);
        if (value !== null) this.expression(b, value);
        return;
      }
      case "word":
      case "class":
      case "import":
        return;
      case "maybe":
        // Of several ways each may be taken, or none.
        b.maybe(() => node.children.forEach(
          (one, index) => node.roles[index] !== "alternative" && this.statement(b, one),
        ));
        for (const other of node.allIn("alternative")) this.statement(b, other);
        return;
      default:
        this.expression(b, node);
    }
  }

  private labelled(b: FlowBuilder, node: AdaptedNode, { label, body }: MeaningOf<"labelled">): void {
    const code = body(node);
    if (code === null) return;
    const sort = this.meanings.of(code)?.is;
    // Control may come here from anywhere.
    if (this.manner.jumps !== undefined && !b.current.reached) b.current.reached = true;
    b.labels.push(label(node));
    if (sort === "loop" || sort === "each" || sort === "choice") {
      this.statement(b, code);
      return;
    }
    const after = b.block();
    b.within({ leave: after, plain: false }, () => this.statement(b, code));
    b.edge(b.current, after);
    b.start(after);
  }

  private conditional(b: FlowBuilder, first: AdaptedNode, meaning: MeaningOf<"branch">): void {
    const arms: Arm[] = [];
    let node: AdaptedNode | null = first;
    let its: MeaningOf<"branch"> | undefined = meaning;
    while (node !== null && its !== undefined) {
      const one: AdaptedNode = node;
      const part: MeaningOf<"branch"> = its;
      const isFirst = one === first;
      arms.push({
        ask: (yes, no) => {
          if (!isFirst && b.cutter === undefined) b.statements.set(one, b.current);
          this.condition(b, part.test(one), yes, no);
        },
        lower: () => this.list(b, part.then(one)),
      });
      const next: AdaptedNode | null = part.otherwise(one);
      node = this.meanings.as(next, "otherwise")?.body(next!) ?? next;
      its = this.meanings.as(node, "branch");
      if (its?.isValue === true) its = undefined;
    }
    const rest = node;
    b.chain(arms, rest && (() => this.list(b, rest)));
  }

  private loop(b: FlowBuilder, node: AdaptedNode, { asks, starts, test, steps, body }: MeaningOf<"loop">): void {
    for (const one of starts(node)) this.expression(b, one);
    const asked = test(node);
    const fixed = asked === null ? true : this.truth(asked);
    const ask = (inside: FlowBlock, after: FlowBlock): void => {
      if (fixed === true) b.edge(b.current, inside);
      else this.condition(b, asked, inside, after);
    };
    const code = (): void => this.list(b, body(node));
    if (asks === "before") {
      const step = steps(node);
      const between = step.length === 0 ? null : () => step.forEach((one) => this.expression(b, one));
      b.turns(node, fixed === true ? null : asked, ask, code, between);
      return;
    }
    b.turnsBehind(node, asked, fixed, ask, code);
  }

  private each(b: FlowBuilder, node: AdaptedNode, { names, over, body }: MeaningOf<"each">): void {
    const through = over(node);
    if (through !== null) this.expression(b, through);
    const head = b.split();
    const inside = b.block();
    const after = b.block();
    b.edge(head, inside);
    b.edge(head, after);
    b.within({ leave: after, again: head, plain: true }, () => {
      b.start(inside);
      for (const name of names(node)) this.target(b, name, null, true);
      this.list(b, body(node));
    });
    b.edge(b.current, head);
    b.start(after);
  }

  private choice(b: FlowBuilder, node: AdaptedNode, { subject, cases }: MeaningOf<"choice">): void {
    const asked = subject(node);
    if (asked !== null) this.expression(b, asked);
    const after = b.block();
    const all = cases(node).flatMap((one) => {
      const meaning = this.meanings.as(one, "case");
      return meaning === undefined ? [] : [{ one, meaning, entry: b.block() }];
    });
    let takesRest: FlowBlock | undefined;
    for (const { one, meaning, entry } of all) {
      const tests = meaning.tests(one);
      if (tests === undefined) takesRest = entry;
      else {
        for (const test of tests) this.expression(b, test);
        const next = b.block();
        b.edge(b.current, entry);
        b.edge(b.current, next);
        b.start(next);
      }
    }
    b.edge(b.current, takesRest ?? after);
    b.within({ leave: after, plain: true }, () => {
      b.stop();
      for (const [index, { one, meaning, entry }] of all.entries()) {
        if (meaning.runsOn) b.edge(b.current, entry);
        else b.edge(b.current, after);
        b.start(entry);
        for (const statement of meaning.body(one)) this.statement(b, statement);
        if (meaning.runsOn && index < all.length - 1 && b.current.reached) {
          b.runningOn.push({ node: one, block: b.current });
        }
      }
    });
    b.edge(b.current, after);
    b.start(after);
  }

  private attempt(b: FlowBuilder, node: AdaptedNode, { opens, body, caught, always }: MeaningOf<"handler">): void {
    const handlers = caught(node);
    const last = always(node);
    const after = b.block();
    const end = last === null ? null : b.block();
    const handled = handlers.length === 0 ? (end ?? after) : b.block();
    let endsWell = false;
    const done = (): void => {
      endsWell ||= b.current.reached;
      b.edge(b.current, end ?? after);
    };
    const all = (): void => {
      const code = (): void => {
        for (const one of opens?.(node) ?? []) this.expression(b, one);
        this.list(b, body(node));
      };
      if (handlers.length === 0 && end === null) code();
      else b.guarded(handled, code);
      done();
      if (handlers.length === 0) return;
      b.start(handled);
      for (const one of handlers) {
        const meaning = this.meanings.as(one, "caught")!;
        const next = b.block();
        const here = b.block();
        b.edge(b.current, here);
        b.edge(b.current, next);
        b.start(here);
        const lower = (): void => {
          const name = meaning.name(one);
          if (name !== null) this.target(b, name, null, true);
          this.list(b, meaning.body(one));
        };
        if (end === null) lower();
        else b.guarded(end, lower);
        done();
        b.start(next);
      }
      if (end === null) b.throwOut();
      else {
        b.edge(b.current, end);
        b.stop();
      }
    };
    if (end === null) {
      all();
      b.start(after);
      return;
    }
    const onward = b.passing(end, all);
    b.start(end);
    this.list(b, last);
    if (endsWell) b.edge(b.current, after);
    b.goOn(onward);
    b.throwOut();
    b.start(after);
  }

  /** Whether a condition is written as one that holds always or never. */
  private truth(test: AdaptedNode): boolean | undefined {
    const literal = this.meanings.as(test, "literal")?.value(test.word);
    if (literal?.kind === "truth") return literal.value === true;
    if (literal?.kind === "absent") return false;
    return literal?.kind === "number" && typeof literal.value === "number" ? literal.value !== 0 : undefined;
  }

  /** A condition, as far as it is put together; without recursion where each part begins with the next, as there may be thousands. */
  private condition(b: FlowBuilder, test: AdaptedNode | null, yes: FlowBlock, no: FlowBlock): void {
    const { operators } = this.meanings;
    /** What is asked behind the first part, from the outermost on, with where that part leads. */
    const behind: {
      readonly right: AdaptedNode | null;
      readonly middle: FlowBlock;
      readonly yes: FlowBlock;
      readonly no: FlowBlock;
    }[] = [];
    let first = test;
    let [whenTrue, whenFalse] = [yes, no];
    for (;;) {
      const binary = this.meanings.as(first, "binary");
      const logical = binary && operators.logical[first!.word];
      const unary = this.meanings.as(first, "unary");
      if (binary !== undefined && (logical === "and" || logical === "or")) {
        const middle = b.block();
        behind.push({ right: binary.right(first!), middle, yes: whenTrue, no: whenFalse });
        if (logical === "and") whenTrue = middle;
        else whenFalse = middle;
        first = binary.left(first!);
      } else if (unary !== undefined && first!.word === operators.not) {
        [whenTrue, whenFalse] = [whenFalse, whenTrue];
        first = unary.operand(first!);
      } else break;
    }
    this.asked(b, first, whenTrue, whenFalse);
    for (let link = behind.pop(); link !== undefined; link = behind.pop()) {
      b.start(link.middle);
      this.condition(b, link.right, link.yes, link.no);
    }
  }

  /** A condition that is not put together. */
  private asked(b: FlowBuilder, test: AdaptedNode | null, yes: FlowBlock, no: FlowBlock): void {
    const truth = test === null ? undefined : this.truth(test);
    if (test === null) {
      b.edge(b.current, yes);
      b.edge(b.current, no);
    } else if (truth !== undefined) b.edge(b.current, truth ? yes : no);
    else b.ask(test, () => this.expression(b, test), yes, no);
  }

  /** An expression, in the order in which it is worked out. */
  private expression(b: FlowBuilder, node: AdaptedNode): void {
    // Operators and calls may stand one in another by the thousand: without recursion where each begins with the next.
    const chain: AdaptedNode[] = [];
    let first: AdaptedNode | undefined = node;
    while (first !== undefined && this.isPlain(first)) {
      chain.push(first);
      first = first.children[0];
    }
    if (first !== undefined) this.special(b, first);
    for (let link = chain.pop(); link !== undefined; link = chain.pop()) {
      const rest = link.children.slice(1);
      const lower = (): void => rest.forEach((child) => this.expression(b, child));
      if (this.meanings.as(link, "binary") !== undefined && this.meanings.operators.logical[link.word] !== undefined) {
        b.maybe(lower);
      } else lower();
    }
  }

  private isPlain(node: AdaptedNode): boolean {
    switch (this.meanings.of(node)?.is) {
      case undefined:
      case "binary":
      case "unary":
      case "call":
      case "member":
      case "list":
      case "text":
      case "declaration":
        return true;
      default:
        return false;
    }
  }

  private special(b: FlowBuilder, node: AdaptedNode): void {
    const meaning = this.meanings.of(node)!;
    switch (meaning.is) {
      case "name": {
        const binding = b.followed(node);
        if (binding === undefined) return;
        // A parameter has a value, and so has what is declared with one.
        if (node.fact instanceof Declaration && node.fact.kind === "variable") {
          b.step({ does: "declare", node, binding });
        } else if (node.fact instanceof Declaration) b.step({ does: "write", node, binding, value: null, first: true });
        else b.step({ does: "read", node, binding });
        return;
      }
      case "assignment": {
        const [target, value] = [meaning.target(node), meaning.value(node)];
        const isPlain = node.word === "=" || node.word === "= &";
        if (target !== null && (!isPlain || this.meanings.as(target, "name") === undefined)) this.expression(b, target);
        if (value !== null) this.expression(b, value);
        if (target !== null && this.meanings.as(target, "name") !== undefined) {
          this.target(b, target, isPlain ? value : null, false);
        }
        return;
      }
      case "step": {
        const target = meaning.target(node);
        if (target === null) return;
        this.expression(b, target);
        if (this.meanings.as(target, "name") !== undefined) this.target(b, target, null, false);
        return;
      }
      case "declared": {
        const [name, value] = [meaning.name(node), meaning.value(node)];
        for (const child of node.children) if (child !== name && child !== value) this.expression(b, child);
        if (value !== null) this.expression(b, value);
        if (name === null) return;
        const binding = b.followed(name);
        if (binding === undefined) return;
        // What a parameter has where nothing is given is not all that it can have.
        const isParameter = (name.fact as Declaration | null)?.kind === "parameter";
        if (value !== null || isParameter) {
          b.step({ does: "write", node: name, binding, value: isParameter ? null : value, first: true });
        } else b.step({ does: "declare", node: name, binding });
        return;
      }
      case "maybe":
        this.statement(b, node);
        return;
      case "branch":
        b.branch(
          (yes, no) => this.condition(b, meaning.test(node), yes, no),
          () => this.value(b, meaning.then(node)),
          () => this.value(b, meaning.otherwise(node)),
        );
        return;
      case "choice":
      case "handler":
      case "block":
        this.statement(b, node);
        return;
      case "exit":
        this.statement(b, node);
        return;
      default:
    }
  }

  private value(b: FlowBuilder, node: AdaptedNode | null): void {
    if (node !== null) this.expression(b, node);
  }

  private target(b: FlowBuilder, node: AdaptedNode, value: AdaptedNode | null, first: boolean): void {
    const binding = this.meanings.as(node, "name") === undefined ? undefined : b.followed(node);
    if (binding !== undefined) {
      b.step({ does: "write", node, binding, value, first: first || node.fact instanceof Declaration });
    } else if (this.meanings.as(node, "name") === undefined) this.expression(b, node);
  }
}
