/** Which values can stand at a place in the settings, by the schema that they are checked with. */
import { z } from "zod";
import type { Language } from "../languages/language.js";
import type { Rule } from "../rules/rule.js";
import type { SettingsPath } from "../settings/issue.js";
import { schemasFor } from "../settings/schema.js";

type Schema = {
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly additionalProperties?: Schema | boolean;
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
};

const whole = new WeakMap<readonly Language[], Schema>();

const schemaOf = (type: z.ZodType): Schema => z.toJSONSchema(type, { io: "input", unrepresentable: "any" }) as Schema;

/** The known values at a path, as texts, numbers and booleans; none where anything goes. */
export function valuesAt(
  path: SettingsPath,
  rules: readonly Rule[],
  languages: readonly Language[],
): readonly unknown[] {
  const tune = path.indexOf("tune");
  if (tune >= 0) {
    const rule = rules.find(({ id }) => id === path[tune + 1]);
    return rule?.options === undefined ? [] : valuesIn(schemaOf(rule.options), path.slice(tune + 2));
  }
  let schema = whole.get(languages);
  if (schema === undefined) whole.set(languages, (schema = schemaOf(schemasFor(languages).settings)));
  return valuesIn(schema, path);
}

function valuesIn(schema: Schema | undefined, path: SettingsPath): readonly unknown[] {
  if (schema === undefined) return [];
  if (schema.anyOf !== undefined) return schema.anyOf.flatMap((one) => valuesIn(one, path));
  const [key, ...rest] = path;
  if (key !== undefined) {
    const { properties, additionalProperties, items } = schema;
    const other = typeof additionalProperties === "object" ? additionalProperties : undefined;
    return valuesIn(typeof key === "number" ? items : (properties?.[key] ?? other), rest);
  }
  if (schema.enum !== undefined) return schema.enum;
  if (schema.const !== undefined) return [schema.const];
  return schema.type === "boolean" ? [true, false] : [];
}
