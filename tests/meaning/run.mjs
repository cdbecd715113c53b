/** Runs programs that come as JSON on the standard input, each in a world of its own, and tells what each said and how it ended. */
import { createContext, Script, SourceTextModule } from "node:vm";

const isModule = (code) => /^\s*(?:import|export)\b(?!\s*\()|^(?:const|let) \w+ = await|\}?\s*;\s*import\b/m.test(code);

/** A module that tells that it was loaded, and has what the program asks of it. */
function stub(specifier, program, context) {
  const names = new Set();
  for (const [, list] of program.matchAll(/(?:import|export)[^;"']*\{([^}]*)\}/g)) {
    const plain = list.replace(/\/\*[^]*?\*\/|\/\/[^\n]*/g, "");
    for (const [, name] of plain.matchAll(/(?:^|,)\s*(?:type\s+)?(\w+)/g)) names.add(name);
  }
  names.delete("default");
  // What is imported for its names alone says nothing when it is loaded.
  const speaks = /\.css$/.test(specifier) || new RegExp(`import\\s*["']${specifier}`).test(program);
  const source = `${speaks ? `log("loaded ${specifier}");\n` : ""}export default () => {};\n` +
    [...names]
      .map((name) => `const own_${name} = "${specifier} ${name}";\nexport { own_${name} as ${name} };\n`)
      .join("");
  return new SourceTextModule(source, { context });
}

async function outcome(code) {
  const said = [];
  const context = createContext({
    log: (...values) => void said.push(
      values.map((value) => (typeof value === "object" ? JSON.stringify(value) : String(value))).join(" "),
    ),
  });
  try {
    if (isModule(code)) {
      const module = new SourceTextModule(code, { context });
      const made = new Map();
      await module.link((specifier) => {
        if (!made.has(specifier)) made.set(specifier, stub(specifier, code, context));
        return made.get(specifier);
      });
      await module.evaluate({ timeout: 60_000 });
    } else {
      new Script(code.replace(/^#!.*/, "")).runInContext(context, { timeout: 60_000 });
    }
    await new Promise((resolve) => setImmediate(resolve));
  } catch (error) {
    // Messages may name another construct; that it fails, and how, may not change.
    said.push(`fails: ${error?.name ?? error}`);
  }
  return said.join("\n");
}

let input = "";
for await (const chunk of process.stdin) input += chunk;
const outcomes = [];
for (const code of JSON.parse(input)) outcomes.push(await outcome(code));
process.stdout.write(JSON.stringify(outcomes));
