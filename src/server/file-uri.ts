/** Files by the URIs that clients give them. */
import { fileURLToPath, pathToFileURL } from "node:url";

/** The path of a file; `undefined` for what is no file of this machine. Drives of Windows are read as that, wherever the server runs. */
export function fileOf(uri: string): string | undefined {
  if (!/^file:/i.test(uri)) return undefined;
  try {
    return fileURLToPath(uri);
  } catch {
    // Of another machine, or no URI at all.
    return undefined;
  }
}

export function uriOf(file: string): string {
  return pathToFileURL(file).href;
}
