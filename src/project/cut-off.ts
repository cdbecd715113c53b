/** Cutting off code that does not come to its end. */
import { Script } from "node:vm";
import type { CutOff } from "../engine/rule-limits.js";

const name = "__alertQuillWork";
const script = new Script(`${name}()`);

/**
 * Runs work under the watch of the engine of Node.js, which ends it wherever it is. The watch goes by the clock: when it strikes before the processor time that is allowed was
 * used, it was the machine that was busy.
 */
export const cutOff: CutOff = (work, allowed, longest) => {
  const scope = globalThis as { [name]?: () => void };
  const outer = scope[name];
  const used = process.cpuUsage();
  scope[name] = work;
  try {
    script.runInThisContext({ timeout: longest });
    return "done";
  } catch (error) {
    if ((error as { code?: string }).code !== "ERR_SCRIPT_EXECUTION_TIMEOUT") throw error;
    const { user, system } = process.cpuUsage(used);
    return (user + system) / 1000 < allowed ? "busy" : "stuck";
  } finally {
    if (outer === undefined) delete scope[name];
    else scope[name] = outer;
  }
};
