/** Colours by their purpose. */
import picocolors from "picocolors";
import type { AlertLevel } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";

export type Paint = (text: string) => string;
export type Palette = ReturnType<typeof palette>;

/** With `colour` off every one leaves the text as it is. */
export function palette(colour: boolean, ownLevels: OwnLevels = {}) {
  const paint = picocolors.createColors(colour);
  const level: Record<AlertLevel, Paint> = {
    error: paint.red,
    warning: paint.yellow,
    information: paint.blue,
    hint: paint.cyan,
  };
  const own = (name: string): Paint => paint[ownLevels[name]?.colour ?? "magenta"];
  return {
    level,
    own,
    strong: paint.bold,
    faint: paint.dim,
    good: paint.green,
    path: (text: string) => paint.bold(paint.underline(text)),
  };
}
