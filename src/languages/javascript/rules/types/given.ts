/** Where values are given to what says of which type they are to be. */
import { alternatives, union, unknown, type Type } from "../../../../model/types/type.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { bindingOf } from "../../names/facts.js";
import type { JavaScriptNode, MemberExpression } from "../../nodes/index.js";
import { functionAround, memberName } from "../../reading.js";
import type { Visitors } from "../../rule.js";
import { absent } from "../../types/system.js";

export interface Given {
  readonly value: JavaScriptNode;
  readonly wanted: Type;
  /** Where that is declared, if somewhere else in the file. */
  readonly at?: Node | undefined;
}

/** Visitors that call `check` for each value that is given to what has a type. */
export function whereGiven(check: (given: Given, file: FileView) => void): Visitors<undefined> {
  const give = (value: Node | null | undefined, wanted: Type, file: FileView, at?: Node): void => {
    if (value == null || wanted === unknown || value.type === "Missing" || file.isBroken(value)) return;
    check({ value: value as JavaScriptNode, wanted, at }, file);
  };
  return {
    VariableDeclarator(node, file) {
      if (node.init !== null) give(node.init, takenBy(node.id, file), file);
    },
    AssignmentExpression(node, file) {
      if (node.operator === "=") give(node.right, takenBy(node.left, file), file, declarationOf(node.left, file));
    },
    AssignmentPattern(node, file) {
      give(node.right, takenBy(node.left, file), file);
    },
    PropertyDefinition(node, file) {
      if (node.annotation !== null) give(node.value, file.types.written(node.annotation), file);
    },
    ReturnStatement(node, file) {
      const root = functionAround(node);
      if (root !== undefined) give(node.argument, file.types.resultOf(root), file);
    },
    ArrowFunctionExpression(node, file) {
      if (node.body.type !== "FunctionBody") give(node.body, file.types.resultOf(node), file);
    },
    CallExpression: giveArguments,
    NewExpression: giveArguments,
  };

  function giveArguments(
    node: Extract<JavaScriptNode, { type: "CallExpression" | "NewExpression" }>,
    file: FileView,
  ): void {
    const called = file.types.called(node);
    if (called?.parameters === undefined) return;
    for (const [index, argument] of node.arguments.entries()) {
      if (argument.type === "SpreadElement") return;
      const parameter = called.parameters[index];
      const wanted = parameter?.type ?? called.rest ?? unknown;
      give(argument, parameter?.optional === true ? union([wanted, absent.undefined]) : wanted, file);
    }
  }
}

/** The type of what a name, pattern or member takes. */
function takenBy(target: Node, file: FileView): Type {
  const node = target as JavaScriptNode;
  const { types } = file;
  switch (node.type) {
    case "AnnotatedPattern":
      return node.annotation === null ? takenBy(node.target, file) : types.written(node.annotation);
    case "Identifier": {
      const binding = bindingOf(node);
      return binding === undefined ? unknown : types.takenBy(binding);
    }
    case "MemberExpression": {
      const name = memberName(node);
      const object = types.of(node.object);
      if (name === undefined) return node.computed && object.is === "list" ? object.element : unknown;
      const found = types.member(object, name);
      return found === undefined || "lacking" in found || found.optional || types.isBroughtAlong(object)
        ? unknown
        : found.type;
    }
    default:
      return unknown;
  }
}

/** Where a member is declared that is given a value. */
function declarationOf(target: Node, { types }: FileView): Node | undefined {
  const name = memberName(target);
  const found = name === undefined ? undefined : types.member(types.of((target as MemberExpression).object), name);
  return found === undefined || "lacking" in found ? undefined : found.at;
}

/** The alternative of a type that a written record is most likely meant to be, if only one can be. */
export function recordWanted(wanted: Type, file: FileView): Type | undefined {
  const records = alternatives(wanted).filter((one) => one.is === "record" || one.is === "named");
  const others = alternatives(wanted).filter(
    (one) => !(records as readonly Type[]).includes(one) && !file.types.system.isAbsent(one),
  );
  return records.length === 1 && others.every(({ is }) => is === "basic" || is === "literal") ? records[0] : undefined;
}
