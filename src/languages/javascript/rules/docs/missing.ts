import { z } from "zod";
import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { FunctionNode, JavaScriptNode, MethodDefinition } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { furthest, functionOf, parameterName } from "./comment.js";

const options = z.strictObject({
  of: z.enum(["exported", "all"])
    .default("exported")
    .describe(
      "Which want a comment: what other files can take, or all functions and classes at the top and all their methods.",
    ),
  from: z.int().min(0).default(0).describe("From how many lines on a function wants one; classes always do."),
});

type Options = z.output<typeof options>;

/** What a statement declares that other files can take; with `all`, also what they cannot. */
function documented(child: Node, of: Options["of"]): Node | undefined {
  const one = child as JavaScriptNode;
  switch (one.type) {
    case "ExportNamedDeclaration":
    case "ExportDefaultDeclaration": {
      const { declaration } = one;
      if (declaration === null) return undefined;
      return declaration.type === "ClassDeclaration" ? declaration : functionOf(declaration);
    }
    case "ClassDeclaration":
      return of === "all" ? one : undefined;
    case "MethodDefinition":
      return isOpen(one) ? one.value : undefined;
    default:
      return of === "all" ? functionOf(child) : undefined;
  }
}

/** Whether a method is for those who use the class: neither private, nor a constructor, nor one that has its comment elsewhere, with the getter or in the class above. */
function isOpen(method: MethodDefinition): boolean {
  return method.kind !== "constructor" &&
    method.kind !== "set" &&
    method.key.type !== "PrivateIdentifier" &&
    !method.modifiers.some((word) => word === "private" || word === "override");
}

/** The comment of a function to be filled in: its parameters, each with a line. */
function scaffold(node: Node, indent: string, lineBreak: string): string {
  const params = "params" in node ? (node as FunctionNode).params : [];
  const names = params.map(parameterName).flatMap((param) => (param === undefined ? [] : [param.name]));
  if (names.length === 0) return `/**  */${lineBreak}${indent}`;
  return ["/**", " * ", ...names.map((name) => ` * @param ${name} `), " */"].join(lineBreak + indent) +
    lineBreak +
    indent;
}

function check(siblings: Siblings, file: FileView<Options>): void {
  const { text, facts, options: { of, from }, isBroken, alert } = file;
  const holder = siblings.node.parent?.parent as JavaScriptNode | undefined;
  if (of === "exported" && siblings.node.type === "ClassBody" && !/^Export/.test(holder?.type ?? "")) return;
  let end = siblings.before === null ? siblings.node.start : siblings.before.end;
  for (const child of siblings.children) {
    const whole = text.slice(Math.max(end, child.start - furthest), child.start);
    // What stands on the line of the one before speaks of that.
    const gap = end === 0 ? whole : whole.replace(/^[^\n\r]*(?=[\n\r])/, "");
    end = child.end;
    const found = documented(child, of);
    if (found === undefined || /\*\/\s*$|\/\/[^\n\r]*\s*$/.test(gap) || isBroken(found)) continue;
    const isClass = found.type === "ClassDeclaration";
    if (!isClass && ((found as FunctionNode).body === null || facts.codeLines(text, found.start, found.end) < from)) {
      continue;
    }
    const what = isClass ? "class" : child.type === "MethodDefinition" ? "method" : "function";
    const whose = child.type === "MethodDefinition" || !/^Export/.test(child.type)
      ? ""
      : ", which other files can take,";
    alert(facts.labelOf(found, text), {
      message: `This ${what}${whose} has no comment: say what it is for`,
      remedies() {
        const { start } = child;
        const indent = /[ \t]*$/.exec(text.slice(Math.max(0, start - 200), start))![0];
        return [
          {
            title: "Begin a comment",
            certainty: "proposed",
            byHand: true,
            edits: [{ from: start, to: start, insert: scaffold(found, indent, lineBreakOf(text)) }],
          },
        ];
      },
    });
  }
}

export const missing = defineRule({
  id: "docs.missing",
  title: "Something for others that has no comment",
  why: "Who uses a function or a class from another file sees its comment, and not its code. What a comment says is looked at by `docs.parameters-differ` and `docs.undocumented-throw`; any comment right before it counts here.",
  level: "hint",
  kits: [],
  byTaste: true,
  options,
  examples: {
    alerts: [
      {
        code: "export function «moor»(pier, rope) {\n  return pier + rope;\n}\n",
        after: "/**\n * \n * @param pier \n * @param rope \n */\nexport function moor(pier, rope) {\n  return pier + rope;\n}\n",
      },
      {
        code: "/** A quay. */\nexport class Quay {\n  «moor»() {\n    return 1;\n  }\n\n  #tie() {}\n}\n",
        after: "/** A quay. */\nexport class Quay {\n  /**  */\n  moor() {\n    return 1;\n  }\n\n  #tie() {}\n}\n",
      },
      {
        code: "import { tie } from \"./tie.js\"; // ropes\nexport function «moor»() {\n  tie();\n}\n",
        after: "import { tie } from \"./tie.js\"; // ropes\n/**  */\nexport function moor() {\n  tie();\n}\n",
      },
      { code: "export default () «=>» 1;\n" },
      { code: "function «moor»() {}\nexport const «tie» = () => moor();\n", options: { of: "all" } },
    ],
    quiet: [
      {
        code: "/** Moors. */\nexport function moor() {}\nfunction tie() {}\n\n// Leaves.\nexport const leave = () => tie();\n",
      },
      { code: "export const fares = [1, 2];\n" },
      { code: "export const tie = () => 1;\n", options: { from: 3 } },
      {
        code: "/** A quay. */\nexport class Quay extends Pier {\n  /** How full it is. */\n  get full() {\n    return 1;\n  }\n  set full(next) {}\n  constructor() {\n    super();\n  }\n  override moor() {}\n  private tie() {}\n}\n",
        languageId: "typescript",
      },
    ],
  },
  siblings: { Program: check, ClassBody: check },
});
