import { useSyncExternalStore } from "react";
import { lastCost } from "./client.js";

/** Where the time of the last key went, by stage. */
export function Timing() {
  const cost = useSyncExternalStore(lastCost.subscribe, lastCost.get);
  if (cost === undefined) return <span className="timing" />;
  return (
    <span
      className="timing"
      aria-label="Time of the last key"
      title="From the last change until all was told, and what of it was work"
    >
      {cost.time.toFixed(1)} ms
      {cost.stages.filter(([, time]) => time >= 0.05).map(([stage, time]) => (
        <small key={stage}> · {stage} {time.toFixed(1)}
        </small>
      ))}
    </span>
  );
}
