import { defineRule } from "../rule.js";

export const overSize = defineRule({
  id: "settings.over-size",
  title: "A file that is too long to be looked at in full",
  why: "Of files longer than the settings allow, five million characters if they say nothing, only the form is checked: such a file is generated or holds data, and looking at all of it would take seconds and much memory. Without this alert its silence would look like praise.",
  level: "information",
  kits: [],
  always: true,
  examples: {
    alerts: [{ code: "«»const tides = [1.2, 3.4, 5.6];\nsail(tides);\n", largest: 30 }],
    quiet: [{ code: "const tides = [1.2, 3.4, 5.6];\n", largest: 31 }],
  },
  file({ text, largest, alert }) {
    if (text.length <= largest) return;
    const length = text.length.toLocaleString("en");
    alert({ from: 0, to: 0 }, { message: `This file has ${length} characters, more than the ${largest.toLocaleString("en")} up to which files are looked at in full: only its form is checked (\`largest\` in the settings moves the limit, \`skip\` leaves the file out)` });
  },
});
