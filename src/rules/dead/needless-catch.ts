import type { CatchClause, Identifier, TryStatement } from "../../languages/javascript/nodes/index.js";
import { holdsComment } from "../comments.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";

/** Taking the clause out, and the `try` with it where nothing else needs it. */
function remove(whole: TryStatement, clause: CatchClause, { text }: FileView): RemedyOffer[] {
  const title = "Remove `catch`";
  if (whole.finalizer !== null) {
    return [{ title, certainty: "certain", edits: [{ from: whole.block.end, to: clause.end, insert: "" }] }];
  }
  const { block } = whole;
  if (holdsComment(text, block.end, whole.end) || whole.parent?.type !== "FunctionBody" || block.body.length !== 1) {
    return [];
  }
  const only = block.body[0]!;
  if (only.type === "VariableDeclaration") return [];
  return [{
    title,
    certainty: "certain",
    edits: [{ from: whole.start, to: whole.end, insert: text.slice(only.start, only.end) }],
  }];
}

export const needlessCatch = defineRule({
  id: "dead.needless-catch",
  title: "A catch that only throws again",
  why: "Catching something to throw it again unchanged does nothing but hide where it came from in some tools.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "function sail() {\n  try {\n    go();\n  } «catch (problem) {\n    throw problem;\n  }»\n}\nfunction go() {}\n",
        after: "function sail() {\n  go();\n}\nfunction go() {}\n",
      },
      {
        code: "try { go(); } «catch (problem) { throw problem; }» finally { moor(); }\n",
        after: "try { go(); } finally { moor(); }\n",
      },
    ],
    quiet: [
      { code: "try { go(); } catch (problem) { log(problem); throw problem; }\n" },
      { code: "try { go(); } catch (problem) { throw new Error(\"off\", { cause: problem }); }\n" },
    ],
  },
  visit: {
    CatchClause(clause, file) {
      const [only, more] = clause.body.body;
      if (only?.type !== "ThrowStatement" || more !== undefined || clause.param?.type !== "Identifier") return;
      if (only.argument.type !== "Identifier" || only.argument.name !== (clause.param as Identifier).name) return;
      file.alert(clause, {
        message: `\`${only.argument.name}\` is caught only to be thrown again`,
        labels: ["unnecessary"],
        remedies: () => remove(clause.parent as TryStatement, clause, file),
      });
    },
  },
});
