/** Types that other files declare. */
import type { Binding } from "../../../model/binding.js";
import type { DeclaredType } from "../../../model/links.js";
import type { QuestionKind } from "../../../model/types/questions.js";
import {
  substitute,
  unknown,
  withoutVariables,
  type FunctionType,
  type RecordType,
  type Type,
} from "../../../model/types/type.js";
import { importedAs } from "../names/imported.js";
import type { FunctionDeclaration, InterfaceDeclaration, JavaScriptNode } from "../nodes/index.js";
import { Elsewhere, isSameOrNone, typeAnswers, type TypeContext, type TypesElsewhere } from "./context.js";
import { statementsIn } from "./library-text.js";
import { anyFunction, anyRecord, Lowering, ofInterface, overloaded, variablesOf } from "./lower.js";
import { membersOfParents, merged, namedInLibrary, variableAround, withGiven, withParents } from "./members.js";

/** A name of a module, as this file names it. */
class Import {
  constructor(
    readonly module: string,
    readonly name: string,
  ) {}
}

const isSameDeclared = (one: DeclaredType | undefined, other: DeclaredType | undefined): boolean =>
  one?.path === other?.path && one?.name === other?.name && one?.text === other?.text;

export class ElsewhereTypes implements TypesElsewhere {
  private readonly names = new Map<string, Elsewhere>();
  private readonly imports = new Map<string, Import>();
  private readonly lowerings = new Map<string, Lowering>();
  private readonly importKind: QuestionKind<Import, DeclaredType | undefined> = {
    work: ({ module, name }) => this.context.sources.imported(module, name),
    isSame: isSameDeclared,
    none: undefined,
  };
  private readonly declaredKind: QuestionKind<Elsewhere, DeclaredType | undefined> = {
    work: ({ path, name }) => this.context.sources.within(path, name),
    isSame: isSameDeclared,
    none: undefined,
  };
  private readonly aliasKind: QuestionKind<Elsewhere, Type> = { work: (key) => this.workAlias(key), ...typeAnswers };
  private readonly membersKind: QuestionKind<Elsewhere, RecordType> = {
    work: (key) => this.workMembers(key),
    isSame: typeAnswers.isSame,
    none: anyRecord,
  };
  private readonly valueKind: QuestionKind<Elsewhere, Type> = { work: (key) => this.workValue(key), ...typeAnswers };
  private readonly makerKind: QuestionKind<Elsewhere, Type | undefined> = {
    work: (key) => this.workMaker(key),
    isSame: isSameOrNone,
    none: undefined,
  };

  constructor(private readonly context: TypeContext) {}

  /** Notes that other files may say something else. */
  askAgain(): void {
    const { questions } = this.context.sources;
    for (const key of this.imports.values()) questions.keyChanged(this.importKind as never, key);
    for (const key of this.names.values()) questions.keyChanged(this.declaredKind as never, key);
  }

  typeOf(binding: Binding, given: readonly Type[]): Type {
    const key = this.keyOf(binding);
    return key === undefined ? unknown : this.named(key, given);
  }

  valueOf(binding: Binding): Type {
    const key = this.keyOf(binding);
    return key === undefined ? unknown : this.context.ask(this.valueKind, key);
  }

  madeBy(
    binding: Binding,
    given: readonly Type[],
  ): { readonly maker: FunctionType | undefined; readonly type: Type } | undefined {
    const key = this.keyOf(binding);
    const maker = key === undefined ? undefined : this.context.ask(this.makerKind, key);
    if (maker === undefined) return undefined;
    const count = this.variablesOf(key!).length;
    const types = given.length === count ? given : Array.from({ length: count }, () => unknown);
    return { maker: maker.is === "function" ? maker : undefined, type: this.named(key!, types) };
  }

  membersOf(key: Elsewhere, given: readonly Type[], only?: string): RecordType {
    return withGiven(this.context.ask(this.membersKind, key), this.variablesOf(key), given, only);
  }

  private keyOf(binding: Binding): Elsewhere | undefined {
    const imported = importedAs(binding);
    if (imported === undefined || imported.name === "*") return undefined;
    const id = `${imported.module}\0${imported.name}`;
    let key = this.imports.get(id);
    if (key === undefined) this.imports.set(id, (key = new Import(imported.module, imported.name)));
    const found = this.context.ask(this.importKind, key);
    return found === undefined || found.text === "" ? undefined : this.nameAt(found.path, found.name);
  }

