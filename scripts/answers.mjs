import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './setup.mjs';

/** Writes the JSON schemas of what the server answers, read from the types in `server/src/answers.ts`. */
export async function writeAnswers(file) {
  const { createGenerator } = await import('ts-json-schema-generator');
  const generator = createGenerator({
    path: path.join(root, 'server/src/answers.ts'),
    tsconfig: path.join(root, 'server/tsconfig.json'),
    type: 'Answers',
    expose: 'all',
    topRef: true,
    encodeRefs: false,
    skipTypeCheck: true,
    additionalProperties: false,
  });
  writeFileSync(file, JSON.stringify(generator.createSchema('Answers')));
}
