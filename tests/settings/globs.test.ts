/** Globs of a settings file: what ignore files mean by them, and braces. */
import fc from "fast-check";
import ignore from "ignore";
import { expect, test } from "vitest";
import { globTest } from "../../src/text/globs.js";

const globs = (
  "dist dist/ /dist *.js **/gen/* gen/** !keep.js a/*/b docs/**/old src/[a-c]*.ts ?x *.min.* foo !foo/bar.js **/x a/** app/(group)/page.ts " +
  ".hidden \\#a #c Dist x/**/y/ * !*.ts $lib/* +page.ts a+(b).js @scope/**"
).split(" ");
const parts = "dist gen a b old docs src foo bar.js keep.js x.js ax x y m.min.js abc.ts z.ts app (group) page.ts .hidden #a $lib +page.ts a+(b).js @scope".split(
  " ",
);

test("without braces they are those of ignore files", () => {
  const some = fc.array(fc.constantFrom(...globs), { minLength: 1, maxLength: 4 });
  const file = fc.array(fc.constantFrom(...parts), { minLength: 1, maxLength: 4 }).map((names) => names.join("/"));
  fc.assert(
    fc.property(some, file, (list, path) => {
      expect(globTest(list)(path)).toBe(ignore().add(list).ignores(path));
    }),
    { seed: 1113, numRuns: 5000 },
  );
});

test.each<[string[], string, boolean]>([
  [["*.{js,ts}"], "src/fare.ts", true],
  [["*.{js,ts}"], "src/fare.tsx", false],
  [["{old,new}/**"], "old/tide.js", true],
  [["src/{a,b}/*.js", "!src/a/keep.js"], "src/a/keep.js", false],
  [["src/{a,b}/*.js", "!src/a/keep.js"], "src/b/keep.js", true],
  [["*"], "../above.js", false],
  [["pier{1..3}.js"], "pier2.js", true],
])("%j and %s", (list, path, matches) => {
  expect(globTest(list)(path)).toBe(matches);
});
