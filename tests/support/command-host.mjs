/**
 * Runs commands of the built program one after another in one process: code that has run before runs many times as fast as in a process of its own. What a command is given and leaves
 * behind (folder, variables, exit code, output) is its own.
 */
import { createReadStream, openSync, writeSync } from "node:fs";
import { createInterface } from "node:readline";
import { pathToFileURL } from "node:url";

const [program, asked, answered] = process.argv.slice(2);

let out = "";
let err = "";
process.stdout.write = (text) => taken(() => (out += text));
process.stderr.write = (text) => taken(() => (err += text));
const ownWrites = { out: process.stdout.write, err: process.stderr.write };

function taken(take) {
  take();
  return true;
}

const end = process.exit.bind(process);
let left = () => {};
const ownExit = (code) => {
  process.exitCode = code ?? process.exitCode;
  left();
};
process.exit = ownExit;

/** Ends when the program comes to its end, or leaves. */
async function run({ folder, env, args }, number) {
  process.chdir(folder);
  for (const name of Object.keys(process.env)) delete process.env[name];
  Object.assign(process.env, env);
  process.argv = [process.execPath, program, ...args];
  process.exitCode = undefined;
  process.exit = ownExit;
  process.stdout.write = ownWrites.out;
  process.stderr.write = ownWrites.err;
  out = "";
  err = "";
  const hasLeft = new Promise((resolve) => {
    left = resolve;
  });
  await Promise.race([import(`${pathToFileURL(program).href}?run=${number}`), hasLeft]);
  return { code: process.exitCode ?? 0, out, err };
}

const answers = openSync(answered, "w");
let count = 0;
for await (const line of createInterface({ input: createReadStream(asked) })) {
  count++;
  writeSync(answers, `${JSON.stringify(await run(JSON.parse(line), count))}\n`);
}
// What packs have left running keeps nobody waiting.
end();
