import { BindingMemo } from "../../model/binding-memo.js";
import type { Binding } from "../../model/binding.js";
import { eachUnsureRead } from "../../model/flow-facts.js";
import type { Node } from "../../syntax/node.js";
import { isInside } from "../../syntax/walk.js";
import { defineRule, type FileView } from "../rule.js";

/** Whether nothing stands around a read that may keep it from being reached once its name is declared: a condition that decides about both is not told apart from another. */
function isAlwaysReached(read: Node, declared: Node, { shape }: Pick<FileView, "shape">): boolean {
  for (let node = read, up = read.parent; up !== null; node = up, up = up.parent) {
    if (shape("handler", up) !== undefined) return false;
    if (isInside(declared, up)) return true;
    const branch = shape("branch", up) ?? shape("loop", up);
    if (branch !== undefined && branch.test !== node) return false;
    const logical = shape("logical", up);
    if (logical !== undefined && logical.right === node) return false;
    if (shape("choice", up) !== undefined || shape("function", up) !== undefined) return false;
  }
  return false;
}

/** Of names, whether something asks if they have a value. */
const askedFor = new BindingMemo<boolean>();

export const unsetOnSomeWay = defineRule({
  id: "flow.unset-on-some-way",
  title: "A name that has a value on some ways only",
  why: "Where a branch is not taken, a loop has no turn or something fails, the name has no value yet, and what is done with it here fails. A first value, or an `else` that gives one, fills the gap.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code:
          "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  return «name».length;\n}\n",
      },
      {
        code: "export function last(piers) {\n  let found;\n  for (const pier of piers) found = pier;\n  return «found».name;\n}\n",
      },
    ],
    quiet: [
      {
        code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  else name = \"ebb\";\n  return name.length;\n}\n",
      },
      { code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  return name;\n}\n" },
      {
        code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  if (tide > 3) return name.length;\n  return 0;\n}\n",
      },
      {
        code: "export function sign(tide) {\n  let name;\n  if (tide > 3) name = \"flow\";\n  if (!name) return 0;\n  return name.length;\n}\n",
      },
      {
        code: "export function sign(tide) {\n  let name = \"ebb\";\n  if (tide > 3) name = \"flow\";\n  return name.length;\n}\n",
      },
    ],
  },
  flow(flow, file) {
    const { text, alert, isHalfWritten, facts } = file;
    // Who asks for a value somewhere knows that there may be none.
    const isTested = (node: Node): boolean => {
      const up = node.parent!;
      return file.shape("not", up) !== undefined ||
        file.shape("logical", up) !== undefined ||
        (file.shape("branch", up) ?? file.shape("loop", up))?.test === node;
    };
    const isAskedFor = ({ references }: Binding): boolean => (references.some(
      ({ node }) => facts.isAsking(node) || isTested(node),
    ));
    const names = flow.tracked.filter(
      (binding) => facts.beginsEmpty(binding, text) && !askedFor.of(binding, text, isAskedFor),
    );
    if (names.length === 0) return;
    const told = new Set<Binding>();
    eachUnsureRead(flow, new Set(names), ({ node, binding }) => {
      const { node: declared } = binding.declarations[0]!;
      if (told.has(binding) || !facts.isNeeding(node) || facts.isHandedOn(node, binding)) return;
      if (isHalfWritten(binding.name) || node.start < declared.start || !isAlwaysReached(node, declared, file)) return;
      told.add(binding);
      alert(node, {
        message: `\`${binding.name}\` has no value here on some ways: give it a first value, or one on each way`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here, without a value` }],
      });
    });
  },
});
