import { jobFileSchema } from './schema';

interface WithStandard {
  '~standard': { jsonSchema: { input(options: { target: string }): Record<string, unknown> } };
}

/** The job file's JSON Schema (draft 2020-12), generated from the very schema that validates it. */
export function jobFileJsonSchema(): Record<string, unknown> {
  const standard = (jobFileSchema as unknown as WithStandard)['~standard'];
  return {
    title: 'Rugged Gauge job file, version 1',
    ...(open(standard.jsonSchema.input({ target: 'draft-2020-12' })) as object),
  };
}

/** Unknown fields pass through at any depth; the generator does not see that preference. */
function open(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(open);
  if (typeof schema !== 'object' || schema === null) return schema;
  return Object.fromEntries(
    Object.entries(schema).flatMap(([key, value]) =>
      key === 'additionalProperties' && value === false ? [] : [[key, open(value)]],
    ),
  );
}
