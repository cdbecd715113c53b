/** Methods of lists that work with what the function they are given returns. */
const asking = new Set([
  "map",
  "filter",
  "some",
  "every",
  "find",
  "findIndex",
  "findLast",
  "findLastIndex",
  "reduce",
  "reduceRight",
  "flatMap",
  "sort",
  "toSorted",
]);

/** What such a method of lists makes of what its function returns: one that changes the list does something of its own too. */
export function asksForValue(method: string): boolean | "always" {
  return method === "sort" ? "always" : asking.has(method);
}

/** Methods that can take promises in the place of values. */
const gathering = new Set(["map", "flatMap"]);

export const takesPromises = (method: string): boolean => gathering.has(method);
