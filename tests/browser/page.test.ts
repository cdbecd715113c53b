import { afterAll, beforeAll, expect, test } from "vitest";
import { unheard } from "../support/accessibility.js";
import { openPlayground, type OpenPage } from "../support/browser.js";

let open: OpenPage;
beforeAll(async () => {
  open = await openPlayground();
}, 120_000);
afterAll(() => open?.close());

const marks = ".cm-lintRange-error";

/** The samples, and how many mistakes were put into each. */
const samples = [
  ["JavaScript: tickets", 17],
  ["TypeScript: crews", 7],
  ["Pages: departures", 11],
  ["A language of its own", 7],
  ["Python: tides", 13],
] as const;

test("type a mistake, see the mark, take the quick fix, see it go, save", { timeout: 600_000 }, async () => {
  const { page, errors } = open;
  // The planted mistakes of the sample are listed.
  await page.locator(".files button", { hasText: "money.js" }).click();
  await page.locator(".alerts h2", { hasText: /^44 alerts$/ }).waitFor();

  await page.locator(".cm-content").click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("export const tip = toCoin(3);\n");
  // On a busy machine what was half typed may still be marked for a moment.
  await expect.poll(() => page.locator(marks).allInnerTexts(), { timeout: 60_000 }).toEqual(["toCoin"]);
  const row = page.locator(".alerts li.here");
  await expect.poll(() => row.locator(".message").allInnerTexts(), { timeout: 60_000 }).toEqual([
    "‘toCoin’ is not known here: did you mean ‘toCoins’?",
  ]);

  await row.getByRole("button", { name: "Fix…" }).click();
  const items = page.getByRole("menuitem");
  await items.first().waitFor();
  expect(await items.allInnerTexts()).toEqual([
    "Change to ‘toCoins’",
    "Say in this file that ‘toCoin’ exists",
    "Hush ‘names.unknown’ on this line",
    "Hush ‘names.unknown’ in this file",
  ]);
  // What each would change stands below.
  expect(await page.locator(".menu .comes").innerText()).toBe("+ export const tip = toCoins(3);\n");
  await page.keyboard.press("ArrowDown");
  expect(await page.locator(".menu .comes").first().innerText()).toContain("quill: known toCoin");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await page.locator(marks).waitFor({ state: "detached" });
  expect(await page.locator(".cm-content").innerText()).toContain("tip = toCoins(3);");

  await page.keyboard.press("Control+End");
  await page.keyboard.type("debugger;\n");
  // A mark may be there in two pieces while it moves along with what is typed.
  await page.locator(".cm-lintRange-warning").first().waitFor();
  await page.keyboard.press("Control+s");
  await expect.poll(() => page.locator(".cm-lintRange-warning").count(), { timeout: 60_000 }).toBe(0);
  await page.locator("output", { hasText: /^src\/money\.js saved, 1 place settled$/ }).waitFor();
  expect(await page.locator(".cm-content").innerText()).not.toContain("debugger");
  expect(errors).toEqual([]);
});

test("the keyboard opens the quick fixes of the line, and a row leads to its file", { timeout: 600_000 }, async () => {
  const { page } = open;
  await page.locator(".alerts .go", { hasText: "‘shown’ is fixed" }).click();
  await page.locator(".tab strong", { hasText: "src/sailings.js" }).waitFor();
  await page.locator(marks).waitFor();
  await page.keyboard.press("Control+.");
  await page.getByRole("menuitem", { name: "Make ‘shown’ reassignable: ‘let’" }).click();
  await page.locator(marks).waitFor({ state: "detached" });
});

const file = (name: string) => open.page.locator(".files button", { hasText: name });
const tab = (name: string) => open.page.getByRole("tab", { name });

test("what a save would change is shown before", { timeout: 600_000 }, async () => {
  const { page } = open;
  await file("ferry.js").click();
  await tab("What a save changes").click();
  await expect.poll(() => page.locator(".shown .diff span").allInnerTexts(), { timeout: 60_000 }).toEqual([
    "  " + '  new Ferry("Avocet", { seats: 24, length: 14, draught: 90 }),\n',
    "− ]\n",
    "+ ];\n",
    "  \n",
  ]);
  await page.locator(".cm-content").click();
  await page.keyboard.press("Control+s");
  await page.locator(".none", { hasText: "A save would change nothing." }).waitFor();
});

