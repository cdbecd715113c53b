import type { SourceText } from "../../../text/text.js";
import type { AdaptedNode } from "../../adapted/nodes.js";
import { ruleFor } from "../../adapted/rule.js";

/** The name of a logger that the file has. */
const loggerIn = (text: SourceText): string | undefined =>
  /\bLogger\s+(\w+)\s*[=;]/.exec(text.slice(0, Math.min(text.length, 20_000)))?.[1];

export const consoleOutput = ruleFor("java", {
  id: "calls.console-output",
  title: "Output to the console",
  why: "What a program writes to its standard output cannot be told apart by what it is about, switched off or sent elsewhere. A logger does all of that.",
  level: "information",
  kits: [],
  once: "style",
  examples: {
    alerts: [
      { code: "class Quay {\n  void moor() {\n    «System.out.println»(\"moored\");\n  }\n}\n" },
      {
        code: "class Quay {\n  private static final Logger log = Logger.getLogger(\"quay\");\n  void moor() {\n    «System.err.println»(\"lost\");\n    log.info(\"moored\");\n  }\n}\n",
        after: "class Quay {\n  private static final Logger log = Logger.getLogger(\"quay\");\n  void moor() {\n    log.warning(\"lost\");\n    log.info(\"moored\");\n  }\n}\n",
      },
      { code: "class Quay {\n  void moor(Exception fault) {\n    «fault.printStackTrace»();\n  }\n}\n" },
    ],
    quiet: [{ code: "class Quay {\n  void moor(Log log) {\n    log.println(\"moored\");\n  }\n}\n" }],
  },
  visit: {
    method_invocation(node, file) {
      const object = node.in("object");
      const name = node.in("name");
      if (object === null || name === null) return;
      const stream = /^System\.(out|err)$/.exec(file.text.slice(object.start, object.end))?.[1];
      const isTrace = name.word === "printStackTrace" && node.in("arguments")?.children.length === 0;
      if (!isTrace && (stream === undefined || !/^(?:print|println|printf)$/.test(name.word))) return;
      file.alert({ from: node.start, to: name.end }, {
        message: `\`${file.text.slice(node.start, name.end)}\` is for the console: take it out, or write to a logger`,
        remedies: () => {
          const logger = loggerIn(file.text);
          if (logger === undefined || stream === undefined || name.word !== "println" || !takesOneText(node)) return [];
          const level = logger === "" ? "" : stream === "err" ? (isStandard(file.text) ? "warning" : "warn") : "info";
          return [{
            title: `Write to \`${logger}\``,
            certainty: "proposed",
            edits: [{ from: node.start, to: name.end, insert: `${logger}.${level}` }],
          }];
        },
      });
    },
  },
});

const takesOneText = (call: AdaptedNode): boolean => call.in("arguments")?.children.length === 1;

/** Whether the loggers of the file are those of the standard library. */
const isStandard = (text: SourceText): boolean =>
  /java\.util\.logging|Logger\.getLogger\("/.test(text.slice(0, Math.min(text.length, 20_000)));
