/** Text from outside on its ways through a function: each way with a safe twin, in JavaScript and Python, and typed letter by letter. */
import { describe, expect, test } from "vitest";
import { createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { python } from "../../src/languages/python/index.js";

const settings = { kits: ["guarded"] };
const languages = [javascript(), python()];

function told(languageId: "javascript" | "python", text: string): string[] {
  const workspace = createWorkspace({ languages, settings });
  const uri = "file:///quay/a";
  workspace.open({ uri, languageId, version: 0, text });
  return workspace.alerts(uri).map(({ rule, from, to }) => `${rule.replace("risk.", "")} ${text.slice(from, to)}`);
}

const handler = (code: string): string => `import { exec } from "node:child_process";\nimport fs from "node:fs";\nexport async function handle(req, res, db) {\n${code}}\n`;
const view = (code: string): string => `import os\nimport subprocess\n\n\ndef handle(db, cursor):\n${code}`;

describe.each<
  [
    languageId: "javascript" | "python",
    around: (code: string) => string,
    ways: readonly (readonly [what: string, code: string, told: readonly string[], twin: string])[]
  ]
>([
  [
    "javascript",
    handler,
    [
      [
        "a name",
        "  const id = req.params.id;\n  db.query(\"DELETE FROM tides WHERE id = \" + id);\n",
        ["text-into-query id"],
        "  const id = Number(req.params.id);\n  db.query(\"DELETE FROM tides WHERE id = \" + id);\n",
      ],
      [
        "two names",
        "  const id = req.params.id;\n  const sql = `SELECT * FROM tides WHERE id = ${id}`;\n  await db.all(sql);\n",
        ["text-into-query sql"],
        "  const id = req.params.id;\n  const sql = `SELECT * FROM tides WHERE id = ?`;\n  await db.all(sql, [id]);\n",
      ],
      [
        "several names at once",
        "  const { id, ...rest } = req.body;\n  db.run(`UPDATE tides SET high = ${rest.high} WHERE id = 3`);\n  exec(id);\n",
        ["text-into-query rest", "text-into-shell id"],
        "  const { id } = db.first();\n  exec(id);\n",
      ],
      [
        "a loop",
        "  for (const id of req.body.ids) db.run(`DELETE FROM tides WHERE id = '${id}'`);\n",
        ["text-into-query id"],
        "  for (const id of [1, 2]) db.run(`DELETE FROM tides WHERE id = '${id}'`);\n",
      ],
      [
        "one of two ways",
        "  let name = \"low\";\n  if (req.query.name) name = req.query.name;\n  exec(`chart ${name}`);\n",
        ["text-into-shell name"],
        "  let name = \"low\";\n  if (req.query.name) name = \"high\";\n  exec(`chart ${name}`);\n",
      ],
      [
        "a fallback",
        "  const name = req.query.name ?? \"low\";\n  fs.readFileSync(\"charts/\" + name);\n",
        ["path-from-outside name"],
        "  const name = (req.query.name ?? \"low\").length;\n  fs.readFileSync(\"charts/\" + name);\n",
      ],
      [
        "methods that keep it",
        "  const name = String(req.query.name).trim().toLowerCase();\n  exec(\"chart \" + name);\n",
        ["text-into-shell name"],
        "  const name = String(req.query.name).trim().length;\n  exec(\"chart \" + name);\n",
      ],
      [
        "an addition",
        "  let sql = \"SELECT * FROM tides\";\n  sql += ` WHERE pier = '${req.query.pier}'`;\n  db.query(sql);\n",
        ["text-into-query sql"],
        "  let sql = \"SELECT * FROM tides\";\n  sql += \" WHERE pier = ?\";\n  db.query(sql, [req.query.pier]);\n",
      ],
      [
        "a value that is replaced before",
        "  let to = req.query.to;\n  res.redirect(to);\n  to = \"/tides\";\n  res.redirect(to);\n",
        ["open-redirect to"],
        "  let to = req.query.to;\n  to = \"/tides\";\n  res.redirect(to);\n",
      ],
      [
        "a check that asks nothing",
        "  const to = req.query.to;\n  if (to) res.redirect(to);\n",
        ["open-redirect to"],
        "  const to = req.query.to;\n  if (isOwn(to)) res.redirect(to);\n",
      ],
      [
        "a page",
        "  const pier = decodeURIComponent(location.hash);\n  res.innerHTML = `<b>${pier}</b>`;\n",
        ["text-into-page pier"],
        "  const pier = decodeURIComponent(location.hash);\n  res.textContent = `<b>${pier}</b>`;\n",
      ],
      [
        "a name that is no request",
        "",
        [],
        "  const request = { query: { id: 3 } };\n  db.query(`DELETE FROM tides WHERE id = ${request.query.id}`);\n",
      ],
    ],
  ],
  [
    "python",
    view,
    [
      [
        "a name",
        "    pier = request.args[\"pier\"]\n    db.execute(\"SELECT * FROM tides WHERE pier = '%s'\" % pier)\n",
        ["text-into-query pier"],
        "    pier = request.args[\"pier\"]\n    db.execute(\"SELECT * FROM tides WHERE pier = %s\", (pier,))\n",
      ],
      [
        "two names",
        "    pier = request.form.get(\"pier\")\n    sql = f\"DELETE FROM tides WHERE pier = '{pier}'\"\n    cursor.execute(sql)\n",
        ["text-into-query sql"],
        "    pier = len(request.form.get(\"pier\"))\n    sql = f\"DELETE FROM tides WHERE pier = '{pier}'\"\n    cursor.execute(sql)\n",
      ],
      [
        "format",
        "    pier = input()\n    cursor.execute(\"SELECT * FROM tides WHERE pier = {}\".format(pier))\n",
        ["text-into-query pier"],
        "    pier = int(input())\n    cursor.execute(\"SELECT * FROM tides WHERE pier = {}\".format(pier))\n",
      ],
      [
        "a shell",
        "    name = request.json[\"name\"].strip()\n    subprocess.run(\"chart \" + name, shell=True)\n",
        ["text-into-shell name"],
        "    name = request.json[\"name\"].strip()\n    subprocess.run([\"chart\", name])\n",
      ],
      [
        "a file",
        "    path = os.path.join(\"charts\", request.args.get(\"name\"))\n    return open(path).read()\n",
        ["path-from-outside path"],
        "    path = os.path.join(\"charts\", os.path.basename(request.args.get(\"name\")))\n    return open(path).read()\n",
      ],
      [
        "a check that asks nothing",
        "    to = request.args.get(\"to\")\n    if to:\n        return redirect(to)\n",
        ["open-redirect to"],
        "    to = request.args.get(\"to\")\n    if is_own(to):\n        return redirect(to)\n",
      ],
      [
        "an addition",
        "    sql = \"SELECT * FROM tides\"\n    sql += \" WHERE pier = \" + request.args[\"pier\"]\n    db.execute(sql)\n",
        ["text-into-query sql"],
        "    sql = \"SELECT * FROM tides\"\n    sql += \" WHERE pier = ?\"\n    db.execute(sql, [request.args[\"pier\"]])\n",
      ],
    ],
  ],
])("%s", (languageId, around, ways) => {
  test.each(ways)("by way of %s", (_, code, expected, twin) => {
    if (code !== "") expect(told(languageId, around(code))).toEqual(expected);
    expect(told(languageId, around(twin))).toEqual([]);
  });

  test("typed letter by letter, and taken back, all is as in a fresh document", () => {
    for (const [, code] of ways.filter((_, index) => index % 3 === 0)) {
      const text = around(code);
      const workspace = createWorkspace({ languages, settings });
      const uri = "file:///quay/a";
      const begin = around("").length - (languageId === "javascript" ? 2 : 0);
      workspace.open({ uri, languageId, version: 0, text: around("") });
      let now = around("");
      let version = 0;
      const step = (from: number, to: number, insert: string): void => {
        now = now.slice(0, from) + insert + now.slice(to);
        workspace.edit(uri, (version += 1), [{ from, to, insert }]);
        const fresh = createWorkspace({ languages, settings });
        fresh.open({ uri, languageId, version: 0, text: now });
        expect(workspace.alerts(uri), now).toEqual(fresh.alerts(uri));
      };
      [...code].forEach((letter, index) => step(begin + index, begin + index, letter));
      expect(now).toBe(text);
      for (let at = begin + code.length; at > begin; at -= 7) step(Math.max(begin, at - 7), at, "");
    }
  });
});
