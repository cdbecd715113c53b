/** What messages must hold before anything is done with them. What else they hold is left alone. */
import { z } from "zod";

const whole = z.number().int().min(0);
const uri = z.string().min(1);
const position = z.looseObject({ line: whole, character: whole });
const range = z.looseObject({ start: position, end: position });
const identifier = z.looseObject({ uri });
const versioned = z.looseObject({ uri, version: z.number().int() });
const item = z.looseObject({ uri, languageId: z.string(), version: z.number().int(), text: z.string() });
const folder = z.looseObject({ uri });
const ofDocument = z.looseObject({ textDocument: identifier });
const atPosition = z.looseObject({ textDocument: identifier, position });
const changes = z.array(z.looseObject({ range: range.optional(), text: z.string() }));
const diagnostic = z.looseObject({ range });
const files = z.looseObject({
  files: z.array(z.looseObject({ uri: uri.optional(), oldUri: uri.optional(), newUri: uri.optional() })),
});
const notebook = z.looseObject({
  uri,
  version: z.number().int().optional(),
  cells: z.array(z.looseObject({ kind: z.number().int(), document: uri })),
});

const cellChanges = z.looseObject({
  structure: z.looseObject({
    array: z.looseObject({
      start: whole,
      deleteCount: whole,
      cells: z.array(z.looseObject({ kind: z.number().int(), document: uri })).nullish(),
    }),
    didOpen: z.array(item).nullish(),
    didClose: z.array(identifier).nullish(),
  }).nullish(),
  data: z.array(z.unknown()).nullish(),
  textContent: z.array(z.looseObject({ document: versioned, changes })).nullish(),
});

/** The shapes by method; a method that is not here takes anything. */
const shapes: Readonly<Record<string, z.ZodType | undefined>> = {
  initialize: z.looseObject({
    capabilities: z.looseObject({}).default({}),
    workspaceFolders: z.array(folder).nullish(),
    rootUri: z.string().nullish(),
    processId: z.number().int().nullish(),
  }),
  "textDocument/didOpen": z.looseObject({ textDocument: item }),
  "textDocument/didChange": z.looseObject({ textDocument: versioned, contentChanges: changes }),
  "textDocument/didSave": ofDocument,
  "textDocument/didClose": ofDocument,
  "textDocument/willSaveWaitUntil": ofDocument,
  "textDocument/codeLens": ofDocument,
  "textDocument/codeAction": z.looseObject({
    textDocument: identifier,
    range,
    context: z.looseObject({
      diagnostics: z.array(diagnostic),
      only: z.array(z.string()).nullish(),
      triggerKind: z.number().nullish(),
    }),
  }),
  "codeAction/resolve": z.looseObject({
    title: z.string(),
    data: z.looseObject({
      uri,
      version: z.number().int(),
      does: z.enum(["settle-rule", "settle-all", "order-imports", "refit"]),
      id: z.string().optional(),
      from: whole.optional(),
      to: whole.optional(),
    }).optional(),
  }),
  "textDocument/formatting": ofDocument,
  "textDocument/rangeFormatting": z.looseObject({ textDocument: identifier, range }),
  "textDocument/rangesFormatting": z.looseObject({ textDocument: identifier, ranges: z.array(range) }),
  "textDocument/onTypeFormatting": z.looseObject({ textDocument: identifier, position, ch: z.string() }),
  "textDocument/hover": atPosition,
  "textDocument/completion": atPosition,
  "alertQuill/rules": ofDocument,
  "alertQuill/flow": atPosition,
  "textDocument/diagnostic": z.looseObject({ textDocument: identifier, previousResultId: z.string().nullish() }),
  "workspace/diagnostic": z.looseObject({
    previousResultIds: z.array(z.looseObject({ uri, value: z.string() })).default([]),
  }),
  "workspace/executeCommand": z.looseObject({ command: z.string(), arguments: z.array(z.unknown()).nullish() }),
  "workspace/didChangeWatchedFiles": z.looseObject({
    changes: z.array(z.looseObject({ uri, type: z.number().int() })),
  }),
  "workspace/didChangeWorkspaceFolders": z.looseObject({
    event: z.looseObject({ added: z.array(folder), removed: z.array(folder) }),
  }),
  "workspace/didCreateFiles": files,
  "workspace/didRenameFiles": files,
  "workspace/willRenameFiles": files,
  "workspace/didDeleteFiles": files,
  "notebookDocument/didOpen": z.looseObject({ notebookDocument: notebook, cellTextDocuments: z.array(item) }),
  "notebookDocument/didChange": z.looseObject({
    notebookDocument: z.looseObject({ uri, version: z.number().int().optional() }),
    change: z.looseObject({ cells: cellChanges.nullish() }),
  }),
  "notebookDocument/didSave": z.looseObject({ notebookDocument: z.looseObject({ uri }) }),
  "notebookDocument/didClose": z.looseObject({
    notebookDocument: z.looseObject({ uri }),
    cellTextDocuments: z.array(identifier),
  }),
  "window/workDoneProgress/cancel": z.looseObject({ token: z.union([z.string(), z.number()]) }),
  "$/setTrace": z.looseObject({ value: z.enum(["off", "messages", "verbose"]) }),
};

/** A message that does not hold what its method needs. */
export class ParamsError extends Error {}

/** The parameters of a message as they may be used. Throws a `ParamsError` that says where they are wrong. */
export function readParams(method: string, params: unknown): unknown {
  const shape = shapes[method];
  if (shape === undefined) return params;
  const read = shape.safeParse(params ?? {});
  if (read.success) return read.data;
  const { path, message } = read.error.issues[0]!;
  throw new ParamsError(`${method}: ${path.length > 0 ? `\`${path.join(".")}\`: ` : ""}${message}`);
}
