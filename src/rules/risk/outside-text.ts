/** The rules on text from outside that becomes more than a text: one for each thing that it can become. */
import type { Sink, SinkKind } from "../../model/outside.js";
import type { AlertingExample, FileView, QuietExample, Rule } from "../rule.js";
import { defineRule } from "../rule.js";
import { Ways, type Way } from "./outside-way.js";

interface About {
  readonly kind: SinkKind;
  readonly id: string;
  readonly title: string;
  readonly why: string;
  /** What it goes into, and what is wanted. */
  readonly into: string;
  readonly wanted: string;
  readonly examples: { readonly alerts: readonly AlertingExample[]; readonly quiet: readonly QuietExample[] };
}

function tell(
  { into, wanted }: About,
  sink: Sink,
  { source, words, steps, part }: Way,
  { text, alert }: FileView,
): void {
  const said = part === source ? "" : `\`${text.slice(part.start, part.end)}\` holds `;
  const holds = part === source ? `\`${words}\` comes from outside` : `${said}text from outside (\`${words}\`)`;
  alert(part, {
    message: `${holds} and goes by \`${sink.name}\` into ${into} as it is: ${wanted}`,
    related: [
      ...(part === source ? [] : [{ at: source, message: "It comes from here" }]),
      ...steps.slice(1).map((at) => ({ at, message: "It is handed on here" })),
    ],
    remedies: () => [...(sink.remedies?.(text) ?? [])],
  });
}

function outsideRule(about: About): Rule {
  const { kind, id, title, why, examples } = about;
  const isOwn = (sink: Sink, ways: Ways): boolean => {
    if (sink.kind !== kind) return false;
    return kind === "query" ? ways.isQuery(sink.part) : kind !== "redirect" || ways.isOpenAddress(sink.part);
  };
  /** What stands in the value itself is told without the names around. */
  const direct = ({ node }: { readonly node: Sink["part"] }, file: FileView): void => {
    const sink = file.facts.outside.sinkOf(node, file.text);
    if (sink?.kind !== kind || file.isBroken(node)) return;
    const ways = new Ways(file);
    const way = isOwn(sink, ways) ? ways.into(sink.part) : undefined;
    if (way !== undefined) tell(about, sink, way, file);
  };
  return defineRule({
    id,
    title,
    why,
    level: "warning",
    kits: ["guarded"],
    examples,
    shapes: { call: direct, assignment: direct },
    flow(flow, file) {
      const ways = new Ways(file, flow);
      for (const sink of ways.sinks()) {
        if (!isOwn(sink, ways) || file.isBroken(sink.part)) continue;
        const alone = new Ways(file);
        const isDirect = alone.into(sink.part) !== undefined && isOwn(sink, alone);
        const way = isDirect ? undefined : ways.into(sink.part);
        if (way !== undefined) tell(about, sink, way, file);
      }
    },
  });
}

