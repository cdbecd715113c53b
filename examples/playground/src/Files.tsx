import { memo } from "react";
import type { Diagnostic } from "vscode-languageserver-protocol";
import type { Published } from "./client.js";
import { gravest } from "./levels.js";
import type { ProjectFile } from "./project.js";

interface Props {
  readonly files: readonly ProjectFile[];
  readonly current: string;
  readonly changed: ReadonlySet<string>;
  readonly published: Published;
  readonly onOpen: (uri: string) => void;
}

const none: readonly Diagnostic[] = [];

/** The project's files by folder, each with the number of its alerts; on narrow screens a list to choose from. */
export const Files = memo(({ files, current, changed, published, onOpen }: Props) => {
  const folders = Map.groupBy(files, ({ path }) => path.slice(0, Math.max(0, path.lastIndexOf("/"))));
  const count = (uri: string): string => {
    const found = published.get(uri)?.length ?? 0;
    return found === 0 ? "" : ` (${found})`;
  };
  return (
    <nav className="files" aria-label="Files">
      <select aria-label="File" value={current} onChange={(event) => onOpen(event.target.value)}>
        {files.map(({ uri, path }) => <option key={uri} value={uri}>{path}{count(uri)}</option>)}
      </select>
      {[...folders].map(([folder, list]) => (
        <section key={folder}>
          <h2>{folder === "" ? "settings" : folder}</h2>
          {list.map(({ path, uri }) => {
            const found = published.get(uri) ?? none;
            return (
              <button key={uri} aria-current={uri === current} onClick={() => onOpen(uri)}>
                <span>{path.slice(folder === "" ? 0 : folder.length + 1)}</span>
                {changed.has(uri) && <i title="not saved">edited</i>}
                {found.length > 0 && <b className={`strokes-${5 - gravest(found)}`}>{found.length}</b>}
              </button>
            );
          })}
        </section>
      ))}
    </nav>
  );
});
