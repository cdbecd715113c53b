/** Amounts are kept in pence so that sums are exact. */

export const currency = "SMP";

/** Rounds a price to what the kiosks can take in coins. */
export function toCoins(pence) {
  const smallest = 5;
  return Math.round(pence / smallest) * smallest;
}

export function format(pence) {
  const whole = Math.trunc(pence / 100);
  const rest = String(Math.abs(pence % 100)).padStart(2, "0");
  return `${whole}.${rest} ${currency}`;
}

export function sum(amounts) {
  return amounts.reduce((total, amount) => total + amount, 0);
}
