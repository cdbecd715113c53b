/** Random values: those that can be guessed, and how to make others. */
import type { CodeEdits } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import { importingModule } from "../links/importing.js";
import type { Attribute, Call, Name } from "../nodes.js";

/** The functions of `random` that give a value, with the one of `secrets` that does the same with as many arguments. */
const functions: Readonly<Record<string, readonly [name: string, given: number] | null>> = {
  choice: ["choice", 1],
  getrandbits: ["randbits", 1],
  randrange: ["randbelow", 1],
  random: null,
  randint: null,
  choices: null,
  sample: null,
  uniform: null,
  randbytes: ["token_bytes", 1],
};

function calledOf(call: Node): Attribute | undefined {
  const func = call.type === "Call" ? (call as Call).func : undefined;
  if (func?.type !== "Attribute") return undefined;
  const { value, attr } = func as Attribute;
  return value.type === "Name" && (value as Name).id === "random" && attr in functions ? func as Attribute : undefined;
}

/** A value of the module `random`. */
export const isGuessable = (call: Node): boolean => calledOf(call) !== undefined;

export function rootOf(node: Node): Node {
  let root = node;
  while (root.parent !== null) root = root.parent;
  return root;
}

export const unguessable: CodeEdits["unguessable"] = (call, text) => {
  const func = calledOf(call);
  const [name, given] = (func && functions[func.attr]) ?? [];
  if (func === undefined || name === undefined || (call as Call).args.length !== given) return undefined;
  return {
    certainty: "proposed",
    edits: [
      ...importingModule(rootOf(call), text, "secrets"),
      { from: func.start, to: func.end, insert: `secrets.${name}` },
    ],
  };
};
