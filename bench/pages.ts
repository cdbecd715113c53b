/**
 * Typing in pages: in a script, and in markup. Half of a page's lines are one script, the others markup with a handler in every fourth line. Milliseconds from a key to the alerts;
 * `npm run bench pages`.
 */
import { createWorkspace } from "../src/index.js";
import { languages } from "../src/languages/index.js";

const uri = "file:///quay.html";

const pier = (index: number): string => `      function pier${index}(hour) {
        const zones = [1, 2, 3].map((zone) => zone * hour);
        let sum = 0;
        for (const zone of zones) {
          if (zone > 10) {
            sum += zone;
          }
        }
        return sum + ${index};
      }

`;

const row = (index: number, piers: number): string => `    <div id="row${index}">
      <p class="tide">Low <b>${index}</b></p>
      <button onclick="pier${index % piers}(3)">Sail</button>
    </div>
`;

function pageOf(lines: number): { readonly text: string; readonly piers: number; readonly rows: number } {
  const piers = Math.round(lines / 22);
  const rows = Math.round(lines / 8);
  const script = Array.from({ length: piers }, (_, index) => pier(index)).join("");
  const markup = Array.from({ length: rows }, (_, index) => row(index, piers)).join("");
  const head =
    `<!doctype html>\n<html lang="en">\n  <head>\n    <title>Quay</title>\n    <script>\n${script}    </script>\n`;
  return { text: `${head}  </head>\n  <body>\n${markup}  </body>\n</html>\n`, piers, rows };
}

const told = (value: number): string => value.toFixed(1);

for (const lines of [250, 500, 5000]) {
  const { text, piers, rows } = pageOf(lines);
  for (const kits of [["sound"], ["sound", "tidy", "thorough"]] as const) {
    const workspace = createWorkspace({ languages, settings: { kits: [...kits] } });
    const began = performance.now();
    workspace.open({ uri, languageId: "html", version: 0, text });
    workspace.alerts(uri);
    console.log(`${lines} lines, ${kits.join(" + ")}: opened in ${told(performance.now() - began)} ms`);
    const type = (what: string, behind: string, keys: readonly string[]): void => {
      const times: number[] = [];
      for (let turn = 0; turn < 60; turn += 1) {
        const at = workspace.text(uri).value.indexOf(behind) + behind.length;
        const insert = keys[turn % keys.length]!;
        const start = performance.now();
        workspace.edit(uri, workspace.version(uri) + 1, [{ from: at, to: insert === "" ? at + 1 : at, insert }]);
        workspace.alerts(uri);
        times.push(performance.now() - start);
      }
      times.sort((one, other) => one - other);
      console.log(`  ${what}: p50 ${told(times[30]!)}, p95 ${told(times[56]!)}, worst ${told(times[59]!)} ms`);
    };
    type("in the script", `return sum + ${piers >> 1}`, [" ", "+", " ", "1", "", "", "", ""]);
    type("in markup", `<p class="tide">Low <b>${rows >> 1}`, ["a", "b", "", ""]);
  }
}
