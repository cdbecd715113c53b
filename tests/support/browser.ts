/** A built page in Debian's Chromium. */
import { fileURLToPath } from "node:url";
import { chromium, type Browser, type Page } from "playwright-core";
import { build, preview, type PreviewServer } from "vite";

const configFile = fileURLToPath(new URL("../../examples/playground/vite.config.ts", import.meta.url));

export interface OpenPage {
  readonly page: Page;
  /** What the page and its worker said on the console as errors. */
  readonly errors: string[];
  close(): Promise<void>;
}

/** A page of Debian's Chromium, and what it says as errors. */
export async function openBrowser(): Promise<{ browser: Browser; page: Page; errors: string[] }> {
  const browser: Browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // On a machine that is busy with other work a page takes its time.
  page.setDefaultTimeout(240_000);
  const errors: string[] = [];
  page.on("console", (message) => message.type() === "error" && errors.push(message.text()));
  page.on("pageerror", (error) => errors.push(error.message));
  return { browser, page, errors };
}

export async function openPlayground(): Promise<OpenPage> {
  await build({ configFile, logLevel: "error" });
  const server: PreviewServer = await preview({
    configFile,
    logLevel: "error",
    preview: { port: 0, host: "127.0.0.1" },
  });
  const { browser, page, errors } = await openBrowser();
  await page.goto(server.resolvedUrls!.local[0]!);
  return {
    page,
    errors,
    async close() {
      await browser.close();
      await new Promise((resolve) => server.httpServer.close(resolve));
    },
  };
}
