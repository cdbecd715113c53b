/** Completion in shells: a script for each, which asks the program itself what may come next. */
import type { Command, Option } from "commander";
import { settingsOf } from "../project/visit.js";
import { areaOf } from "../rules/rule.js";
import { kitNames } from "../settings/kits.js";
import { knownRules } from "./known-rules.js";

export const shells = ["bash", "zsh", "fish"] as const;

/** The script that a shell reads at its start. Where nothing of ours fits, files are offered. */
export const scripts: Readonly<Record<(typeof shells)[number], string>> = {
  bash: `_alert_quill() {
  local IFS=$'\\n'
  COMPREPLY=($(alert-quill complete -- "\${COMP_WORDS[@]:1:COMP_CWORD}" 2>/dev/null))
}
complete -o default -F _alert_quill alert-quill
`,
  zsh: `#compdef alert-quill
_alert_quill() {
  local -a offers
  offers=("\${(@f)$(alert-quill complete -- "\${words[@]:1:$((CURRENT - 1))}" 2>/dev/null)}")
  if [[ -n "$offers" ]]; then compadd -Q -S '' -- $offers; else _files; fi
}
compdef _alert_quill alert-quill
`,
  fish: `function __alert_quill
  set -l words (commandline -opc) (commandline -ct)
  alert-quill complete -- $words[2..-1] 2>/dev/null
end
complete -c alert-quill -a '(__alert_quill)'
`,
};

/** What may stand where the last of some words stands, which is typed in part; nothing where that is a file. */
export async function completions(program: Command, words: readonly string[]): Promise<string[]> {
  const typed = words.at(-1) ?? "";
  const before = words.slice(0, -1);
  const starting = (offers: readonly string[]): string[] => offers.filter((offer) => offer.startsWith(typed));
  const commands = program.commands.filter((one) => one.name() !== "complete");
  if (before.length === 0) return starting([...commands.map((one) => one.name()), "--help", "--version"]);
  const command = commands.find((one) => one.name() === before[0]);
  if (command === undefined) return [];
  const option = command.options.find((one) => one.long === before.at(-1) && one.required);
  if (option !== undefined) return valuesOf(option, typed);
  if (typed.startsWith("-")) return starting([...command.options.map(({ long }) => long ?? ""), "--help"]);
  const isRule = command.name() === "explain" || (command.name() === "trace" && /:\d+$/.test(before.at(-1)!));
  if (isRule) {
    const named = (await knownRules()).map(({ id }) => id);
    return starting(command.name() === "explain" ? [...kitNames, ...named] : named);
  }
  return command.name() === "completion" ? starting(shells) : [];
}

/** What the value of an option may be; of a list the last of its names is typed in part. */
async function valuesOf(option: Option, typed: string): Promise<string[]> {
  const comma = typed.lastIndexOf(",") + 1;
  const last = (offers: readonly string[]): string[] =>
    offers.filter((offer) => offer.startsWith(typed.slice(comma))).map((offer) => typed.slice(0, comma) + offer);
  if (option.argChoices !== undefined) return last(option.argChoices);
  switch (option.long) {
    case "--only":
    case "--area": {
      const rules = await knownRules();
      const areas = [...new Set(rules.map(({ id }) => areaOf(id)))];
      return last(option.long === "--area" ? areas : [...areas, ...rules.map(({ id }) => id)]);
    }
    case "--kit":
    case "--kits":
    case "--against":
      return last(kitNames);
    case "--profile": {
      const settings = settingsOf({});
      const file = settings.fileFor(process.cwd());
      return file === undefined ? [] : last(Object.keys(settings.source(file).checked.settings.profiles ?? {}));
    }
    default:
      return [];
  }
}