test(
  "the settings count as they are typed, with completion, and by the list of rules",
  { timeout: 600_000 },
  async () => {
    const { page } = open;
    await file("alert-quill.jsonc").click();
    await tab("Alerts").click();
    await page.locator(".cm-line", { hasText: '"information"' }).click();
    await page.keyboard.press("End");
    await page.keyboard.press("Enter");
    await page.keyboard.type('"dead.unread-n', { delay: 20 });
    await page.locator(".cm-tooltip-autocomplete", { hasText: "dead.unread-name" }).waitFor();
    const row = page.locator(".alerts .rule", { hasText: "dead.unread-name" });
    expect(await row.count()).toBeGreaterThan(0);
    // Completion takes keys only once it has stood for a moment.
    await page.waitForTimeout(300);
    await page.keyboard.press("Enter");
    await page.keyboard.type('"off",');
    await expect.poll(() => row.count(), { timeout: 60_000 }).toBe(0);

    await page.locator(".alerts .rule", { hasText: "calls.debug-pause" }).first().click();
    await page.locator(".rules h2", { hasText: "A pause for the debugger" }).waitFor();
    expect(await page.locator(".rules mark").first().innerText()).toBe("debugger;");
    await page.getByLabel("Level").selectOption("off");
    await expect.poll(() => page.locator(".cm-content").innerText()).toContain('"calls.debug-pause": "off"');
    await page.locator('.rules nav [aria-current="true"] small', { hasText: "off" }).waitFor();
    await tab("Alerts").click();
    await expect.poll(() => page.locator(".alerts .rule", { hasText: "calls.debug-pause" }).count()).toBe(0);
  },
);

test(
  "alerts are grouped, filtered and settled together, in files that are not in the editor too",
  { timeout: 600_000 },
  async () => {
    const { page } = open;
    await tab("Alerts").click();
    await page.getByLabel("by").selectOption("rule");
    const search = page.getByRole("searchbox", { name: "Search" });
    await search.fill("names.unknown src");
    await expect.poll(() => page.locator(".rows h3").allInnerTexts()).toEqual([
      expect.stringContaining("names.unknown"),
    ]);
    await page.getByTitle("Show error").click();
    await page.locator(".alerts .none", { hasText: "Nothing fits." }).waitFor();
    await page.getByTitle("Show error").click();
    await file("money.js").click();
    await search.fill("pricePerAdlt");
    await page.getByLabel("Choose all of names.unknown").check();
    await page.getByRole("button", { name: "Settle 1 chosen" }).click();
    await page.locator("output", { hasText: "1 settled" }).waitFor();
    await page.locator(".alerts .none", { hasText: "Nothing fits." }).waitFor();
    await search.fill("");
    await file("fares.js").click();
    expect(await page.locator(".cm-content").innerText()).toContain("pricePerChild : pricePerAdult;");
  },
);

test(
  "hovering gives the reason, and leads to the rule; the flow of the function at the cursor is drawn",
  { timeout: 600_000 },
  async () => {
    const { page } = open;
    await page.locator(".alerts .go", { hasText: "nothing is equal to ‘NaN’" }).click();
    await page.locator(".cm-lintRange-error").first().hover();
    await page.locator(".cm-tooltip a", { hasText: "Examples" }).click();
    await page.locator('.rules nav [aria-current="true"]').waitFor();
    await file("fares.js").click();
    await tab("Flow").click();
    await page.locator(".cm-line", { hasText: "return price;" }).click();
    await page.locator(".flow .lit", { hasText: "return price" }).waitFor();
    await page.locator(".cm-line", { hasText: "const crossings" }).click();
    await page.locator(".flow .lit", { hasText: "const crossings" }).waitFor();
  },
);

test("lenses stand above functions that are over their limit, and lead to the rule", { timeout: 600_000 }, async () => {
  const { page } = open;
  await file("alert-quill.jsonc").click();
  await page.locator(".cm-line", { hasText: '"levels": {' }).first().click();
  await page.keyboard.press("Home");
  await page.keyboard.type('"tune": { "strain.heavy-function": { "most": 2 } },\n');
  await tab("Rules").click();
  await page.getByRole("searchbox", { name: "Search rules" }).fill("heavy");
  await page.locator(".rules nav button", { hasText: "heavy-function" }).click();
  await page.getByLabel("Level").selectOption("hint");
  await file("routes.js").click();
  const lens = page.locator(".lens").first();
  await lens.waitFor();
  expect(await lens.innerText()).toMatch(/^strain \d+$/);
  await page.getByRole("searchbox", { name: "Search rules" }).fill("");
  await lens.click();
  await expect.poll(() => page.url()).toContain("rule=strain.heavy-function");
});

