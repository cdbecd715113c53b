/** Breaking lines to a width: before, and after all rules of layout have been applied. What cannot be broken stays, and says so. */
import { expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";

interface Case {
  readonly title: string;
  readonly before: string;
  /** The same text where nothing can be done. */
  readonly after: string;
}

const cases: readonly Case[] = [
  {
    title: "an inner list only if the outer one is not enough",
    before: "sail(harbour.north, [one, two, three, four, five, six], tide);",
    after: "sail(\n  harbour.north,\n  [one, two, three, four, five, six],\n  tide,\n);",
  },
  {
    title: "what is alone in its brackets keeps them",
    before: 'open({ pier: "north", tide: "high", crew: 3, boat: "Dunlin" });',
    after: 'open({\n  pier: "north",\n  tide: "high",\n  crew: 3,\n  boat: "Dunlin",\n});',
  },
  {
    title: "unpacking",
    before: "const { berth, pier, tide, crew, boat, fare } = harbour;",
    after: "const {\n  berth,\n  pier,\n  tide,\n  crew,\n  boat,\n  fare,\n} = harbour;",
  },
  {
    title: "parameters of a function that goes on",
    before: "function price(party, day, harbour, season) {\n  return 1;\n}",
    after: "function price(\n  party,\n  day,\n  harbour,\n  season,\n) {\n  return 1;\n}",
  },
  {
    title: "a rest parameter has no comma behind it",
    before: "function price(party, day, ...harboursOfTheDay) {\n  return 1;\n}",
    after: "function price(\n  party,\n  day,\n  ...harboursOfTheDay\n) {\n  return 1;\n}",
  },
  {
    title: "the head of a callback",
    before: "harbour.watch((sailing, berth, tide, crew) => {\n  log(crew);\n});",
    after: "harbour.watch((\n  sailing,\n  berth,\n  tide,\n  crew,\n) => {\n  log(crew);\n});",
  },
  {
    title: "operators that bind alike",
    before: "const open = tide > high - 3 && berth.isFree && crew.length > 2;",
    after: "const open = tide > high - 3 &&\n  berth.isFree &&\n  crew.length > 2;",
  },
  {
    title: "a choice",
    before: "const fare = party.child ? pricePerChild(party) : pricePerAdult;",
    after: "const fare = party.child\n  ? pricePerChild(party)\n  : pricePerAdult;",
  },
  {
    title: "a chain of calls",
    before: "const names = crew.filter(isHere).map(nameOf).sort().join();",
    after: "const names = crew\n  .filter(isHere)\n  .map(nameOf)\n  .sort()\n  .join();",
  },
  {
    title: "imports and exports",
    before: 'import { berth, pier, tide, crew } from "./a.js";\nexport { berth, pier, tide, crew, berth as b };',
    after: 'import {\n  berth,\n  pier,\n  tide,\n  crew,\n} from "./a.js";\nexport {\n  berth,\n  pier,\n  tide,\n  crew,\n  berth as b,\n};',
  },
  {
    title: "inside of functions, with their indentation",
    before: "function f() {\n  if (a) {\n    sail(north, south, east, west, harbour);\n  }\n}",
    after: "function f() {\n  if (a) {\n    sail(\n      north,\n      south,\n      east,\n      west,\n      harbour,\n    );\n  }\n}",
  },
  {
    title: "an assignment whose list is broken",
    before: "this.berths[name] = new Berth(name, length, depth);",
    after: "this.berths[name] = new Berth(\n  name,\n  length,\n  depth,\n);",
  },
  {
    title: "types of parameters",
    before: "type Sail = (pier: string, tide: number, crew: Crew) => void;",
    after: "type Sail = (\n  pier: string,\n  tide: number,\n  crew: Crew\n) => void;",
  },
  // What stays as it is.
  {
    title: "a comment between elements",
    before: "sail(north, /* why */ south, east, west, harbour);",
    after: "sail(\n  north,\n  /* why */ south,\n  east,\n  west,\n  harbour,\n);",
  },
  {
    title: "a comment behind the line",
    before: "sail(north); // the ferry leaves from the north pier",
    after: "sail(north); // the ferry leaves from the north pier",
  },
  {
    title: "a long text",
    before: 'const report = "The ferry leaves from the north pier";',
    after: 'const report = "The ferry leaves from the north pier";',
  },
  {
    title: "a template",
    before: "const report = `The ferry ${name} leaves from ${pier}`;",
    after: "const report = `The ferry ${name} leaves from ${pier}`;",
  },
  {
    title: "a hushed line",
    before: "// quill: hush layout.line-width\nsail(north, south, east, west, harbour, ocean);",
    after: "// quill: hush layout.line-width\nsail(north, south, east, west, harbour, ocean);",
  },
];

test.each(cases)("$title", ({ before, after }) => {
  const workspace = createWorkspace({
    languages: [javascript()],
    settings: { kits: ["tidy"], levels: { "layout.line-width": "hint" }, tune: { "layout.line-width": { most: 40 } } },
  });
  const uri = "file:///harbour.ts";
  workspace.open({ uri, languageId: "typescript", version: 1, text: `${before}\n` });
  const laid = applyAll(`${before}\n`, workspace.mend(uri));
  expect(laid).toBe(`${after}\n`);
  if (before === after && !before.includes("hush")) {
    const [alert] = workspace.alerts(uri).filter(({ rule }) => rule === "layout.line-width");
    if (alert !== undefined) expect(alert.message).toMatch(/nowhere can it be broken/);
  }
  workspace.close(uri);
  workspace.open({ uri, languageId: "typescript", version: 1, text: laid });
  expect(workspace.mend(uri)).toEqual([]);
});
