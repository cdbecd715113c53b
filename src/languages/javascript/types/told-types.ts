/** What comments say of types. */
import { TYPE, VALUE, type Binding } from "../../../model/binding.js";
import type { QuestionKind } from "../../../model/types/questions.js";
import type { TypeReader } from "../../../model/types/reader.js";
import { list, unknown, type Member, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Text } from "../../../text/text.js";
import { furthestComment } from "../../language.js";
import { commentBefore } from "../comments.js";
import {
  asTypeScript,
  castBefore,
  importedIn,
  isFileSilenced,
  isSilenced,
  typesIn,
  type CommentTypes,
  type ToldType,
} from "./comment-types.js";
import { isSameOrNone, typeAnswers, type TypeContext } from "./context.js";
import { typeIn } from "./library-text.js";
import { namedInLibrary } from "./members.js";

/** The name of something that may be declared. */
class Name {
  constructor(readonly name: string) {}
}

/** What a name means, and as what that is declared. */
interface Meant {
  readonly binding: Binding;
  readonly kind: string;
}

export class ToldTypes {
  private readonly names = new Map<string, Name>();
  private readonly file = {};

  /** Whether it was asked for a comment before code that writes types. */
  private asksSilence = false;

  /** Whether a comment on the line before keeps the compiler from looking. */
  private readonly silenceKind: QuestionKind<Node, boolean> = {
    work: (node) => {
      this.context.rest(node);
      this.asksSilence = true;
      return this.context.ask(this.fileSilenceKind, this.file) || isSilenced(node, this.context.document.text);
    },
    isSame: (one, other) => one === other,
    none: false,
  };

  private readonly fileSilenceKind: QuestionKind<object, boolean> = {
    work: () => isFileSilenced(this.context.document.text),
    isSame: (one, other) => one === other,
    none: false,
  };
  private readonly castKind: QuestionKind<Node, Type | undefined> = {
    work: (node) => this.workCast(node),
    isSame: isSameOrNone,
    none: undefined,
  };

  /** What a name of a type means that stands in a comment: what declares it, or what a comment says of it. */
  private readonly nameKind: QuestionKind<Name, Meant | undefined> = {
    work: ({ name }) => {
      const { root } = this.context.document.names;
      const binding = root.lookUp(name, TYPE) ?? root.lookUp(name, VALUE);
      return binding && { binding, kind: binding.kind };
    },
    isSame: (one, other) => one?.binding === other?.binding && one?.kind === other?.kind,
    none: undefined,
  };

  /** The comments in which the file declares types, by the names of those. */
  private readonly typedefsKind: QuestionKind<object, ReadonlyMap<string, string>> = {
    work: () => typedefsIn(this.context.document.text),
    isSame: (one, other) => one.size === other.size && [...one].every(([name, comment]) => other.get(name) === comment),
    none: new Map(),
  };
  /** The comment that declares a type by a name. */
  private readonly typedefKind: QuestionKind<Name, string | undefined> = {
    work: ({ name }) => this.context.ask(this.typedefsKind, this.file).get(name),
    isSame: (one, other) => one === other,
    none: undefined,
  };

  private readonly typedefTypeKind: QuestionKind<Name, Type> = {
    work: (name) => this.workTypedef(name),
    ...typeAnswers,
  };

  /** Whether the file says anywhere what types it has. */
  private readonly typedKind: QuestionKind<object, boolean> = {
    work: () => this.context.typed || typeTags.some((tag) => this.context.document.text.occurrences(tag).length > 0),
    isSame: (one, other) => one === other,
    none: false,
  };

  constructor(private readonly context: TypeContext) {}

  /** Whether the file says anywhere what types it has. */
  get areTold(): boolean {
    return this.context.ask(this.typedKind, this.file);
  }

  /** Whether some answers rest on comments before what they are about. */
  get areRead(): boolean {
    return this.asksSilence || !this.context.typed;
  }

  get loose(): TypeReader["loose"] {
    const silence = { kind: this.fileSilenceKind as never, key: this.file };
    if (this.context.typed) return [silence];
    return [
      silence,
      { kind: this.typedKind as never, key: this.file },
      { kind: this.typedefsKind as never, key: this.file },
    ];
  }

  declared(names: Iterable<string>): void {
    for (const name of names) {
      const key = this.names.get(name);
      if (key !== undefined) this.context.sources.questions.keyChanged(this.nameKind as never, key);
    }
  }

  isSilenced(node: Node): boolean {
    return this.context.ask(this.silenceKind, node);
  }

  namedInComment(name: string, given: readonly Type[]): Type {
    const key = this.nameKey(name);
    const meant = this.context.ask(this.nameKind, key);
    if (meant !== undefined) return this.context.namedBy(meant.binding, given);
    const told = this.context.ask(this.typedefTypeKind, key);
    return told === unknown && this.context.ask(this.typedefKind, key) === undefined
      ? namedInLibrary(name, given)
      : told;
  }

  private nameKey(name: string): Name {
    let key = this.names.get(name);
    if (key === undefined) this.names.set(name, (key = new Name(name)));
    return key;
  }

