/** A name for a document that is the same for all ways in which a client may write its URI. */
export function sameFile(uri: string): string {
  let plain = uri;
  try {
    plain = decodeURIComponent(uri);
  } catch {
    // What is no proper URI is compared as it is.
  }
  return plain.replace(/^file:\/\/\/([a-z]):/i, (_, drive: string) => `file:///${drive.toUpperCase()}:`);
}
