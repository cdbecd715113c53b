export const piers = ["North Quay", "Mill Stairs", "Saltmarsh Point", "Heron Island"];

/** Minutes between piers, both ways. */
const crossings = new Map([
  ["North Quay", new Map([["Mill Stairs", 12], ["Heron Island", 25]])],
  ["Mill Stairs", new Map([["Saltmarsh Point", 18]])],
  ["Saltmarsh Point", new Map([["Heron Island", 15]])],
]);

function direct(from, to) {
  return crossings.get(from)?.get(to) ?? crossings.get(to)?.get(from);
}

/** The quickest way between two piers, as the piers on it. */
export function quickest(from, to) {
  const best = new Map([[from, 0]]);
  const before = new Map();
  const open = [from];
  while (open.length > 0) {
    open.sort((a, b) => best.get(a) - best.get(b));
    const here = open.shift();
    if (here === to) break;
    for (const next of piers) {
      const minutes = direct(here, next);
      if (minutes === undefined) continue;
      const total = best.get(here) + minutes;
      if (total >= (best.get(next) ?? Infinity)) continue;
      best.set(next, total);
      before.set(next, here);
      open.push(next);
    }
  }
  if (!best.has(to)) return null;
  const way = [to];
  while (way[0] !== from) way.unshift(before.get(way[0]));
  return { way, minutes: best.get(to) };
}

/** The piers of a way, as the sign at the quay lists them. */
export function signFor({ way, minutes }) {
  if (minutes === NaN) return "";
  const lines = [];
  for (let i = 0; i <= way.length; i++) lines.push(`${i + 1}. ${way[i]}`);
  return lines.join("\n");
}
