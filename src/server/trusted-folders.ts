/** The folders whose packs may run, with those that a person trusts for good in a file of their own. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";
import { userSettingsFile } from "../project/project-settings.js";

const schema = z.object({ folders: z.array(z.string()) });

const file = (): string => path.join(path.dirname(userSettingsFile()), "trusted.json");

export class TrustedFolders {
  private trust: "ask" | "always" | "never" = "ask";
  private readonly folders = new Set<string>(readRemembered());

  set(trust: "ask" | "always" | "never"): void {
    this.trust = trust;
  }

  has(folder: string): boolean {
    return this.trust === "always" || (this.trust === "ask" && this.folders.has(folder));
  }

  add(folder: string, forGood: boolean): void {
    this.folders.add(folder);
    if (!forGood) return;
    mkdirSync(path.dirname(file()), { recursive: true });
    writeFileSync(
      file(),
      `${JSON.stringify({ folders: [...new Set([...readRemembered(), folder])] }, undefined, 2)}\n`,
    );
  }

  /** All of them, for those who work elsewhere; `true` when it is all folders. */
  get all(): true | readonly string[] {
    return this.trust === "always" ? true : this.trust === "never" ? [] : [...this.folders];
  }
}

/** A file that cannot be read trusts nobody. */
function readRemembered(): readonly string[] {
  if (!existsSync(file())) return [];
  try {
    return schema.parse(JSON.parse(readFileSync(file(), "utf8"))).folders;
  } catch {
    return [];
  }
}
