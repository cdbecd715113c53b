/** A folder with files and a client at work in it, for one test. */
import { rmSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { applyAll, offsetAt, Text } from "../../src/index.js";
import { scratch } from "./command.js";
import type { Line } from "./lines.js";
import { ProtocolClient } from "./protocol-client.js";
import { write } from "./settings.js";

export interface Harbour {
  readonly client: ProtocolClient;
  readonly folder: string;
  readonly uri: (file: string) => string;
}

/** Begins a session in a folder of its own, and ends it as the standard says. */
export async function inFolder(
  files: Readonly<Record<string, string>>,
  use: (harbour: Harbour) => Promise<void>,
  line?: Line,
): Promise<void> {
  const folder = scratch();
  write(folder, files);
  const client = new ProtocolClient(line);
  try {
    await use({ client, folder, uri: (file) => pathToFileURL(path.join(folder, file)).href });
    await client.stop();
  } finally {
    client.hangUp();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A text after the edits of a code action, a format request or a command. */
export function after(text: string, edits: readonly any[]): string {
  const snapshot = Text.of(text);
  return applyAll(
    text,
    edits.map(({ range, newText }) => ({
      from: offsetAt(snapshot, range.start),
      to: offsetAt(snapshot, range.end),
      insert: newText,
    })),
  );
}

/** The edits of a document in a workspace edit. */
export function editsOf(edit: any, uri: string): any[] {
  return edit.changes?.[uri] ??
    edit.documentChanges?.find(({ textDocument }: any) => textDocument.uri === uri)?.edits ??
    [];
}
