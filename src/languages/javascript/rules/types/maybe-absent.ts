import { alternatives } from "../../../../model/types/type.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { isValueUnused } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { isStrict } from "./strict.js";

/** What there may be in the place of a value that is needed, as the language calls it. */
function absentIn(needed: Node, file: FileView): string | undefined {
  const { types } = file;
  const all = alternatives(types.of(needed));
  const gone = all.filter(types.system.isAbsent);
  if (gone.length === 0 || all.length === gone.length || !isStrict(file) || types.isSilenced(needed)) return undefined;
  return gone.map((one) => `\`${types.write(one)}\``).join(" or ");
}

/** Whether a chain that ends where there is no value can stand at a node. */
function canEnd(node: JavaScriptNode): boolean {
  const up = node.parent as JavaScriptNode;
  if (up.type === "AssignmentExpression") return up.right === node;
  return !/^(?:UpdateExpression|UnaryExpression|TaggedTemplateExpression|NewExpression|For(?:In|Of)Statement|RestElement|ArrayPattern|Property)$/.test(
    up.type,
  ) ||
    isValueUnused(node);
}

export const maybeAbsent = defineRule({
  id: "types.maybe-absent",
  title: "Use of a value that may not be there",
  why: "The type of the value says that there may be none, and nothing before asks for that. Where there is none, reading something of it fails.",
  level: "warning",
  kits: ["typed"],
  examples: {
    alerts: [
      {
        code: "interface Berth {\n  pier: string;\n  note?: string;\n}\nfunction show(berth: Berth | undefined) {\n  return «berth».pier;\n}\nfunction length(berth: Berth) {\n  return «berth.note».length;\n}\n",
        after: "interface Berth {\n  pier: string;\n  note?: string;\n}\nfunction show(berth: Berth | undefined) {\n  return berth?.pier;\n}\nfunction length(berth: Berth) {\n  return berth.note?.length;\n}\n",
        languageId: "typescript",
      },
      {
        code: "function first(tides: number[], call?: () => void) {\n  «call»();\n  return «tides.find((tide) => tide > 3)».toFixed(1);\n}\n",
        after: "function first(tides: number[], call?: () => void) {\n  call?.();\n  return tides.find((tide) => tide > 3)?.toFixed(1);\n}\n",
        languageId: "typescript",
      },
      {
        code: "/** @param {string | null} note */\nfunction size(note) {\n  return «note».length;\n}\n",
        after: "/** @param {string | null} note */\nfunction size(note) {\n  return note?.length;\n}\n",
      },
    ],
    quiet: [
      {
        code: "function show(berth?: Berth, note?: string) {\n  if (berth === undefined) return note?.length;\n  return berth.pier + note!.length;\n}\ninterface Berth {\n  pier: string;\n}\n",
        languageId: "typescript",
      },
      {
        code: "function show(note: string | undefined) {\n  note ??= \"\";\n  return note.length;\n}\nlet late: string | undefined;\nfunction set() {\n  late = \"3\";\n  return late.length;\n}\n",
        languageId: "typescript",
      },
    ],
  },
  visit: {
    MemberExpression(node, file) {
      if (node.optional || node.object.type === "Super" || file.isBroken(node)) return;
      const gone = absentIn(node.object, file);
      if (gone === undefined) return;
      const { object, computed } = node;
      const what = file.text.slice(object.start, object.end);
      file.alert(object, {
        message: `${short(what)} may be ${gone} here, and something of it is read without asking`,
        remedies: () => (
          canEnd(node)
            ? [{
              title: "Read it only where it is there",
              certainty: "proposed",
              edits: [{ from: object.end, to: computed ? object.end : node.property.start, insert: "?." }],
            }]
            : []
        ),
      });
    },
    CallExpression(node, file) {
      const { callee, optional } = node;
      if (optional || callee.type === "Super" || file.isBroken(node)) return;
      const gone = absentIn(callee, file);
      if (gone === undefined) return;
      file.alert(callee, {
        message:
          `${short(file.text.slice(callee.start, callee.end))} may be ${gone} here, and is called without asking`,
        remedies: () => [{
          title: "Call it only where it is there",
          certainty: "proposed",
          edits: [{ from: callee.end, to: callee.end, insert: "?." }],
        }],
      });
    },
  },
});

/** A piece of code as it is told of. */
const short = (code: string): string => (code.length <= 40 && !code.includes("\n") ? `\`${code}\`` : "This");