  private nameAt(path: string, name: string): Elsewhere {
    const id = `${path}\0${name}`;
    let key = this.names.get(id);
    if (key === undefined) this.names.set(id, (key = new Elsewhere(path, name)));
    return key;
  }

  /** What declares a name, as nodes. */
  private declarations(key: Elsewhere): readonly JavaScriptNode[] {
    const found = this.context.ask(this.declaredKind, key);
    return found === undefined || found.text === "" ? [] : statementsIn(found.text);
  }

  private variablesOf(key: Elsewhere): readonly object[] {
    const [first] = this.declarations(key);
    return first?.type === "InterfaceDeclaration" || first?.type === "TypeAliasDeclaration"
      ? variablesOf(first.typeParameters)
      : [];
  }

  private named(key: Elsewhere, given: readonly Type[]): Type {
    const [first] = this.declarations(key);
    if (first?.type === "InterfaceDeclaration") return { is: "named", name: key.name, of: key, arguments: given };
    if (first?.type !== "TypeAliasDeclaration") return unknown;
    const variables = variablesOf(first.typeParameters);
    return substitute(
      this.context.ask(this.aliasKind, key),
      new Map(variables.map((one, index) => [one, given[index] ?? unknown])),
    );
  }

  /** Reads types as they are meant at the top of a file. */
  private loweringFor(path: string): Lowering {
    let lowering = this.lowerings.get(path);
    if (lowering === undefined) {
      lowering = new Lowering(
        {
          named: (node, given) => variableAround(node) ?? this.namedIn(path, node.name, given),
          valueOf: (node) => (
            node.type === "Identifier" ? this.valueIn(path, (node as { name?: string }).name!) : unknown
          ),
        },
        false,
      );
      this.lowerings.set(path, lowering);
    }
    return lowering;
  }

  private namedIn(path: string, name: string, given: readonly Type[]): Type {
    const found = this.context.ask(this.declaredKind, this.nameAt(path, name));
    if (found === undefined) return namedInLibrary(name, given);
    return found.text === "" ? unknown : this.named(this.nameAt(found.path, found.name), given);
  }

  private valueIn(path: string, name: string): Type {
    const found = this.context.ask(this.declaredKind, this.nameAt(path, name));
    return found === undefined || found.text === ""
      ? unknown
      : this.context.ask(this.valueKind, this.nameAt(found.path, found.name));
  }

  private workAlias(key: Elsewhere): Type {
    const [only, second] = this.declarations(key);
    if (only?.type !== "TypeAliasDeclaration" || second !== undefined) return unknown;
    return this.loweringFor(key.path).type(only.annotation);
  }

  private workMembers(key: Elsewhere): RecordType {
    const lowering = this.loweringFor(key.path);
    let all: RecordType | undefined;
    for (const one of this.declarations(key)) {
      // What a class is made with.
      if (one.type === "FunctionDeclaration") continue;
      if (one.type !== "InterfaceDeclaration") return anyRecord;
      const own = lowering.record(one.body.members);
      const parents = membersOfParents(one as InterfaceDeclaration, lowering, (type) => this.context.membersOf(type));
      const whole = withParents(ofInterface(own), parents);
      all = all === undefined ? whole : merged(all, whole);
    }
    return all ?? anyRecord;
  }

  private workValue(key: Elsewhere): Type {
    const lowering = this.loweringFor(key.path);
    const declarations = this.declarations(key);
    const [first] = declarations;
    if (first?.type === "VariableDeclaration") {
      const { id } = first.declarations[0]!;
      return id.type === "AnnotatedPattern" && declarations.length === 1
        ? withoutVariables(lowering.type(id.annotation))
        : unknown;
    }
    if (declarations.some(({ type }) => type !== "FunctionDeclaration")) return unknown;
    return this.signatures(declarations as readonly FunctionDeclaration[], lowering) ?? unknown;
  }

  private workMaker(key: Elsewhere): Type | undefined {
    const declarations = this.declarations(key);
    if (declarations[0]?.type !== "InterfaceDeclaration") return undefined;
    const makers = declarations.filter((one): one is FunctionDeclaration => one.type === "FunctionDeclaration");
    return makers.length === 0 ? unknown : this.signatures(makers, this.loweringFor(key.path));
  }

  /** What can be called in all of some ways. */
  private signatures(nodes: readonly FunctionDeclaration[], lowering: Lowering): Type | undefined {
    const [first, ...rest] = nodes.map((node): Type => lowering.signature(node));
    return rest.reduce<Type | undefined>((all, one) => overloaded(all ?? anyFunction, one), first);
  }
}
