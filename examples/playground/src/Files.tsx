import type { Diagnostic } from "vscode-languageserver-protocol";
import type { Published } from "./client.js";
import { sample } from "./sample.js";

/** The gravest severity among diagnostics, from 1 (error). */
const gravest = (list: readonly Diagnostic[]): number => Math.min(...list.map(({ severity }) => severity ?? 1));

interface Props {
  readonly current: string;
  readonly changed: ReadonlySet<string>;
  readonly published: Published;
  readonly onOpen: (uri: string) => void;
}

/** The sample's files by folder, each with the number of its alerts. */
export function Files({ current, changed, published, onOpen }: Props) {
  const folders = Map.groupBy(sample, ({ path }) => path.slice(0, path.indexOf("/")));
  return (
    <nav className="files" aria-label="Files">
      {[...folders].map(([folder, files]) => (
        <section key={folder}>
          <h2>{folder}</h2>
          {files.map(({ path, uri }) => {
            const found = published.get(uri) ?? [];
            return (
              <button key={uri} aria-current={uri === current} onClick={() => onOpen(uri)}>
                <span>{path.slice(folder.length + 1)}</span>
                {changed.has(uri) && <i title="not saved">edited</i>}
                {found.length > 0 && <b className={`level-${gravest(found)}`}>{found.length}</b>}
              </button>
            );
          })}
        </section>
      ))}
    </nav>
  );
}
