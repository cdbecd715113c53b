import { structuredPatch } from "diff";

/** The lines that differ between two texts, each change with a line around it. */
export function Diff({ before, after, context = 1 }: {
  readonly before: string;
  readonly after: string;
  readonly context?: number;
}) {
  const { hunks } = structuredPatch("", "", before, after, "", "", { context });
  return (
    <div className="diff">
      {hunks.map(({ oldStart, lines }) => (
        <pre key={oldStart}>
          {lines.filter((line) => !line.startsWith("\\")).map((line, index) => (
            <span key={index} className={line[0] === "-" ? "goes" : line[0] === "+" ? "comes" : ""}>
              {line[0] === "-" ? "−" : line[0]} {line.slice(1)}
              {"\n"}
            </span>
          ))}
        </pre>
      ))}
    </div>
  );
}
