/** What others see of files as they lie on disk: worked out when it is asked for, and kept. */
import type { Language } from "../languages/language.js";
import { baseOf, type FileAccess, type FileSummary } from "../model/links.js";
import { Text } from "../text/text.js";

interface Kept {
  readonly summary: FileSummary | undefined;
  /** By which a file that may have changed is known to be as it was. */
  readonly stamp: string | undefined;
}

export class FileSummaries {
  private readonly kept = new Map<string, Kept>();
  /** What was known before any file may have changed. */
  private older: ReadonlyMap<string, Kept> = new Map();
  /** Names that files may export, for finding those worth reading. */
  private readonly words = new Map<string, ReadonlySet<string>>();

  constructor(
    private readonly languages: readonly Language[],
    private readonly files: FileAccess,
  ) {}

  /** Whether asking for a file costs no reading. */
  isKnown(path: string): boolean {
    return this.known(path) !== undefined;
  }

  /** What others see of a file; `undefined` of one that no language reads. */
  of(path: string): FileSummary | undefined {
    const known = this.known(path);
    if (known !== undefined) return known.summary;
    const stamp = this.files.stampOf?.(path);
    const summary = this.read(path);
    this.kept.set(path, { summary, stamp });
    return summary;
  }

  private known(path: string): Kept | undefined {
    const kept = this.kept.get(path);
    if (kept !== undefined) return kept;
    const old = this.older.get(path);
    if (old?.stamp === undefined || old.stamp !== this.files.stampOf?.(path)) return undefined;
    this.kept.set(path, old);
    return old;
  }

  private read(path: string): FileSummary | undefined {
    const language = this.languageOf(path);
    const text = language?.links === undefined ? undefined : this.files.read(path);
    if (text === undefined) return undefined;
    const info = { uri: path, languageId: language!.languageIds[0]! };
    return language!.links!.summary(language!.parse(text, info), info, Text.of(text));
  }

  /** Takes what is known of a file, so that it need not be read. */
  learn(path: string, summary: FileSummary): void {
    this.kept.set(path, { summary, stamp: this.files.stampOf?.(path) });
  }

  /** Names that a file may export, told by a look at it. */
  wordsOf(path: string): ReadonlySet<string> {
    let words = this.words.get(path);
    if (words === undefined) {
      this.words.set(path, (words = this.languageOf(path)!.links!.mayExport(this.files.read(path) ?? "")));
    }
    return words;
  }

  /** Forgets a file, which may hold something else now. */
  forget(path: string): void {
    this.kept.delete(path);
    this.words.delete(path);
  }

  /** Any file may hold something else now. */
  forgetAll(): void {
    this.older = new Map([...this.older, ...this.kept]);
    this.kept.clear();
    this.words.clear();
  }

  languageOf(path: string): Language | undefined {
    const name = baseOf(path);
    return this.languages.find(({ extensions }) => extensions.some((ending) => name.endsWith(ending)));
  }
}
