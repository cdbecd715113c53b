/** Mistakes made on purpose: each changes a sound program at one place so that one rule should tell of it. */
import type { Edit, Node } from "../src/index.js";
import { isTracked } from "../src/languages/javascript/flow/roots.js";
import type {
  AssignmentExpression,
  CallExpression,
  ForStatement,
  FunctionBody,
  IfStatement,
  ImportSpecifier,
  JavaScriptNode,
  ReturnStatement,
  Statement,
  SwitchStatement,
  UpdateExpression,
  VariableDeclaration,
  VariableDeclarator,
} from "../src/languages/javascript/index.js";
import { walk } from "../src/languages/javascript/index.js";
import { alwaysLeaves } from "../src/languages/javascript/leaving.js";
import { bindingOf, useOf } from "../src/languages/javascript/names/facts.js";

/** What a mutator is given: a node of a file, and its text. */
export interface Place {
  readonly node: JavaScriptNode;
  readonly text: string;
}

export interface Mutator {
  readonly name: string;
  /** Any of these rules may tell of it. */
  readonly rules: readonly string[];
  /** The change at a node, where it is one that can be changed so. */
  readonly make: (place: Place) => Edit | readonly Edit[] | undefined;
}

const source = (node: Node, text: string): string => text.slice(node.start, node.end);
const replace = (node: Node, insert: string): Edit => ({ from: node.start, to: node.end, insert });
const lists = new Set(["BlockStatement", "FunctionBody"]);

function holds(node: Node, test: (inner: JavaScriptNode) => boolean): boolean {
  let found = false;
  walk(node, (inner) => {
    if (test(inner as JavaScriptNode)) found = true;
    return !found;
  });
  return found;
}

const isFunctionLike = (node: Node): boolean => node.type.includes("Function") || node.type === "ClassBody";

/** A statement in the middle of a function's list, with its index. */
function inList(node: Node): { list: readonly Statement[]; index: number } | undefined {
  const up = node.parent;
  if (up === null || !lists.has(up.type)) return undefined;
  const list = (up as FunctionBody).body;
  return { list, index: list.indexOf(node as Statement) };
}

/** The one place where a followed name without a first value is given one. */
function onlyAssignment(node: JavaScriptNode): AssignmentExpression | undefined {
  if (
    node.type !== "VariableDeclarator" ||
    node.init !== null ||
    node.id.type !== "Identifier" ||
    (node.parent as VariableDeclaration).kind !== "let"
  ) return undefined;
  const binding = bindingOf(node.id);
  if (binding === undefined || !isTracked(binding) || binding.writes !== 1 || /^For/.test(node.parent!.parent!.type)) {
    return undefined;
  }
  const assignment = binding.references.find(({ access }) => access === "write")?.node.parent as
    | AssignmentExpression
    | undefined;
  const reads = binding.references.some(
    ({ access, node: use }) => access === "read" && !/^(?:Unary|Binary|Logical)/.test(use.parent!.type),
  );
  return reads && assignment?.type === "AssignmentExpression" && assignment.parent?.type === "ExpressionStatement"
    ? assignment
    : undefined;
}

