export function strokesOf(level: string): number;
/** As HTML. */
export function signOf(level: string): string;
