/** When the kiosks open, by the pier they stand at. */
const opening = new Map([
  ["North Quay", "06:15"],
  ["Mill Stairs", "7:30"],
  ["Saltmarsh Point", "06:45"],
  ["Heron Island", "08:00"],
]);

/** Kiosks that are being repaired. */
const closed = ["Heron Island"];

/** Whether the kiosk of a pier is open at a time, as `07:30`. */
export function isOpen(pier, time) {
  if (closed.indexOf(pier) >= 0) return false;
  const from = opening.get(pier);
  return from !== undefined && from <= time;
}
