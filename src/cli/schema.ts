import { writeFileSync } from 'node:fs';
import { z } from 'zod';
import { jobSchema, planSchema } from '../core/given';

/* Writes the JSON Schemas of both files, from the one source that the program itself checks with. */
for (const [name, schema] of [
  ['job', jobSchema],
  ['plan', planSchema],
] as const) {
  const json = { title: `Pitsaw ${name} file`, ...z.toJSONSchema(schema, { io: 'input' }) };
  writeFileSync(`docs/${name}.schema.json`, `${JSON.stringify(json, null, 2)}\n`);
}
