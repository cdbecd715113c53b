import { defineRule } from "../rule.js";

/** How much of a text is looked at. */
export type Extent = "all" | "form" | "nothing";

/** Up to this many times the length up to which a text is looked at in full, its form is. */
const formFactor = 2;

/** How much of a text is looked at by its length. */
export function extentOf(length: number, largest: number): Extent {
  return length <= largest ? "all" : length <= largest * formFactor ? "form" : "nothing";
}

const figure = (count: number): string => count.toLocaleString("en");

export const overSize = defineRule({
  id: "settings.over-size",
  title: "A file that is too long to be looked at in full",
  why: "Of files longer than the settings allow, five million characters if they say nothing, only the form is checked, and of those twice as long not even that: such a file is generated or holds data, and looking at it would take seconds and much memory. Without this alert its silence would look like praise.",
  level: "information",
  kits: [],
  always: true,
  examples: {
    alerts: [
      { code: "«»const tides = [1.2, 3.4, 5.6];\nsail(tides);\n", largest: 30 },
      { code: "«»const tides = [1.2, 3.4, 5.6;\nsail(tides);\n", largest: 5 },
    ],
    quiet: [{ code: "const tides = [1.2, 3.4, 5.6];\n", largest: 31 }],
  },
  file({ text, largest, alert }) {
    const extent = extentOf(text.length, largest);
    if (extent === "all") return;
    const instead = extent === "form" ? "only its form is checked" : "it is not looked at";
    alert({ from: 0, to: 0 }, {
      message: `This file has ${figure(text.length)} characters, more than the ${figure(largest)} up to which files are looked at in full: ${instead} (\`largest\` in the settings moves the limit, \`skip\` leaves the file out)`,
    });
  },
});
