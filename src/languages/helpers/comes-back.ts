/** What is said of a module that imports the file back which imports it. `way` are the files of the circle, the module first and the file last. */
export function comesBack(module: string, way: readonly string[]): string {
  const by = way.slice(1, -1).map((path) => `\`${path}\``);
  const over = by.length === 0 ? "" : ` by ${by.join(", ")}`;
  return `\`${module}\` imports this file back${over}: put what both need into a file of its own`;
}
