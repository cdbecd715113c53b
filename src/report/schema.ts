/** The JSON Schema of the settings file, for editors that know nothing of this program. */
import { z } from "zod";
import { areaOf, levels, type Rule } from "../rules/rule.js";
import { schemasFor } from "../settings/schema.js";

interface JsonSchema {
  properties?: Record<string, JsonSchema>;
  items?: JsonSchema;
  additionalProperties?: JsonSchema | boolean;
  [key: string]: unknown;
}

export function settingsJsonSchema(rules: readonly Rule[]): object {
  const schema = z.toJSONSchema(schemasFor().settings, { io: "input" }) as JsonSchema;
  const areas = [...new Set(rules.map(({ id }) => areaOf(id)))];
  const level = { anyOf: [{ enum: [...levels, "off"] }, { type: "string" }] };
  const byRule: JsonSchema = {
    properties: {
      ...Object.fromEntries(
        areas.map((area) => [`${area}.*`, { ...level, description: `All rules of the area ${area}.` }]),
      ),
      ...Object.fromEntries(rules.map(({ id, title }) => [id, { ...level, description: `${title}.` }])),
    },
    additionalProperties: { type: "string" },
  };
  const tuned = rules.filter(({ options }) => options !== undefined);
  const options: JsonSchema = {
    properties: Object.fromEntries(
      tuned.map((rule) => {
        const { $schema: _, ...own } = z.toJSONSchema(rule.options!, {
          io: "input",
          unrepresentable: "any",
        }) as JsonSchema;
        return [rule.id, own];
      }),
    ),
    additionalProperties: { type: "object" },
  };
  const place = (part: JsonSchema | undefined): void => {
    if (part?.properties === undefined) return;
    Object.assign(part.properties["levels"]!, byRule);
    Object.assign(part.properties["tune"]!, options);
    for (const language of Object.values(part.properties["languages"]?.properties ?? {})) place(language);
  };
  place(schema);
  place(schema.properties?.["zones"]?.items);
  place(schema.properties?.["profiles"]?.additionalProperties as JsonSchema);
  return { ...schema, title: "The settings of Alert Quill" };
}
