/** Types that other files declare: what is told by them, and after any edit of them what a fresh analysis tells. */
import { expect, test } from "vitest";
import { createWorkspace, MemoryFiles, type Workspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { randomFrom } from "../support/edits.js";
import { often } from "../support/files.js";

const settings = { kits: ["typed"] };
const berths = `import type { Tide } from "./tides.js";

export interface Berth {
  readonly pier: string;
  depth: number;
  tide: Tide;
  note?: string;
}

export type State = "open" | "closed";

export class Ferry extends Craft {
  seats: number;
  constructor(readonly name: string, seats = 120) {
    super();
    this.seats = seats;
  }
  sail(to: Berth): State {
    return to.depth > 3 ? "open" : "closed";
  }
}

export const free = (berth: Berth, state: State = "open"): boolean => state === "open";
export const limit = 4;
export function all<Item>(items: Item[]): Item[] {
  return items;
}
export class Queue<Element extends Berth> {
  constructor(
    readonly waiting: Element[],
    readonly left: (gone: readonly Element[]) => void,
  ) {}
}
`;
const files: Readonly<Record<string, string>> = {
  "/quay/berths.ts": berths.replace("import type", "import { Craft } from \"./craft.js\";\nimport type"),
  "/quay/tides.ts": "export interface Tide {\n  high: number;\n}\nexport default Tide;\n",
  "/quay/craft.ts": "export class Craft {\n  moored = true;\n  #rope = 3;\n}\n",
  "/quay/index.ts": "export * from \"./berths.js\";\nexport { Tide as Water } from \"./tides.js\";\n",
};
const user = `import { all, Ferry, free, limit, Queue, type Berth, type State, type Water } from "./index.js";
import { nothing } from "./elsewhere.js";

export function show(berth: Berth, water: Water, state: State): string {
  const ferry = new Ferry(«3»);
  const shown: string = «ferry.seats»;
  ferry.«seat» = berth.tide.high + water.«hihg»;
  if (state === «"opne"» || ferry.moored) return shown;
  free(«ferry», «"shut"»);
  for (const one of all([berth])) nothing(one.«dept», «one.note».length);
  new Queue<Berth>([berth], (gone: readonly Berth[]) => nothing(gone));
  new Queue<Berth>(«3», nothing);
  const to: State = ferry.sail(«{» pier: "North", depth: limit });
  return «limit»;
}
`;

const place = "/quay/user.ts";
const uriOf = (path: string): string => `file://${path}`;

function opened(texts: Readonly<Record<string, string>>, code: string, isOpen = false): Workspace {
  const workspace = createWorkspace({
    languages: [javascript()],
    files: new MemoryFiles({ ...texts, [place]: code }),
    settings,
  });
  for (const [path, text] of Object.entries(isOpen ? texts : {})) {
    workspace.open({ uri: uriOf(path), languageId: "typescript", version: 0, text });
  }
  workspace.open({ uri: uriOf(place), languageId: "typescript", version: 0, text: code });
  return workspace;
}

test("classes, interfaces, aliases, functions and values, handed on or not", () => {
  const { code } = readMarks(user);
  expect(writeMarks(code, opened(files, code).alerts(uriOf(place)))).toBe(user);
});

test("after an edit of any file the alerts are those of a fresh analysis", { timeout: 600_000 }, () => {
  const random = randomFrom(71);
  const { code } = readMarks(user);
  for (let round = 0; round < often(3, 60); round += 1) {
    const texts: Record<string, string> = { ...files };
    const workspace = opened(texts, code, true);
    workspace.alerts(uriOf(place));
    let version = 0;
    for (let step = 1; step <= often(25, 80); step += 1) {
      version += 1;
      const paths = Object.keys(texts);
      const path = paths[Math.floor(random() * paths.length)]!;
      const text = texts[path]!;
      const words = [...Object.values(files).join(" ").matchAll(/\\w+|[{}:;?]/g)].map(([word]) => word);
      const found = [...text.matchAll(/\\w+|[{}:;?]/g)];
      const at = found[Math.floor(random() * found.length)];
      if (at === undefined) continue;
      const insert = random() < 0.3 ? "" : words[Math.floor(random() * words.length)]!;
      texts[path] = text.slice(0, at.index) + insert + text.slice(at.index + at[0].length);
      workspace.edit(uriOf(path), version, [{ from: at.index, to: at.index + at[0].length, insert }]);
      const fresh = opened(texts, code, true);
      expect(workspace.alerts(uriOf(place)), JSON.stringify(texts)).toEqual(fresh.alerts(uriOf(place)));
      if (random() < 0.4) {
        version += 1;
        workspace.edit(uriOf(path), version, [{ from: at.index, to: at.index + insert.length, insert: at[0] }]);
        texts[path] = text;
      }
    }
  }
});
