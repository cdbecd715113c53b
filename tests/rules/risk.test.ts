/** What is told of secrets hangs on names that may stand far from them: it follows those as they are typed. */
import { expect, test } from "vitest";
import { createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { python } from "../../src/languages/python/index.js";

const between = "  sail(tide);\n".repeat(80);
const rows = Array.from({ length: 80 }, (_, index) => `  berth${index}: ${index},\n`).join("");

/** `|` stands where letters are missing, which are given behind. */
test.each<[string, string, string]>([
  ["javascript", "const passw| = \"tern4-Kv!9\";\n", "ord"],
  ["javascript", `connect({\n${rows}  passw|: \"tern4-Kv!9\",\n${rows}});\n`, "ord"],
  ["javascript", "if (login.passw| === \"tern4-Kv!9\") open();\n", "ord"],
  ["javascript", "localStorage.setItem(\"tok|\", \"q7Rk2vX9pLw4Zt8Bn3Yc\");\n", "en"],
  ["javascript", "const headers = { Authorizat|: key ?? \"Bearer q7Rk2vX9pLw4Zt8Bn3Yc\" };\n", "ion"],
  ["javascript", "const tok| = Math.random().toString(36);\n", "en"],
  [
    "javascript",
    `function makeTok|() {\n  let text = \"\";\n${between}  text += Math.random();\n${between}  return text;\n}\n`,
    "en",
  ],
  ["javascript", `class Login {\n  makeTok|() {\n${between}    return Math.random();\n  }\n}\n`, "en"],
  ["python", "connect(user=\"harbour\", passw|=\"tern4-Kv!9\")\n", "ord"],
  ["python", "login = {\"harbour\": 3, \"passw|\": \"tern4-Kv!9\"}\n", "ord"],
  ["python", "self.passw| = os.environ.get(\"key\") or \"tern4-Kv!9\"\n", "ord"],
  ["python", "import random\n\n\ndef make_tok|():\n    sail()\n    return random.random()\n", "en"],
])("%s: %s", (languageId, marked, letters) => {
  const workspace = createWorkspace({ languages: [javascript(), python()], settings: { kits: ["guarded"] } });
  const uri = languageId === "python" ? "file:///login.py" : "file:///login.js";
  const from = marked.indexOf("|");
  workspace.open({ uri, languageId, version: 0, text: marked.replace("|", "") });
  expect(workspace.alerts(uri)).toEqual([]);
  for (const [index, insert] of [...letters].entries()) {
    workspace.edit(uri, index + 1, [{ from: from + index, to: from + index, insert }]);
    workspace.alerts(uri);
  }
  expect(workspace.alerts(uri)).toHaveLength(1);
  workspace.edit(uri, 9, [{ from, to: from + letters.length, insert: "" }]);
  expect(workspace.alerts(uri)).toEqual([]);
});
