import { readFileSync } from 'node:fs';
import path from 'node:path';
import { jobFileJsonSchema } from './json-schema';

test('the schema in docs is the one the program validates with (npm run docs writes it)', () => {
  const file = path.resolve(__dirname, '../../../docs/job-file.schema.json');
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(JSON.parse(JSON.stringify(jobFileJsonSchema())));
});
