/** Heights are in centimetres above the harbour's datum, times in minutes since midnight. */

export class TideTable {
  #heights;

  constructor(heights) {
    this.#heights = [...heights].sort((a, b) => a.time - b.time);
  }

  /** The height at a time, between two readings in proportion. */
  heightAt(time) {
    const heights = this.#heights;
    for (let i = 1; i < heights.length; i++) {
      const before = heights[i - 1];
      const after = heights[i];
      if (time > after.time) continue;
      const part = (time - before.time) / (after.time - before.time);
      return before.height + part * (after.height - before.height);
    }
    return heights.at(-1)?.height ?? 0;
  }

  /** The stretches of the day in which a ferry of this draught can berth. */
  windows(draught) {
    const found = [];
    let open;
    for (let time = 0; time < 24 * 60; time += 10) {
      const deep = this.heightAt(time) >= draught;
      if (deep && open === undefined) open = time;
      if (!deep && open !== undefined) {
        found.push({ from: open, to: time });
        open = undefined;
      }
    }
    return found;
  }
}

/** The last readings of a list, the newest first. */
export function newestFirst(readings, count) {
  const newest = [];
  for (let i = readings.length - 1; i >= 0 && newest.length < count; i--) {
    newest.push(readings[i]);
  }
  return newest;
}

/** Counts the hours until the water has fallen to a height. */
export function hoursUntil(height, from) {
  let hours = 0;
  for (let level = from; level > height; level += 25) {
    hours = hours + 1;
  }
  return hours;
}
