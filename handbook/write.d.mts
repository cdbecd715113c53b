/** Writes all files of the handbook; gives back their folder. Throws where a link leads nowhere. */
export function writeHandbook(): Promise<string>;
