import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { ClassBody, Identifier, JavaScriptNode, MethodDefinition } from "../../nodes/index.js";
import { memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** Functions that call what they are given without an object before it, and where it stands among their arguments. */
const takers: Readonly<Record<string, number>> = {
  addEventListener: 1,
  setTimeout: 0,
  setInterval: 0,
  setImmediate: 0,
  requestAnimationFrame: 0,
  queueMicrotask: 0,
  nextTick: 0,
  then: 0,
  catch: 0,
  finally: 0,
};
/** Methods of lists, which can be told what `this` is behind the function. */
const listMethods = new Set(["map", "filter", "forEach", "some", "every", "find", "findIndex", "flatMap"]);

/** Longer classes are not looked through at each key. */
const longest = 60_000;

/** A member of `this` that may be an argument: classes without one need not be walked through. */
const argumentOfThis = /\bthis\s*(?:\?\.|[.[])\s*[^\s,()[\]{};.=]+\s*[,)/]/;

/** Whether a method works with what `this` is when it is called. */
function usesThis({ value }: MethodDefinition): boolean {
  let found = false;
  if (value.body === null) return false;
  walk(value.body, (node) => {
    if (node.type === "ThisExpression" || node.type === "Super") found = true;
    return !found && !/^Function(?:Declaration|Expression)$|^Class/.test(node.type);
  });
  return found;
}

/** The members of `this` that a class gives a value of its own, as a method that is bound. */
function assignedIn(body: ClassBody): Set<string> {
  const assigned = new Set<string>();
  for (const member of body.body) {
    if (member.type === "PropertyDefinition" && member.key.type === "Identifier") assigned.add(member.key.name);
  }
  walk(body, (node) => {
    const one = node as JavaScriptNode;
    const target = one.type === "AssignmentExpression" ? (one.left as JavaScriptNode) : undefined;
    if (target?.type === "MemberExpression" && target.object.type === "ThisExpression") {
      const name = memberName(target);
      if (name !== undefined) assigned.add(name);
    }
  });
  return assigned;
}

/** Whether a call hands an argument to somebody who will call it by itself. */
function handsOver(call: JavaScriptNode, argument: Node): boolean {
  if (call.type !== "CallExpression") return false;
  const name = call.callee.type === "Identifier" ? call.callee.name : memberName(call.callee);
  const index = call.arguments.findIndex((one) => one === argument);
  if (name === undefined || index < 0) return false;
  if (listMethods.has(name)) {
    return call.callee.type === "MemberExpression" && index === 0 && call.arguments.length === 1;
  }
  return name === "then" ? index <= 1 : Object.hasOwn(takers, name) && takers[name] === index;
}

export const detachedMethod = defineRule({
  id: "calls.detached-method",
  title: "A method that is handed over without its object",
  why: "Who is given `this.moor` calls it without an object, so that `this` is something else, or nothing, in it. `bind`, or an arrow function around the call, keeps the object.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export class Quay {\n  open(door) {\n    door.addEventListener(\"click\", «this.moor»);\n  }\n  moor() {\n    this.count += 1;\n  }\n}\n",
        after: "export class Quay {\n  open(door) {\n    door.addEventListener(\"click\", this.moor.bind(this));\n  }\n  moor() {\n    this.count += 1;\n  }\n}\n",
      },
      {
        code: "export class Quay {\n  wait() {\n    setTimeout(«this.moor», 100);\n    return ferries.map(«this.moor»);\n  }\n  moor(ferry) {\n    return this.tie(ferry);\n  }\n}\n",
      },
    ],
    quiet: [
      {
        code: "export class Quay {\n  wait() {\n    setTimeout(() => this.moor(), 100);\n  }\n  moor() {\n    this.count += 1;\n  }\n}\n",
      },
      {
        code: "export class Quay {\n  constructor() {\n    this.moor = this.moor.bind(this);\n  }\n  wait() {\n    setTimeout(this.moor, 100);\n  }\n  moor() {\n    this.count += 1;\n  }\n}\n",
      },
      {
        code: "export class Quay {\n  wait() {\n    setTimeout(this.moor, 100);\n  }\n  moor() {\n    tie();\n  }\n}\n",
      },
      {
        code: "export class Quay {\n  wait() {\n    setTimeout(this.moor, 100);\n  }\n  moor = () => {\n    this.count += 1;\n  };\n}\n",
      },
      {
        code: "export class Quay {\n  all(ferries) {\n    return ferries.map(this.moor, this);\n  }\n  moor(ferry) {\n    return this.tie(ferry);\n  }\n}\n",
      },
    ],
  },
  visit: {
    ClassBody(body, { text, isBroken, alert }) {
      if (body.length > longest || !argumentOfThis.test(text.slice(body.start, body.end))) return;
      const methods = new Map<string, MethodDefinition>();
      for (const member of body.body) {
        if (member.type !== "MethodDefinition" || member.kind !== "method" || member.static || member.computed) {
          continue;
        }
        if (member.decorators.length === 0 && member.key.type === "Identifier") methods.set(member.key.name, member);
      }
      if (methods.size === 0) return;
      const handed: { readonly node: Node; readonly name: string }[] = [];
      walk(body, (node) => {
        const one = node as JavaScriptNode;
        if (node !== body && /^Class/.test(one.type)) return false;
        if (one.type !== "MemberExpression" || one.object.type !== "ThisExpression") return true;
        const name = memberName(one);
        if (name !== undefined && methods.has(name) && handsOver(one.parent as JavaScriptNode, one)) {
          handed.push({ node: one, name });
        }
        return true;
      });
      if (handed.length === 0) return;
      const assigned = assignedIn(body);
      for (const { node, name } of handed) {
        const method = methods.get(name)!;
        if (assigned.has(name) || !usesThis(method) || isBroken(node)) continue;
        alert(node, {
          message: `\`${name}\` is handed over without its object, and \`this\` is another in it: bind it, or call it in an arrow function`,
          related: [{ at: method.key as Identifier, message: "It uses `this`" }],
          remedies: () => [
            {
              title: "Bind it",
              certainty: "proposed",
              edits: [{ from: node.end, to: node.end, insert: ".bind(this)" }],
            },
            {
              title: "Call it in an arrow function",
              certainty: "proposed",
              edits: [
                { from: node.start, to: node.start, insert: "(...given) => " },
                { from: node.end, to: node.end, insert: "(...given)" },
              ],
            },
          ],
        });
      }
    },
  },
});