  commentOf(node: Node): CommentTypes | undefined {
    if (this.context.typed) return undefined;
    const comment = commentBefore(node, this.context.document.text);
    return comment === undefined ? undefined : typesIn(comment);
  }

  told(node: Node, tag: string, name?: string): Type | undefined {
    const comment = this.commentOf(node);
    const found = comment?.told.find((one) => one.tag === tag && (name === undefined || one.name === name));
    return found && this.typeOfTold(found, comment!);
  }

  /** The type that a comment before an expression in parentheses gives it. */
  castOf(node: Node): Type | undefined {
    return node.parenthesized && !this.context.typed ? this.context.ask(this.castKind, node) : undefined;
  }

  private workCast(node: Node): Type | undefined {
    this.context.rest(node);
    const comment = castBefore(node, this.context.document.text);
    if (comment === undefined) return undefined;
    const types = typesIn(comment);
    const [told] = types.told;
    return told === undefined ? unknown : this.typeOfTold({ ...told, name: "" }, types);
  }

  /** A type that a comment tells, with the members that it tells beside. */
  typeOfTold(told: ToldType, types: CommentTypes): Type {
    const { told: all, variables } = types;
    const text = asTypeScript(told.type);
    const node = text === undefined ? undefined : typeIn(text);
    if (node === undefined || namesAnyOf(node, variables)) return unknown;
    const isRecord = /^(?:any|object|any\[\])$/.test(text!);
    const inner = isRecord && told.name !== ""
      ? all.filter(({ name, tag }) => tag === told.tag && isMemberOf(name, told.name))
      : [];
    if (inner.length > 0) {
      const members = new Map<string, Member>(
        inner.map((one) => [
          one.name.replace(/^.*\./, ""),
          { type: this.typeOfTold(one, types), optional: one.isOptional },
        ]),
      );
      const record: Type = { is: "record", members, rest: undefined, isOpen: false };
      return text === "any[]" ? list(record) : record;
    }
    return this.context.inComments.type(node);
  }

  private workTypedef(key: Name): Type {
    const comment = this.context.ask(this.typedefKind, key);
    if (comment === undefined) return unknown;
    const types = typesIn(comment);
    const own = types.told.find(({ tag, name }) => tag === "typedef" && name === key.name);
    if (own === undefined || types.told.filter(({ tag }) => tag === "typedef").length > 1) return unknown;
    const properties = types.told.filter(({ tag }) => tag === "property");
    if (properties.length === 0) return this.typeOfTold({ ...own, name: "" }, types);
    if (!/^(?:object|Object)$/.test(own.type)) return unknown;
    const members = new Map<string, Member>();
    for (const one of properties) {
      const name = one.name.startsWith(`${key.name}.`) ? one.name.slice(key.name.length + 1) : one.name;
      if (name === "" || name.includes(".")) continue;
      members.set(name, { type: this.typeOfTold(one, types), optional: one.isOptional });
    }
    return { is: "record", members, rest: undefined, isOpen: false };
  }
}

/** What a comment that tells a type has in it. */
const typeTags = ["@type {", "@param {", "@returns {", "@return {", "@typedef"];

/** The comments of a text that declare types, by the names of those; empty of one that is imported. */
function typedefsIn(text: Text): Map<string, string> {
  const found = new Map<string, string>();
  for (const tag of ["@typedef", "@callback", "@import"]) {
    for (const at of text.occurrences(tag)) {
      const before = text.slice(Math.max(0, at - furthestComment), at);
      const opening = before.lastIndexOf("/**");
      const behind = text.slice(at, at + furthestComment);
      const end = behind.indexOf("*/");
      if (opening < 0 || before.includes("*/", opening) || end < 0) continue;
      const own = behind.slice(0, end);
      for (const name of importedIn(own)) found.set(name, "");
      const name = nameDeclaredIn(own);
      if (name !== undefined) found.set(name, before.slice(opening) + own);
    }
  }
  return found;
}

/** The name of the type that a comment declares at its first tag. */
function nameDeclaredIn(comment: string): string | undefined {
  if (comment.startsWith("@callback")) return /^@callback\s+([\w$]+)/.exec(comment)?.[1];
  if (!comment.startsWith("@typedef")) return undefined;
  const [told] = typesIn(comment).told;
  const name = told?.name ?? /^@typedef\s+([\w$]+)/.exec(comment)?.[1];
  return name === "" ? undefined : name;
}

const isMemberOf = (name: string, of: string): boolean => {
  const rest = name.startsWith(of) ? name.slice(of.length) : "";
  return /^(?:\[\])?\.[^.]+$/.test(rest);
};

/** Whether a type names one of some names. */
function namesAnyOf(type: Node, names: ReadonlySet<string>): boolean {
  if (names.size === 0) return false;
  let found = false;
  walk(type, (node) => {
    if (node.type === "Identifier" && names.has((node as Node & { name: string }).name)) found = true;
    return !found;
  });
  return found;
}
