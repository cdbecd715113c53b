import { levelNames } from "./levels.js";

const all = 4;

/** Strokes of a quill: four for an error, one for a hint, so that a level is told without its colour. */
export function LevelSign({ severity }: { readonly severity: number }) {
  const strokes = all + 1 - severity;
  return (
    <svg className={`sign strokes-${strokes}`} viewBox="0 0 16 12" role="img" aria-label={levelNames[severity - 1]}>
      {Array.from({ length: all }, (_, index) => (
        <path key={index} className={index < strokes ? "full" : "empty"} d={`M${1 + index * 4} 11l2-10`} />
      ))}
    </svg>
  );
}
