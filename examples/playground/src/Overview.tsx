import { memo } from "react";
import type { Diagnostic } from "vscode-languageserver-protocol";
import { levelNames, severityOf } from "./levels.js";

/** Units of the drawing from top to bottom. */
const height = 1000;

/** The places of a file's alerts beside its scrollbar: a line for each, drawn as one path a level, since there may be thousands. */
export const Overview = memo(({ diagnostics, lines, onGo }: {
  readonly diagnostics: readonly Diagnostic[];
  readonly lines: number;
  readonly onGo: (diagnostic: Diagnostic) => void;
}) => {
  const at = ({ range: { start } }: Diagnostic): number => Math.round((height * start.line) / Math.max(1, lines));
  return (
    <svg
      className="overview"
      viewBox={`0 0 10 ${height}`}
      preserveAspectRatio="none"
      aria-hidden="true"
      onClick={({ clientY, currentTarget }) => {
        const { top, height: shown } = currentTarget.getBoundingClientRect();
        const wanted = (height * (clientY - top)) / shown;
        const [first, ...others] = diagnostics;
        if (first === undefined) return;
        const far = (one: Diagnostic): number => Math.abs(at(one) - wanted);
        onGo(others.reduce((best, one) => (far(one) < far(best) ? one : best), first));
      }}
    >
      {levelNames.map((level, index) => {
        const places = new Set(diagnostics.filter((one) => severityOf(one) === index + 1).map(at));
        return <path
          key={level}
          className={`strokes-${4 - index}`}
          d={[...places].map((y) => `M0 ${y}H10`).join("")}
        />;
      })}
    </svg>
  );
});
