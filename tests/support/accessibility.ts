/** What those hear who do not see a page. */
import type { Page } from "playwright-core";

interface Heard {
  readonly ignored: boolean;
  readonly role?: { readonly value: string };
  readonly name?: { readonly value: string };
  readonly properties?: readonly { readonly name: string; readonly value: { readonly value: unknown } }[];
}

const named = new Set(
  ["button", "link", "textbox", "searchbox", "combobox", "checkbox", "tab", "tabpanel", "menuitem", "image", "listbox"],
);

/** What is wrong with a page for them: what can be worked without saying what it is, and parts of a page that are missing or there twice. */
export async function unheard(page: Page): Promise<string[]> {
  const session = await page.context().newCDPSession(page);
  const { nodes } = await session.send("Accessibility.getFullAXTree") as unknown as { nodes: readonly Heard[] };
  await session.detach();
  const heard = nodes.filter(({ ignored }) => !ignored);
  const role = (one: Heard): string => one.role?.value ?? "";
  const isFocusable = ({ properties = [] }: Heard): boolean =>
    properties.some(({ name, value }) => name === "focusable" && value.value === true);
  const silent = heard.filter(
    (one) => (named.has(role(one)) || (isFocusable(one) && role(one) !== "RootWebArea" && role(one) !== "generic")) &&
      (one.name?.value ?? "").trim() === "",
  );
  const faults = silent.map((one) => `${role(one)} without a name`);
  for (const part of ["main", "RootWebArea"]) {
    const count = heard.filter((one) => role(one) === part).length;
    if (count !== 1) faults.push(`${count} × ${part}`);
  }
  if (!heard.some((one) => role(one) === "heading")) faults.push("no heading");
  const ids = await page.evaluate("[...document.querySelectorAll('[id]')].map(({ id }) => id)") as string[];
  for (const id of new Set(ids.filter((one, index) => ids.indexOf(one) !== index))) {
    faults.push(`id ${id} is there twice`);
  }
  return faults;
}
