import { ferryNames, fleet } from "../src/ferry.js";

/** The one that sails on the day of the regatta. */
export const flagship = ferryNames("Heron");

/** Fails when a ferry's figures cannot be right. */
export function checkFleet() {
  for (const ferry of fleet) {
    // The harbour office wants to see this in its log.
    if (ferry.draught > 200) console.warn(`${ferry} draws too much`); // quill: hush calls.console-output because the office reads this log
    if (ferry.seats < 1) throw new Error(`${ferry} has no seats`);
  }
}
