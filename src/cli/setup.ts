/** `setup`: questions with answers found in the project, and a settings file made of them. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { cancel, confirm, intro, isCancel, log, multiselect, note, outro, select } from "@clack/prompts";
import { editions, rules, runtimes } from "../languages/index.js";
import { Baseline } from "../project/baseline.js";
import { settingsText, withEntry, type SetupAnswers } from "../project/new-settings.js";
import { faultOfKit, settingsFileName } from "../project/project-settings.js";
import { reviewProject } from "../project/review.js";
import { setupFacts, type SetupFacts } from "../project/setup-facts.js";
import { writeText } from "../project/write.js";
import { groupTable } from "../report/group-table.js";
import { groupsOf } from "../report/groups.js";
import { counted, countMendable, type Review } from "../report/model.js";
import { resolveSettings } from "../settings/resolve.js";
import type { Settings } from "../settings/schema.js";
import { version } from "../version.js";
import { complain, outputColours, outputWidth, print } from "./output.js";
import { visitFrom } from "./review.js";

export interface SetupOptions {
  readonly yes?: boolean;
  readonly kits?: readonly string[];
  readonly edition?: string;
  readonly runtime?: readonly string[];
  readonly known?: readonly string[];
  readonly skip?: readonly string[];
  readonly script?: boolean;
  readonly baseline?: boolean;
  readonly hook?: boolean;
  readonly overwrite?: boolean;
}

export const baselineName = "alert-quill-baseline.json";

/** Asks, or takes what is given or found where `--yes` says not to. */
interface Asker {
  choose<Value extends string | number>(
    message: string,
    options: readonly { value: Value; label: string; hint?: string }[],
    initial: Value
  ): Promise<Value>;
  pick(
    message: string,
    options: readonly { value: string; label: string }[],
    initial: readonly string[]
  ): Promise<string[]>;
  agree(message: string, initial: boolean): Promise<boolean>;
  show(title: string, text: string): void;
  say(text: string): void;
}

class Cancelled extends Error {}

const inTerminal: Asker = {
  choose: (message, options, initial) =>
    answered(select({ message, options: options as never, initialValue: initial })) as never,
  pick: (message, options, initial) =>
    answered(multiselect({ message, options: [...options], initialValues: [...initial], required: false })),
  agree: (message, initial) => answered(confirm({ message, initialValue: initial })),
  show: (title, text) => note(text, title),
  say: (text) => log.info(text),
};

async function answered<Value>(answer: Promise<Value>): Promise<Exclude<Value, symbol>> {
  const value = await answer;
  if (isCancel(value)) throw new Cancelled();
  return value as Exclude<Value, symbol>;
}

const unasked: Asker = {
  choose: async (_, __, initial) => initial,
  pick: async (_, __, initial) => [...initial],
  agree: async (_, initial) => initial,
  show: (title, text) => print(`${title}:\n\n${text}\n\n`),
  say: (text) => print(`${text}\n`),
};

/** Columns. */
const usualWidth = 80;

export async function setupCommand(options: SetupOptions): Promise<number> {
  const folder = process.cwd();
  const faults = faultsOf(options);
  if (faults.length > 0) {
    for (const fault of faults) complain(fault);
    return 2;
  }
  const asks = options.yes !== true;
  if (asks && !(process.stdin.isTTY && process.stdout.isTTY)) {
    complain(
      "there is no terminal to ask in: give `--yes` to take what is found in the project, and flags for other answers",
    );
    return 2;
  }
  try {
    // A terminal that tells no size is as wide as most.
    if (asks && !process.stdout.columns) process.stdout.columns = usualWidth;
    if (asks) intro("Alert Quill: settings for this project");
    const done = await setUp(folder, options, asks ? inTerminal : unasked);
    if (asks) outro(done.last);
    else print(`${done.last}\n`);
    return done.code;
  } catch (error) {
    if (!(error instanceof Cancelled)) throw error;
    cancel("Nothing was written.");
    return 1;
  }
}

function faultsOf({ kits, edition, runtime }: SetupOptions): string[] {
  const faults: string[] = [];
  if (edition !== undefined && !editions.some((year) => String(year) === edition)) {
    faults.push(`--edition: there are ${editions.join(", ")}, and no ${edition}`);
  }
  for (const name of runtime ?? []) {
    if (!(runtimes as readonly string[]).includes(name)) {
      faults.push(`--runtime: there are ${runtimes.join(", ")}, and no ${name}`);
    }
  }
  for (const name of kits ?? []) {
    const fault = faultOfKit(name, process.cwd());
    if (fault !== undefined) faults.push(`--kits: ${fault}`);
  }
  return faults;
}