const abouts: readonly About[] = [
  {
    kind: "query",
    id: "risk.text-into-query",
    title: "Text from outside in a query",
    why: "A database reads a query as a whole. Text that somebody outside decides can end the value it stands in and go on with a query of its own. Handed over beside the text, a value stays a value whatever it holds.",
    into: "a query",
    wanted: "hand it over as a value beside the text",
    examples: {
      alerts: [
        {
          code: "app.get(\"/berths\", (req, res) => {\n  db.query(`SELECT * FROM berths WHERE pier = '${«req.query.pier»}'`);\n});\n",
          after: "app.get(\"/berths\", (req, res) => {\n  db.query(\"SELECT * FROM berths WHERE pier = ?\", [req.query.pier]);\n});\n",
        },
        {
          code: "app.get(\"/berths\", (req, res) => {\n  const { pier } = req.query;\n  const sql = \"SELECT * FROM berths WHERE pier = '\" + pier + \"'\";\n  db.all(«sql», (rows) => res.json(rows));\n});\n",
        },
        {
          code: "app.get(\"/berths\", (req, res) => {\n  let sql = \"SELECT * FROM berths\";\n  sql += ` WHERE pier = '${req.query.pier}'`;\n  db.query({ text: «sql» });\n});\n",
        },
        {
          code: "def berths(db):\n    pier = request.args.get(\"pier\")\n    return db.execute(f\"SELECT * FROM berths WHERE pier = '{«pier»}'\")\n",
          after: "def berths(db):\n    pier = request.args.get(\"pier\")\n    return db.execute(\"SELECT * FROM berths WHERE pier = ?\", (pier,))\n",
          languageId: "python",
        },
        {
          code: "def berths(db):\n    return db.execute(\"SELECT * FROM \" + «request.args»[\"table\"])\n",
          languageId: "python",
        },
      ],
      quiet: [
        {
          code: "app.get(\"/berths\", (req, res) => {\n  db.query(\"SELECT * FROM berths WHERE pier = ?\", [req.query.pier]);\n});\n",
        },
        {
          code: "app.get(\"/berths\", (req, res) => {\n  db.query(`SELECT * FROM berths LIMIT ${Number(req.query.most)}`);\n});\n",
        },
        {
          code: "app.get(\"/berths\", (req, res) => {\n  const { by } = req.query;\n  if (![\"name\", \"pier\"].includes(by)) return res.sendStatus(400);\n  db.query(`SELECT * FROM berths ORDER BY ${by}`);\n});\n",
        },
        { code: "export const find = (req, index) => index.query(req.query.words);\n" },
        {
          code: "app.get(\"/berths\", (req, res) => {\n  let sql = \"SELECT * FROM berths\";\n  if (req.query.pier) sql += \" WHERE pier = ?\";\n  db.all(sql, [req.query.pier]);\n});\n",
        },
        {
          code: "def berths(db):\n    pier = int(request.args[\"pier\"])\n    return db.execute(f\"SELECT * FROM berths WHERE pier = {pier}\")\n",
          languageId: "python",
        },
      ],
    },
  },
  {
    kind: "shell",
    id: "risk.text-into-shell",
    title: "Text from outside in a command",
    why: "A shell reads a command as a whole: a `;`, a `$(…)` or a line end in a text that somebody outside decides begins a command of its own. A program that is run with a list of arguments takes each as it is.",
    into: "a command of the shell",
    wanted: "run the program with a list of arguments",
    examples: {
      alerts: [
        {
          code: "import { exec } from \"node:child_process\";\nexport function chart(req, res) {\n  exec(\"chart \" + «req.query.pier», () => res.end());\n}\n",
        },
        {
          code: "const cp = require(\"child_process\");\nmodule.exports = (req) => {\n  const name = req.body.name.trim();\n  return cp.execSync(`print ${«name»}`);\n};\n",
        },
        {
          code: "import os\n\n\ndef chart():\n    pier = request.form[\"pier\"]\n    os.system(\"chart \" + «pier»)\n",
          languageId: "python",
        },
        {
          code: "import subprocess\n\n\ndef chart():\n    subprocess.run(f\"chart {«input()»}\", shell=True)\n",
          languageId: "python",
        },
      ],
      quiet: [
        {
          code: "import { execFile } from \"node:child_process\";\nexport function chart(req, res) {\n  execFile(\"chart\", [req.query.pier], () => res.end());\n}\n",
        },
        { code: "export const found = (req) => /a(b)/.exec(req.query.pier);\n" },
        {
          code: "import subprocess\n\n\ndef chart():\n    subprocess.run([\"chart\", request.args[\"pier\"]])\n",
          languageId: "python",
        },
      ],
    },
  },
  {
    kind: "code",
    id: "risk.text-as-code",
    title: "Text from outside that is run",
    why: "What is run as a program can do all that the program around it can. Nobody outside should decide what that is: read the text as data, or choose by it among functions that are there.",
    into: "what is run as code",
    wanted: "read it as data, or choose by it among functions that are there",
    examples: {
      alerts: [
        { code: "export function reckon(req, res) {\n  res.json(eval(«req.body.sum»));\n}\n" },
        { code: "export const tide = (rule) => new Function(\"hour\", «location.hash».slice(1) + rule);\n" },
        { code: "def reckon():\n    return eval(«input()».strip())\n", languageId: "python" },
      ],
      quiet: [
        { code: "export function reckon(req, res) {\n  res.json(JSON.parse(req.body.sum));\n}\n" },
        { code: "import ast\n\n\ndef reckon():\n    return ast.literal_eval(input())\n", languageId: "python" },
      ],
    },
  },
  {
    kind: "page",
    id: "risk.text-into-page",
    title: "Text from outside in a page",
    why: "What is put into a page as markup can hold scripts, which run with all that the reader of the page may do. Put in as text it is shown as it is.",
    into: "the markup of a page",
    wanted: "put it in as text",
    examples: {
      alerts: [
        {
          code: "document.querySelector(\"h1\").innerHTML = new URLSearchParams(«location.search»).get(\"pier\");\n",
          after: "document.querySelector(\"h1\").textContent = new URLSearchParams(location.search).get(\"pier\");\n",
        },
        {
          code: "export function greet(sign) {\n  const name = decodeURIComponent(location.hash.slice(1));\n  sign.insertAdjacentHTML(\"beforeend\", `<b>${«name»}</b>`);\n}\n",
        },
        {
          code: "def greet():\n    return render_template_string(\"<h1>\" + «request.args».get(\"name\", \"\") + \"</h1>\")\n",
          languageId: "python",
        },
      ],
      quiet: [
        { code: "document.querySelector(\"h1\").textContent = location.hash;\n" },
        { code: "export function greet(sign) {\n  sign.innerHTML = `<b>${escapeMarkup(location.hash)}</b>`;\n}\n" },
      ],
    },
  },
  {
    kind: "path",
    id: "risk.path-from-outside",
    title: "A file whose name comes from outside",
    why: "A name with `..` in it, or one that begins at the top, leads out of the folder it is meant for. Take the last part of the name alone, or put the whole path together and see that it lies in that folder.",
    into: "the name of a file",
    wanted: "take its last part alone, or see that the whole path lies in its folder",
    examples: {
      alerts: [
        {
          code: "import { readFile } from \"node:fs/promises\";\nimport path from \"node:path\";\nexport async function chart(req) {\n  const file = path.join(\"charts\", req.params.name);\n  return readFile(«file»);\n}\n",
        },
        {
          code: "def chart():\n    with open(\"charts/\" + «request.args»[\"name\"]) as file:\n        return file.read()\n",
          languageId: "python",
        },
      ],
      quiet: [
        {
          code: "import { readFile } from \"node:fs/promises\";\nimport path from \"node:path\";\nexport const chart = (req) => readFile(path.join(\"charts\", path.basename(req.params.name)));\n",
        },
        {
          code: "import { readFile } from \"node:fs/promises\";\nimport path from \"node:path\";\nexport function chart(req) {\n  const file = path.resolve(\"charts\", req.params.name);\n  if (!file.startsWith(root)) throw new Error(\"not here\");\n  return readFile(file);\n}\n",
        },
      ],
    },
  },
  {
    kind: "redirect",
    id: "risk.open-redirect",
    title: "An address that comes from outside",
    why: "Who follows a link to a site trusts the site, and not where that sends them on to. Send people on only to addresses of your own, chosen by what was asked.",
    into: "the address to which people are sent on",
    wanted: "send them on only to addresses of your own",
    examples: {
      alerts: [
        { code: "export function leave(req, res) {\n  res.redirect(«req.query.to»);\n}\n" },
        { code: "location.href = new URLSearchParams(«location.search»).get(\"to\");\n" },
        { code: "def leave():\n    to = request.args.get(\"to\")\n    return redirect(«to»)\n", languageId: "python" },
      ],
      quiet: [
        { code: "export function leave(req, res) {\n  res.redirect(\"/berths\");\n}\n" },
        { code: "export function leave(req, res) {\n  res.redirect(`/berths/${req.params.id}`);\n}\n" },
        {
          code: "export function leave(req, res) {\n  const { to } = req.query;\n  if (!own.has(to)) return res.sendStatus(400);\n  res.redirect(to);\n}\n",
        },
      ],
    },
  },
];

/** `risk.text-into-query` and those that stand beside it. */
export const outsideRules: readonly Rule[] = abouts.map(outsideRule);
