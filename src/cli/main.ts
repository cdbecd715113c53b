#!/usr/bin/env node
/** The command line. Each command loads what it needs when it runs. Exit codes: 0 nothing at or above the failing level; 1 something; 2 the command could not do its work. */
import { Argument, Command, CommanderError, InvalidArgumentError, Option } from "commander";
import { arePacksLoaded, endProcess, ownProcess, writeOut } from "../project/pack-guard.js";
import { groupings } from "../report/groups.js";
import type { Shard } from "../report/shards.js";
import { levels } from "../rules/rule.js";
import { version } from "../version.js";
import { complain } from "./output.js";

function port(text: string): number {
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1 || number > 65_535) {
    throw new InvalidArgumentError("a port is a whole number from 1 to 65535");
  }
  return number;
}

/** `2/3` is the second of three shards. */
function shard(text: string): Shard {
  const [, number, of] = /^(\d+)\/(\d+)$/.exec(text) ?? [];
  if (number === undefined || Number(number) < 1 || Number(number) > Number(of)) {
    throw new InvalidArgumentError("a shard is its number and how many there are, as 2/3");
  }
  return { number: Number(number), of: Number(of) };
}

ownProcess();

let isServing = false;

/** Ends with a code, unless something has failed for worse. */
const end = (code: number): void => {
  process.exitCode = Math.max(code, Number(process.exitCode ?? 0));
};

const program = new Command("alert-quill")
  .description("Finds mistakes in files as they are typed, and offers remedies.")
  .version(version)
  .exitOverride()
  .showHelpAfterError("(`alert-quill --help` lists the commands)");

const list = (text: string): string[] => text.split(",").map((name) => name.trim()).filter((name) => name !== "");

const formOption = new Option("--format <form>", "how to report").choices(["text", "json"]).default("text");
const colourOption = new Option("--color", "with colours, wherever the output goes");
const settingsOption = new Option("--settings <file>", "with this settings file instead of the nearest of each file");
const asOption = new Option("--as <file>", "the file that the standard input stands for, given as `-`");
const noColourOption = new Option("--no-color", "without colours");

program.hook("preAction", (_, command) => {
  const { color } = command.opts<{ color?: boolean }>();
  if (color === undefined) return;
  // As others say it.
  delete process.env[color ? "NO_COLOR" : "FORCE_COLOR"];
  process.env[color ? "FORCE_COLOR" : "NO_COLOR"] = "1";
});

program
  .command("setup")
  .description("write the settings file of a project, after a few questions")
  .option("-y, --yes", "ask nothing, and take what is found in the project")
  .option("--kits <names>", "where to start, as sound,tidy", list)
  .option("--edition <year>", "the edition of ECMAScript")
  .option("--runtime <names>", "where it runs, as browser,node", list)
  .option("--known <names>", "names that are defined elsewhere", list)
  .option("--skip <globs>", "what is left alone", list)
  .option("--script", "add a script `review` to package.json")
  .option("--no-script", "add none")
  .option("--baseline", "write the alerts of today into a baseline")
  .option("--no-baseline", "write none")
  .option("--hook", "look at what is staged before each commit")
  .option("--no-hook", "write no hook")
  .option("--overwrite", "write the settings file anew if there is one")
  .action(async (options) => {
    const { setupCommand } = await import("./setup.js");
    end(await setupCommand(options));
  });

