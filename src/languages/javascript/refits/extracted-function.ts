import type { Binding } from "../../../model/binding.js";
import { shapeIn, type ShapeName } from "../../../model/shapes.js";
import { strainOf, strainWithout } from "../../../model/strain.js";
import type { Node } from "../../../syntax/node.js";
import { isInside, nodeAt, walk } from "../../../syntax/walk.js";
import type { Span } from "../../../text/edit.js";
import type { Text } from "../../../text/text.js";
import { defineRefit } from "../../refit.js";
import { codeFacts as facts } from "../code/facts.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { shapes } from "../shapes.js";
import { holds, indentOf, ofFunction, statementOf, stepOf } from "./code.js";
import { freeName, isDeclaredIn, namesIn } from "./reading.js";

/** The statements of one list that a selection covers, blank space aside; none if it cuts one. */
function selectedStatements({ from, to }: Span, root: Node, text: Text): Node[] {
  const code = text.slice(from, to);
  const start = from + /^\s*/.exec(code)![0].length;
  const end = to - /\s*$/.exec(code)![0].length;
  if (start >= end) return [];
  const first = statementOf(nodeAt(root, start));
  if (first === undefined || first.start !== start) return [];
  const holder = first.parent as unknown as { body?: Node[]; consequent?: Node[] };
  const list = holder.body ?? holder.consequent ?? [];
  const chosen = list.filter((one) => one.start >= start && one.end <= end);
  return chosen.at(-1)?.end === end ? chosen : [];
}

/** What keeps statements from being a function of their own. */
function hindrance(statements: readonly Node[]): string | undefined {
  for (const statement of statements) {
    if (/^(?:Import|Export)/.test(statement.type)) return "imports and exports stand at the top of a module";
    if (runs(statement, ["YieldExpression"])) return "a `yield` in it belongs to the function around it";
    if (runs(statement, ofFunction)) return "it uses `this`, `super` or `arguments` of the function around it";
    if (leavesFunction(statement)) return "a `return` in it would not leave the function around it any more";
    if (jumpsOut(statement, [])) return "a `break` or `continue` in it belongs to what is around it";
  }
  return undefined;
}

/** Whether something of a kind runs along with a statement, which may be a function itself. */
function runs(statement: Node, types: readonly string[], throughArrows = true): boolean {
  return !/^(?:Function|Class)Declaration$/.test(statement.type) && holds(statement, types, throughArrows);
}

function leavesFunction(node: Node): boolean {
  let found = false;
  walk(node, (inner) => {
    if (/^Function|^Arrow|^Class/.test(inner.type)) return false;
    if (inner.type === "ReturnStatement") found = true;
    return !found;
  });
  return found;
}

function jumpsOut(node: Node, labels: readonly string[], inLoop = false, inSwitch = false): boolean {
  const one = node as JavaScriptNode;
  if (/^Function|^Arrow|^Class/.test(one.type)) return false;
  if (one.type === "BreakStatement") {
    return one.label === null ? !inLoop && !inSwitch : !labels.includes(one.label.name);
  }
  if (one.type === "ContinueStatement") return one.label === null ? !inLoop : !labels.includes(one.label.name);
  const within = one.type === "LabeledStatement" ? [...labels, one.label.name] : labels;
  const loop = inLoop || /^(?:For|ForIn|ForOf|While|DoWhile)Statement$/.test(one.type);
  let found = false;
  one.each((child) => (found ||= jumpsOut(child, within, loop, inSwitch || one.type === "SwitchStatement")));
  return found;
}

/** The function around a node, and the statement of the file that it stands in. */
function surroundings(node: Node): { around: Node | undefined; top: Node } {
  let around: Node | undefined;
  let top = node;
  for (let up = node; up.parent !== null; up = up.parent) {
    top = up;
    if (up === node) continue;
    if (
      around === undefined &&
      /^Function(?:Declaration|Expression)$|^ArrowFunctionExpression$|^StaticBlock$/.test(up.type)
    ) around = up;
  }
  return { around, top };
}

