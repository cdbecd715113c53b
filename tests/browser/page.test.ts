import { afterAll, beforeAll, expect, test } from "vitest";
import { openPlayground, type OpenPage } from "../support/browser.js";

let open: OpenPage;
beforeAll(async () => {
  open = await openPlayground();
}, 120_000);
afterAll(() => open?.close());

const marks = ".cm-lintRange-error";

test("type a mistake, see the mark, take the quick fix, see it go, save", { timeout: 600_000 }, async () => {
  const { page, errors } = open;
  // The planted mistakes of the sample are listed.
  await page.getByRole("button", { name: "money.js" }).click();
  await page.locator(".problems h2", { hasText: /^35 alerts$/ }).waitFor();

  await page.locator(".cm-content").click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("export const tip = toCoin(3);\n");
  // On a busy machine what was half typed may still be marked for a moment.
  await expect.poll(() => page.locator(marks).allInnerTexts(), { timeout: 60_000 }).toEqual(["toCoin"]);
  const row = page.locator(".problems li.here");
  expect(await row.locator(".message").innerText()).toBe("‘toCoin’ is not known here: did you mean ‘toCoins’?");

  await row.getByRole("button", { name: "Fix…" }).click();
  const items = page.getByRole("menuitem");
  await items.first().waitFor();
  expect(await items.allInnerTexts()).toEqual([
    "Change to ‘toCoins’",
    "Say in this file that ‘toCoin’ exists",
    "Hush ‘names.unknown’ on this line",
    "Hush ‘names.unknown’ in this file",
  ]);
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
  await page.locator(".problems .go", { hasText: "‘shown’ is fixed" }).click();
  await page.locator(".tab strong", { hasText: "src/sailings.js" }).waitFor();
  await page.locator(marks).waitFor();
  await page.keyboard.press("Control+.");
  await page.getByRole("menuitem", { name: "Make ‘shown’ reassignable: ‘let’" }).click();
  await page.locator(marks).waitFor({ state: "detached" });
});
