/** Alert Quill as a library. */
export type { Remedy } from "./engine/document-remedies.js";
export { MemoryFiles } from "./engine/memory-files.js";
export type { AskedLink } from "./engine/link-questions.js";
export { ModuleGraph, type OpenFile, type ReadFile } from "./engine/module-graph.js";
export { Meter } from "./engine/meter.js";
export {
  createWorkspace,
  Workspace,
  type OpenDocument,
  type RefitChoice,
  type PlacedFlow,
  type RenameEdits,
  type WorkspaceOptions,
} from "./engine/workspace.js";
export type { Alert, RuleFailure } from "./engine/alert.js";
export { WorkspaceError, type WorkspaceErrorCode } from "./engine/errors.js";
export type { MendOptions } from "./engine/choice.js";
export type { Fight } from "./engine/fights.js";
export type { Dropped, MendResult } from "./engine/mend.js";
export type { Comment, DocumentInfo, Language, Loading, Tree } from "./languages/language.js";
export type { LanguageSettings, LanguageValues, RulePart } from "./languages/settings.js";
export { rules } from "./languages/index.js";
/** The library that options are declared with, so that packs need none of their own. */
export { z } from "zod";
export {
  defineRule,
  levels,
  type AlertingExample,
  type AlertLevel,
  type Certainty,
  type FileView,
  type Finding,
  type Label,
  type LinkView,
  type Level,
  type QuietExample,
  type RemedyOffer,
  type Rule,
  type Visitors,
} from "./rules/rule.js";
export { kitNames } from "./settings/kits.js";
export { SettingsError, type SettingsCode, type SettingsIssue, type SettingsRemedy } from "./settings/issue.js";
export type { Kit, LanguagePart, LanguageParts, Settings } from "./settings/schema.js";
export { applyAll, difference, type Edit, type Span } from "./text/edit.js";
export { offsetAt, positionAt, type Position, type PositionEncoding, type Range } from "./text/position.js";
export { Text } from "./text/text.js";
export type { SyntaxCode, SyntaxProblem } from "./syntax/problem.js";
export { Node } from "./syntax/node.js";
export { Siblings } from "./syntax/siblings.js";
export { Binding, Declaration, Reference, type Access, type BindingKind, type NameFact } from "./model/binding.js";
export {
  Block,
  type FlowEnds,
  type FlowExit,
  type FlowGraph,
  type FlowLoop,
  type Step,
  type Surroundings,
} from "./model/flow.js";
export type {
  ExportedName,
  Exports,
  FileAccess,
  FileSummary,
  ImportedModule,
  ProjectFiles,
  Resolution,
} from "./model/links.js";
export { Names } from "./model/names.js";
export { Scope, type ScopeKind } from "./model/scope.js";
