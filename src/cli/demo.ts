/** `demo`: an editing session on the sample project, played over the protocol with the real server, and a review of the whole. */
import { cpSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { fileURLToPath, pathToFileURL } from "node:url";
import { reviewProject } from "../project/review.js";
import { counted } from "../report/model.js";
import { textReport } from "../report/text.js";
import { DemoEditor } from "./demo/editor.js";
import { editorView, menu } from "./demo/view.js";
import { complain, hasColour, outputColours, outputWidth, print } from "./output.js";
import { visitFrom } from "./review.js";

const here = path.dirname(fileURLToPath(import.meta.url));
const sample = path.join(here, "../../examples/harbour");

const typed = `
/** A fare with something for the crew. */
export function withTip(pence) {
  const tip = toCoin(pence / 10);
  return pence + tip;
}
`;

interface Planted {
  readonly file: string;
  readonly line: number;
  readonly rule: string;
}

export async function demoCommand({ fast = false }: { readonly fast?: boolean }): Promise<number> {
  const folder = mkdtempSync(path.join(tmpdir(), "saltmarsh-"));
  cpSync(sample, folder, { recursive: true });
  const editor = new DemoEditor(path.join(here, "../cli/main.js"));
  try {
    await playSession(editor, folder, fast || !process.stdout.isTTY);
  } finally {
    await editor.stop();
    rmSync(folder, { recursive: true });
  }
  return await reviewSample();
}

async function playSession(editor: DemoEditor, folder: string, fast: boolean): Promise<void> {
  const colours = outputColours();
  const pause = (ms: number): Promise<void> => (fast ? Promise.resolve() : wait(ms));
  const say = async (text: string): Promise<void> => {
    await pause(700);
    print(`\n${colours.strong(text)}\n`);
  };
  const uri = (name: string): string => pathToFileURL(path.join(folder, name)).href;

  print(`${colours.strong("Alert Quill")}: an editing session at Saltmarsh Ferries\n`);
  const server = await editor.start(pathToFileURL(folder).href);
  print(colours.faint(`The server ${server} runs as a child process and speaks LSP over its standard streams.\n`));

  const money = uri("src/money.js");
  await say("1  Open a file");
  await editor.open(money);
  const end = editor.text(money).lines.lineCount;
  print(editorView("src/money.js", editor.text(money), editor.diagnostics(money), end - 5, end, colours));

  await say("2  Type a function, character by character");
  const times: number[] = [];
  for (const [index, char] of [...typed].entries()) {
    const at = editor.text(money).length;
    const began = performance.now();
    await editor.change(money, at, at, char);
    await editor.settled(money);
    times.push(performance.now() - began);
    await pause(15);
    const half = typed.indexOf("toCoin(") + "toCoin(".length - 1;
    if (index === half) {
      print(colours.faint("  half-way there is a bracket open, and nothing else is disturbed:\n"));
      print(editorView("src/money.js", editor.text(money), editor.diagnostics(money), end, end + 6, colours));
    }
  }
  print(colours.faint("  and when it is all there, one mark is left:\n"));
  print(editorView("src/money.js", editor.text(money), editor.diagnostics(money), end, end + 5, colours));
  times.sort((a, b) => a - b);
  print(
    colours.faint(`  from keystroke to marks: ${times[times.length >> 1]!.toFixed(1)} ms in the middle, ${times.at(-1)!.toFixed(1)} ms at most, over ${times.length} keystrokes\n`),
  );

  await say("3  Take the quick fix");
  const [mark] = editor.diagnostics(money);
  if (mark === undefined) throw new Error("The mistake was not marked");
  const actions = await editor.actionsFor(money, mark);
  print(menu(actions.map(({ title }) => title), 0, colours));
  await editor.apply(money, actions[0]!);
  print(editorView("src/money.js", editor.text(money), editor.diagnostics(money), end, end + 5, colours));

  await say("4  Save another file, with all that is certain settled");
  const ferry = uri("src/ferry.js");
  await editor.open(ferry);
  print(editorView("src/ferry.js", editor.text(ferry), editor.diagnostics(ferry), 18, 24, colours));
  const edits = await editor.save(ferry);
  print(colours.faint(`  saved, with ${counted(edits, "edit")}:\n`));
  print(editorView("src/ferry.js", editor.text(ferry), editor.diagnostics(ferry), 18, 24, colours));
}

/** Reviews the untouched sample and compares with the list of mistakes planted in it. */
async function reviewSample(): Promise<number> {
  const colours = outputColours();
  print(`\n${colours.strong("5  Review the whole project")}\n\n`);
  const { review, result: { problems } } = await reviewProject({ ...visitFrom([sample]), folder: sample });
  print(textReport(review, { colour: hasColour(), width: outputWidth() }));
  for (const { path: file, reason } of problems) complain(`${file}: ${reason}`);
  const planted = JSON.parse(readFileSync(path.join(sample, "planted.json"), "utf8")) as Planted[];
  const missed = planted.filter(({ file, line, rule }) => {
    const reviewed = review.files.find((one) => one.path === file);
    return !reviewed?.alerts.some(
      (alert) => alert.rule === rule && reviewed.text.lines.lineAt(alert.from) + 1 === line,
    );
  });
  for (const { file, line, rule } of missed) complain(`planted but not found: ${rule} at ${file}:${line}`);
  print(`${colours.strong(`${planted.length - missed.length} of ${planted.length}`)} planted mistakes found.\n`);
  return missed.length > 0 || problems.length > 0 ? 2 : 0;
}
