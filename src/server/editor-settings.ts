/** What an editor can be set to, under `alertQuill`: how the server works, and the same settings as in a settings file. */
import { z } from "zod";
import type { Settings } from "../settings/schema.js";

const schema = z.object({
  /** Analyse while somebody types, or only when a file is saved. */
  when: z.enum(["type", "save"]),
  /** Milliseconds of quiet before an analysis begins. */
  pause: z.number().min(0).max(60_000),
  /** Whether only open documents are told of, or all files of the workspace's folders. */
  scope: z.enum(["open", "workspace"]),
  /** Whether packs may run: after a question, in any folder, or not at all. */
  trust: z.enum(["ask", "always", "never"]),
  /** Whether the log tells what each analysis cost. */
  cost: z.boolean(),
  /** Whether the editor is told the status of its documents, to show it. */
  status: z.boolean(),
  /** Whether settings of the editor come on top of those of files, or alone count. */
  settingsFile: z.enum(["merge", "only"]),
});

export type EditorSettings = z.output<typeof schema>;

/**
 * Reads what the editor sent. Each key that cannot be used keeps its value and is named in `faults`; what is left for a settings file is in `rest`.
 */
export function readEditorSettings(given: unknown, before: EditorSettings): { settings: EditorSettings; rest: Settings | undefined; faults: string[] } {
  const settings: Record<string, unknown> = { ...before };
  const faults: string[] = [];
  if (typeof given !== "object" || given === null) return { settings: before, rest: undefined, faults };
  for (const [key, field] of Object.entries(schema.shape)) {
    const value = (given as Record<string, unknown>)[key];
    // Some editors say `null` of what nobody has set.
    if (value === undefined || value === null) continue;
    const checked = field.safeParse(value);
    if (checked.success) settings[key] = checked.data;
    else faults.push(`alertQuill.${key}: ${checked.error.issues[0]!.message}. It stays \`${String(before[key as keyof EditorSettings])}\`.`);
  }
  const rest = Object.entries(given).filter(([key, value]) => !(key in schema.shape) && value !== null);
  return { settings: settings as EditorSettings, rest: rest.length === 0 ? undefined : (Object.fromEntries(rest) as Settings), faults };
}