async function setUp(folder: string, options: SetupOptions, asker: Asker): Promise<{ code: number; last: string }> {
  const file = path.join(folder, settingsFileName);
  const facts = setupFacts(folder);
  if (existsSync(file) && options.overwrite !== true) {
    const agreed = options.yes !== true &&
      (await asker.agree(`${settingsFileName} is there already. Write it anew?`, false));
    if (!agreed) {
      return {
        code: options.yes === true ? 2 : 1,
        last: `${settingsFileName} is there already and stays as it is${options.yes === true ? ": `--overwrite` writes it anew" : ""}.`,
      };
    }
  }
  asker.say(found(facts));
  const answers = await answersOf(facts, options, asker);
  const script = facts.hasManifest &&
    !facts.hasReviewScript &&
    (options.script ?? (await asker.agree("Add a script `review` to package.json?", true)));
  const names = answers.known.flatMap((name) => facts.bringing.get(name.replace(/^package:/, "")) ?? name);
  const before = await alertsWith(folder, { ...answers, known: names });
  const baseline = before.count > 0 &&
    (
      options.baseline ??
      (await asker.agree(
        `There are ${counted(before.count, "alert")} now. Write a baseline, so that only new ones are told?`,
        false,
      ))
    );
  const hook = facts.hook !== undefined &&
    (options.hook ?? (await asker.agree("Look at what is staged before each commit, by a hook of git?", false)));
  const text = settingsText({ ...answers, ...(baseline && { baseline: baselineName }) });
  asker.show(settingsFileName, text.trimEnd());
  if (!(await asker.agree("Write it?", true))) return { code: 1, last: "Nothing was written." };
  try {
    writeText(file, text);
    if (baseline) writeText(path.join(folder, baselineName), Baseline.write(before.files));
    if (script) addToManifest(path.join(folder, "package.json"), facts);
    if (hook) writeHook(facts.hook!);
  } catch (error) {
    return { code: 2, last: `Not all could be written: ${(error as Error).message}.` };
  }
  if (before.count > 0 && !baseline) asker.show("A first review", firstReview(before.files));
  const unhooked = options.hook === true && !hook
    ? "\nNo hook was written: one is there already, or git looks for it elsewhere."
    : "";
  const install = script && !facts.asksForPackage
    ? "\nThe package stands among those for development in package.json: `npm install` brings it."
    : facts.isManifestBroken ? "\npackage.json cannot be read as JSON and stays as it is." : "";
  const command = script || facts.hasReviewScript ? `${facts.runScript} review` : "alert-quill review";
  const state = before.count === 0
    ? "There are no alerts now"
    : baseline
      ? `${counted(before.count, "alert")} went into ${baselineName}`
      : `There ${before.count === 1 ? "is" : "are"} ${counted(before.count, "alert")} now${before.mendable > 0 ? `, ${before.mendable} of which \`alert-quill mend\` settles` : ""}`;
  return {
    code: 0,
    last: `${state}.${install}${unhooked}\nNext: \`${command}\`, and \`alert-quill serve --stdio\` as the language server of your editor.`,
  };
}

/** What is run before a commit; git runs only files that may be run. */
function writeHook(file: string): void {
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, "#!/bin/sh\nexec npx alert-quill review --staged --quiet\n", { mode: 0o755 });
}

/** Rules that the first review tells by name. */
const mostRules = 6;

/** How many alerts the rules have, those with most first. */
function firstReview(files: Review["files"]): string {
  const groups = groupsOf({ files }, "rule").sort((a, b) => b.total - a.total);
  // The frame takes its part.
  const width = Math.max(40, outputWidth() - 6);
  const lines = groupTable(groups.slice(0, mostRules), { width, colours: outputColours() });
  const more = groups.slice(mostRules);
  if (more.length > 0) {
    lines.push(`and ${counted(more.reduce((sum, { total }) => sum + total, 0), "alert")} of ${counted(more.length, "other rule")}`);
  }
  return lines.join("\n");
}

