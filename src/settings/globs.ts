/** Globs of a settings file: as in ignore files, from the folder of the settings file. */
import ignore from "ignore";

/** A test for paths relative to the settings file's folder, with `/` between their parts. Those outside of the folder never match. */
export function globTest(globs: readonly string[]): (relative: string) => boolean {
  if (globs.length === 0) return () => false;
  const rules = ignore().add([...globs]);
  return (relative) => relative !== "" && !relative.startsWith("../") && rules.ignores(relative);
}
