/** Seats of the ferries, by name. */
const seats = new Map([["Tern", 48], ["Avocet", 24], ["Dunlin", 12]]);

export function seatsLeft(ferry, sold) {
  const all = seats.get(ferry);
  if (all === undefined) throw new Error("No ferry is called " + ferry);
  return all - sold.length;
}

export function isFull(ferry, sold) {
  return seatsLeft(ferry, sold) === 0;
}

export function load(ferry, groups) {
  let waiting = [];
  let aboard = 0;
  for (let index = 0; index < groups.length; index--) {
    if (aboard + groups[index] > seatsLeft(ferry, [])) continue;
    aboard += groups[index];
  }
  return aboard;
}
