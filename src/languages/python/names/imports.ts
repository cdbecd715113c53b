/** Imports that are there for somebody else than the code of their file. */
import type { Node } from "../../../syntax/node.js";
import type { Alias, Attribute, ExceptHandler, ImportFrom, Name, Try, Tuple } from "../nodes.js";

/** Whether an import is there for others: `x as x` hands the name on, and one that may fail asks whether a module is there. */
export function isForOthers(alias: Alias): boolean {
  const statement = alias.parent!;
  if (statement.type === "ImportFrom" && (statement as ImportFrom).module === "__future__") return true;
  // What stands in a private module is brought out by another one, and test runners look for some names.
  const module = statement.type === "ImportFrom" ? (statement as ImportFrom).module : "";
  if (/(?:^|\.)_\w*$/.test(module) || runnerNames.has(alias.local?.id ?? "")) return true;
  return (alias.isRenamed && alias.name === alias.local?.id) || mayFail(statement);
}

const runnerNames = new Set(["load_tests", "setUpModule", "tearDownModule"]);

const failures = new Set(["ImportError", "ModuleNotFoundError", "Exception", "BaseException", "AttributeError"]);

function mayFail(statement: Node): boolean {
  for (let node: Node = statement; node.parent !== null; node = node.parent) {
    const up = node.parent;
    if (up.type === "ExceptHandler" && handles(up as ExceptHandler)) return true;
    if (
      up.type === "Try" &&
      (up as Try).handlers.some(handles) &&
      (node === (up as Try).body || node === (up as Try).orelse)
    ) return true;
    if (up.type === "FunctionDef" || up.type === "ClassDef") return false;
  }
  return false;
}

function handles({ kind }: ExceptHandler): boolean {
  if (kind === null) return true;
  const one = kind.type === "Tuple" ? (kind as Tuple).elts : [kind];
  return one.some((node) => failures.has(
    node.type === "Name" ? (node as Name).id : node.type === "Attribute" ? (node as Attribute).attr : "",
  ));
}
