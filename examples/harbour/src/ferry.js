/** A ferry with what the berths and the boards need to know of it. */
export class Ferry {
  constructor(name, { seats, length, draught }) {
    this.name = name;
    this.seats = seats;
    this.length = length;
    this.draught = draught;
    this.berth = null;
  }

  get small() {
    return this.seats <= 40;
  }

  toString() {
    return `${this.name} (${this.seats} seats)`;
  }
}

export const fleet = [
  new Ferry("Curlew", { seats: 40, length: 18, draught: 120 }),
  new Ferry("Dunlin", { seats: 60, length: 22, draught: 140 }),
  new Ferry("Avocet", { seats: 24, length: 14, draught: 90 }),
]

export function ferryNamed(name) {
  return fleet.find((ferry) => ferry.name === name) ?? null;
}
