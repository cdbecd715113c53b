import type { ClassBody, ExportNamedDeclaration, Identifier, Literal, Pattern, PrivateIdentifier, Program } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { defineRule } from "../rule.js";

/** A name that a module gives to others, or a class to itself, where it stands. */
interface Given {
  readonly name: string;
  readonly node: Node;
}

/** What an export declaration exports. */
function* exportedBy(item: ExportNamedDeclaration): Generator<Given> {
  for (const { exported } of item.specifiers) yield { name: exported.type === "Literal" ? String(exported.value) : exported.name, node: exported };
  const { declaration } = item;
  if (declaration === null) return;
  if (declaration.type === "VariableDeclaration") for (const { id } of declaration.declarations) yield* namesIn(id);
  else if ((declaration.type === "FunctionDeclaration" && declaration.body !== null) || declaration.type === "ClassDeclaration") {
    if (declaration.id?.type === "Identifier") yield { name: declaration.id.name, node: declaration.id };
  }
}

function namesIn(pattern: Pattern): Given[] {
  const found: Given[] = [];
  walk(pattern, (node) => {
    const up = node.parent as { type: string; left?: Node; key?: Node; value?: Node; target?: Node } | null;
    const counts = node === pattern || (up?.type === "AssignmentPattern" ? up.left === node : up?.type === "Property" ? up.value === node : up?.type === "AnnotatedPattern" ? up.target === node : true);
    if (counts && node.type === "Identifier") found.push({ name: (node as Identifier).name, node });
    return counts;
  });
  return found;
}

/** Names exported more than once. Types may share a name with a value, so TypeScript's own declarations are not looked at. */
function* repeatedExports(program: Program): Generator<{ again: Given; first: Given }> {
  const seen = new Map<string, Given>();
  for (const item of program.body) {
    const given =
      item.type === "ExportNamedDeclaration" ? [...exportedBy(item)]
      : item.type === "ExportDefaultDeclaration" && item.declaration.type !== "InterfaceDeclaration" && !(item.declaration.type === "FunctionDeclaration" && item.declaration.body === null) ? [{ name: "default", node: item as Node }]
      : item.type === "ExportAllDeclaration" && item.exported !== null ? [{ name: textOf(item.exported), node: item.exported as Node }]
      : [];
    for (const again of given) {
      const first = seen.get(again.name);
      if (first === undefined) seen.set(again.name, again);
      else yield { again, first };
    }
  }
}

const textOf = (name: Identifier | Literal): string => (name.type === "Literal" ? String(name.value) : name.name);

/** Private members declared more than once; a getter and a setter make one member. */
function* repeatedPrivates(body: ClassBody): Generator<{ again: PrivateIdentifier; first: PrivateIdentifier }> {
  const seen = new Map<string, { node: PrivateIdentifier; kind: string; static: boolean }>();
  for (const member of body.body) {
    if ((member.type !== "MethodDefinition" && member.type !== "PropertyDefinition") || member.key.type !== "PrivateIdentifier") continue;
    if (member.type === "MethodDefinition" && member.value.body === null) continue;
    const node = member.key;
    const kind = member.type === "MethodDefinition" ? member.kind : "field";
    const first = seen.get(node.name);
    const pair = first !== undefined && first.static === member.static && ((first.kind === "get" && kind === "set") || (first.kind === "set" && kind === "get"));
    if (first !== undefined && !pair) yield { again: node, first: first.node };
    else seen.set(node.name, { node, kind: pair ? "both" : kind, static: member.static });
  }
}

export const repeatedDeclaration = defineRule({
  id: "syntax.repeated-declaration",
  title: "A name declared twice where only one declaration is allowed",
  why: "A `let`, `const`, `class` or import shares its scope with no other declaration of the same name. The program does not start as long as two of them clash.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "const tide = 1;\nlet «tide» = 2;\n" },
      { code: "function sail(ferry) {\n  const «ferry» = 1;\n}\n" },
      { code: "import { berth } from \"./berth.js\";\nfunction «berth»() {}\n" },
      { code: "let pier;\n{\n  var «pier»;\n}\n" },
      { code: "export const tide = 1;\nconst high = 2;\nexport { high as «tide» };\n" },
      { code: "class Ferry {\n  #seats = 40;\n  «#seats»() {}\n}\n" },
    ],
    quiet: [
      { code: "var tide = 1;\nvar tide = 2;\n" },
      { code: "const tide = 1;\n{\n  const tide = 2;\n}\n" },
      { code: "try { sail(); } catch (problem) { var problem; }\n" },
      { code: "class Ferry {\n  get #seats() { return 1; }\n  set #seats(count) {}\n}\n" },
      { code: "const sail = function sail() { const sail = 1; return sail; };\n" },
    ],
  },
  visit: {
    ClassBody(body, { alert }) {
      for (const { again, first } of repeatedPrivates(body)) {
        alert(again, { message: `\`#${again.name}\` is declared a second time in this class`, related: [{ from: first.start, to: first.end, message: `\`#${again.name}\` is declared here` }] });
      }
    },
  },
  file({ names, root, alert }) {
    for (const { again, first } of root.type === "Program" ? repeatedExports(root as Program) : []) {
      alert(again.node, { message: `\`${again.name}\` is exported a second time from this module`, related: [{ from: first.node.start, to: first.node.end, message: `\`${again.name}\` is exported here` }] });
    }
    for (const { name, node, earlier } of names.clashes) {
      alert(node, {
        message: `\`${name}\` is declared a second time in this scope: give one of them another name`,
        related: [{ from: earlier.start, to: earlier.end, message: `\`${name}\` is declared here` }],
      });
    }
  },
});
