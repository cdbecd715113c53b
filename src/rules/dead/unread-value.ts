import { eachWrite } from "../../model/flow-facts.js";
import { runsIntoNext } from "../flow/runs-into-next.js";
import { defineRule } from "../rule.js";

export const unreadValue = defineRule({
  id: "dead.unread-value",
  title: "A value that is never read",
  why: "The name gets another value, or goes out of use, before anybody reads this one. Either the assignment is left over, or the line that should read it is missing or reads another name.",
  level: "warning",
  kits: ["sound"],
  beside: [runsIntoNext],
  examples: {
    alerts: [
      {
        code: "export function fare(adults) {\n  let price = 0;\n  «price» = adults * 420;\n  price = 3;\n  return price;\n}\n",
        after: "export function fare(adults) {\n  let price = 0;\n  price = 3;\n  return price;\n}\n",
      },
      {
        code: "export function sail(pier) {\n  let berth = find(pier);\n  moor(berth);\n  «berth» = find(pier + 1);\n}\nfunction find() {}\nfunction moor() {}\n",
        after: "export function sail(pier) {\n  let berth = find(pier);\n  moor(berth);\n  find(pier + 1);\n}\nfunction find() {}\nfunction moor() {}\n",
      },
      { code: "export function count(all) {\n  let «sum» = all.length * 2;\n  sum = all.length;\n  return sum;\n}\n" },
      {
        code: "export function next(turn) {\n  const now = turn;\n  «turn»++;\n  return now;\n}\n",
        after: "export function next(turn) {\n  const now = turn;\n  return now;\n}\n",
      },
      {
        code:
          "def fare(adults):\n    price = adults * 4\n    print(price)\n    «price» = adults * 5\n    return adults\n",
        languageId: "python",
      },
    ],
    quiet: [
      { code: "export function fare(adults) {\n  let price = 0;\n  if (adults) price = 420;\n  return price;\n}\n" },
      {
        code: "export function pick(kind) {\n  let price = null;\n  if (kind) price = 1;\n  else price = 2;\n  return price;\n}\n",
      },
      {
        code: "export function count(all) {\n  let last = 0;\n  for (const one of all) {\n    if (one === last) return true;\n    last = one;\n  }\n  return false;\n}\n",
      },
      {
        code: "export function run(go) {\n  let step = 1;\n  try {\n    step = go();\n    step = go(step);\n  } catch {\n    return step;\n  }\n  return 0;\n}\n",
      },
      {
        code: "export function clear(go) {\n  let berth = go();\n  let pier = go(berth);\n  go(pier);\n  pier = berth = null;\n  return berth;\n}\n",
      },
      {
        code: "export function drain(go) {\n  let word = go();\n  let berth = go(word);\n  go(berth);\n  word = \"\";\n  berth = null;\n}\n",
      },
      {
        code: "export function write(buffer, words) {\n  let at = 0;\n  at += words.copy(buffer, at);\n  at += words.copy(buffer, at);\n}\n",
      },
      {
        code: "export function send(text, options, done) {\n  if (done === undefined) {\n    done = options;\n    options = {};\n  }\n  done(text);\n}\n",
      },
      {
        code: "export function turn(sail, angle) {\n  let course = sail.course;\n  course = angle > 0 ? sail.turn(angle) : sail.hold();\n  course = sail.add(angle, course);\n}\n",
      },
      {
        code: "export function refund(hours, fare) {\n  let part;\n  switch (hours) {\n    case 1:\n      part = fare / 2;\n    default:\n      part = fare;\n  }\n  return part;\n}\n",
        with: ["flow.runs-into-next"],
      },
      { code: "export function later(go) {\n  let turn = 1;\n  go(() => turn);\n  turn = 2;\n}\n" },
    ],
  },
  flow(flow, file) {
    if (flow.tracked.every(({ writes, declarations }) => writes === 0 && declarations.length === 1)) return;
    // Where a case runs into the next one that is the mistake, and told as that.
    const tellsOfCases = flow.runningOn.length > 0 && file.beside(runsIntoNext).isOn;
    const inRunning = new Set(
      tellsOfCases ? flow.runningOn.flatMap(({ block }) => block.steps.map(({ node }) => node)) : [],
    );
    eachWrite(flow, ({ node, binding, value, first }, isRead) => {
      // What is assigned to itself is another rule's.
      if (inRunning.has(node) || (value !== null && file.shape("name", value)?.name === binding.name)) return;
      if (file.facts.isForOrder(node, binding, value, first)) return;
      // A name that nothing reads at all is another rule's, and so is one that may not be assigned to.
      if (
        binding.kind === "fixed" ||
        isRead() ||
        !binding.references.some(({ access }) => access === "read") ||
        file.isHalfWritten(binding.name) ||
        file.isValueless()
      ) return;
      file.alert(node, {
        message: `The value that \`${binding.name}\` gets here is never read: use it, or leave it out`,
        labels: ["unnecessary"],
        remedies: () => file.edits.withoutWrite(node, file.text),
      });
    });
  },
});
