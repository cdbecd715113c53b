/** What a request for code actions says of itself. */

/** `CodeActionTriggerKind` of the protocol. */
export const invoked = 1;
export const automatic = 2;

/** Whether a client that asked for `only` wants actions of one of some kinds. A kind includes those below it. */
export function wants(only: readonly string[] | null | undefined, ...kinds: readonly string[]): boolean {
  return only == null || kinds.some((kind) => only.some(
    (asked) => asked === "" || kind === asked || kind.startsWith(`${asked}.`),
  ));
}
