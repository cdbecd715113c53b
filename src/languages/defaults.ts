/** What a language that says nothing of something is taken to say: what makes rules claim the least. */
import type { Binding, Reference } from "../model/binding.js";
import { linesOfCode } from "../model/code-lines.js";
import type { CodeEdits, CodeFacts } from "../model/code.js";
import { Block, type FlowGraph } from "../model/flow.js";
import type { KnownNames } from "../model/known-names.js";
import { nothingOutside } from "../model/outside.js";
import type { Segmentation } from "../model/segments.js";
import { SpellingIndex } from "../model/spelling-index.js";
import { removeLines } from "../rules/lines.js";
import type { Node } from "../syntax/node.js";
import type { Language } from "./language.js";
import { plainSettings } from "./settings.js";

/** What a node that is a name knows of it. */
const factOf = (node: Node): unknown => (node as { fact?: unknown }).fact;

const facts: CodeFacts = {
  hasEffect: () => true,
  isSteady: () => false,
  alwaysLeaves: () => false,
  isInert: () => false,
  idleValue: () => undefined,
  isEmpty: () => false,
  isValue: () => false,
  isMeantAsCase: () => false,
  isCutOff: () => false,
  isHalfWritten: () => true,
  declaresBeyond: () => true,
  givesNothing: () => false,
  mayGiveNothing: () => true,
  labelOf: ({ start }) => ({ from: start, to: start + 1 }),
  beginsEmpty: () => false,
  mayEndFailure: () => false,
  seemsToLeave: () => false,
  isBare: () => false,
  isAsking: () => true,
  isNeeding: () => false,
  isHandedOn: () => true,
  isForOrder: () => true,
  isMeantToRunOn: () => true,
  isIdle: ({ access }) => access === "write",
  hasPurpose: () => false,
  isRequired: () => false,
  parameterFacts: ({ scope }) => ({ owner: scope.node, takenAs: undefined, isLast: false, isForOthers: () => true }),
  isPlain: () => false,
  clashes: () => false,
  isDeclaredElsewhere: () => false,
  isThereByItself: () => false,
  isLazy: () => false,
  wordsFor: () => [],
  standsForMore: () => false,
  isSame: (one, other, text) =>
    one.type === other.type && text.slice(one.start, one.end) === text.slice(other.start, other.end),
  statementsIn: () => undefined,
  bindingOf: (node) => (factOf(node) as { binding?: Binding } | null | undefined)?.binding,
  useOf(node) {
    const fact = factOf(node) as Reference | null | undefined;
    return fact != null && "access" in fact ? fact : undefined;
  },
  declaresValue: () => false,
  valueOf: () => null,
  isAbsent: () => false,
  isKey: () => false,
  asksForValue: () => false,
  takesPromises: () => false,
  holdsPlainValues: () => false,
  isStill: () => false,
  givesWay: () => true,
  patternAt: () => undefined,
  outside: nothingOutside,
  isGuessable: () => false,
  codeLines: linesOfCode,
  holdsComment: () => true,
  isExplained: () => false,
};

const edits: CodeEdits = {
  call: "()",
  assigns: "=",
  equals: "=",
  and: "and",
  or: "or",
  takeOut: (first, text, last = first) => ({
    certainty: "proposed",
    edits: [removeLines(text, first.start, last.end)],
  }),
  elseOf: ({ start }) => ({ from: start, to: start + 1 }),
  withoutEmpty: () => [],
  joinValue: () => [],
  breakBehind: ({ end }) => ({ from: end, to: end, insert: "" }),
  withoutName: () => [],
  withoutImport: () => undefined,
  withoutWrite: () => [],
  withoutElse: () => undefined,
  giveOtherwise: () => undefined,
  withoutCatch: () => undefined,
  hasDefaultsBeside: () => true,
  assignOnly: () => undefined,
  makeChangeable: () => undefined,
  fromEnvironment: () => undefined,
  unguessable: () => undefined,
};

const segmentation: Segmentation = {
  isDivided: () => false,
  isList: () => false,
  isFlowRoot: ({ parent }) => parent === null,
  isTracked: () => false,
  mannerOf: () => "",
  lower: () => undefined,
};

/** A graph of code of which nothing is known but that control runs through it. */
function plainFlow(root: Node): FlowGraph {
  const end = new Block(0);
  end.reached = true;
  return {
    root,
    blocks: [end],
    end,
    statements: new Map(),
    loops: [],
    tests: [],
    returns: [],
    runningOn: [],
    tracked: [],
  };
}

const noNames: KnownNames = { names: new Set(), own: new Set(), spelling: SpellingIndex.of([]) };

const standard = {
  settings: plainSettings,
  readyMade: () => noNames,
  runtimesWith: () => [],
  variant: () => "",
  rules: [],
  refits: [],
  listKinds: [] as readonly string[],
  holdsLines: ({ parent }: Node) => parent === null,
  isWhole: () => false,
  declaring: () => [],
  traits: () => ({ typed: false, ambient: false }),
  keepsToItself: () => false,
  together: (binding: Binding) => [binding],
  isFlowRoot: ({ parent }: Node) => parent === null,
  flowRootOf: (scope) => scope.functionScope.node,
  flow: plainFlow,
  isSegmented: () => false,
  segmentation,
  firstComments: () => "",
  isMentioned: () => false,
  following: () => undefined,
} satisfies Partial<Language>;

type Optional = keyof typeof standard;

/** A language as somebody writes it: what it leaves out is taken for what makes rules claim the least. */
export interface LanguageDefinition
  extends Omit<Language, Optional | "nameFor" | "facts" | "edits">, Partial<Pick<Language, Optional | "nameFor">> {
  readonly facts?: Partial<CodeFacts>;
  readonly edits?: Partial<CodeEdits>;
}

/** Declares a language. */
export function defineLanguage(definition: LanguageDefinition): Language {
  return {
    ...standard,
    nameFor: () => definition.id,
    ...definition,
    facts: { ...facts, ...definition.facts },
    edits: { ...edits, ...definition.edits },
  };
}
