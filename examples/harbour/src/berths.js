import { TideTable } from "./tides.js";

const berths = new Map();

export function addBerth(name, { length, depth }) {
  berths.set(name, { name, length, depth, ferry: null });
}

/** The berths that a ferry fits into, the tightest first. */
export function fitting(ferry, table, time) {
  const water = table instanceof TideTable ? table.heightAt(time) : 0;
  return [...berths.values()]
    .filter((berth) => berth.ferry === null)
    .filter((berth) => berth.length >= ferry.length && berth.depth + water >= ferry.draught)
    .sort((a, b) => a.length - b.length);
}

export function moor(ferry, name) {
  const berth = berths.get(name);
  const previous = ferry.berth;
  if (!berth) {
    throw new Error(`There is no berth ${name}`);
  }
  if (berth.ferry !== null) {
    return false;
  }
  berth.ferry = ferry;
  return true;
}

export function leave(name) {
  const berth = berths.get(name);
  if (berth) berth.ferry = null;
}
