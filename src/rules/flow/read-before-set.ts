import { BindingMemo } from "../../model/binding-memo.js";
import type { Binding } from "../../model/binding.js";
import { eachUnsetRead } from "../../model/flow-facts.js";
import { defineRule, type FileView } from "../rule.js";

/** Of names, whether something needs a value of theirs and nothing asks for one. */
const needed = new BindingMemo<boolean>();

/** Whether a name never gets a value, although something needs one. */
function isNeverSet(binding: Binding, { text, ambient, keepsToItself, facts }: FileView): boolean {
  const { declarations, references, scope } = binding;
  return binding.writes === 0 &&
    !ambient &&
    !binding.exported &&
    !scope.isUncertain &&
    facts.beginsEmpty(binding, text) &&
    declarations.every(facts.isBare) &&
    // At the top of a file `var` may only give a name a type that somebody else gives a value.
    (scope.parent !== null || (keepsToItself && binding.kind !== "variable")) &&
    needed.of(
      binding,
      text,
      () =>
        references.some(({ node }) => facts.isNeeding(node)) && !references.some(({ node }) => facts.isAsking(node)),
    );
}

export const readBeforeSet = defineRule({
  id: "flow.read-before-set",
  title: "A name that is read before it has got a value",
  why: "On no way to this place has the name been given a value, so it reads as `undefined`. The assignment stands too late, or is missing.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function fare(adults) {\n  let price;\n  const sum = adults * «price»;\n  price = 420;\n  return sum + price;\n}\n",
      },
      {
        code: "export function pick(kind) {\n  let «name»;\n  if (kind) log(kind);\n  return name.length + name.size;\n}\nfunction log() {}\n",
      },
    ],
    quiet: [
      { code: "export function sail(tide) {\n  var moor;\n  return moor(tide);\n  function moor() {}\n}\n" },
      { code: "export function pick(kind) {\n  let name;\n  if (kind) name = \"adult\";\n  return name;\n}\n" },
      {
        code: "export function last(all) {\n  let found;\n  for (const one of all) {\n    if (found === one) return one;\n    found = one;\n  }\n  return null;\n}\n",
      },
      { code: "export function later(run) {\n  let done;\n  run(() => { done = 1; });\n  return done;\n}\n" },
      { code: "export function chain(all) {\n  let last;\n  last = all.first(last);\n  return last;\n}\n" },
      {
        code: "export function find(all) {\n  let found;\n  if (all === null) return found;\n  found = all[0];\n  return { found };\n}\n",
      },
      {
        code: "let tide!: { high: number };\nsail(() => { tide = { high: 1 }; });\nexport const high = tide.high;\nfunction sail(run: () => void) {\n  run();\n}\n",
        languageId: "typescript",
      },
      { code: "export function fill(price) {\n  let sum;\n  sum ??= price;\n  return sum;\n}\n" },
    ],
  },
  binding(binding, file) {
    if (!isNeverSet(binding, file) || file.isHalfWritten(binding.name)) return;
    const { name, declarations: [declaration] } = binding;
    file.alert(declaration!.node, {
      message: `\`${name}\` never gets a value, and one is needed: give it one before it is read`,
      related: [{
        at: binding.inOrder().find(({ node }) => file.facts.isNeeding(node))!.node,
        message: `\`${name}\` is read here`,
      }],
    });
  },
  flow(flow, file) {
    const { text, alert, isHalfWritten, facts } = file;
    // A `let` that is given a value where it is declared cannot be read behind that without one.
    const names = flow.tracked.filter((binding) => facts.beginsEmpty(binding, text) && !isNeverSet(binding, file));
    if (names.length === 0) return;
    eachUnsetRead(flow, new Set(names), ({ node, binding }) => {
      const { node: declared } = binding.declarations[0]!;
      if (!facts.isNeeding(node) || facts.isHandedOn(node, binding)) return;
      // Before its declaration a `let` does not even exist, which is another rule's.
      if (binding.kind === "changeable" && node.start < declared.start) return;
      if (isHalfWritten(binding.name)) return;
      alert(node, {
        message: `\`${binding.name}\` has got no value when it is read here: give it one before`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here` }],
      });
    });
  },
});