export const extractedFunction = defineRefit({
  id: "extracted-function",
  kind: "refactor.extract",
  examples: [
    {
      code: "export function price(party) {\n  let total = 0;\n  «for (const { fare } of party) {\n    if (!fare) continue;\n    total += fare;\n  }»\n  return total;\n}\n",
      after: "export function price(party) {\n  let total = 0;\n  total = extracted(party, total);\n  return total;\n}\n\nfunction extracted(party, total) {\n  for (const { fare } of party) {\n    if (!fare) continue;\n    total += fare;\n  }\n  return total;\n}\n",
    },
    {
      code: "async function sail(pier) {\n  «const tide = await read(pier);\n  const { high, low } = tide;»\n  return [high, low];\n}\n",
      after: "async function sail(pier) {\n  const { high, low } = await extracted(pier);\n  return [high, low];\n}\n\nasync function extracted(pier) {\n  const tide = await read(pier);\n  const { high, low } = tide;\n  return { high, low };\n}\n",
    },
    {
      code: "const pier = 1;\n«moor(pier);»\n",
      after: "const pier = 1;\nextracted();\n\nfunction extracted() {\n  moor(pier);\n}\n",
    },
    {
      code: "function f() {\n  «if (full) return 1;»\n  return 2;\n}\n",
      refused: "a `return` in it would not leave the function around it any more",
    },
    {
      code: "for (const a of b) {\n  «if (a) break;»\n}\n",
      refused: "a `break` or `continue` in it belongs to what is around it",
    },
    {
      code: "function f() {\n  «this.moor();»\n}\n",
      refused: "it uses `this`, `super` or `arguments` of the function around it",
    },
    {
      code: "function f(a) {\n  «let b = 1;\n  a = 2;»\n  return () => [a, b++];\n}\n",
      refused: "it declares names that are used behind it, and assigns to others too",
    },
    {
      code: "function f() {\n  let tide;\n  «tide = 3;»\n  return tide;\n}\n",
      refused: "`tide` gets its first value in it: declare it there first",
    },
    { code: "function f() {\n  sail(«1»);\n}\n" },
  ],
  offer(selection, { root, text, typed }) {
    const statements = selectedStatements(selection, root, text);
    if (statements.length === 0) return undefined;
    const title = "Extract to a function";
    const reason = hindrance(statements);
    if (reason !== undefined) return { title, reason };
    const first = statements[0]!;
    const last = statements.at(-1)!;
    const { around, top } = surroundings(first);
    if (top.type === "ClassDeclaration" && around === undefined) return undefined;
    const { declared, used } = namesIn(statements);
    // What is declared in the function around is not seen beside it.
    const outer = around === undefined
      ? []
      : [...used].filter(([binding]) => isDeclaredIn(binding, top) && !isOfTop(binding, top));
    if (outer.some(([binding]) => (binding.kind as string) === "type-parameter" || binding.meaning === 2)) {
      return { title, reason: "it uses types that only the function around it knows" };
    }
    const isBehind = (binding: Binding): boolean => binding.references.some(
      ({ node }) => node.start >= last.end && isInside(node, around ?? root),
    ) ||
      (isInLoop(first, around) && outer.some(([one]) => one === binding));
    const given = [...declared].filter(
      (binding) => isOwn(binding, statements) &&
        binding.references.some(({ node }) => !statements.some((statement) => isInside(node, statement))),
    );
    const changed = outer.filter(([binding, { writes }]) => writes && isBehind(binding)).map(([binding]) => binding);
    if (given.length > 0 && changed.length > 0) {
      return { title, reason: "it declares names that are used behind it, and assigns to others too" };
    }
    if (given.some((binding) => !isFixed(binding))) {
      return { title, reason: "it declares names that are used behind it and change" };
    }
    if (outer.some(
      ([binding, { writes }]) => writes &&
        binding.references.some(
          ({ node, scope }) => !statements.some((statement) => isInside(node, statement)) &&
            /function/.test(scope.functionScope.kind) &&
            scope.functionScope !== binding.scope.functionScope,
        ),
    )) return { title, reason: "it assigns to a name that other functions use too" };
    const written = outer.flatMap(([binding, { writes }]) => (writes ? [binding] : []));
    const isUsedElsewhere = (binding: Binding): boolean =>
      binding.references.some(({ node }) => !statements.some((statement) => isInside(node, statement)));
    if (isTried(first, around) && written.some(isUsedElsewhere)) {
      return { title, reason: "it assigns to a name that is used when it fails half-way" };
    }
    if (written.some(({ kind }) => kind === "parameter") && around !== undefined && holds(around, ["arguments"])) {
      return { title, reason: "it assigns to a parameter, which `arguments` may see" };
    }
    const unset = outer.find(
      ([binding, { writes }]) => writes &&
        hasNoValue(binding) &&
        !binding.references.some(({ node, access }) => access !== "read" && node.start < first.start),
    );
    if (unset !== undefined) {
      return { title, reason: `\`${unset[0].name}\` gets its first value in it: declare it there first` };
    }
    const parameters = outer
      .filter(([, { reads, writes }]) => reads || writes)
      .map(([binding]) => binding)
      .sort((a, b) => a.declarations[0]!.node.start - b.declarations[0]!.node.start);
    const isAsync = statements.some(
      (statement) => runs(statement, ["AwaitExpression"], false) || isAwaitingLoop(statement),
    );
    const name = freeName("extracted", text);
    const call = `${isAsync ? "await " : ""}${name}(${parameters.map((binding) => binding.name).join(", ")})`;
    const results = (given.length > 0 ? given : changed).map((binding) => binding.name);
    const inner = indentOf(first, text);
    const target = top;
    const indent = indentOf(target, text);
    const { lineBreak } = text;
    const step = stepOf(text);
    const body = text.slice(first.start, last.end);
    if (body.includes("`") && body.includes("\n") && inner !== indent + step) {
      return { title, reason: "a text of several lines in it would be moved" };
    }
    const moved = body
      .split(/\r\n|\n|\r/)
      .map(
        (line, index) => (
          index === 0 ? line : line.startsWith(inner) ? `${indent}${step}${line.slice(inner.length)}` : line
        ),
      )
      .join(lineBreak);
    const result = results.length === 0 ? "" : results.length === 1 ? results[0]! : `{ ${results.join(", ")} }`;
    const replaced = results.length === 0
      ? `${call};`
      : given.length > 0
        ? `const ${result} = ${call};`
        : results.length === 1 ? `${result} = ${call};` : `(${result} = ${call});`;
    // Behind a statement without a semicolon, brackets would belong to it.
    const guard = replaced.startsWith("(") &&
      !/(?:^|[;{}])\s*$/.test(text.slice(Math.max(0, first.start - 200), first.start))
      ? ";"
      : "";
    const back = result === "" ? "" : `${lineBreak}${indent}${step}return ${result};`;
    const types = typed
      ? parameters.map((binding) => `${binding.name}: ${annotationOf(binding, text) ?? "any"}`)
      : parameters.map((binding) => binding.name);
    const declaration = `${lineBreak}${lineBreak}${indent}${isAsync ? "async " : ""}function ${name}(${types.join(", ")}) {${lineBreak}${indent}${step}${moved}${back}${lineBreak}${indent}}`;
    const at = around === undefined ? last.end : target.end;
    return {
      title: `${title}${strainChange(around, statements, text)}`,
      certainty: "proposed",
      names: { edit: 0, at: guard.length + replaced.indexOf(`${name}(`) },
      edits: around === undefined
        ? [{ from: first.start, to: last.end, insert: guard + replaced + declaration }]
        : [{ from: first.start, to: last.end, insert: guard + replaced }, { from: at, to: at, insert: declaration }],
    };
  },
});

