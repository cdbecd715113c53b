#!/usr/bin/env node
/** The command line. Exit codes: 0 nothing at or above the failing level; 1 something; 2 the command could not do its work. */
import { Command, CommanderError, InvalidArgumentError, Option } from "commander";
import { levels } from "../rules/rule.js";
import { SettingsError } from "../settings/schema.js";
import { version } from "../version.js";
import { demoCommand } from "./demo/index.js";
import { explainCommand, rulesCommand } from "./catalogue.js";
import { mendCommand } from "./mend.js";
import { complain } from "./output.js";
import { reviewCommand } from "./review.js";
import { traceFlow } from "./trace.js";
import { serveSocket, serveStdio } from "../server/node.js";

function port(text: string): number {
  const number = Number(text);
  if (!Number.isInteger(number) || number < 1 || number > 65_535) throw new InvalidArgumentError("a port is a whole number from 1 to 65535");
  return number;
}

const program = new Command("alert-quill")
  .description("Finds mistakes in files as they are typed, and offers remedies.")
  .version(version)
  .exitOverride()
  .showHelpAfterError("(`alert-quill --help` lists the commands)");

program
  .command("review")
  .description("analyse files and folders")
  .argument("[paths...]", "files and folders", ["."])
  .addOption(new Option("--format <form>", "how to report").choices(["text", "json", "sarif"]).default("text"))
  .addOption(new Option("--fail-on <level>", "the mildest level that gives exit code 1").choices(levels).default("warning"))
  .option("--cost", "tell on the error output what the time went to")
  .action((paths, options) => {
    process.exitCode = reviewCommand(paths, options);
  });

program
  .command("mend")
  .description("settle all that is certain in files and folders")
  .argument("[paths...]", "files and folders", ["."])
  .option("--only <rules...>", "only remedies of these rules or areas")
  .option("--proposed", "apply proposed remedies too")
  .action((paths, options) => {
    process.exitCode = mendCommand(paths, options);
  });

program
  .command("serve")
  .description("run as a language server")
  .option("--stdio", "talk over the standard streams")
  .option("--socket <port>", "connect to a port of this machine", port)
  .option("--pipe <name>", "connect to a named pipe")
  .option("--clientProcessId <id>", "passed by some editors; not needed")
  .action((options) => {
    if (options.socket !== undefined) serveSocket({ port: options.socket });
    else if (options.pipe !== undefined) serveSocket({ path: options.pipe });
    else if (options.stdio) serveStdio();
    else {
      complain("say how to talk to the editor: --stdio, --socket PORT or --pipe NAME");
      process.exitCode = 2;
    }
  });

program
  .command("trace")
  .description("show what the analysis sees")
  .requiredOption("--flow <place>", "the flow graph of the function around a line, given as FILE:LINE")
  .action(({ flow }) => {
    process.exitCode = traceFlow(flow);
  });

program
  .command("rules")
  .description("list the rules")
  .action(() => {
    process.exitCode = rulesCommand();
  });

program
  .command("explain")
  .description("show what a rule finds and why")
  .argument("<rule>", "the id of a rule")
  .action((rule) => {
    process.exitCode = explainCommand(rule);
  });

program
  .command("demo")
  .description("play an editing session on the sample project")
  .option("--fast", "without the pauses that let one follow")
  .action(async (options) => {
    process.exitCode = await demoCommand(options);
  });

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2;
  else if (error instanceof SettingsError) {
    complain(error.message);
    process.exitCode = 2;
  } else {
    complain(error instanceof Error ? (error.stack ?? error.message) : String(error));
    process.exitCode = 2;
  }
}
