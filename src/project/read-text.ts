import { readFileSync } from "node:fs";

const decoder = new TextDecoder("utf-8", { fatal: true });

/** Reads a file as UTF-8, without a mark of the byte order. Throws when its bytes are no text. */
export function readText(file: string): string {
  // Read so, what is no text shows a sign in its place.
  const text = readFileSync(file, "utf8");
  if (text.includes("\0")) throw new Error("this is no text: it holds a zero byte");
  if (text.includes("\ufffd")) {
    try {
      decoder.decode(readFileSync(file));
    } catch {
      throw new Error("this is no UTF-8 text");
    }
  }
  return text.startsWith("\ufeff") ? text.slice(1) : text;
}