export const mutators: readonly Mutator[] = [
  {
    name: "a loop's counter turned",
    rules: ["flow.stuck-loop"],
    make: ({ node, text }) => {
      if (
        node.type !== "ForStatement" ||
        node.test?.type !== "BinaryExpression" ||
        node.update?.type !== "UpdateExpression" ||
        node.update.argument.type !== "Identifier"
      ) return undefined;
      const { test, update, body } = node as ForStatement & {
        test: Extract<JavaScriptNode, { type: "BinaryExpression" }>;
        update: UpdateExpression;
      };
      const counter = source(update.argument, text);
      if (!["<", "<="].includes(test.operator) || source(test.left, text) !== counter || update.operator !== "++") {
        return undefined;
      }
      const left = holds(
        body,
        (inner) => ["BreakStatement", "ReturnStatement", "ThrowStatement", "YieldExpression"].includes(inner.type) ||
          (inner.type === "AssignmentExpression" && source(inner.left, text) === counter) ||
          (inner.type === "UpdateExpression" && source(inner.argument, text) === counter),
      );
      return left ? undefined : replace(update, `${counter}--`);
    },
  },
  {
    name: "a loop's step dropped",
    rules: ["flow.stuck-loop"],
    make: ({ node, text }) => {
      if (
        node.type !== "ForStatement" ||
        node.test?.type !== "BinaryExpression" ||
        node.update?.type !== "UpdateExpression" ||
        node.update.argument.type !== "Identifier" ||
        node.test.right.type !== "Identifier"
      ) return undefined;
      const [counter, limit] = [bindingOf(node.update.argument), bindingOf(node.test.right)];
      const [start] = counter?.declarations ?? [];
      if (
        counter === undefined ||
        limit === undefined ||
        !isTracked(counter) ||
        !isTracked(limit) ||
        (start!.owner as VariableDeclarator).init?.type !== "Literal" ||
        counter.writes !== 1 ||
        limit.writes > 0
      ) return undefined;
      const length = (limit.declarations[0]!.owner as VariableDeclarator).init;
      if (length?.type !== "MemberExpression" || !source(length, text).endsWith(".length")) return undefined;
      return holds(
        node.body,
        (inner) => ["BreakStatement", "ReturnStatement", "ThrowStatement", "YieldExpression"].includes(inner.type),
      )
        ? undefined
        : replace(node.update, "");
    },
  },
  {
    name: "a name misspelt",
    rules: ["names.unknown"],
    make: ({ node }) => {
      const use = node.type === "Identifier" ? useOf(node) : undefined;
      if (
        use?.binding === undefined ||
        use.wants !== 1 ||
        use.probing ||
        use.access !== "read" ||
        use.name.length < 5 ||
        (node.parent as { shorthand?: boolean }).shorthand === true
      ) return undefined;
      const { name } = use;
      const insert = `${name.slice(0, 2)}${name[3]}${name[2]}${name.slice(4)}`;
      return insert === name || use.scope.distanceTo(insert) >= 0 ? undefined : replace(node, insert);
    },
  },
  {
    name: "a return cut short",
    rules: ["flow.return-cut-short"],
    make: ({ node }) => {
      if (
        node.type !== "ReturnStatement" ||
        node.argument === null ||
        inList(node) === undefined ||
        !["CallExpression", "BinaryExpression", "MemberExpression", "Identifier"].includes(node.argument.type)
      ) return undefined;
      return { from: node.start + "return".length, to: node.argument.start, insert: "\n" };
    },
  },
  {
    name: "a break dropped",
    rules: ["flow.runs-into-next"],
    make: ({ node }) => {
      const up = node.parent as JavaScriptNode | null;
      if (
        node.type !== "BreakStatement" ||
        node.label !== null ||
        up?.type !== "SwitchCase" ||
        up.consequent.at(-1) !== node ||
        up.consequent.length < 2 ||
        alwaysLeaves(up.consequent.at(-2)!)
      ) return undefined;
      const { cases } = up.parent as SwitchStatement;
      return cases.at(-1) === up ? undefined : replace(node, "");
    },
  },
  {
    name: "a condition made true",
    rules: ["flow.settled-test"],
    make: ({ node }) => (node.type === "IfStatement" ? replace(node.test, "true") : undefined),
  },
  {
    name: "a condition made false",
    rules: ["flow.settled-test"],
    make: ({ node }) => (node.type === "ConditionalExpression" ? replace(node.test, "false") : undefined),
  },
  {
    name: "an assignment dropped before its read",
    rules: ["flow.read-before-set"],
    make: ({ node }) => {
      const assignment = onlyAssignment(node);
      return assignment === undefined ? undefined : replace(assignment.parent!, "");
    },
  },
  {
    name: "a flag that is never raised",
    rules: ["flow.settled-test"],
    make: ({ node, text }) => {
      if (
        node.type !== "VariableDeclarator" ||
        node.init === null ||
        node.id.type !== "Identifier" ||
        source(node.init, text) !== "false"
      ) return undefined;
      const binding = bindingOf(node.id);
      if (binding === undefined || !isTracked(binding) || binding.writes !== 1) return undefined;
      const assignment = binding.references.find(({ access }) => access === "write")?.node.parent;
      if (assignment == null) return undefined;
      const asked = binding.references.some(({ node: use }) => use.parent!.type === "IfStatement");
      return asked && assignment.parent?.type === "ExpressionStatement" ? replace(assignment.parent, "") : undefined;
    },
  },
  {
    name: "a comparison turned into an assignment",
    rules: ["flow.assignment-as-test", "names.fixed-reassigned", "names.import-written"],
    make: ({ node, text }) => {
      const test = node.type === "IfStatement" ? node.test : undefined;
      if (
        test?.type !== "BinaryExpression" ||
        !/^===?$/.test(test.operator) ||
        !/^(?:Identifier|MemberExpression)$/.test(test.left.type) ||
        !/^(?:Literal|Identifier)$/.test(test.right.type)
      ) return undefined;
      return replace(test, `${source(test.left, text)} = ${source(test.right, text)}`);
    },
  },
  {
    name: "a changing name made fixed",
    rules: ["names.fixed-reassigned"],
    make: ({ node }) => {
      if (
        node.type !== "VariableDeclaration" ||
        node.kind !== "let" ||
        node.declarations.some(({ id, init }) => init === null || id.type !== "Identifier")
      ) return undefined;
      if (!node.declarations.some(({ id }) => (bindingOf(id)?.writes ?? 0) > 0)) return undefined;
      return { from: node.start, to: node.start + "let".length, insert: "const" };
    },
  },
  {
    name: "a statement before what it needs",
    rules: ["names.used-too-soon"],
    make: ({ node, text }) => {
      const place = inList(node);
      const next = place?.list[place.index + 1];
      if (
        node.type !== "VariableDeclaration" ||
        node.kind === "var" ||
        next?.type !== "ExpressionStatement" ||
        node.declarations.length !== 1
      ) return undefined;
      const id = node.declarations[0]!.id;
      if (
        id.type !== "Identifier" ||
        !bindingOf(id)!.references.some(
          ({ node: use }) => use.start >= next.start && use.end <= next.end && !crossesFunction(use, next),
        )
      ) return undefined;
      return { from: node.start, to: next.end, insert: `${source(next, text)}\n${source(node, text)}` };
    },
  },
  {
    name: "an exit in the middle",
    rules: ["dead.after-exit"],
    make: ({ node }) => {
      const place = inList(node);
      if (place === undefined || place.index === 0 || node.type !== "ExpressionStatement" || node.directive !== null) {
        return undefined;
      }
      return holds(place.list[place.index - 1]!, (inner) => inner.type === "ReturnStatement")
        ? undefined
        : { from: node.start, to: node.start, insert: "throw new Error(); " };
    },
  },
  {
    name: "the only use of an import taken out",
    rules: ["dead.unread-import"],
    make: ({ node }) => {
      if (node.type !== "ImportSpecifier") return undefined;
      const binding = bindingOf((node as ImportSpecifier).local);
      const [only, more] = binding?.references ?? [];
      if (
        only === undefined ||
        more !== undefined ||
        only.node.type !== "Identifier" ||
        only.wants !== 1 ||
        (only.node.parent as { shorthand?: boolean }).shorthand === true
      ) return undefined;
      return replace(only.node, "null");
    },
  },
  {
    name: "the only use of a variable taken out",
    rules: ["dead.unread-name"],
    make: ({ node }) => {
      if (
        node.type !== "VariableDeclarator" ||
        node.id.type !== "Identifier" ||
        node.init === null ||
        (node.parent as VariableDeclaration).kind !== "const" ||
        !lists.has(node.parent!.parent!.type) ||
        node.id.name.startsWith("_")
      ) return undefined;
      const [only, more] = bindingOf(node.id)!.references;
      if (
        only === undefined ||
        more !== undefined ||
        only.wants !== 1 ||
        (only.node.parent as { shorthand?: boolean }).shorthand === true ||
        node.init.type === "AssignmentExpression"
      ) return undefined;
      return replace(only.node, "null");
    },
  },
  {
    name: "a value overwritten at once",
    rules: ["dead.unread-value"],
    make: ({ node, text }) => {
      if (
        node.type !== "ExpressionStatement" ||
        node.expression.type !== "AssignmentExpression" ||
        node.expression.operator !== "=" ||
        inList(node) === undefined
      ) return undefined;
      const { left, right } = node.expression;
      const binding = left.type === "Identifier" ? bindingOf(left) : undefined;
      if (
        binding === undefined ||
        !isTracked(binding) ||
        holds(right, (inner) => inner.type === "Identifier" && bindingOf(inner) === binding) ||
        !binding.references.some(({ access }) => access === "read")
      ) return undefined;
      for (let up = node.parent; up !== null && !isFunctionLike(up); up = up.parent) {
        if (up.type === "TryStatement") return undefined;
      }
      return { from: node.start, to: node.start, insert: `${source(left, text)} = later(); ` };
    },
  },
  {
    name: "super not called",
    rules: ["flow.missing-super"],
    make: ({ node }) => (
      node.type === "ExpressionStatement" &&
        node.expression.type === "CallExpression" &&
        node.expression.callee.type === "Super" &&
        node.parent!.type === "FunctionBody"
        ? replace(node, "")
        : undefined
    ),
  },
  {
    name: "this before super",
    rules: ["flow.early-this"],
    make: ({ node, text }) => {
      const place = inList(node);
      const next = place?.list[place.index + 1];
      if (
        node.type !== "ExpressionStatement" ||
        node.expression.type !== "CallExpression" ||
        node.expression.callee.type !== "Super" ||
        next?.type !== "ExpressionStatement" ||
        !source(next, text).startsWith("this.")
      ) return undefined;
      return { from: node.start, to: next.end, insert: `${source(next, text)}\n${source(node, text)}` };
    },
  },
  {
    name: "a getter's return dropped",
    rules: ["flow.silent-getter"],
    make: ({ node }) => {
      if ((node.type !== "MethodDefinition" && node.type !== "Property") || node.kind !== "get") return undefined;
      const [only, more] = ((node.value as { body?: FunctionBody } | null)?.body?.body ?? []);
      return only?.type === "ReturnStatement" && only.argument !== null && more === undefined
        ? { from: only.start, to: (only as ReturnStatement).argument!.start, insert: "" }
        : undefined;
    },
  },
  {
    name: "a callback's return dropped",
    rules: ["flow.callback-without-value"],
    make: ({ node, text }) => {
      if (
        node.type !== "CallExpression" ||
        node.callee.type !== "MemberExpression" ||
        !/\.(?:map|filter|some|every|find|findIndex|reduce)$/.test(source(node.callee, text))
      ) return undefined;
      const [callback] = (node as CallExpression).arguments;
      if (
        callback?.type !== "ArrowFunctionExpression" ||
        callback.async ||
        callback.body.type !== "FunctionBody" ||
        /^(?:\p{Lu}|_)/u.test(source(node.callee.object, text))
      ) return undefined;
      if (node.callee.object.type === "Identifier" && bindingOf(node.callee.object)?.kind === "import") {
        return undefined;
      }
      let returns = 0;
      walk(callback.body, (inner) => {
        if (inner.type === "ReturnStatement") returns += 1;
        return !isFunctionLike(inner) || inner === callback.body;
      });
      const last = callback.body.body.at(-1);
      return last?.type === "ReturnStatement" &&
        last.argument !== null &&
        returns === 1 &&
        last.argument.type !== "ObjectExpression"
        ? { from: last.start, to: last.argument.start, insert: "" }
        : undefined;
    },
  },
  {
    name: "a branch copied",
    rules: ["dead.equal-branches"],
    make: ({ node, text }) => {
      if (node.type === "ConditionalExpression") return replace(node.alternate, source(node.consequent, text));
      return node.type === "IfStatement" &&
        node.alternate?.type === "BlockStatement" &&
        node.consequent.type === "BlockStatement" &&
        node.consequent.body.length > 0
        ? replace(node.alternate, source(node.consequent, text))
        : undefined;
    },
  },
  {
    name: "a test copied in a chain",
    rules: ["dead.repeated-test"],
    make: ({ node, text }) => (
      node.type === "IfStatement" &&
        node.alternate?.type === "IfStatement" &&
        !/[(]|await|[^=!]=[^=]/.test(source(node.test, text))
        ? replace((node.alternate as IfStatement).test, source(node.test, text))
        : undefined
    ),
  },
  {
    name: "an exit outside its condition",
    rules: ["flow.single-turn"],
    make: ({ node }) => {
      if (
        (node.type !== "ForStatement" && node.type !== "WhileStatement") ||
        node.body.type !== "BlockStatement" ||
        node.body.body.length === 0
      ) return undefined;
      return holds(node.body, (inner) => inner.type === "ContinueStatement") || alwaysLeaves(node.body.body.at(-1)!)
        ? undefined
        : { from: node.body.end - 1, to: node.body.end - 1, insert: " break; " };
    },
  },
  {
    name: "a way out of finally",
    rules: ["flow.exit-in-finally"],
    make: ({ node }) => (
      node.type === "TryStatement" && node.finalizer !== null && holdsFunctionAround(node)
        ? { from: node.finalizer.end - 1, to: node.finalizer.end - 1, insert: " return; " }
        : undefined
    ),
  },
];

function crossesFunction(use: Node, outer: Node): boolean {
  for (let up: Node | null = use; up !== null && up !== outer; up = up.parent) if (isFunctionLike(up)) return true;
  return false;
}

function holdsFunctionAround(node: Node): boolean {
  for (let up = node.parent; up !== null; up = up.parent) if (isFunctionLike(up)) return up.type !== "ClassBody";
  return false;
}