program
  .command("review")
  .description("analyse files and folders")
  .argument("[paths...]", "files and folders, or `-` for the standard input", ["."])
  .addOption(new Option("--format <form>", "how to report").choices(["text", "json", "sarif", "html"]).default("text"))
  .addOption(
    new Option(
      "--fail-on <level>",
      `the mildest level that gives exit code 1: ${levels.join(", ")}, or one of the settings' own`,
    ).default("warning"),
  )
  .option("--anew", "look at every file again, also at those that are as they were the last time")
  .option("--cost", "tell on the error output what the time went to")
  .option("--profile <name>", "with a profile of the settings")
  .option("--pattern <code>", "find what fits a pattern, and nothing else, as `{{a}}.push({{b…}})`")
  .option("--where <json>", "conditions on the holes of the pattern, as `{\"b\":{\"atLeast\":2}}`")
  .option("--rewrite <code>", "what the pattern's code would become")
  .option("--only <rules>", "only alerts of these rules or areas, as names.unknown,dead", list)
  .option("--since <revision>", "only alerts in lines that have changed since a revision of git")
  .option("--staged", "only what is staged for the next commit: its files as they are staged, and the lines it changes")
  .option("--strain", "list the functions that are hardest to work on instead of alerts")
  .addOption(new Option("--group <by>", "in groups with a heading").choices(groupings))
  .option("--counts", "only how many alerts each group has; files without --group")
  .option("--watch", "go on, and tell what comes and goes as files change")
  .option("--shard <part>", "only one of several parts of the files, as 2/3, for machines that share the work", shard)
  .option("--quiet", "print only alerts at the failing level or graver, and nothing where there are none")
  .option("--output <file>", "write the report into a file")
  .option("--against <report>", "tell what is new and what is gone since an earlier report in JSON or SARIF")
  .addOption(settingsOption)
  .addOption(asOption)
  .addOption(colourOption)
  .addOption(noColourOption)
  .action(async (paths, options) => {
    const { reviewCommand } = await import("./review.js");
    end(await reviewCommand(paths, options));
  });

program
  .command("merge")
  .description("put the JSON or SARIF reports of all shards of a review together")
  .argument("<reports...>", "files that `review --shard` wrote")
  .option("--output <file>", "write the report into a file")
  .addOption(
    new Option("--fail-on <level>", "the mildest level that gives exit code 1").choices(levels).default("warning"),
  )
  .action(async (reports, options) => {
    const { mergeCommand } = await import("./merge.js");
    end(mergeCommand(reports, options));
  });

program
  .command("mend")
  .description("settle all that is certain in files and folders")
  .argument("[paths...]", "files and folders, or `-` for the standard input", ["."])
  .option("--only <rules>", "only remedies of these rules or areas, as layout,dead.unread-name", list)
  .option("--proposed", "apply proposed remedies too")
  .option("--dry-run", "write nothing, and show what would change")
  .option("--check", "as --dry-run, with exit code 1 where something would change")
  .option("--profile <name>", "with a profile of the settings")
  .option("--baseline", "settle what the baseline holds too")
  .addOption(settingsOption)
  .addOption(asOption)
  .addOption(formOption)
  .option("--since <revision>", "only lines that have changed since a revision of git")
  .action(async (paths, options) => {
    const { mendCommand } = await import("./mend.js");
    end(await mendCommand(paths, options));
  });

program
  .command("baseline")
  .description("write the alerts of today into the baseline that the settings name")
  .option("--settled", "only drop what has been settled since, so that it is new if it comes back")
  .action(async (options) => {
    const { baselineCommand } = await import("./baseline.js");
    end(await baselineCommand(options));
  });

program
  .command("serve")
  .description("run as a language server")
  .option("--stdio", "talk over the standard streams")
  .option("--socket <port>", "connect to a port of this machine", port)
  .option("--pipe <name>", "connect to a named pipe")
  .option("--node-ipc", "talk over the channel to the process that forked this one")
  .option("--clientProcessId <id>", "passed by some editors; not needed, as `initialize` says it too")
  .action(async (options) => {
    isServing = true;
    const { serveIpc, serveSocket, serveStdio } = await import("../server/node.js");
    if (options.nodeIpc) serveIpc();
    else if (options.socket !== undefined) serveSocket({ port: options.socket });
    else if (options.pipe !== undefined) serveSocket({ path: options.pipe });
    else if (options.stdio) serveStdio();
    else {
      complain("say how to talk to the editor: --stdio, --socket PORT, --pipe NAME or --node-ipc");
      process.exitCode = 2;
    }
  });

