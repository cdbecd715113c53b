/** What an editor can be set to about the server itself: the keys `when`, `pause` and `cost` of its `alertQuill` settings. */
import { z } from "zod";

const schema = z.object({
  /** Analyse while somebody types, or only when a file is saved. */
  when: z.enum(["type", "save"]),
  /** Milliseconds of quiet before an analysis begins. */
  pause: z.number().min(0).max(60_000),
  /** Whether the log tells what each analysis cost. */
  cost: z.boolean(),
});

export type EditorSettings = z.output<typeof schema>;

/** Reads what the editor sent. Each key that cannot be used keeps its value and is named in `faults`. */
export function readEditorSettings(given: unknown, before: EditorSettings): { settings: EditorSettings; faults: string[] } {
  const settings: Record<string, unknown> = { ...before };
  const faults: string[] = [];
  if (typeof given !== "object" || given === null) return { settings: before, faults };
  for (const [key, field] of Object.entries(schema.shape)) {
    const value = (given as Record<string, unknown>)[key];
    if (value === undefined) continue;
    const checked = field.safeParse(value);
    if (checked.success) settings[key] = checked.data;
    else faults.push(`alertQuill.${key}: ${checked.error.issues[0]!.message}. It stays \`${String(before[key as keyof EditorSettings])}\`.`);
  }
  return { settings: settings as EditorSettings, faults };
}
