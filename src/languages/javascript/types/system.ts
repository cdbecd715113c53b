/** What JavaScript says of its types: which holds which, and how they are written. */
import { basic, type Type } from "../../../model/types/type.js";

export const absent = { undefined: basic("undefined"), null: basic("null") } as const;

/** Whether a type is that of there being no value. */
export const isAbsent = (type: Type): boolean =>
  type.is === "basic" && (type.name === "undefined" || type.name === "null" || type.name === "void");

/** Whether every value of a basic type is one of another. */
export const holds = (outer: string, inner: string): boolean =>
  outer === inner || outer === "void" || (outer === "undefined" && inner === "void");

export const valuesOf = (name: string): readonly boolean[] | undefined => (
  name === "boolean" ? [true, false] : undefined
);

/** Longer types are cut. */
const longest = 60;

/** A type as TypeScript writes it. */
export function write(type: Type): string {
  const text = whole(type, 0);
  return text.length <= longest ? text : `${text.slice(0, longest)}…`;
}

function whole(type: Type, depth: number): string {
  if (depth > 4) return "…";
  const inner = (one: Type): string => whole(one, depth + 1);
  switch (type.is) {
    case "unknown":
      return "unknown";
    case "never":
      return "never";
    case "basic":
      return type.name;
    case "literal":
      return JSON.stringify(type.value);
    case "union": {
      const isBoth = [true, false].every((value) => type.members.some(
        (one) => one.is === "literal" && one.value === value,
      ));
      const rest = isBoth
        ? type.members.filter((one) => one.is !== "literal" || typeof one.value !== "boolean")
        : type.members;
      return [
        ...rest.map((one) => (one.is === "function" ? `(${inner(one)})` : inner(one))),
        ...(isBoth ? ["boolean"] : []),
      ].join(" | ");
    }
    case "list": {
      const element = inner(type.element);
      return type.element.is === "union" || type.element.is === "function" ? `(${element})[]` : `${element}[]`;
    }
    case "fixed":
      return `[${
        [
          ...type.elements.map(({ type: one, optional }) => `${inner(one)}${optional ? "?" : ""}`),
          ...(type.rest === undefined ? [] : [`...${inner(type.rest)}[]`]),
        ].join(", ")
      }]`;
    case "record": {
      const members = [...type.members].map(([name, one]) => `${name}${one.optional ? "?" : ""}: ${inner(one.type)}`);
      if (type.rest !== undefined) members.push(`[name: string]: ${inner(type.rest)}`);
      return members.length === 0 ? "{}" : `{ ${members.join("; ")} }`;
    }
    case "function": {
      if (type.parameters === undefined) return "Function";
      const parameters = type.parameters.map(
        ({ name, type: one, optional }) => `${name}${optional ? "?" : ""}: ${inner(one)}`,
      );
      if (type.rest !== undefined) parameters.push(`...: ${inner(type.rest)}[]`);
      return `(${parameters.join(", ")}) => ${inner(type.result)}`;
    }
    case "named":
      return type.arguments.length === 0 ? type.name : `${type.name}<${type.arguments.map(inner).join(", ")}>`;
    default:
      return type.name;
  }
}
