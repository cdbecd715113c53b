import type { FileView } from "../../../rules/rule.js";
import type { SourceText } from "../../../text/text.js";
import type { AdaptedNode } from "../../adapted/nodes.js";
import { ruleFor } from "../../adapted/rule.js";

const isSaid = (member: AdaptedNode): boolean => member.of("visibility_modifier") !== null;

function check(member: AdaptedNode, name: AdaptedNode | null, { text, alert, isBroken }: FileView): void {
  if (name === null || isSaid(member) || isBroken(member) || member.parent?.parent?.type === "interface_declaration") {
    return;
  }
  const old = member.of("var_modifier");
  const start = old?.start ?? firstWord(member, text);
  const end = old?.end ?? start;
  alert(name, {
    message: `Who may use \`${name.word}\` is not said: write \`public\`, \`protected\` or \`private\``,
    remedies: () => [{
      title: "Say `public`, which it is",
      certainty: "certain",
      edits: [{
        from: start,
        to: end,
        insert: old === null ? "public " : "public",
      }],
    }],
  });
}

/** Where a member begins, behind its attributes. */
function firstWord(member: AdaptedNode, text: SourceText): number {
  const attributes = member.of("attribute_list");
  if (attributes === null) return member.start;
  return attributes.end + /^\s*/.exec(text.slice(attributes.end, member.end))![0].length;
}

export const unsaidVisibility = ruleFor("php", {
  id: "names.unsaid-visibility",
  title: "A member that does not say who may use it",
  why: "A method or property that says nothing is public, whether somebody meant that or only forgot to say otherwise. A word tells.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "<?php\nclass Quay {\n  function «moor»() {}\n}\n",
        after: "<?php\nclass Quay {\n  public function moor() {}\n}\n",
      },
      {
        code: "<?php\nclass Quay {\n  static function «moor»() {}\n}\n",
        after: "<?php\nclass Quay {\n  public static function moor() {}\n}\n",
      },
      {
        code: "<?php\nclass Quay {\n  #[Pure] function «moor»() {}\n}\n",
        after: "<?php\nclass Quay {\n  #[Pure] public function moor() {}\n}\n",
      },
      { code: "<?php\nclass Quay {\n  var «$berths»;\n}\n", after: "<?php\nclass Quay {\n  public $berths;\n}\n" },
    ],
    quiet: [
      { code: "<?php\nclass Quay {\n  private function moor() {}\n}\n" },
      { code: "<?php\ninterface Quay {\n  function moor();\n}\n" },
      { code: "<?php\nfunction moor() {}\n" },
    ],
  },
  visit: {
    method_declaration: (node, file) => check(node, node.in("name"), file),
    property_declaration: (node, file) => check(node, node.of("property_element")?.in("name") ?? null, file),
  },
});
