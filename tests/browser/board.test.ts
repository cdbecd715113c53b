/** The board in a browser, as a file on disk: what a person sees of a review and can do with it. */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { unheard } from "../support/accessibility.js";
import { openBrowser } from "../support/browser.js";
import { harbour, quill, scratch } from "../support/command.js";

let browser: Browser;
let page: Page;
let errors: string[];
let board: string;
const asked: string[] = [];

beforeAll(async () => {
  const folder = harbour();
  expect(quill(folder, "review", "--format", "json", "--output", "before.json").code).toBe(1);
  // One mistake goes, another one comes.
  const fares = path.join(folder, "src/fares.js");
  writeFileSync(fares, readFileSync(fares, "utf8").replace("pricePerAdlt", "pricePerAdult"));
  const clock = path.join(folder, "src/clock.js");
  writeFileSync(clock, `${readFileSync(clock, "utf8")}\nexport const shown = [tidetable, "<script>&lt;"];\n`);
  expect(quill(folder, "review", "--format", "html", "--against", "before.json", "--output", "board.html").code).toBe(
    1,
  );
  board = pathToFileURL(path.join(folder, "board.html")).href;
  ({ browser, page, errors } = await openBrowser());
  page.on("request", (request) => asked.push(request.url()));
}, 120_000);
afterAll(() => browser?.close());

const open = async (address = "", width = 1280): Promise<void> => {
  await page.setViewportSize({ width, height: 800 });
  await page.goto("about:blank");
  await page.goto(board + address);
  await page.locator("header h1").waitFor();
};

const alerts = () => page.getByRole("list", { name: /alerts?$/ }).getByRole("listitem");

test("the overview counts, and leads to alerts whose address can be shared", { timeout: 300_000 }, async () => {
  await open();
  expect(await page.locator("header p").innerText()).toMatch(/^38 alerts in 26 files · \d{4}-/);
  expect(await page.locator(".areas tr").first().innerText()).toMatch(/^dead\s+7\s+7$/);
  await page.getByRole("button", { name: "names, error: 6" }).click();
  await page.getByRole("tab", { name: "Alerts 6", selected: true }).waitFor();
  expect(new URL(page.url()).hash).toBe("#view=alerts&level=error&area=names");
  await page.getByRole("button", { name: "Without level error" }).click();
  await page.getByRole("button", { name: "Without area names" }).click();
  await page.getByRole("tab", { name: "Alerts 38" }).waitFor();
  await page.goBack();
  await page.getByRole("tab", { name: "Alerts 6" }).waitFor();
  // Nothing but the file itself was asked for.
  expect(asked.filter((url) => !url.startsWith("file:") && url !== "about:blank")).toEqual([]);
  expect(errors).toEqual([]);
});

test("an alert opens to its source, its remedies and its rule, by keyboard too", { timeout: 300_000 }, async () => {
  await open("#view=alerts&group=rule");
  expect(await page.locator(".list h3").first().innerText()).toBe("names.unknown 5 alerts");
  const rows = alerts();
  await rows.first().getByRole("button").focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  const note = page.locator(".note");
  await note.waitFor();
  expect(await note.locator(".source mark").first().innerText()).toBe("prty");
  expect(await note.locator(".hanging").innerText()).toContain("‘prty’ is not known here: did you mean ‘party’?");
  expect(await note.locator(".remedy figcaption").first().innerText()).toBe("Change to ‘party’ proposed");
  expect(await note.locator(".remedy .goes code").first().innerText()).toContain("onPay(prty)");
  expect(await note.locator(".remedy .comes code").first().innerText()).toContain("onPay(party)");
  expect(await rows.nth(1).getByRole("button").first().getAttribute("aria-expanded")).toBe("true");
  await note.getByRole("button", { name: "names.unknown" }).click();
  await page.locator(".rules h2", { hasText: "names.unknown" }).waitFor();
  expect(await page.locator(".example mark").first().innerText()).toBe("harbor");
  expect(errors).toEqual([]);
});

test("words, new ones and what mending settles are found", { timeout: 300_000 }, async () => {
  await open();
  await page.keyboard.press("/");
  await page.keyboard.type("known draugth");
  await page.getByRole("tab", { name: "Alerts 1" }).waitFor();
  await page.getByRole("searchbox").fill("");
  expect(await page.locator(".trend").innerText()).toContain("Since before.json: 1 new, 1 gone, 37 stayed.");
  await page.getByRole("button", { name: "1 new" }).click();
  const row = alerts().first();
  expect(await row.innerText()).toContain("‘tidetable’ is not known here");
  await row.getByRole("button").click();
  // What stands in a source is text.
  expect(await page.locator(".source .marked code").first().innerText()).toBe(
    "export const shown = [tidetable, \"<script>&lt;\"];",
  );
  await open("#view=overview");
  await page.locator("summary").click();
  expect(await page.locator(".trend details li").innerText()).toContain("‘pricePerAdlt’ is not known here");
  expect(errors).toEqual([]);
});

test(
  "a file in the map leads to its alerts; dark, narrow and on paper it can be read",
  { timeout: 300_000 },
  async () => {
    await open();
    await page.getByRole("button", { name: "by strain" }).click();
    await page.getByRole("button", { name: /^weather\/tides\.py, \d+ lines, strain \d+$/ }).click();
    await page.getByRole("tab", { name: "Alerts 3" }).waitFor();
    await page.getByRole("button", { name: "Dark" }).click();
    await page.waitForFunction("getComputedStyle(document.body).backgroundColor === 'rgb(20, 25, 29)'");
    await open("#view=alerts&open=3", 400);
    await page.locator(".note").waitFor();
    expect(await page.evaluate("document.documentElement.scrollWidth")).toBe(400);
    await page.getByRole("button", { name: "Filter" }).click();
    await page.getByRole("button", { name: /^warning 14/ }).click();
    await page.getByRole("button", { name: "Filter" }).click();
    await page.getByRole("tab", { name: "Alerts 14" }).waitFor();
    await open();
    await page.evaluate('dispatchEvent(new Event("beforeprint"))');
    await page.locator(".list.whole").waitFor();
    expect(await page.locator(".list.whole .alert").count()).toBe(38);
    expect(errors).toEqual([]);
  },
);

test("of ten thousand alerts those in sight are drawn", { timeout: 300_000 }, async () => {
  const folder = scratch();
  const text = Array.from({ length: 500 }, (_, index) => `debugger; // berth${index}\n`).join("");
  for (let index = 0; index < 20; index += 1) writeFileSync(path.join(folder, `quay${index}.js`), text);
  quill(folder, "review", "--format", "html", "--output", "board.html");
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${pathToFileURL(path.join(folder, "board.html")).href}#view=alerts`);
  await page.getByRole("tab", { name: "Alerts 10,000" }).waitFor();
  expect(await page.locator(".row").count()).toBeLessThan(80);
  await page.locator(".list").evaluate((list) => list.scrollTo(0, list.scrollHeight));
  await page.locator(".alert", { hasText: /line 500$/ }).waitFor();
  await page.getByRole("searchbox").fill("berth77 quay3.js");
  await page.getByRole("tab", { name: "Alerts 1", exact: true }).waitFor();
  expect(errors).toEqual([]);
});

test("all that can be worked says what it is to those who hear it", { timeout: 300_000 }, async () => {
  const faults: Record<string, string[]> = {};
  for (const address of ["", "#view=alerts&group=rule", "#view=rules"]) {
    await open(address);
    faults[address] = await unheard(page);
  }
  expect(faults).toEqual({ "": [], "#view=alerts&group=rule": [], "#view=rules": [] });
});
