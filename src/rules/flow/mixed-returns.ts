import { defineRule } from "../rule.js";

export const mixedReturns = defineRule({
  id: "flow.mixed-returns",
  title: "A function that gives a value on some ways only",
  why: "A caller who counts on the value gets `undefined` when the function ends otherwise. Either the value is missing on that way, or the function should say in so many words that there is none.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code: "export function «fare»(kind) {\n  if (kind === \"adult\") return 420;\n  if (kind === \"child\") return 210;\n}\n",
      },
      { code: "export const «find» = (all) => {\n  for (const one of all) if (one) return one;\n};\n" },
      { code: "export function «fare»(kind) {\n  if (!kind) return;\n  return 420;\n}\n" },
    ],
    quiet: [
      { code: "export function fare(kind) {\n  if (kind) return 420;\n  throw new Error(\"no kind\");\n}\n" },
      { code: "export function sail(kind) {\n  if (kind) return;\n  go();\n}\nfunction go() {}\n" },
      { code: "export function fare(kind) {\n  if (kind) return undefined;\n  go();\n}\nfunction go() {}\n" },
      { code: "export function* turns(on) {\n  if (on) return 1;\n  yield 2;\n}\n" },
    ],
  },
  ends({ root, runsOff, returns }, { alert, text, typed, isBroken, shape, facts }) {
    const first = returns.find(({ hasValue, node }) => hasValue && !facts.givesNothing(node));
    if (first === undefined || shape("function", root)?.isGenerator !== false) return;
    const bare = returns.find(({ hasValue }) => !hasValue);
    if ((!runsOff && bare === undefined) || facts.mayGiveNothing(root, typed) || isBroken(root)) return;
    alert(facts.labelOf(root, text), {
      message: "This function gives a value on some ways and none on others: give one on each way, or on none",
      related: [
        { at: first.node, message: "Here it gives one" },
        ...(bare ? [{ at: bare.node, message: "Here it gives none" }] : []),
      ],
    });
  },
});
