/** Writes a page for each rule into docs/rules, the page of the refits, that of all messages, and the schema of the settings file. `--check` only says which of them are not as they should be. */
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { build, install, root } from "./prepare.mjs";

const check = process.argv.includes("--check");
if (!check) {
  install();
  build();
}
const { rules } = await import(`${root}/dist/index.js`);
const { markdownPage } = await import(`${root}/dist/report/rule-page.js`);
const { optionPages } = await import(`${root}/dist/cli/catalogue.js`);

const folder = `${root}/docs/rules`;
const wanted = new Map(rules.map((rule) => [`${rule.id}.md`, markdownPage(rule, optionPages(rule))]));
const list = rules.map(({ id, title, level }) => `| [\`${id}\`](${id}.md) | ${level} | ${title} |`);
wanted.set("README.md", ["# Rules", "", "| rule | level | finds |", "| --- | --- | --- |", ...list, ""].join("\n"));

const { settingsJsonSchema } = await import(`${root}/dist/report/schema.js`);
const schema = `${JSON.stringify(settingsJsonSchema(rules), undefined, 1)}\n`;
const schemaFile = `${root}/schema/settings.json`;
const isSchemaOld = !existsSync(schemaFile) || readFileSync(schemaFile, "utf8") !== schema;

const { refitsPage } = await import(`${root}/dist/report/refits-page.js`);
const refitsFile = `${root}/docs/refits.md`;
const isRefitsOld = !existsSync(refitsFile) || readFileSync(refitsFile, "utf8") !== refitsPage();

const { loadLanguages } = await import(`${root}/dist/entries/node.js`);
await loadLanguages();
const { messagesOf } = await import(`${root}/dist/testing/index.js`);
const { messagesPage } = await import(`${root}/dist/report/messages-page.js`);
const messagesFile = `${root}/docs/messages.md`;
const messages = messagesPage(rules, messagesOf);
const isMessagesOld = !existsSync(messagesFile) || readFileSync(messagesFile, "utf8") !== messages;

mkdirSync(folder, { recursive: true });
const wrong = [...wanted]
  .filter(([name, text]) => !existsSync(`${folder}/${name}`) || readFileSync(`${folder}/${name}`, "utf8") !== text)
  .map(([name]) => name);
const old = readdirSync(folder).filter((name) => !wanted.has(name));
if (check) {
  for (const name of [
    ...wrong,
    ...old,
    ...(isSchemaOld ? ["schema/settings.json"] : []),
    ...(isRefitsOld ? ["refits.md"] : []),
    ...(isMessagesOld ? ["messages.md"] : []),
  ]) console.log(name);
} else {
  mkdirSync(`${root}/schema`, { recursive: true });
  writeFileSync(schemaFile, schema);
  writeFileSync(refitsFile, refitsPage());
  writeFileSync(messagesFile, messages);
  for (const name of wrong) writeFileSync(`${folder}/${name}`, wanted.get(name));
  for (const name of old) rmSync(`${folder}/${name}`);
  console.log(`${wrong.length} pages written, ${old.length} removed, ${wanted.size} in all`);
}
