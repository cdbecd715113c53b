/** Whether a value of one type can stand where another is wanted, and if not, why. Where anything on the way is unknown, it can. */
import { alternatives, without, type FunctionType, type RecordType, type Type } from "./type.js";

/** What a language says of its types. */
export interface TypeSystem {
  /** The members that values of a type have; `undefined` where that is not known. */
  membersOf(type: Type): RecordType | undefined;
  /** Whether every value of a basic type is one of another. */
  holds(outer: string, inner: string): boolean;
  /** All values of a basic type, where they are few. */
  valuesOf(name: string): readonly (string | boolean)[] | undefined;
  /** The basic types of there being no value. */
  isAbsent(type: Type): boolean;
  /** Whether a type may also have no value without saying so. */
  readonly isLoose: boolean;
}

/** Why a value does not fit. */
export interface Misfit {
  /** The members and elements on the way to what does not fit, from the outside. */
  readonly path: readonly string[];
  readonly found: Type;
  readonly wanted: Type;
  /** The member that is not there. */
  readonly missing?: string | undefined;
  /** How many elements, or parameters, there are and are wanted. */
  readonly count?: { readonly found: number; readonly wanted: number } | undefined;
}

/** So deep types are compared. */
const deepest = 5;

/** Why a value of a type cannot stand where another is wanted; `undefined` where it can, or that is not sure. */
export function misfitOf(found: Type, wanted: Type, system: TypeSystem, depth = 0): Misfit | undefined {
  if (found === wanted || depth > deepest) return undefined;
  if (isOpen(found) || isOpen(wanted) || found.is === "never" || wanted.is === "never") return undefined;
  if (system.isAbsent(found) && system.isLoose) return undefined;
  if (found.is === "union") {
    for (const one of found.members) {
      const misfit = misfitOf(one, wanted, system, depth);
      if (misfit !== undefined) return misfit;
    }
    return undefined;
  }
  if (wanted.is === "union") return misfitOfUnion(found, wanted.members, wanted, system, depth);
  const misfit = (more: Partial<Misfit> = {}): Misfit => ({ path: [], found, wanted, ...more });
  switch (wanted.is) {
    case "basic":
      return isBasic(found, wanted.name, system) ? undefined : misfit();
    case "literal":
      if (found.is === "literal") return found.of === wanted.of && found.value === wanted.value ? undefined : misfit();
      // Of what has members it is not looked for whether it may be a written value.
      return found.is === "record" || found.is === "named" ? undefined : misfit();
    case "list":
    case "fixed":
      return misfitOfList(found, wanted, system, depth, misfit);
    case "function":
      return misfitOfFunction(found, wanted, system, depth, misfit);
    default:
      return misfitOfMembers(found, wanted, system, depth, misfit);
  }
}

type Tell = (more?: Partial<Misfit>) => Misfit;

const isOpen = ({ is }: Type): boolean => is === "unknown" || is === "variable";

const behind = (step: string, misfit: Misfit | undefined): Misfit | undefined =>
  misfit && { ...misfit, path: [step, ...misfit.path] };

function misfitOfUnion(
  found: Type,
  members: readonly Type[],
  wanted: Type,
  system: TypeSystem,
  depth: number,
): Misfit | undefined {
  const why: Misfit[] = [];
  for (const member of members) {
    const misfit = misfitOf(found, member, system, depth);
    if (misfit === undefined) return undefined;
    why.push(misfit);
  }
  const values = found.is === "basic" ? system.valuesOf(found.name) : undefined;
  if (values?.every((value) => members.some((one) => one.is === "literal" && one.value === value)) === true) {
    return undefined;
  }
  // Each value of a member may belong to another alternative.
  const isMixed = found.is === "record" &&
    [...found.members.values()].some(
      ({ type }) => type.is === "union" || (type.is === "basic" && system.valuesOf(type.name) !== undefined),
    );
  if (isMixed && members.filter(isRecordLike).length > 1) return undefined;
  // Where only one alternative is of the same form, that is the one that is meant.
  const alike = members.flatMap(
    (one, index) => (one.is === found.is || isRecordLike(one) === isRecordLike(found) ? [index] : []),
  );
  const [only, second] = alike;
  const isSure = second === undefined && only !== undefined && why[only]!.path.length > 0;
  return isSure ? why[only] : { path: [], found, wanted };
}

const isRecordLike = ({ is }: Type): boolean => is === "record" || is === "named";

function isBasic(found: Type, name: string, system: TypeSystem): boolean {
  switch (found.is) {
    case "basic":
      return system.holds(name, found.name);
    case "literal":
      return system.holds(name, found.of);
    case "list":
    case "fixed":
    case "function":
      return system.holds(name, "object");
    case "record":
      return system.holds(name, "object") || found.isOpen;
    default: {
      const members = system.membersOf(found);
      return system.holds(name, "object") || members === undefined || members.isOpen;
    }
  }
}

