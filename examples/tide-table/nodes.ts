/** The tree of a tide table. */
import { defineKind, type NameFact, type Node } from "alert-quill/language";

/** The lines of a file or block. */
export const Lines = defineKind<{ items: Node[] }>("Lines", ["items"]);
export type Lines = InstanceType<typeof Lines>;

/** `fact` is what was found of it: its declaration, or its use. */
export const Name = defineKind<{ name: string; fact: NameFact | null }>("Name", []);
export type Name = InstanceType<typeof Name>;

export const Metres = defineKind<{ value: number }>("Metres", []);
export type Metres = InstanceType<typeof Metres>;

/** `LEFT < RIGHT` and the like, also `+` and `-`. */
export const Operation = defineKind<{ left: Node; sign: string; right: Node }>("Operation", ["left", "right"]);
export type Operation = InstanceType<typeof Operation>;

/** `tide` declares for good, `level` what `set` and `rise` change; `moor` reads, `stop` ends. */
export const Line = defineKind<{ word: string; name: Name | null; value: Node | null }>("Line", ["name", "value"]);
export type Line = InstanceType<typeof Line>;

/** `repeat TEST … end` and `when TEST … else … end`. */
export type Block = Node & { word: string; test: Node; body: Lines; other: Lines | null };
export const Repeat = defineKind<Omit<Block, keyof Node>>("Repeat", ["test", "body"]);
export const When = defineKind<Omit<Block, keyof Node>>("When", ["test", "body", "other"]);
