import { createContext } from "preact";
import { useContext } from "preact/hooks";
import type { BoardLevel } from "../report/board-data.js";

/** The levels of the report, by name. */
export const Levels = createContext<ReadonlyMap<string, BoardLevel>>(new Map());

const all = 4;

/** Strokes of a quill: four for an error, one for a hint, so that a level is told without its colour. */
export function LevelSign({ level, isNamed = false }: {
  readonly level: string;
  /** Whether its name stands beside it. */ readonly isNamed?: boolean;
}) {
  const { strokes = 1, colour } = useContext(Levels).get(level) ?? {};
  return (
    <svg
      class={`sign strokes-${strokes}`}
      {...(colour && { "data-colour": colour })}
      viewBox="0 0 16 12"
      {...(isNamed ? { "aria-hidden": true } : { role: "img", "aria-label": level })}
    >
      {Array.from({ length: all }, (_, index) => (
        <path key={index} class={index < strokes ? "full" : "empty"} d={`M${1 + index * 4} 11l2-10`} />
      ))}
    </svg>
  );
}
