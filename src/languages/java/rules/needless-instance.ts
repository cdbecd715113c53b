import type { AdaptedNode } from "../../adapted/nodes.js";
import { ruleFor } from "../../adapted/rule.js";

/** Whether a member belongs to the class itself. */
const isStatic = (member: AdaptedNode): boolean => /\bstatic\b/.test(member.of("modifiers")?.word ?? "");

export const needlessInstance = ruleFor("java", {
  id: "calls.needless-instance",
  title: "A class of static members that can be made",
  why: "An object of a class whose members are all static holds nothing and does nothing. A private constructor says so, and keeps anybody from making one.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      {
        code: "final class «Tides» {\n  static int low(int hour) {\n    return hour / 2;\n  }\n}\n",
        after: "final class Tides {\n  private Tides() {\n  }\n\n  static int low(int hour) {\n    return hour / 2;\n  }\n}\n",
      },
    ],
    quiet: [
      { code: "final class Tides {\n  private Tides() {}\n  static int low(int hour) {\n    return hour;\n  }\n}\n" },
      { code: "class Tides {\n  public static void main(String[] args) {}\n}\n" },
      { code: "class Tides extends Table {\n  static int low(int hour) {\n    return hour;\n  }\n}\n" },
      { code: "class Tides {\n  int hour;\n  static int low(int hour) {\n    return hour;\n  }\n}\n" },
    ],
  },
  visit: {
    class_declaration(node, { text, alert, isBroken }) {
      const name = node.in("name");
      const members = node.in("body")?.children ?? [];
      const isPlain = node.of("superclass") === null &&
        node.of("super_interfaces") === null &&
        node.of("permits") === null;
      const isAbstract = /\babstract\b/.test(node.of("modifiers")?.word ?? "") ||
        (node.of("modifiers")?.children.length ?? 0) > 0;
      const methods = members.filter(({ type }) => type === "method_declaration");
      if (name === null || !isPlain || isAbstract || isBroken(node) || methods.length === 0) return;
      if (!members.every((member) => /^(?:method|field)_declaration$/.test(member.type) && isStatic(member))) return;
      if (methods.some((method) => method.in("name")?.word === "main")) return;
      alert(name, {
        message: `All of \`${name.word}\` is static, and yet objects of it can be made: give it a private constructor`,
        remedies: () => {
          const body = node.in("body")!;
          const [first] = members;
          const line = text.slice(Math.max(0, first!.start - 100), first!.start);
          const indent = /[ \t]*$/.exec(line)![0];
          const at = body.start + 1;
          const insert = `\n${indent}private ${name.word}() {\n${indent}}\n`;
          return [{ title: "Add a private constructor", certainty: "proposed", edits: [{ from: at, to: at, insert }] }];
        },
      });
    },
  },
});
