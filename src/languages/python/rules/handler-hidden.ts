import type { Node } from "../../../syntax/node.js";
import type { Name, Tuple } from "../nodes.js";
import { defineRule } from "../rule.js";

/** For some built-in errors the ones they are kinds of, up to `Exception`. Python Library Reference, "Exception hierarchy". */
const parents: Readonly<Record<string, string>> = {
  Exception: "BaseException",
  KeyboardInterrupt: "BaseException",
  SystemExit: "BaseException",
  GeneratorExit: "BaseException",
  ArithmeticError: "Exception",
  ZeroDivisionError: "ArithmeticError",
  OverflowError: "ArithmeticError",
  FloatingPointError: "ArithmeticError",
  LookupError: "Exception",
  KeyError: "LookupError",
  IndexError: "LookupError",
  OSError: "Exception",
  FileNotFoundError: "OSError",
  FileExistsError: "OSError",
  PermissionError: "OSError",
  ConnectionError: "OSError",
  ConnectionResetError: "ConnectionError",
  ConnectionRefusedError: "ConnectionError",
  BrokenPipeError: "ConnectionError",
  TimeoutError: "OSError",
  IsADirectoryError: "OSError",
  NotADirectoryError: "OSError",
  ImportError: "Exception",
  ModuleNotFoundError: "ImportError",
  RuntimeError: "Exception",
  NotImplementedError: "RuntimeError",
  RecursionError: "RuntimeError",
  ValueError: "Exception",
  UnicodeError: "ValueError",
  UnicodeDecodeError: "UnicodeError",
  UnicodeEncodeError: "UnicodeError",
  TypeError: "Exception",
  AttributeError: "Exception",
  NameError: "Exception",
  UnboundLocalError: "NameError",
  AssertionError: "Exception",
  EOFError: "Exception",
  StopIteration: "Exception",
  SyntaxError: "Exception",
  IndentationError: "SyntaxError",
};

const namesOf = (kind: Node | null): string[] => kind === null
  ? []
  : (kind.type === "Tuple" ? (kind as Tuple).elts : [kind]).flatMap(
    (one) => (one.type === "Name" ? [(one as Name).id] : []),
  );

/** The names of a kind of error and of all it is a kind of. */
function* kindsOf(name: string): Generator<string> {
  for (let one: string | undefined = name; one !== undefined; one = parents[one]) yield one;
}

export const handlerHidden = defineRule({
  id: "flow.handler-hidden",
  title: "An `except` that an earlier one leaves nothing to do",
  why: "The first `except` that fits takes the error. Where one for a wider kind stands before one for a narrower kind, the second is never reached. The narrower one belongs before.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "try:\n    sail()\nexcept Exception:\n    wait()\nexcept «ValueError»:\n    moor()\n" },
      {
        code:
          "try:\n    sail()\nexcept (OSError, KeyError):\n    wait()\nexcept «TimeoutError» as late:\n    moor(late)\n",
      },
    ],
    quiet: [
      { code: "try:\n    sail()\nexcept ValueError:\n    moor()\nexcept Exception:\n    wait()\n" },
      { code: "try:\n    sail()\nexcept Storm:\n    moor()\nexcept OSError:\n    wait()\n" },
    ],
  },
  visit: {
    Try(node, { alert, isBroken, isKnown, facts }) {
      if (isBroken(node)) return;
      const taken = new Map<string, Node>();
      for (const { kind } of node.handlers) {
        const isOwn = (one: Node): boolean => facts.bindingOf(one) !== undefined;
        const all = kind === null ? [] : kind.type === "Tuple" ? (kind as Tuple).elts : [kind];
        const hiding = all.map((one) => {
          if (one.type !== "Name" || isOwn(one) || !isKnown((one as Name).id)) return undefined;
          for (const name of kindsOf((one as Name).id)) if (taken.has(name)) return [name, taken.get(name)!] as const;
          return undefined;
        });
        if (kind !== null && hiding.length > 0 && hiding.every((one) => one !== undefined)) {
          const [name, at] = hiding[0]!;
          alert(kind, {
            message:
              `This is never reached: the \`except\` before takes every \`${name}\`, and this is one; put it before`,
            related: [{ at, message: "This takes it" }],
          });
        }
        if (kind !== null) for (const name of namesOf(kind)) if (!taken.has(name)) taken.set(name, kind);
      }
    },
  },
});
