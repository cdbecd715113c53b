/** Remedies for names that nobody reads: what goes with them, and what has to stay. */
import type { Binding, Reference } from "../../../model/binding.js";
import { charAt } from "../../../rules/lines.js";
import type { RemedyOffer } from "../../../rules/rule.js";
import type { Node } from "../../../syntax/node.js";
import { isInside } from "../../../syntax/walk.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { acts, hasEffect } from "../effects.js";
import { bindingOf } from "../names/facts.js";
import type {
  AssignmentExpression,
  CallExpression,
  CatchClause,
  Expression,
  FunctionNode,
  JavaScriptNode,
  VariableDeclaration,
  VariableDeclarator,
} from "../nodes/index.js";
import { fence, statementBefore, statementLists, takeOut } from "../rules/statements.js";

/** Declarations that go as a whole. */
const whole = /^(?:function|class|interface|alias|enum|namespace)$/;

/** The ways to be rid of a name, the best first; none where something else would have to change. */
export function remediesWithout(binding: Binding, text: SourceText): RemedyOffer[] {
  const [declaration, second] = binding.declarations;
  if (declaration === undefined || second !== undefined) return [];
  const { owner, kind, node } = declaration;
  const { references, name } = binding;
  const title = `Remove \`${name}\``;
  if (whole.test(kind)) {
    if (!references.every((use) => isInside(use.node, owner)) || !statementLists.has(owner.parent!.type)) return [];
    return [{ title, ...takeOut(owner, text), certainty: "proposed" }];
  }
  if (kind === "caught") return references.length > 0 ? [] : withoutCaught(node, text);
  if (kind === "parameter") return references.length > 0 ? [] : withoutParameter(binding, text);
  if (owner.type !== "VariableDeclarator" || (owner.parent as VariableDeclaration).parent?.type.startsWith("For")) {
    return [];
  }
  const declarator = owner as VariableDeclarator;
  if (references.length > 0) return withoutWrites(binding, declarator, text);
  const part = declarator.id === node ? undefined : partOf(node);
  if (part !== undefined) return [{ title, certainty: "proposed", edits: [fromList(part.node, part.list, text)] }];
  const isAlone = declarator.id === node ||
    (declarator.id.type === "ObjectPattern" && declarator.id.properties.length === 1 && directly(declarator.id, node));
  return isAlone ? withoutDeclarator(declarator, title, text) : [];
}

/** Whether a name stands right in a pattern. */
function directly(pattern: Node, node: Node): boolean {
  const up = node.parent?.type === "AssignmentPattern" ? node.parent : node;
  return up.parent === pattern || up.parent?.parent === pattern;
}

/** The part of a pattern that is there for a name, and the others; nothing where it is the only one, or keeps a place or something out of a rest. */
function partOf(name: Node): { node: Node; list: readonly (Node | null)[] } | undefined {
  const node = name.parent?.type === "AssignmentPattern" ? name.parent : name;
  const up = node.parent as JavaScriptNode;
  if (up.type === "Property" && up.parent?.type === "ObjectPattern") {
    const { properties } = up.parent as unknown as { properties: readonly Node[] };
    const hasRest = properties.some(({ type }) => type === "RestElement");
    return properties.length > 1 && !hasRest && !up.computed ? { node: up, list: properties } : undefined;
  }
  if (up.type !== "ArrayPattern") return undefined;
  const { elements } = up as unknown as { elements: readonly (Node | null)[] };
  return elements.length > 1 && elements.at(-1) === node ? { node, list: elements } : undefined;
}

/** Takes one of several out of a list with commas. */
function fromList(node: Node, list: readonly (Node | null)[], text: SourceText): Edit {
  const index = list.indexOf(node);
  const next = list[index + 1];
  if (next != null) return { from: node.start, to: next.start, insert: "" };
  const before = list.slice(0, index).findLast((one) => one !== null);
  // Behind holes only the part itself goes.
  const from = before === list[index - 1] && before != null ? before.end : node.start;
  // A comma behind the last one goes with it where it was alone.
  const comma = index === 0 ? /^\s*,/.exec(text.slice(node.end, node.end + 200))?.[0].length ?? 0 : 0;
  return { from, to: node.end + comma, insert: "" };
}

