/** What an editor can be set to, under `alertQuill`: how the server works, and the same settings as in a settings file. */
import { z } from "zod";
import type { Settings } from "../settings/schema.js";

const schema = z.object({
  when: z.enum([
    "type",
    "save",
  ]).describe("Whether documents are analysed while somebody types (`type`), or only when they are saved (`save`)."),
  calm: z.boolean()
    .describe(
      "Whether marks on other lines stay as they were while the text is open where somebody types.",
    ),
  pause: z.number().min(0).max(60_000).describe("Milliseconds of quiet before an analysis begins."),
  scope: z.enum(["open", "workspace"])
    .describe(
      "Whether only open documents are told of (`open`), or all files of the workspace's folders (`workspace`).",
    ),
  trust: z.enum(["ask", "always", "never"])
    .describe(
      "Whether packs of rules, which are programs, may run: after a question (`ask`), in any folder (`always`), or not at all (`never`).",
    ),
  cost: z.boolean().describe("Whether the log tells what each analysis cost."),
  status: z.boolean().describe("Whether the editor is told the status of its documents, to show it."),
  fileLens: z.boolean().describe("Whether the strain of the whole file stands above its first line."),
  settingsFile: z.enum([
    "merge",
    "only",
  ]).describe("Whether the editor's settings come on top of those of files (`merge`), or alone count (`only`)."),
});

/** The settings that only an editor has, as a JSON Schema. */
// quill: hush dead.unread-export because the script that writes the extension takes it from what is built
export const editorSettingsSchema = z.toJSONSchema(schema);

export type EditorSettings = z.output<typeof schema>;

/**
 * Reads what the editor sent. Each key that cannot be used keeps its value and is named in `faults`; what is left for a settings file is in `rest`.
 */
export function readEditorSettings(
  given: unknown,
  before: EditorSettings,
): { settings: EditorSettings; rest: Settings | undefined; faults: string[] } {
  const settings: Record<string, unknown> = { ...before };
  const faults: string[] = [];
  if (typeof given !== "object" || given === null) return { settings: before, rest: undefined, faults };
  for (const [key, field] of Object.entries(schema.shape)) {
    const value = (given as Record<string, unknown>)[key];
    // Some editors say `null` of what nobody has set.
    if (value === undefined || value === null) continue;
    const checked = field.safeParse(value);
    if (checked.success) settings[key] = checked.data;
    else {
      faults.push(`alertQuill.${key}: ${checked.error.issues[0]!.message}. It stays \`${String(before[key as keyof EditorSettings])}\`.`);
    }
  }
  const rest = Object.entries(given).filter(([key, value]) => !(key in schema.shape) && value !== null);
  return {
    settings: settings as EditorSettings,
    rest: rest.length === 0 ? undefined : (Object.fromEntries(rest) as Settings),
    faults,
  };
}
