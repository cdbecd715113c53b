/** Cutting off code that does not come to its end. */
import { Script } from "node:vm";
import type { CutOff } from "../engine/rule-limits.js";

const name = "__alertQuillWork";
const script = new Script(`${name}()`);

/** Runs work under the watch of the JavaScript engine, which ends it wherever it is. */
export const cutOff: CutOff = (work, milliseconds) => {
  const scope = globalThis as { [name]?: () => void };
  const outer = scope[name];
  scope[name] = work;
  try {
    script.runInThisContext({ timeout: milliseconds });
    return true;
  } catch (error) {
    if ((error as { code?: string }).code === "ERR_SCRIPT_EXECUTION_TIMEOUT") return false;
    throw error;
  } finally {
    if (outer === undefined) delete scope[name];
    else scope[name] = outer;
  }
};
