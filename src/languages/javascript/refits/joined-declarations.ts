import type { Node } from "../../../syntax/node.js";
import { defineRefit } from "../../refit.js";
import type { VariableDeclaration } from "../nodes/index.js";
import { codeOf, losesComment, spanOf } from "./code.js";
import { declarationAt, ending } from "./declaration-at.js";

export const joinedDeclarations = defineRefit({
  id: "joined-declarations",
  kind: "refactor.rewrite",
  examples: [
    { code: "«let child = 210;\nlet adult = 420;»\n", after: "let child = 210, adult = 420;\n" },
    { code: "«let child = 210;\nconst adult = 420;»\n" },
    { code: "«let child = 210;\n// Full.\nlet adult = 420;»\n" },
    { code: "«let child = 210;»\n" },
  ],
  offer({ from, to }, context) {
    const { root, text } = context;
    const first = declarationAt(
      {
        from: from + /^\s*/.exec(text.slice(from, to))![0].length,
        to: from + /^\s*/.exec(text.slice(from, to))![0].length,
      },
      root,
    );
    if (first === undefined || to <= first.statement.end || first.statement !== first.declaration) return undefined;
    const list = (first.statement.parent as { body?: Node[]; consequent?: Node[] }).body ??
      (first.statement.parent as { consequent?: Node[] }).consequent ??
      [];
    const begin = list.indexOf(first.statement);
    const chosen: VariableDeclaration[] = [];
    for (let at = begin; at < list.length && list[at]!.start < to; at += 1) {
      const one = list[at]!;
      if (one.type !== "VariableDeclaration" || (one as VariableDeclaration).kind !== first.declaration.kind) {
        return undefined;
      }
      chosen.push(one as VariableDeclaration);
    }
    const whole = { from: first.statement.start, to: chosen.at(-1)!.end };
    const parts = chosen.flatMap((one) => one.declarations.map(spanOf));
    if (chosen.length < 2 || losesComment(whole, parts, text)) return undefined;
    const insert = `${text.slice(whole.from, parts[0]!.from)}${parts.map((part) => codeOf(part, text)).join(", ")}${ending(chosen.at(-1)!, context)}`;
    return { title: "Join into one declaration", certainty: "certain", edits: [{ ...whole, insert }] };
  },
});