function misfitOfList(
  found: Type,
  wanted: Extract<Type, { is: "list" | "fixed" }>,
  system: TypeSystem,
  depth: number,
  misfit: Tell,
): Misfit | undefined {
  switch (found.is) {
    case "basic":
      return found.name === "object" ? undefined : misfit();
    case "literal":
    case "function":
      return misfit();
    case "record":
      return found.isOpen || found.members.has("length") ? undefined : misfit();
    case "list":
      // A list that is made where a fixed one is wanted may well be one.
      return wanted.is === "fixed"
        ? undefined
        : behind("[…]", misfitOf(found.element, wanted.element, system, depth + 1));
    case "fixed": {
      if (wanted.is === "list") {
        for (const [index, { type }] of found.elements.entries()) {
          const inner = misfitOf(type, wanted.element, system, depth + 1);
          if (inner !== undefined) return behind(`[${index}]`, inner);
        }
        return undefined;
      }
      const least = wanted.elements.filter(({ optional }) => !optional).length;
      const { length } = found.elements;
      if (found.rest === undefined && length < least) return misfit({ count: { found: length, wanted: least } });
      if (wanted.rest === undefined && length > wanted.elements.length) {
        return misfit({ count: { found: length, wanted: wanted.elements.length } });
      }
      for (const [index, { type }] of found.elements.entries()) {
        const to = wanted.elements[index]?.type ?? wanted.rest;
        const inner = to && misfitOf(type, to, system, depth + 1);
        if (inner !== undefined) return behind(`[${index}]`, inner);
      }
      return undefined;
    }
    default:
      return undefined;
  }
}

function misfitOfFunction(
  found: Type,
  wanted: FunctionType,
  system: TypeSystem,
  depth: number,
  misfit: Tell,
): Misfit | undefined {
  if (found.is === "basic") return found.name === "object" ? undefined : misfit();
  if (found.is === "literal" || found.is === "list" || found.is === "fixed") return misfit();
  if (found.is === "record") return found.isOpen ? undefined : misfit();
  if (found.is !== "function" || found.parameters === undefined || wanted.parameters === undefined) return undefined;
  const least = found.parameters.filter(({ optional }) => !optional).length;
  if (wanted.rest === undefined && least > wanted.parameters.length) {
    return misfit({ count: { found: least, wanted: wanted.parameters.length } });
  }
  for (const [index, { name, type }] of found.parameters.entries()) {
    const given = wanted.parameters[index]?.type;
    // A parameter may be narrower than what it is given, as long as it can be given something at all.
    if (
      given !== undefined &&
      misfitOf(given, type, system, depth + 1) !== undefined &&
      misfitOf(type, given, system, depth + 1) !== undefined
    ) {
      return { path: [`(${name})`], found: given, wanted: type };
    }
  }
  return behind("()", misfitOf(found.result, wanted.result, system, depth + 1));
}

function misfitOfMembers(
  found: Type,
  wanted: Type,
  system: TypeSystem,
  depth: number,
  misfit: Tell,
): Misfit | undefined {
  if (found.is === "named" && wanted.is === "named" && found.of === wanted.of) return undefined;
  if (found.is === "function" || (found.is === "basic" && found.name === "object")) return undefined;
  const to = system.membersOf(wanted);
  const from = system.membersOf(found);
  if (to === undefined || from === undefined) return undefined;
  const isAbsent = system.isAbsent(found);
  for (const [name, { type, optional }] of to.members) {
    const member = from.members.get(name);
    if (member === undefined) {
      if (optional || from.isOpen) continue;
      return isAbsent || found.is === "basic" || found.is === "literal" ? misfit() : misfit({ missing: name });
    }
    if (member.optional && !optional && !system.isLoose) continue;
    const held = optional ? without(member.type, system.isAbsent) : member.type;
    const inner = misfitOf(held, type, system, depth + 1);
    if (inner !== undefined) return behind(`.${name}`, inner);
  }
  if (isAbsent) return misfit();
  return undefined;
}

/** Whether no value can be of both of two types. */
export function areApart(one: Type, other: Type, system: TypeSystem): boolean {
  const [ones, others] = [alternatives(one), alternatives(other)];
  // Whether there is a value may always be asked.
  if (ones.every(system.isAbsent) || others.every(system.isAbsent)) return false;
  return ones.every((a) => others.every((b) => isApart(a, b, system)));
}

/** Types of which it can be told at a glance that they have no value in common. */
function isApart(one: Type, other: Type, system: TypeSystem): boolean {
  const [a, b] = [plainName(one), plainName(other)];
  if (a === undefined || b === undefined) return false;
  if (one.is === "literal" && other.is === "literal") return one.of !== other.of || one.value !== other.value;
  return !system.holds(a, b) && !system.holds(b, a) && !(system.isAbsent(one) && system.isAbsent(other));
}

function plainName(type: Type): string | undefined {
  if (type.is === "basic") return type.name;
  return type.is === "literal" ? type.of : undefined;
}