test(
  "the address holds what is seen, with what was typed, and the time of a key is told",
  { timeout: 600_000 },
  async () => {
    const { page, errors } = open;
    await page.locator(".cm-content").click();
    await page.keyboard.press("Control+Home");
    await page.keyboard.type("// For the spring.\n");
    await page.locator(".timing", { hasText: /^\d+\.\d ms · .*reading the text/ }).waitFor();
    await page.getByRole("button", { name: "Share", exact: true }).click();
    await expect.poll(() => page.url()).toContain("texts=");
    await page.reload();
    await expect.poll(() => page.locator(".cm-content").innerText(), {
      timeout: 60_000,
    }).toContain("// For the spring.");
    expect(await page.getByRole("tab", { selected: true }).innerText()).toBe("Rules");
    // At 400 pixels all is there still.
    await page.setViewportSize({ width: 400, height: 800 });
    await page.getByLabel("File", { exact: true }).selectOption({ label: "src/money.js" });
    await page.locator(".tab strong", { hasText: "src/money.js" }).waitFor();
    expect(await page.evaluate("document.documentElement.scrollWidth")).toBe(400);
    expect(errors).toEqual([]);
  },
);

test("all that can be worked says what it is to those who hear it", { timeout: 600_000 }, async () => {
  const { page } = open;
  await page.setViewportSize({ width: 1280, height: 800 });
  const faults: Record<string, string[]> = {};
  for (const name of ["Alerts", "Rules", "Flow", "What a save changes"]) {
    await tab(name).click();
    await page.locator(".shown > *").first().waitFor();
    faults[name] = await unheard(page);
  }
  await tab("Alerts").click();
  await page.getByRole("button", { name: "Fix…" }).first().click();
  await page.getByRole("menuitem").first().waitFor();
  faults["menu"] = await unheard(page);
  await page.keyboard.press("Escape");
  expect(faults).toEqual({ Alerts: [], Rules: [], Flow: [], "What a save changes": [], menu: [] });
});

test("an address that was cut off is told, and all else is there", { timeout: 600_000 }, async () => {
  const { page } = open;
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${page.url().split("#")[0]}#file=src/tides.js&texts=abc`);
  await page.reload();
  await page.locator("output", { hasText: "The texts in this address cannot be read" }).waitFor();
  await page.locator(".tab strong", { hasText: "src/tides.js" }).waitFor();
});

test("there is a sample for each language", { timeout: 600_000 }, async () => {
  const { page } = open;
  await tab("Alerts").click();
  for (const [name, count] of samples) {
    await page.getByLabel("Project").selectOption(name);
    await page.locator(".alerts h2", { hasText: new RegExp(`^${count} alerts$`) }).waitFor();
  }
  await page.getByLabel("Project").selectOption("Python: tides");
  await page.locator(".alerts li", { hasText: "‘.almanac’ exports no ‘lowest’" }).waitFor();
  const note = page.locator(".alerts li", { hasText: "{day}" });
  expect(await note.locator("mark").innerText()).toBe('"almanac-{day.year}.json"');
  await note.locator(".go").click();
  await page.locator(".tab strong", { hasText: "tides/almanac.py" }).waitFor();
});

test("a folder that is dropped takes the place of the sample", { timeout: 600_000 }, async () => {
  const { page } = open;
  // What a browser gives where somebody drops a folder.
  await page.evaluate(`{
    const entry = (name, text) => ({ name, isFile: true, isDirectory: false, file: (take) => take(new File([text], name)) });
    const folder = (name, list) => ({ name, isFile: false, isDirectory: true, createReader: () => ({ readEntries: (take) => take(list.splice(0)) }) });
    const top = folder("quay", [
      folder("src", [entry("tides.js", 'import "./notes.txt";\\nimport "./none.txt";\\nmoor(tide);\\n'), entry("notes.txt", "none")]),
      folder("node_modules", [entry("a.js", "away();\\n")]),
    ]);
    const event = new Event("drop", { bubbles: true, cancelable: true });
    event.dataTransfer = { items: [{ webkitGetAsEntry: () => top }] };
    document.querySelector(".page").dispatchEvent(event);
  }`);
  await page.locator("output", { hasText: "2 files read" }).waitFor();
  // A file that had the same name is another one now.
  await file("tides.js").click();
  await expect.poll(() => page.locator(".cm-content").innerText()).toContain("moor(tide);");
  await tab("Alerts").click();
  // Files that are not looked at are known to be there.
  await expect.poll(() => page.locator(".alerts .rule").allInnerTexts(), { timeout: 60_000 }).toEqual([
    "imports.no-such-file",
    "names.unknown",
    "names.unknown",
  ]);
  await page.locator("header p", { hasText: "3 alerts" }).waitFor();
  expect(await page.getByLabel("Project").inputValue()).toBe("");
});
