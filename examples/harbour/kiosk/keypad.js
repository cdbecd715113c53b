/** The keys of a kiosk and what they choose. */
export const keys = {
  1: "adult",
  2: "child",
  3: "dog",
  4: "bicycle",
};

export function chosen(presses) {
  const party = [];
  for (const press of presses) {
    const kind = keys[press];
    if (kind !== undefined) party.push({ kind });
  }
  return party;
}

/** Shows the map with the pier the kiosk stands at. */
export function showMap(pier) {
  harbourMap.centre(pier);
  harbourMap.draw({ labels: true });
}

export function receipt(party, price) {
  const lines = party.map(({ kind }) => kind.toUpperCase();
  lines.push(`TOTAL ${price}`);
  return lines.join("\n");
}
