import { nearest } from "../../../../model/spelling.js";
import { misfitOf, type Misfit } from "../../../../model/types/fit.js";
import { alternatives, isSame, union, unknown, type Type } from "../../../../model/types/type.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { keyName } from "../../types/lower.js";
import { absent } from "../../types/system.js";
import { recordWanted, whereGiven } from "./given.js";
import { systemOf } from "./strict.js";

/** So many members that are missing are named. */
const mostNamed = 3;

/** `at` is where the type that is wanted is declared, if somewhere else in the file. */
function check(value: JavaScriptNode, wanted: Type, file: FileView, at?: Node): void {
  // In JavaScript a comment may say what stands in parentheses.
  if (value.parenthesized && !file.typed) return checkWhole(value, wanted, file, at);
  switch (value.type) {
    case "ConditionalExpression":
      // What may be anything is so as a whole.
      if ([value.consequent, value.alternate].some(isAnything)) return;
      check(value.consequent as JavaScriptNode, wanted, file, at);
      check(value.alternate as JavaScriptNode, wanted, file, at);
      return;
    case "LogicalExpression":
      if (value.operator === "&&") return check(value.right as JavaScriptNode, wanted, file, at);
      break;
    case "ObjectExpression": {
      const record = recordWanted(wanted, file);
      if (record !== undefined) return checkMembers(value, record, file);
      break;
    }
    case "ArrayExpression":
      if (checkElements(value, wanted, file)) return;
      break;
    default:
  }
  checkWhole(value, wanted, file, at);
}

/** Whether somebody says of a value that it may be anything. */
function isAnything(node: Node): boolean {
  const one = node as JavaScriptNode;
  return one.type === "AsExpression" && one.annotation.type === "KeywordType" && one.annotation.name === "any";
}

function checkWhole(value: JavaScriptNode, wanted: Type, file: FileView, at?: Node): void {
  const misfit = misfitOf(file.types.of(value), wanted, systemOf(file));
  if (misfit !== undefined) tell(value, misfit, file, at);
}

/** Looks at the members of a record one by one, and for those that are not there. */
function checkMembers(
  value: Extract<JavaScriptNode, { type: "ObjectExpression" | "ObjectPattern" }>,
  wanted: Type,
  file: FileView,
): void {
  const given = new Set<string>();
  let isOpen = false;
  for (const property of value.properties) {
    const name = property.type === "Property" && !property.computed ? keyName(property.key) : undefined;
    if (property.type !== "Property" || name === undefined) {
      isOpen = true;
      continue;
    }
    given.add(name);
    const member = property.kind === "init" ? file.types.member(wanted, name) : undefined;
    if (member === undefined || "lacking" in member) continue;
    const type = member.optional ? union([member.type, absent.undefined]) : member.type;
    check(property.value as JavaScriptNode, type, file, member.at);
  }
  // In JavaScript members are often put into what is empty at first.
  isOpen ||= !file.typed && value.properties.length === 0;
  const missing = isOpen ? [] : missingIn(given, wanted, file);
  if (missing.length === 0 || file.types.isSilenced(value)) return;
  const names = missing.slice(0, mostNamed).map(({ name }) => `\`${name}\``);
  const more = missing.length - names.length;
  if (more > 0) names.push(`${more} more`);
  const last = names.pop()!;
  const what = names.length === 0 ? `${last} is` : `${names.join(", ")} and ${last} are`;
  file.alert({ headOf: value, length: 1 }, {
    message: `${what} missing here: \`${file.types.write(wanted)}\` needs ${names.length === 0 ? "it" : "them"}`,
    related: missing
      .slice(0, mostNamed)
      .flatMap(({ at }) => (at === undefined ? [] : [{ at, message: "It is declared here" }])),
  });
}

function missingIn(
  given: ReadonlySet<string>,
  wanted: Type,
  { types }: FileView,
): { name: string; at?: Node | undefined }[] {
  const members = types.system.membersOf(wanted);
  if (members === undefined || members.isOpen) return [];
  return [...members.members].flatMap(
    ([name, { optional, at }]) => (optional || given.has(name) ? [] : [{ name, at }]),
  );
}

