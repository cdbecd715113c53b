import type { Declaration } from "../../../../model/binding.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import { isInside } from "../../../../syntax/walk.js";
import { hasEffect } from "../../effects.js";
import { isDeclaredElsewhere } from "../../names/declared-elsewhere.js";
import type { MethodDefinition, PropertyDefinition } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { takeOut } from "../statements.js";

/** Taking the member out, where nothing else is lost with it. */
function remove({ owner, binding }: Declaration, { text }: FileView): RemedyOffer[] {
  if (binding.declarations.length > 1 || binding.references.length > 0) return [];
  const { value } = owner as MethodDefinition | PropertyDefinition;
  if (owner.type === "PropertyDefinition" && value !== null && hasEffect(value)) return [];
  return [{ title: `Remove \`${binding.name}\``, ...takeOut(owner, text), certainty: "proposed" }];
}

export const unreadPrivate = defineRule({
  id: "dead.unread-private",
  title: "A private member that nothing reads",
  why: "Only the class itself can use a private member. One that it never reads is left over, or something that should read it was forgotten.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export class Ferry {\n  «#seats» = 40;\n  name = \"Tern\";\n}\n",
        after: "export class Ferry {\n  name = \"Tern\";\n}\n",
      },
      { code: "export class Ferry {\n  «#seats» = 40;\n  fill() {\n    this.#seats = 0;\n  }\n}\n" },
      { code: "export class Ferry {\n  «#moor»() {\n    this.#moor();\n  }\n}\n" },
    ],
    quiet: [
      { languageId: "typescript", code: "export declare class Ferry {\n  #private;\n}\n" },
      { code: "export class Ferry {\n  #seats = 40;\n  get free() {\n    return this.#seats;\n  }\n}\n" },
      { code: "export class Ferry {\n  #mark = 1;\n  static is(other) {\n    return #mark in other;\n  }\n}\n" },
      {
        code: "export class Ferry {\n  set #speed(value) { report(value); }\n  run() { this.#speed = 3; }\n}\nfunction report() {}\n",
      },
    ],
  },
  binding(binding, file) {
    if (binding.kind !== "private" || file.ambient || isDeclaredElsewhere(binding)) return;
    const setter = binding.declarations.some(
      ({ owner }) => owner.type === "MethodDefinition" && (owner as MethodDefinition).kind === "set",
    );
    const isUsed = binding.references.some(
      ({ access, node }) => (
        setter ||
        access === "read" ||
        (access === "change" && node.parent!.parent!.parent!.type !== "ExpressionStatement")
      ) &&
        !binding.declarations.some(({ owner }) => owner.type === "MethodDefinition" && isInside(node, owner)),
    );
    if (isUsed || file.isHalfWritten(binding.name.slice(1)) || file.isMissed(binding)) return;
    const [first] = binding.declarations;
    file.alert(first!.node, {
      message: `The private member \`${binding.name}\` is ${binding.writes > 0 ? "assigned but " : ""}never read: use it, or take it out`,
      labels: ["unnecessary"],
      remedies: () => remove(first!, file),
    });
  },
});
