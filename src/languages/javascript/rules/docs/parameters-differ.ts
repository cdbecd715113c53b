import { nearest } from "../../../../model/spelling.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import { defineRule } from "../../rule.js";
import {
  whereDocumented,
  documentedParameters,
  parameterName,
  type DocumentedFunction,
  type Tag,
} from "./comment.js";

/** Renames what the comment calls a parameter. */
function renaming({ comment, moved }: DocumentedFunction, { name, at }: Tag, wanted: string): RemedyOffer {
  const from = comment.from + at + moved();
  return {
    title: `Change to \`${wanted}\``,
    certainty: "proposed",
    edits: [{ from, to: from + name.length, insert: wanted }],
  };
}

/** Tells the first way in which a comment and its function differ. */
function check(found: DocumentedFunction, { alert }: FileView): void {
  const tags = documentedParameters(found.text);
  if (tags.length === 0) return;
  const params = found.node.params.map(parameterName);
  const names = params.flatMap((param) => (param === undefined ? [] : [param.name]));
  const told = tags.map(({ name }) => name);
  const isOpen = names.length < params.length;
  const span = ({ at, name }: Tag) => ({ from: found.comment.from + at, to: found.comment.from + at + name.length });
  const surplus = tags.find(({ name }) => !names.includes(name));
  if (surplus !== undefined) {
    // A parameter that is taken apart has any name in the comment.
    if (isOpen) return;
    const free = names.filter((name) => !told.includes(name));
    const [near] = [...nearest(surplus.name, free), ...(free.length === 1 ? free : [])];
    alert(span(surplus), {
      message: `The comment tells of \`${surplus.name}\`, which is no parameter${near === undefined ? ": take it out" : `: did you mean \`${near}\`?`}`,
      remedies: () => (near === undefined ? [] : [renaming(found, surplus, near)]),
    });
    return;
  }
  // Names that begin with a mark are for the inside.
  const missing = params.find(
    (param) => param !== undefined && !told.includes(param.name) && !param.name.startsWith("_"),
  );
  if (missing !== undefined) {
    alert(missing.node, { message: `The comment tells of other parameters, and not of \`${missing.name}\`: add it` });
    return;
  }
  const order = names.filter((name) => told.includes(name));
  const out = tags.findIndex(({ name }, index) => name !== order[index]);
  if (out < 0 || told.length !== order.length) return;
  alert(span(tags[out]!), {
    message:
      `The comment tells of \`${tags[out]!.name}\` where \`${order[out]}\` comes: keep to the order of the parameters`,
  });
}

export const parametersDiffer = defineRule({
  id: "docs.parameters-differ",
  title: "A documentation comment that tells of other parameters",
  why: "Editors show the comment at each call. One that names parameters otherwise than the function, leaves one out or changes their order was most likely forgotten when the function changed.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      {
        code: "/**\n * @param {number} «tdie» the height\n */\nexport function sail(tide) {\n  return tide;\n}\n",
        after: "/**\n * @param {number} tide the height\n */\nexport function sail(tide) {\n  return tide;\n}\n",
      },
      {
        code: "export class Ferry {\n  /**\n   * @param tide the height\n   */\n  sail(tide, «wind») {\n    return tide + wind;\n  }\n}\n",
      },
      {
        code: "/**\n * @param «wind» how strong\n * @param tide how high\n */\nexport const sail = (tide, wind) => tide + wind;\n",
      },
      { code: "/** @param «pier» where */\nfunction moor() {}\nmoor();\n" },
    ],
    quiet: [
      {
        code: "/**\n * @param {number} tide the height\n * @param [wind=3] how strong\n */\nexport function sail(tide, wind = 3) {\n  return tide + wind;\n}\n",
      },
      {
        code: "/**\n * @param options what to do\n * @param options.tide how high\n */\nexport function sail({ tide }) {\n  return tide;\n}\n",
      },
      { code: "/** @param tide how high */\nexport function sail(tide, _wind) {\n  return tide;\n}\n" },
      { code: "/** Sails. */\nexport function sail(tide) {\n  return tide;\n}\n" },
      { code: "/**\n * @param {...number} tides all\n */\nexport function sail(...tides) {\n  return tides;\n}\n" },
    ],
  },
  siblings: whereDocumented(check),
});
