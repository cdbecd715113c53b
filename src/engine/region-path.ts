/** Names in the graph of modules for the regions of a document. */

/** The name of a region; `ending` tells how it is read. */
export function regionPath(document: string, number: number, ending: string): string {
  return `${document}#${number}${ending}`;
}

/** What stands for all that runs in a document and of which nothing is known. */
export const unknownPath = (document: string): string => regionPath(document, 0, ".unknown");

/** The document in which a region lies by its name; any other name as it is. */
export function documentOf(path: string): string {
  return path.replace(/#\d+\.\w+$/, "");
}