/** Looks at the elements of a list one by one. Tells whether the list as a whole need not be looked at. */
function checkElements(
  { elements }: Extract<JavaScriptNode, { type: "ArrayExpression" | "ArrayPattern" }>,
  wanted: Type,
  file: FileView,
): boolean {
  const lists = alternatives(wanted).filter((one) => one.is === "list" || one.is === "fixed");
  const [only, second] = lists;
  if (only === undefined || second !== undefined) return false;
  let count: number | undefined = 0;
  for (const element of elements as readonly (JavaScriptNode | null)[]) {
    if (element === null) return true;
    if (element.type === "SpreadElement") count = undefined;
    else if (count !== undefined) {
      const to = only.is === "list" ? only.element : (only.elements[count]?.type ?? only.rest ?? unknown);
      check(element, to, file);
      count += 1;
    }
  }
  // How many there are is told by another rule.
  return true;
}

function tell(value: JavaScriptNode, misfit: Misfit, file: FileView, at: Node | undefined): void {
  if (file.types.isSilenced(value)) return;
  file.alert(value, {
    message: messageOf(misfit, file.types.of(value), file),
    related: at === undefined ? [] : [{ at, message: "Its type is declared here" }],
    remedies: () => remediesFor(value, misfit, file),
  });
}

/** `given` is the type of the whole value, of which `found` is what does not fit. */
function messageOf({ path, found, wanted, missing, count }: Misfit, given: Type, { types }: FileView): string {
  const way = path.join("").replace(/^\./, "");
  const to = types.write(wanted);
  if (missing !== undefined) {
    return way === ""
      ? `\`${types.write(found)}\` stands here, which has no \`${missing}\`: \`${to}\` needs it`
      : `\`${way}\` has no \`${missing}\` here: \`${to}\` needs it`;
  }
  if (count !== undefined && found.is === "function") {
    return `A function that needs ${count.found} arguments stands here, where it is given ${count.wanted}`;
  }
  if (count !== undefined) return `${count.found} elements stand here, where \`${to}\` has ${count.wanted}`;
  const from = types.write(found);
  if (way !== "") return `\`${way}\` is \`${from}\` here, where \`${to}\` is wanted`;
  if (types.system.isAbsent(found) && !isSame(found, given)) {
    return `This may be \`${from}\`, where \`${to}\` is wanted`;
  }
  return `\`${from}\` stands here, where \`${to}\` is wanted`;
}