/** Adds the script, and the package that it runs. */
function addToManifest(file: string, { asksForPackage }: SetupFacts): void {
  let text = withEntry(readFileSync(file, "utf8"), ["scripts", "review"], "alert-quill review");
  if (!asksForPackage) text = withEntry(text, ["devDependencies", "alert-quill"], `^${version}`);
  writeText(file, text);
}

/** `a, b and c`. */
const inWords = (parts: readonly string[]): string =>
  [parts.slice(0, -1).join(", "), ...parts.slice(-1)].filter((part) => part !== "").join(" and ");

function found({ name, languages, runtime, edition, editionFrom, python }: SetupFacts): string {
  const files = inWords([...languages].map(([language, count]) => `${counted(count, "file")} of ${language}`)) ||
    "no files to analyse yet";
  return `In ${name}: ${files}; it seems to run in ${runtime.join(" and ")}, and to be written in edition ${edition} (${editionFrom})${python === undefined ? "" : `, its Python in ${python.edition} (${python.from})`}.`;
}

async function answersOf(facts: SetupFacts, options: SetupOptions, asker: Asker): Promise<SetupAnswers> {
  const starts = [
    { value: "sound", label: "Mistakes only", hint: "kit sound" },
    { value: "sound,tidy", label: "Mistakes and layout", hint: "kits sound, tidy" },
    { value: "thorough", label: "What is worth a look, too", hint: "kit thorough" },
    {
      value: "thorough,tidy,modern,light,guarded,typed",
      label: "All there is",
      hint: "kits thorough, tidy, modern, light, guarded, typed",
    },
  ];
  const kits = options.kits ?? (await asker.choose("What is to be told?", starts, "sound")).split(",");
  const edition = options.edition !== undefined
    ? Number(options.edition)
    : await asker.choose(
      "Which edition of ECMAScript may the code use?",
      [...editions].reverse().map((value) => ({
        value,
        label: String(value),
        ...(value === facts.edition && { hint: facts.editionFrom }),
      })),
      facts.edition,
    );
  const runtime = options.runtime ??
    (await asker.pick("Where does it run?", runtimes.map((value) => ({ value, label: value })), facts.runtime));
  const known = options.known ?? (await bringingOf(facts, asker));
  const skip = options.skip ?? [...(await othersOf(facts, asker)), ...(await madeOf(facts, asker))];
  return { kits, edition, runtime, python: facts.python?.edition, known, skip };
}

/** The frameworks and libraries whose names are used without an import. */
async function bringingOf({ bringing }: SetupFacts, asker: Asker): Promise<string[]> {
  if (bringing.size === 0) return [];
  const options = [...bringing].map(([value, names]) => ({
    value,
    label: `${value} (${[...names.slice(0, 3), ...(names.length > 3 ? ["…"] : [])].join(", ")})`,
  }));
  const chosen = await asker.pick("Whose names are used without an import?", options, [...bringing.keys()]);
  return chosen.map((name) => `package:${name}`);
}

/** The folders that hold no sources of the project. */
async function othersOf({ sources }: SetupFacts, asker: Asker): Promise<string[]> {
  // With one folder there is no question.
  if (sources.size < 2) return [];
  const names = [...sources.keys()].sort();
  const own = await asker.pick(
    "Which folders hold sources of yours?",
    names.map((value) => ({ value, label: `${value} (${counted(sources.get(value)!, "file")})` })),
    names,
  );
  return names.filter((name) => !own.includes(name)).map((name) => `${name}/**`);
}

/** Folders of what tools have made that are to be left alone. */
async function madeOf({ skip }: SetupFacts, asker: Asker): Promise<string[]> {
  return skip.length === 0
    ? []
    : asker.pick("What is to be left alone?", skip.map((value) => ({ value, label: value })), skip);
}

/** What a review would tell with the answers. */
async function alertsWith(
  folder: string,
  { kits, edition, runtime, python, known, skip }: SetupAnswers,
): Promise<{ count: number; mendable: number; files: Review["files"] }> {
  const builtIn = kits.filter((kit) => !/[./@]/.test(kit));
  const javascript = { edition, runtime, known };
  const settings = {
    kits: builtIn,
    languages: { javascript, ...(python !== undefined && { python: { edition: python } }) },
    skip,
  } as unknown as Settings;
  resolveSettings(settings, { rules });
  const { review } = await reviewProject({ ...visitFrom([folder]), instead: settings });
  const files = review.files;
  return {
    count: files.reduce((sum, { alerts }) => sum + alerts.length, 0),
    mendable: countMendable(files),
    files,
  };
}