program
  .command("trace")
  .description("show which settings reach a file, and from where; or why a rule tells what it tells at a line")
  .argument("[file]", "a file, or with a rule FILE:LINE")
  .argument("[rule]", "the id of a rule")
  .option("--profile <name>", "with a profile of the settings")
  .addOption(settingsOption)
  .addOption(
    new Option("--format <form>", "how to report; svg draws a flow graph").choices([
      "text",
      "json",
      "svg",
    ]).default("text"),
  )
  .option("--flow <place>", "instead, the flow graph of the function around a line, given as FILE:LINE")
  .action(async (file, rule, { flow, ...options }) => {
    const { traceFile, traceFlow, traceRuleAt } = await import("./trace.js");
    const { format } = options;
    if (format === (flow === undefined ? "svg" : "json")) {
      complain(
        flow === undefined
          ? "svg draws flow graphs: say of which line with --flow"
          : "a flow graph is given as text or svg",
      );
      process.exitCode = 2;
    } else if (flow !== undefined) end(await traceFlow(flow, format === "svg" ? "svg" : "text"));
    else if (rule !== undefined) end(await traceRuleAt(file, rule, options));
    else if (file !== undefined) end(await traceFile(file, options));
    else {
      complain("say which file, or with --flow which line");
      process.exitCode = 2;
    }
  });

program
  .command("rules")
  .description("list the rules")
  .option("--area <name>", "only those of an area")
  .option("--kit <name>", "only those that a kit switches on")
  .addOption(new Option("--level <level>", "only those of a level").choices(levels))
  .addOption(new Option("--language <name>", "only those for what is written in").choices(["javascript", "settings"]))
  .option("--has-remedy", "only those that offer a remedy")
  .addOption(new Option("--format <form>", "how to list").choices(["text", "json"]).default("text"))
  .action(async (options) => {
    const { rulesCommand } = await import("./catalogue.js");
    end(await rulesCommand(options));
  });

program
  .command("kits")
  .description("list the kits that settings can start from")
  .addOption(new Option("--format <form>", "how to list").choices(["text", "json"]).default("text"))
  .action(async (options) => {
    const { kitsCommand } = await import("./kits.js");
    end(await kitsCommand(options));
  });

program
  .command("explain")
  .description("show what a rule finds and why, or what is in a kit")
  .argument("<name>", "the id of a rule, or a kit")
  .option("--against <kit>", "with a kit: tell how it differs from another one")
  .addOption(formOption)
  .action(async (name, options) => {
    const { explainCommand } = await import("./catalogue.js");
    end(await explainCommand(name, options));
  });

program
  .command("completion")
  .description("print what completes commands, options and rules in a shell")
  .addArgument(new Argument("<shell>", "the shell").choices(["bash", "zsh", "fish"]))
  .addHelpText("after", "\nbash: alert-quill completion bash >> ~/.bashrc; zsh and fish likewise.")
  .action(async (shell: "bash" | "zsh" | "fish") => {
    const [{ scripts }, { print }] = await Promise.all([import("./completion.js"), import("./output.js")]);
    print(scripts[shell]);
  });

program
  .command("complete", { hidden: true })
  .argument("[words...]")
  .allowUnknownOption()
  .action(async (words: readonly string[]) => {
    const [{ completions }, { print }] = await Promise.all([import("./completion.js"), import("./output.js")]);
    print((await completions(program, words)).map((offer) => `${offer}\n`).join(""));
  });

program
  .command("demo")
  .description("play an editing session on the sample project")
  .option("--fast", "without the pauses that let one follow")
  .action(async (options) => {
    const { demoCommand } = await import("./demo.js");
    end(await demoCommand(options));
  });

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2;
  else if (error instanceof Error && (error.name === "SettingsError" || error.name === "SourceError")) {
    complain(error.message);
    process.exitCode = 2;
  } else {
    complain(error instanceof Error ? (error.stack ?? error.message) : String(error));
    process.exitCode = 2;
  }
}

/** Milliseconds in which what is due gets its turn. */
const turn = 10;

// A pack may have left something running that never ends.
if (arePacksLoaded() && !isServing) writeOut("", () => setTimeout(() => endProcess(), turn));
