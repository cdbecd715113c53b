import { useEffect, useRef, useState } from "react";
import type { Position } from "vscode-languageserver-protocol";
import { flowAt } from "./client.js";

/** Milliseconds without a move of the cursor after which the graph follows. */
const pause = 120;

/** The flow graph of the function at the cursor, with the block of the statement there lit. */
export function Flow({ uri, position, version }: {
  readonly uri: string;
  readonly position: Position;
  readonly version: number;
}) {
  const [svg, setSvg] = useState("");
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let isWanted = true;
    const timer = setTimeout(
      () => void flowAt(uri, position).then((drawn) => isWanted && setSvg(drawn?.svg ?? "")),
      pause,
    );
    return () => {
      isWanted = false;
      clearTimeout(timer);
    };
  }, [uri, position.line, position.character, version]);
  useEffect(() => {
    place.current?.querySelector(".lit")?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [svg]);
  if (svg === "") return <p className="none">Nothing here that runs.</p>;
  return <div className="flow" ref={place} aria-label="Flow graph" dangerouslySetInnerHTML={{ __html: svg }} />;
}
