import type { Node } from "../../syntax/node.js";
import { assignmentAsTest, isTakenForComparison } from "../flow/assignment-as-test.js";
import { defineRule } from "../rule.js";

/** Members that do something when they are given the value that they have. */
const acting = new Set([
  "src",
  "href",
  "value",
  "innerHTML",
  "outerHTML",
  "currentTime",
  "scrollTop",
  "hash",
  "cookie",
]);

export const assignedToItself = defineRule({
  id: "values.assigned-to-itself",
  title: "Something that is assigned to itself",
  why: "Nothing changes by it. One side was most likely meant to be something else, as the member of an object and a parameter of the same name.",
  level: "warning",
  kits: ["sound"],
  beside: [assignmentAsTest],
  examples: {
    alerts: [
      { code: "let tide = 3;\n«tide = tide»;\nsail(tide);\n", after: "let tide = 3;\nsail(tide);\n" },
      { code: "«this.pier = this.pier»;\n", after: "" },
      { code: "if (late) «ferry.seats = ferry.seats»;\n" },
      { code: "class Ferry:\n    def moor(self, berth):\n        «self.berth = self.berth»\n", languageId: "python" },
    ],
    quiet: [
      { code: "tide = 3\n\n\nclass Ferry:\n    tide = tide\n", languageId: "python" },
      { code: "let tide = 3;\ntide += tide;\nsail(tide);\n" },
      { code: "image.src = image.src;\n" },
      { code: "ferry[next()] = ferry[next()];\n" },
      { code: "this.pier = pier;\n" },
    ],
  },
  shapes: {
    assignment({ node, target, value, isPlain }, file) {
      const { text, facts, edits, shape, isBroken, alert } = file;
      if (!isPlain || !facts.isSame(target, value, text) || !facts.isSteady(target) || isBroken(node)) return;
      // In a test it is told as one that stands for a comparison.
      if (file.beside(assignmentAsTest).isOn && isTakenForComparison(node, file)) return;
      const member = shape("member", target);
      if (
        member === undefined
          ? shape("name", target) === undefined
          : member.name === undefined || acting.has(member.name)
      ) {
        return;
      }
      // In a class, and at the top of a module whose names others see, it brings a name from outside in.
      const binding = facts.bindingOf(target);
      const isDeclared = binding?.declarations.some(({ node: one }) => one === target) === true;
      if (binding?.scope.kind === "class" || (isDeclared && binding?.scope.kind === "file")) return;
      const { parent } = node;
      const isStatement = parent !== null && facts.statementsIn(parent)?.includes(node) === true;
      const statement: Node | null = isStatement ? node : parent;
      const isListed = isStatement || (parent !== null && shape("value", parent)?.isListed === true);
      alert(node, {
        message: "This is given the value that it has: one side is to be something else, or it can go",
        remedies: () => (
          isListed
            ? [{ title: "Take it out", edits: edits.takeOut(statement!, text).edits, certainty: "proposed" }]
            : []
        ),
      });
    },
  },
});
