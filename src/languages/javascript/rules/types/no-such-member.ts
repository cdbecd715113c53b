import { nearest } from "../../../../model/spelling.js";
import { alternatives, union, unknown, without, type Type } from "../../../../model/types/type.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode, MemberExpression } from "../../nodes/index.js";
import { memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { keyName } from "../../types/lower.js";
import { recordWanted, whereGiven } from "./given.js";

function tell(key: Node, name: string, type: Type, file: FileView): void {
  const { types } = file;
  const [near] = nearest(name, types.memberNames(type));
  // What the language brings along may have members that are not known here.
  if ((near === undefined && types.isBroughtAlong(type)) || types.isSilenced(key)) return;
  const meant = near === undefined ? "" : `: do you mean \`${near}\`?`;
  file.alert(key, {
    message: `\`${types.write(type)}\` has no member \`${name}\`${meant}`,
    remedies: () => (near === undefined ? [] : [rename(key, near, file)]),
  });
}

function rename(key: Node, name: string, { text }: FileView): RemedyOffer {
  const { start: from, end: to } = key;
  const [quote] = /^["'`]/.exec(text.slice(from, to)) ?? [""];
  return {
    title: `Change to \`${name}\``,
    certainty: "proposed",
    edits: [{ from, to, insert: `${quote}${name}${quote}` }],
  };
}

/** Looks for members of a written record that what is wanted has not. */
function checkRecord(value: JavaScriptNode, wanted: Type, file: FileView): void {
  if (value.parenthesized && !file.typed) return;
  if (value.type === "ConditionalExpression") {
    checkRecord(value.consequent as JavaScriptNode, wanted, file);
    checkRecord(value.alternate as JavaScriptNode, wanted, file);
    return;
  }
  if (value.type === "ArrayExpression") {
    const { element } = (wanted.is === "list" ? wanted : {}) as { element?: Type };
    if (element !== undefined) {
      for (const one of value.elements) if (one !== null) checkRecord(one as JavaScriptNode, element, file);
    }
    return;
  }
  if (value.type !== "ObjectExpression") return;
  const record = recordWanted(wanted, file);
  if (record === undefined) return;
  for (const property of value.properties) {
    if (property.type !== "Property" || property.computed) continue;
    const name = keyName(property.key);
    const member = name === undefined ? undefined : file.types.member(record, name);
    if (member === undefined) continue;
    if ("lacking" in member) tell(property.key, name!, record, file);
    else checkRecord(property.value as JavaScriptNode, member.type, file);
  }
}

/** Whatever a test has told: what none of several types has, the one that is left has neither. */
function checkWidest({ object, property }: MemberExpression, name: string, file: FileView): void {
  const { types } = file;
  // Of members of what `this` is it is not followed what tests tell of their types.
  if (isOfThis(object)) return;
  const all = alternatives(without(types.widestOf(object), types.system.isAbsent));
  const lacking = all.filter((one) => {
    const found = types.member(one, name);
    return found !== undefined && "lacking" in found;
  });
  if (all.length > 0 && lacking.length === all.length) {
    tell(property, name, all.length === 1 ? all[0]! : union(all), file);
  }
}

function isOfThis(node: Node): boolean {
  const one = node as JavaScriptNode;
  if (one.type === "MemberExpression") return isOfThis(one.object);
  return one.type === "ThisExpression" || (one.type === "CallExpression" && isOfThis(one.callee));
}

export const noSuchMember = defineRule({
  id: "types.no-such-member",
  title: "Member that a type does not have",
  why: "The type of a value says which members it has, and this is none of them: reading it gives nothing, and giving it a value helps nobody. Most often its name is misspelt.",
  level: "error",
  kits: ["typed"],
  examples: {
    alerts: [
      {
        code: "interface Berth {\n  pier: string;\n  seats: number;\n}\nfunction show(berth: Berth) {\n  print(berth.«peir», berth.pier.«lenght»);\n}\nconst first: Berth = { pier: \"North\", «saets»: 3, seats: 4 };\n",
        after: "interface Berth {\n  pier: string;\n  seats: number;\n}\nfunction show(berth: Berth) {\n  print(berth.pier, berth.pier.length);\n}\nconst first: Berth = { pier: \"North\", seats: 3, seats: 4 };\n",
        languageId: "typescript",
      },
      {
        code: "class Ferry {\n  name = \"Tern\";\n  sail() {\n    return this.«nane»;\n  }\n}\nnew Ferry().«sial»();\n",
        after: "class Ferry {\n  name = \"Tern\";\n  sail() {\n    return this.name;\n  }\n}\nnew Ferry().sail();\n",
        languageId: "typescript",
      },
      {
        code: "/** @type {HTMLInputElement[]} */\nconst boxes = all();\nfor (const box of boxes) box.«cheked» = false;\nboxes[0].«vaule» = \"\";\n",
        after: "/** @type {HTMLInputElement[]} */\nconst boxes = all();\nfor (const box of boxes) box.checked = false;\nboxes[0].value = \"\";\n",
      },
      {
        code: "/**\n * @typedef {object} Berth\n * @property {string} pier\n * @property {number} [seats]\n */\n/** @param {Berth[]} berths */\nfunction seats(berths) {\n  return berths.map((berth) => berth.«saets»);\n}\n",
        after: "/**\n * @typedef {object} Berth\n * @property {string} pier\n * @property {number} [seats]\n */\n/** @param {Berth[]} berths */\nfunction seats(berths) {\n  return berths.map((berth) => berth.seats);\n}\n",
      },
    ],
    quiet: [
      {
        code: "interface Berth {\n  pier: string;\n  [more: string]: string;\n}\nfunction show(berth: Berth, other: Ferry) {\n  print(berth.peir, other.name, berth.toString());\n}\n",
        languageId: "typescript",
      },
      {
        code: "function show(berth: { pier: string } | { seats: number }) {\n  if (\"pier\" in berth) print(berth.pier);\n  else print(berth.seats);\n}\n",
        languageId: "typescript",
      },
      {
        code: "class Ferry {\n  constructor() {\n    this.name = \"Tern\";\n  }\n  sail() {\n    return this.nane;\n  }\n}\n",
      },
    ],
  },
  visit: {
    ...whereGiven(({ value, wanted }, file) => checkRecord(value, wanted, file)),
    MemberExpression(node, file) {
      const name = memberName(node);
      if (name === undefined || name === "" || node.object.type === "Super" || file.isBroken(node)) return;
      const { types } = file;
      const type = without(types.of(node.object), types.system.isAbsent);
      const found = types.member(type, name);
      if (found !== undefined && "lacking" in found) tell(node.property, name, found.lacking, file);
      else if (type === unknown) checkWidest(node, name, file);
    },
  },
});
