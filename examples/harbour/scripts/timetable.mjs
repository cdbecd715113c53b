import { parseTime } from "../src/clock.js";
import { fleet } from "../src/ferry.js";
import { createSailing } from "../src/sailings.js";

/** Makes the sailings of a day from lines like `07:30 Curlew North Quay`. */
export function readTimetable(text) {
  const sailings = [];
  for (const line of text.split("\n")) {
    const match = /^(\S+) (\S+) (.+)$/.exec(line.trim());
    if (match === null) continue;
    const [, time, name, to] = match;
    const ferry = fleet.find((candidate) => candidate.name === name);
    const minutes = parseTime(time);
    if (ferry === undefined || minutes === null) continue;
    sailings.push(createSailing(ferry, { to }, minutes));
  }
  return sailings;
}