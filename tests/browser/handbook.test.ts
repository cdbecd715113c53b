/** The handbook as its readers have it: pages on a disk. */
import { readdirSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, beforeAll, expect, test } from "vitest";
import { unheard } from "../support/accessibility.js";
import { openBrowser } from "../support/browser.js";
import { root } from "../support/files.js";

let open: Awaited<ReturnType<typeof openBrowser>>;
let folder: string;
const at = (page: string): string => pathToFileURL(path.join(folder, page)).href;

beforeAll(async () => {
  const { writeHandbook } = await import("../../handbook/write.mjs");
  // Links that lead nowhere stop it.
  folder = await writeHandbook();
  open = await openBrowser();
}, 120_000);
afterAll(() => open?.browser.close());

test("all that is documented has a page, and each is in the list beside the pages", async () => {
  const { page } = open;
  await page.goto(at("index.html"));
  const listed = await page.locator("nav a").evaluateAll((links) => links.map((link) => link.getAttribute("href")));
  const written = readdirSync(folder).filter((name) => name.endsWith(".html"));
  expect(new Set(listed)).toEqual(new Set(written));
  const documented = ["docs", "docs/rules", "docs/editors"].flatMap((name) => readdirSync(
    path.join(root, name),
  )).filter((name) => name.endsWith(".md"));
  // The first page, the list of changes and the one for contributors lie elsewhere.
  expect(written).toHaveLength(documented.length + 3);
});

test("the search finds a rule by words, by keyboard alone", async () => {
  const { page } = open;
  await page.goto(at("index.html"));
  await page.keyboard.press("/");
  await page.keyboard.type("nan compar");
  await page.locator(".found b").first().waitFor();
  expect(await page.locator(".found b").first().innerText()).toBe("values.compared-to-nan");
  await page.keyboard.press("Enter");
  await page.locator("h1", { hasText: "values.compared-to-nan" }).waitFor();
  expect(await page.locator("pre mark").first().innerText()).toBe("tide === NaN");
});

test("an example can be tried: typing and remedies change what is told", async () => {
  const { page, errors } = open;
  await page.goto(at("rules-values.compared-to-nan.html"));
  await page.getByRole("button", { name: "Try it" }).first().click();
  const told = page.locator(".live .hanging > span");
  // What is told hangs from its mark, before it is tried as well.
  expect(await page.locator("pre .hanging").first().innerText()).toContain("nothing is equal to ‘NaN’");
  expect(await told.innerText()).toContain("This is always false: nothing is equal to ‘NaN’");
  await page.getByRole("button", { name: "Ask with ‘Number.isNaN’" }).click();
  expect(await told.count()).toBe(0);
  expect(await page.locator(".live p").innerText()).toBe("Nothing to tell.");
  expect(await page.locator(".live .cm-content").innerText()).toBe("if (Number.isNaN(tide)) wait();");
  await page.locator(".live .cm-content").click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\nmoor(NaN == tide);");
  expect(await told.innerText()).toContain("This is always false");
  expect(await page.locator(".live mark").innerText()).toBe("NaN == tide");
  expect(errors).toEqual([]);
});

test("all that can be worked says what it is to those who hear it", async () => {
  const { page } = open;
  expect(await unheard(page)).toEqual([]);
  await page.goto(at("index.html"));
  await page.keyboard.press("/");
  await page.keyboard.type("nan");
  await page.locator(".found b").first().waitFor();
  expect(await unheard(page)).toEqual([]);
});
