import { Node, own, ownAll, visitAll, visitNear, type Visit } from "./node.js";

/** Makes nodes of one kind, with their fields. */
export type NodeKind<Fields> = new (start: number, end: number, fields: Fields) => Node & Fields;

/**
 * Declares a kind of node. `children` are the names of the fields that hold nodes, nothing (`null`) or lists of nodes, in the order of the text; a kind with a long
 * list has it as its only one.
 */
export function defineKind<Fields extends object>(type: string, children: readonly (keyof Fields)[]): NodeKind<Fields> {
  class Kind extends Node {
    constructor(start: number, end: number, fields: Fields) {
      super(type, start, end);
      Object.assign(this, fields);
      for (const name of children) {
        const child = fields[name];
        if (Array.isArray(child)) ownAll(this, child as (Node | null)[]);
        else own(this, child as unknown as Node | null);
      }
    }
    override each(visit: Visit): void {
      for (const name of children) {
        const child = (this as unknown as Fields)[name];
        if (Array.isArray(child)) visitAll(child as (Node | null)[], visit);
        else if (child) visit(child as unknown as Node);
      }
    }
    override near(from: number, to: number, visit: Visit): void {
      const [name] = children;
      const only = children.length === 1 ? (this as unknown as Fields)[name!] : undefined;
      if (Array.isArray(only)) visitNear(only as Node[], from, to, visit);
      else this.each(visit);
    }
  }
  return Kind as unknown as NodeKind<Fields>;
}

/** A node of a kind, with its fields. */
export type NodeOf<Type extends string, Fields> = Node & { readonly type: Type } & Fields;

/** Declares a kind by its fields, then its name and those of its fields that hold nodes, as `defineKind` wants them: `kind<{ body: Node[] }>()("Module", ["body"])`. */
export function kind<Fields extends object>() {
  return <Type extends string>(type: Type, children: readonly (keyof Fields)[]) => defineKind<Fields>(
    type,
    children,
  ) as unknown as new (
    start: number,
    end: number,
    fields: Fields,
  ) => NodeOf<Type, Fields>;
}
