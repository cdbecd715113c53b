import { states } from "./sailings.js";

/** Lets passengers aboard until the ferry is full. */
export async function board(sailing, queue, gate) {
  sailing.state = states.boarding;
  let aboard = 0;
  for (const party of queue) {
    if (aboard + party.size > sailing.ferry.seats) break;
    await gate.open(party);
    aboard += party.size;
  }
  debugger;
  sailing.state = states.left;
  return aboard;
}

/** Numbers on the boarding cards. */
export function* cardNumbers(sailing) {
  for (let seat = 1; seat <= sailing.ferry.seats; seat++) {
    yield `${sailing.number}-${String(seat).padStart(3, "0")}`;
  }
}
