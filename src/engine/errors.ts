/** Mistakes in calls of the public interface. The state is as it was before the call. */
export type WorkspaceErrorCode =
  | "unknown-document"
  | "already-open"
  | "unknown-language"
  | "language-not-loaded"
  | "version-not-newer"
  | "range-outside-text";

export class WorkspaceError extends Error {
  constructor(
    readonly code: WorkspaceErrorCode,
    message: string,
  ) {
    super(message);
    this.name = "WorkspaceError";
  }
}
