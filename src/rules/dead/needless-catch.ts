import type { CatchClause, Identifier, TryStatement } from "../../languages/javascript/nodes/index.js";
import { holdsComment } from "../comments.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";
import { statementBefore, statementLists, unwrapped } from "../statements.js";

/** Taking the clause out, and the `try` with it where nothing else needs it. */
function remove(whole: TryStatement, clause: CatchClause, { text }: FileView): RemedyOffer[] {
  const title = "Remove `catch`";
  const { block } = whole;
  const isSilent = !holdsComment(text, block.end, clause.end);
  if (whole.finalizer !== null) {
    const edits = [{ from: block.end, to: clause.end, insert: "" }];
    return [{ title, certainty: isSilent ? "certain" : "proposed", edits }];
  }
  if (!isSilent || !statementLists.has(whole.parent!.type)) return [];
  const outer = { from: whole.start, to: whole.end };
  const removal = unwrapped(block, { whole, outer, before: statementBefore(whole), lead: "" }, text);
  return removal === undefined ? [] : [{ title, ...removal }];
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
