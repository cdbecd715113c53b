/** Globs of a settings file: as in ignore files, from the folder of the settings file, and with braces (`*.{js,ts}`). */
import picomatch from "picomatch";

/** One glob, compiled. */
interface Glob {
  /** It takes back what globs before it match. */
  readonly negates: boolean;
  readonly foldersOnly: boolean;
  readonly form: RegExp;
}

type GlobTest = (relative: string) => boolean;

const tests = new WeakMap<readonly string[], GlobTest>();

/** A test for paths relative to the settings file's folder, with `/` between their parts. Those outside of the folder never match. The same list is compiled once. */
export function globTest(globs: readonly string[]): GlobTest {
  let test = tests.get(globs);
  if (test === undefined) tests.set(globs, (test = compileAll(globs)));
  return test;
}

function compileAll(globs: readonly string[]): GlobTest {
  const compiled = globs.flatMap((glob) => compile(glob) ?? []);
  if (compiled.length === 0) return () => false;
  const folders = new Map<string, boolean>();
  const test = (relative: string, isFolder: boolean): boolean => {
    let found = false;
    for (const { negates, foldersOnly, form } of compiled) {
      if (found === negates && (isFolder || !foldersOnly) && form.test(relative)) found = !negates;
    }
    return found;
  };
  // What lies in a folder that matches cannot be taken back.
  const isIn = (folder: string): boolean => {
    let found = folders.get(folder);
    if (found === undefined) {
      const parent = folder.lastIndexOf("/");
      found = (parent >= 0 && isIn(folder.slice(0, parent))) || test(folder, true);
      folders.set(folder, found);
    }
    return found;
  };
  return (relative) => {
    if (relative === "" || relative.startsWith("../")) return false;
    const parent = relative.lastIndexOf("/");
    return (parent >= 0 && isIn(relative.slice(0, parent))) || test(relative, false);
  };
}

/** What a glob of an ignore file means; `undefined` for blank lines and comments. */
function compile(glob: string): Glob | undefined {
  let pattern = glob.replace(/(?<!\\)\s+$/, "");
  if (pattern === "" || pattern.startsWith("#")) return undefined;
  const negates = pattern.startsWith("!");
  if (negates) pattern = pattern.slice(1);
  pattern = pattern.replace(/^\\(?=[#!])/, "");
  const foldersOnly = pattern.endsWith("/");
  if (foldersOnly) pattern = pattern.slice(0, -1);
  // A slash at the beginning or inside ties it to the folder.
  const isTied = pattern.includes("/");
  pattern = pattern.replace(/^\//, "").replaceAll(/(?<!\\)[()]/g, "\\$&");
  if (pattern === "") return undefined;
  // All in a folder, and not the folder itself.
  if (pattern.endsWith("/**")) pattern += "/*";
  const form = picomatch.makeRe(
    isTied ? pattern : `**/${pattern}`,
    {
      dot: true,
      nocase: true,
      noextglob: true,
      nonegate: true,
    },
  );
  return { negates, foldersOnly, form };
}
