import { ChangeSet, type Text } from "@codemirror/state";
import { useEffect, useState } from "react";
import { changesOf, editsOf, fixAll } from "./client.js";
import { Diff } from "./Diff.js";

/** What saving the file would change. */
export function SavePreview({ uri, text, told }: {
  readonly uri: string;
  readonly text: () => Text;
  /** Changes when something is told of the file. */
  readonly told: unknown;
}) {
  const [change, setChange] = useState<{ before: string; after: string }>();
  useEffect(() => {
    let isWanted = true;
    void fixAll(uri).then((action) => {
      const before = text();
      const edits = action === undefined ? [] : changesOf(before, editsOf(action, uri));
      if (isWanted) {
        setChange({ before: before.toString(), after: ChangeSet.of(edits, before.length).apply(before).toString() });
      }
    });
    return () => {
      isWanted = false;
    };
  }, [uri, told]);
  if (change === undefined) return <p className="none">…</p>;
  return change.before === change.after
    ? <p className="none">A save would change nothing.</p>
    : <Diff before={change.before} after={change.after} />;
}