/** Whether a value can be a statement of its own. */
function canStand(value: Expression, text: SourceText): boolean {
  return !/^(?:\{|function\b|class\b|let\b|async\s+function\b|["'])/.test(text.slice(value.start, value.start + 40)) &&
    !value.parenthesized;
}

/** A statement of which only its value stays. */
function reducedTo(statement: Node, value: Node, text: SourceText): Edit[] {
  const before = statementBefore(statement);
  const mark = fence(before, value.start, text);
  const cut = { from: statement.start, to: value.start, insert: "" };
  return mark === "" ? [cut] : [{ from: before!.end, to: before!.end, insert: mark }, cut];
}

function withoutDeclarator(declarator: VariableDeclarator, title: string, text: SourceText): RemedyOffer[] {
  const { init } = declarator;
  const holder = declarator.parent as VariableDeclaration;
  const certainty = "proposed" as const;
  if (holder.declarations.length > 1) {
    return [{ title, certainty, edits: [fromList(declarator, holder.declarations, text)] }];
  }
  if (init === null || !hasEffect(init)) return [{ title, ...takeOut(holder, text), certainty }];
  // What the value does may be wanted: that is not decided along with others.
  const removal = { title: `${title} and its value`, ...takeOut(holder, text), certainty, byHand: acts(init) };
  if (!canStand(init, text)) return [removal];
  const keeping = {
    title: "Keep what is worked out, without the name",
    certainty,
    edits: reducedTo(holder, init, text),
  };
  return acts(init) ? [keeping, removal] : [removal];
}

/** Takes a name out along with all that is assigned to it. */
function withoutWrites(binding: Binding, declarator: VariableDeclarator, text: SourceText): RemedyOffer[] {
  const edits: Edit[] = [];
  for (const { node } of binding.inOrder()) {
    const up = node.parent as JavaScriptNode;
    const statement = up.parent;
    const isWrite = (up.type === "AssignmentExpression" && up.left === node) || up.type === "UpdateExpression";
    if (!isWrite || statement?.type !== "ExpressionStatement" || !statementLists.has(statement.parent!.type)) return [];
    const right = up.type === "AssignmentExpression" ? (up as AssignmentExpression).right : undefined;
    if (right === undefined || !hasEffect(right)) edits.push(...takeOut(statement, text).edits);
    else if (canStand(right, text)) edits.push(...reducedTo(statement, right, text));
    else return [];
  }
  const title = `Remove \`${binding.name}\` and what is assigned to it`;
  const [first] = declarator.id.type === "Identifier" ? withoutDeclarator(declarator, title, text) : [];
  if (first === undefined) return [];
  // A write may stand in what goes with another one, as in a function that is assigned.
  const all = [...first.edits, ...edits];
  const goesAlong = (edit: Edit): boolean =>
    all.some(({ from, to }) => from <= edit.from && edit.to <= to && to - from > edit.to - edit.from);
  return [{ title, certainty: "proposed", edits: all.filter((edit) => !goesAlong(edit)) }];
}

function withoutCaught(node: Node, text: SourceText): RemedyOffer[] {
  const clause = node.parent as CatchClause;
  if (clause.type !== "CatchClause" || clause.param !== node) return [];
  const from = clause.start + "catch".length;
  if (/\/[/*]/.test(text.slice(from, clause.body.start))) return [];
  return [{
    title: "Leave the name out",
    certainty: "proposed",
    edits: [{ from, to: clause.body.start, insert: " " }],
  }];
}

/** The calls of a function whose every use is one; nothing where it is used otherwise or others can see it. */
function callsOf(owner: FunctionNode): readonly CallExpression[] | undefined {
  const up = owner.parent as JavaScriptNode;
  const id = owner.type === "FunctionDeclaration" ? owner.id : up.type === "VariableDeclarator" ? up.id : null;
  const binding = id?.type === "Identifier" ? bindingOf(id) : undefined;
  if (binding === undefined || binding.exported || binding.writes > 0 || binding.scope.dynamic) return undefined;
  const uses = binding.inOrder();
  const calls = uses.map(({ node }: Reference) => node.parent as CallExpression);
  const areCalls = calls.every(
    (call, index) => call.type === "CallExpression" && call.callee === uses[index]!.node && !uses[index]!.exporting,
  );
  return areCalls ? calls : undefined;
}

/** Takes a parameter out, and what all callers give for it. */
function withoutParameter(binding: Binding, text: SourceText): RemedyOffer[] {
  const { node } = binding.declarations[0]!;
  let param: Node = node;
  while (param.parent !== null && !("params" in param.parent)) param = param.parent;
  const owner = param.parent as unknown as FunctionNode;
  const { params } = owner;
  const index = params.indexOf(param as never);
  const calls = callsOf(owner);
  const isPlain = param === node ||
    (param.type === "AssignmentPattern" && (param as { left?: unknown }).left === node) ||
    (param.type === "AnnotatedPattern" && (param as { target?: unknown }).target === node);
  if (index < 0 || calls === undefined || !isPlain || !hasBrackets(owner, text)) return [];
  const edits = [fromList(param, params as unknown as readonly Node[], text)];
  for (const { arguments: given } of calls) {
    const args = given as readonly Node[];
    if (args.slice(0, index + 1).some(({ type }) => type === "SpreadElement")) return [];
    const own = args[index];
    if (own === undefined) continue;
    if (hasEffect(own)) return [];
    edits.push(fromList(own, args, text));
  }
  return [{ title: `Remove the parameter \`${binding.name}\``, certainty: "proposed", edits }];
}

/** Whether parameters stand in parentheses, as all but the only one of an arrow function do. */
function hasBrackets(owner: FunctionNode, text: SourceText): boolean {
  const first = owner.params[0]!;
  let at = first.start - 1;
  while (/\s/.test(charAt(text, at))) at -= 1;
  return charAt(text, at) === "(";
}
