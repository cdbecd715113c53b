import { readFileSync } from "node:fs";

const decoder = new TextDecoder("utf-8", { fatal: true });

/** Reads a file as UTF-8, without a mark of the byte order. Throws when its bytes are no text. */
export function readText(file: string): string {
  const bytes = readFileSync(file);
  if (bytes.includes(0)) throw new Error("this is no text: it holds a zero byte");
  try {
    return decoder.decode(bytes);
  } catch {
    throw new Error("this is no UTF-8 text");
  }
}