/** What becomes of the strain of the function around, for the title. */
function strainChange(around: Node | undefined, statements: readonly Node[], text: Text): string {
  const one = around && shapeIn(shapes, "function", around);
  if (one === undefined) return "";
  const code = { text, facts, shape: <Name extends ShapeName>(name: Name, node: Node) => shapeIn(shapes, name, node) };
  const [before, after] = [strainOf(one, code).figure, strainWithout(one, statements, code).figure];
  return after < before ? `: strain ${before} here, then ${after}` : "";
}

/** Whether a name belongs to the file, also if the construct at its top declares it. */
function isOfTop(binding: Binding, top: Node): boolean {
  return binding.scope.node === top.parent ||
    binding.scope.parent === null ||
    (binding.scope.kind === "module" || binding.scope.kind === "file");
}

/** Whether a name is declared by the statements themselves, not by blocks in them. */
function isOwn(binding: Binding, statements: readonly Node[]): boolean {
  return binding.declarations.every(({ node }) => statements.some((statement) => isInside(node, statement)));
}

function hasNoValue(binding: Binding): boolean {
  const owner = binding.declarations[0]!.owner as JavaScriptNode;
  return owner.type === "VariableDeclarator" && owner.init === null;
}

const isFixed = (binding: Binding): boolean => binding.writes === 0 && ["fixed", "changeable"].includes(binding.kind);

function isInLoop(node: Node, around: Node | undefined): boolean {
  for (let up = node.parent; up !== null && up !== around; up = up.parent) {
    if (/^(?:For|ForIn|ForOf|While|DoWhile)Statement$/.test(up.type)) return true;
  }
  return false;
}

/** Whether something goes on in the function after statements failed half-way. */
function isTried(node: Node, around: Node | undefined): boolean {
  for (let up: Node = node; up.parent !== null && up !== around; up = up.parent) {
    if (up.parent.type === "TryStatement" && (up.parent as { block?: unknown }).block === up) return true;
  }
  return false;
}

function isAwaitingLoop(node: Node): boolean {
  let found = false;
  walk(node, (inner) => {
    if (/^Function|^Arrow|^Class/.test(inner.type)) return false;
    if (inner.type === "ForOfStatement" && (inner as { await?: boolean }).await === true) found = true;
    return !found;
  });
  return found;
}

/** The type that is written at a name's declaration. */
function annotationOf(binding: Binding, text: Text): string | undefined {
  const holder = binding.declarations[0]!.node.parent as JavaScriptNode | null;
  return holder?.type === "AnnotatedPattern" && holder.annotation !== null
    ? text.slice(holder.annotation.start, holder.annotation.end)
    : undefined;
}
