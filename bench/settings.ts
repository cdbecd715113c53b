/** Settings with everything on: every kit, a rule of a pack's kind, and twenty patterns. */
import type { Settings } from "../src/index.js";

const words = [
  "harbour",
  "pier",
  "tide",
  "berth",
  "crew",
  "kiosk",
  "fare",
  "sailing",
  "ticket",
  "beacon",
  "gangway",
  "quay",
  "wake",
  "marina",
  "anchor",
  "buoy",
  "deck",
  "ferry",
  "lighthouse",
  "rudder",
];

export const everyKit: Settings = {
  kits: ["sound", "tidy", "thorough", "modern", "light", "guarded", "typed"],
  patterns: Object.fromEntries(
    words.map((word) => [`no-${word}`, { find: `${word}.open({{given…}})`, message: `\`${word}\` opens by itself` }]),
  ),
};
