import { sum, toCoins } from "./money.js";

const pricePerAdult = 420;
const pricePerChild = 210;
const groupSize = 8;

/** Fare classes by the name the kiosks send. */
export const fareClasses = new Map([
  ["adult", pricePerAdult],
  ["child", pricePerChild],
  ["dog", 50],
  ["bicycle", 120],
]);

/** The price of one crossing for a party of passengers. */
export function crossingPrice(party) {
  const prices = party.map((passenger) => {
    const price = fareClasses.get(passenger.kind);
    if (price === undefined) throw new Error(`There is no fare for ${passenger.kind}`);
    return price;
  });
  const full = sum(prices);
  return party.length >= groupSize ? toCoins(full * 0.9) : full;
}

/** What a season ticket costs for a number of weeks. */
export function seasonPrice(weeks, { child = false } = {}) {
  const single = child ? pricePerChild : pricePerAdlt;
  const crossings = weeks * 10;
  return toCoins(single * crossings * 0.6);
}