function remediesFor(value: JavaScriptNode, { path, found, wanted }: Misfit, { types, text }: FileView): RemedyOffer[] {
  if (path.length > 0) return [];
  const { start: from, end: to } = value;
  const source = text.slice(from, to);
  const offer = (title: string, insert: string): RemedyOffer => ({
    title,
    certainty: "proposed",
    edits: [{ from, to, insert }],
  });
  const texts = alternatives(wanted).flatMap(
    (one) => (one.is === "literal" && typeof one.value === "string" ? [one.value] : []),
  );
  if (value.type === "Literal" && value.isString && texts.length > 0) {
    const quote = source[0]!;
    return nearest(String(value.value), texts).map((name) => offer(
      `Change to \`${quote}${name}${quote}\``,
      `${quote}${name}${quote}`,
    ));
  }
  const isWanted = (name: string): boolean =>
    alternatives(wanted).some((one) => one.is === "basic" && one.name === name);
  const kind = found.is === "literal" ? found.of : found.is === "basic" ? found.name : found.is;
  if (isWanted("string")) {
    if (kind === "number" && value.type === "Literal") return [offer("Put it in quotes", `"${source}"`)];
    if (kind === "number" || kind === "boolean") return [offer("Make a text of it", `String(${source})`)];
    const isTexts = found.is === "list" && types.write(found.element) === "string";
    const isSimple = value.type === "Identifier" ||
      value.type === "MemberExpression" ||
      value.type === "CallExpression";
    if (isTexts) {
      return [
        offer(
          "Join its elements",
          `${isSimple || value.type === "ArrayExpression" ? source : `(${source})`}.join(", ")`,
        ),
      ];
    }
  }
  if (isWanted("number") && kind === "string") {
    const isNumber = value.type === "Literal" && /^["'](?:0|[1-9]\d*)(?:\.\d+)?["']$/.test(source);
    return [
      isNumber
        ? offer("Take it out of the quotes", source.slice(1, -1))
        : offer("Make a number of it", `Number(${source})`),
    ];
  }
  return [];
}

export const mismatch = defineRule({
  id: "types.mismatch",
  title: "Value of another type than is wanted",
  why: "What is given to a name, a member or a function is of another type than that says it takes. Where the value is used it is read as something that it is not.",
  level: "error",
  kits: ["typed"],
  examples: {
    alerts: [
      {
        code: "const fare: number = «\"210\"»;\nlet note: string = «210»;\n",
        after: "const fare: number = 210;\nlet note: string = \"210\";\n",
        languageId: "typescript",
      },
      {
        code: "function sail(pier: string, seats: number): string {\n  return «seats»;\n}\nsail(«3», 4);\n",
        after: "function sail(pier: string, seats: number): string {\n  return String(seats);\n}\nsail(\"3\", 4);\n",
        languageId: "typescript",
      },
      {
        code: "interface Berth {\n  pier: string;\n  seats: number;\n  note?: string;\n}\nconst first: Berth = «{» pier: \"North\" };\nconst all: Berth[] = [{ pier: «3», seats: 4 }];\n",
        languageId: "typescript",
      },
      {
        code: "type State = \"open\" | \"closed\";\nlet state: State = «\"opne\"»;\n",
        after: "type State = \"open\" | \"closed\";\nlet state: State = \"open\";\n",
        languageId: "typescript",
      },
      {
        code: "/**\n * @param {string} pier\n * @param {number} seats\n * @returns {string}\n */\nfunction label(pier, seats) {\n  return «seats»;\n}\nlabel(«3», 4);\n",
        after: "/**\n * @param {string} pier\n * @param {number} seats\n * @returns {string}\n */\nfunction label(pier, seats) {\n  return String(seats);\n}\nlabel(\"3\", 4);\n",
      },
      {
        code: "/** @type {string[]} */\nconst piers = [\"North\", «3»];\nclass Board {\n  /** @type {string} */\n  shown = \"\";\n  show() {\n    this.shown = «piers»;\n  }\n}\n",
        after: "/** @type {string[]} */\nconst piers = [\"North\", \"3\"];\nclass Board {\n  /** @type {string} */\n  shown = \"\";\n  show() {\n    this.shown = piers.join(\", \");\n  }\n}\n",
      },
    ],
    quiet: [
      {
        code: "const fare: number = 210;\nlet note: string | undefined;\nnote = \"3\";\nlet other: string = note;\nconst any: any = 3;\nlet text: string = any;\n",
        languageId: "typescript",
      },
      {
        code: "function fare(child: string | number): string {\n  if (typeof child === \"string\") return child;\n  return String(child);\n}\n",
        languageId: "typescript",
      },
      {
        code: "interface Named {\n  name: string;\n}\nclass Ferry {\n  constructor(public name: string, readonly seats = 3) {}\n}\nconst first: Named = new Ferry(\"Tern\");\nlet all: readonly Named[] = [first, { name: \"Gull\" }];\nall = [];\n",
        languageId: "typescript",
      },
      { code: "const seats = 3;\nfunction label(seats) {\n  return seats;\n}\nlabel(\"3\");\n" },
      {
        code: "/** @param {?string} [note] */\nfunction show(note) {\n  return note;\n}\nshow();\nshow(null);\nshow(\"3\");\n",
      },
    ],
  },
  visit: whereGiven(({ value, wanted, at }, file) => check(value, wanted, file, at)),
});
