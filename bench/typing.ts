/**
 * From keystroke to alerts: people's typing – keys, deletions, pastes, brackets, quotes and comments that are opened and later closed – at the
 * beginning, in the middle and at the end of files of every shape, at three lengths, with the kit `sound` and with everything on.
 * Printed are times of single keys in milliseconds, where they go, and the ratio of the longest files to the shortest.
 * `npm run bench typing [SHAPE] [sound|everything] [LINES…]`: SHAPE is a part of its name.
 */
import { createWorkspace, Meter, type Settings } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { placesIn, shapes, typingsFor, type Shape } from "../tests/support/shapes.js";
import { everyKit } from "./settings.js";
import { quantile, timed } from "./support.js";

interface Key {
  readonly time: number;
  readonly what: string;
}

const languageIds = { js: "javascript", ts: "typescript", tsx: "typescriptreact" } as const;

/** Types at the places of a file and takes it back, key by key. */
function type(
  shape: Shape,
  text: string,
  settings: Settings,
  meter: Meter,
): { keys: Key[]; cold: number; alerts: number } {
  const workspace = createWorkspace({ languages: [javascript()], settings, meter });
  const uri = `file:///bench.${shape.ending}`;
  const cold = timed(() => {
    workspace.open({ uri, languageId: languageIds[shape.ending], version: 0, text });
    workspace.alerts(uri);
  });
  const alerts = workspace.alerts(uri).length;
  meter.clear();
  const keys: Key[] = [];
  let version = 0;
  const press = (from: number, to: number, insert: string, what: string): void => {
    const time = timed(() => {
      workspace.edit(uri, (version += 1), [{ from, to, insert }]);
      workspace.alerts(uri);
    });
    keys.push({ time, what });
  };
  for (const [where, { at, indent }] of placesIn(shape, text).entries()) {
    for (const { name, keys: typed } of typingsFor(shape, indent)) {
      let end = at;
      typed.forEach((key, index) => {
        const what = `${name} ${["at the beginning", "in the middle", "at the end"][where]}, key ${index} ${JSON.stringify(key.slice(0, 12))}`;
        if (key === "\b") press((end -= 1), end + 1, "", what);
        else {
          press(end, end, key, what);
          end += key.length;
        }
      });
      const middle = (at + end) >> 1;
      for (; end > middle; end -= 1) press(end - 1, end, "", `${name} taken back`);
      press(at, end, "", `${name} taken away`);
    }
  }
  return { keys, cold, alerts };
}

const given = process.argv.slice(2);
const lengths = given.filter((word) => /^\d+$/.test(word)).map(Number);
const sizes = lengths.length > 0 ? lengths : [600, 6_000, 60_000];
for (const [kits, settings] of [["sound", {}], ["everything", everyKit]] as const) {
  if (given.includes(kits === "sound" ? "everything" : "sound")) continue;
  for (const shape of shapes.filter(({ name }) => given.every(
    (word) => /^\d+$|^sound$|^everything$/.test(word) || name.includes(word),
  ))) {
    const p95s: number[] = [];
    for (const size of sizes) {
      const meter = new Meter(() => performance.now());
      // Small files are typed in twice: the first time warms the machine up.
      if (size <= 6000) type(shape, shape.make(size), settings, new Meter(() => performance.now()));
      const { keys, cold, alerts } = type(shape, shape.make(size), settings, meter);
      const times = keys.map(({ time }) => time).sort((a, b) => a - b);
      const worst = [...keys].sort((a, b) => b.time - a.time);
      const p95 = quantile(times, 0.95);
      p95s.push(p95);
      const total = times.reduce((sum, time) => sum + time, 0);
      const rules = [...meter.rules].sort((a, b) => b[1] - a[1]);
      const ofRules = rules.reduce((sum, [, time]) => sum + time, 0);
      const share = (time: number): string => `${Math.round((100 * time) / total)} %`;
      console.log(
        `${kits}, ${shape.name}, ${size} lines: p50 ${quantile(times, 0.5).toFixed(2)}, p95 ${p95.toFixed(2)}, worst ${worst[0]!.time.toFixed(1)} (${worst[0]!.what}; 3rd ${worst[2]!.time.toFixed(1)}: ${worst[2]!.what}); opened in ${cold.toFixed(0)} with ${alerts} alerts; ` +
          `${[...meter.stages].map(([stage, time]) => `${stage} ${share(time)}`).join(", ")}, rules ${share(ofRules)} (${rules.slice(0, 3).map(([rule, time]) => `${rule} ${share(time)}`).join(", ")})`,
      );
    }
    console.log(`  p95 in the longest ${(p95s.at(-1)! / p95s[0]!).toFixed(2)} times that in the shortest`);
  }
}
