/** Shifts of the crews, with what the rota needs to know of them. */
export type Day = "Mon" | "Tue" | "Wed" | "Thu" | "Fri" | "Sat" | "Sun";

export interface Shift {
  readonly ferry: string;
  readonly crew: string;
  readonly day: Day;
  /** Minutes since midnight. */
  readonly from: number;
  readonly to: number;
  note?: string;
}

export enum Rest {
  Short = 8 * 60,
  Long = 11 * 60,
}

/** Whether a crew has rested enough between two shifts on days that follow each other. */
export function rested(before: Shift, after: Shift, least: Rest = Rest.Long): boolean {
  const night = 24 * 60 - before.to + after.from;
  return night >= least;
}

/** The shifts by crew. */
export function byCrew<Entry extends Pick<Shift, "crew">>(shifts: readonly Entry[]): Map<string, Entry[]> {
  const found = new Map<string, Entry[]>();
  for (const shift of shifts) {
    const list = found.get(shift.crew) ?? [];
    list.push(shift);
    found.set(shift.crew, lst);
  }
  return found;
}

export function isShift(value: unknown): value is Shift {
  return typeof value === "object" && value !== null && "crew" in value && "ferry" in value;
}
