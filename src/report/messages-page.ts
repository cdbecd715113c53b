/** All that rules say, as a page of Markdown made from their examples, to be read in one go. */
import { areaOf, type Rule } from "../rules/rule.js";

/** What a rule says of a line of an example. */
export interface ExampleMessage {
  readonly message: string;
  readonly line: string;
}

/** Code in a cell of a table. */
function cell(line: string): string {
  const short = line.length > 90 ? `${line.slice(0, 89)}…` : line;
  const fence = short.includes("`") ? "``" : "`";
  return `${fence} ${short.replaceAll("|", "\\|")} ${fence}`;
}

/** The page of all messages; `messagesOf` gives what a rule says. */
export function messagesPage(rules: readonly Rule[], messagesOf: (rule: Rule) => readonly ExampleMessage[]): string {
  const lines = [
    "# Messages",
    "",
    "What the rules say of their own examples: each says what was found, and behind the colon what is wanted. `«…»` stands around what is marked.",
  ];
  let area = "";
  for (const rule of rules) {
    const said = messagesOf(rule);
    if (said.length === 0) continue;
    if (areaOf(rule.id) !== area) {
      area = areaOf(rule.id);
      lines.push("", `## ${area}`, "", "| rule | message | of |", "| --- | --- | --- |");
    }
    for (const [index, { message, line }] of said.entries()) {
      const name = index === 0 ? `[\`${rule.id}\`](rules/${rule.id}.md)` : "";
      lines.push(`| ${name} | ${message.replaceAll("|", "\\|").replaceAll(/\s+/g, " ")} | ${cell(line)} |`);
    }
  }
  return `${lines.join("\n")}\n`;
}
