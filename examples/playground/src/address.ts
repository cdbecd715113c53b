/** What of the page's state stands in its address, so that it can be shared: what is shown, and on request the texts that were changed. */
import { Store } from "./store.js";

export interface Shown {
  /** The project, by its name among the samples. */
  readonly sample: string;
  readonly file: string;
  readonly panel: string;
  readonly rule: string;
  readonly group: string;
  readonly search: string;
  /** Levels that are left out, with commas. */
  readonly without: string;
}

/** What is shown where the address says nothing. */
export const standard: Shown = {
  sample: "Saltmarsh Ferries",
  file: "src/fares.js",
  panel: "alerts",
  rule: "",
  group: "folder",
  search: "",
  without: "",
};

function read(): Shown {
  const said = new URLSearchParams(location.hash.slice(1));
  return Object.fromEntries(
    Object.entries(standard).map(([key, value]) => [key, said.get(key) ?? shown?.get()[key as keyof Shown] ?? value]),
  ) as unknown as Shown;
}

let shown: Store<Shown> | undefined;
export const address = (shown = new Store<Shown>(read()));

addEventListener("hashchange", () => address.set(read()));

/** Shows something else. */
export function show(change: Partial<Shown>): void {
  const next = { ...address.get(), ...change };
  history.replaceState(null, "", `#${query(next)}`);
  address.set(next);
}

function query(state: Shown): URLSearchParams {
  return new URLSearchParams(
    Object.entries(state).filter(([key, value]) => value !== standard[key as keyof Shown]),
  );
}

async function through(bytes: Uint8Array<ArrayBuffer>, stream: GenericTransformStream): Promise<Uint8Array> {
  return new Uint8Array(await new Response(new Blob([bytes]).stream().pipeThrough(stream as never)).arrayBuffer());
}

/** An address at which others find the page as it is, with the texts of some files. */
export async function addressWith(texts: Readonly<Record<string, string>>): Promise<string> {
  const said = query(address.get());
  if (Object.keys(texts).length > 0) {
    const packed = await through(new TextEncoder().encode(JSON.stringify(texts)), new CompressionStream("deflate-raw"));
    const units = Array.from(packed, (byte) => String.fromCharCode(byte)).join("");
    said.set("texts", btoa(units).replaceAll("+", "-").replaceAll("/", "_"));
  }
  return `${location.href.split("#")[0]}#${said}`;
}

/** The texts that came with the address. Rejects where they were cut off or changed on their way. */
export async function textsInAddress(): Promise<Readonly<Record<string, string>>> {
  const packed = new URLSearchParams(location.hash.slice(1)).get("texts");
  if (packed === null) return {};
  const bytes = Uint8Array.from(atob(packed.replaceAll("-", "+").replaceAll("_", "/")), (one) => one.charCodeAt(0));
  return JSON.parse(new TextDecoder().decode(await through(bytes, new DecompressionStream("deflate-raw"))));
}
