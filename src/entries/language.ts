/** Writing languages: the contract, trees, names, flow and shapes. */
export { adaptedLanguage, type Adaptation } from "../languages/adapted/index.js";
export type { ReadingManner } from "../languages/adapted/convert.js";
export type { FurtherFacts } from "../languages/adapted/facts.js";
export type { FlowManner } from "../languages/adapted/flow.js";
export { Grammar, type Cursor, type ReadAsset, type Vocabulary } from "../languages/adapted/grammar.js";
export { blockComment, lineComment, quoted, textUntil, type Lexis, type Skipped } from "../languages/adapted/lexis.js";
export {
  allAt,
  at,
  children,
  familyMeanings,
  familyOperators,
  Meanings,
  none,
  nothing,
  nth,
  within,
  type LiteralValue,
  type Meaning,
  type MeaningOf,
  type Operators,
  type Part,
  type Parts,
} from "../languages/adapted/meaning.js";
export type { NameManner, NameRole as AdaptedNameRole } from "../languages/adapted/names.js";
export { AdaptedNode } from "../languages/adapted/nodes.js";
export type { Braces, Reader, Setting } from "../languages/adapted/read.js";
export { defineLanguage, type LanguageDefinition } from "../languages/defaults.js";
export { FlatNames, type NameRole } from "../languages/helpers/flat-names.js";
export { lineComments } from "../languages/helpers/line-comments.js";
export type {
  Comment,
  CommentForms,
  DocumentInfo,
  Language,
  Links,
  LoadedFile,
  Loading,
  NameKeeper,
  Region,
  Regions,
  Traits,
  Tree,
  WantedImport,
} from "../languages/language.js";
export { knownNames, type LanguageSettings, type LanguageValues } from "../languages/settings.js";
export type { KnownNames } from "../model/known-names.js";
export type {
  ExportedName,
  FileAccess,
  FileSummary,
  ImportedModule,
  ProjectFiles,
  Resolution,
} from "../model/links.js";
export { SpellingIndex } from "../model/spelling-index.js";
export { defineRefit, type Refit, type RefitContext, type RefitOffer, type RefitRefusal } from "../languages/refit.js";
export {
  Binding,
  Declaration,
  NAMESPACE,
  Reference,
  TYPE,
  VALUE,
  type Access,
  type BindingKind,
  type Manner,
  type NameFact,
} from "../model/binding.js";
export type * from "../model/code.js";
export {
  Block,
  type Edge,
  type FlowExit,
  type FlowGraph,
  type FlowLoop,
  type Step,
  type Surroundings,
} from "../model/flow.js";
export { FlowBuilder, type Named } from "../model/flow-builder.js";
export { Names } from "../model/names.js";
export { Scope, type ScopeKind } from "../model/scope.js";
export type { Segmentation } from "../model/segments.js";
export type * from "../model/shapes.js";
export type { TreeChange } from "../syntax/change.js";
export { defineKind, type NodeKind } from "../syntax/kind.js";
export { Node, own, ownAll, visitAll, visitNear, type Visit } from "../syntax/node.js";
export type { Insertion, RelatedPlace, SyntaxCode, SyntaxProblem } from "../syntax/problem.js";
export { replaceItems } from "../syntax/replace.js";
export { rereadItems, type ItemReader } from "../syntax/reread.js";
export { nodeAt, walk } from "../syntax/walk.js";
export type { Edit, Span } from "../text/edit.js";
export { Text, type SourceText } from "../text/text.js";
export { Questions, type Question, type QuestionKind } from "../model/types/questions.js";
export { noTypes, type TypedDocument, type TypeSources } from "../model/types/reader.js";
