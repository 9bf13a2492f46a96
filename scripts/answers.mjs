// Makes the JSON Schemas of what the documented routes answer, of their types: shared/interface/answers.json.
// `--check` says whether the file is what it should be, and changes nothing.
import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { createGenerator } from 'ts-json-schema-generator'

const root = fileURLToPath(new URL('..', import.meta.url))
const file = `${root}shared/interface/answers.json`

/** The schemas of all answers, by the names of their types. */
export function answerSchemas() {
  const schema = createGenerator({
    path: `${root}shared/interface/answers.ts`,
    tsconfig: `${root}.nuxt/tsconfig.shared.json`,
    type: 'Answers',
    expose: 'export',
    topRef: true,
    jsDoc: 'basic',
    additionalProperties: true,
    skipTypeCheck: true,
  }).createSchema('Answers')
  return `${JSON.stringify(schema, null, 1)}\n`
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const made = answerSchemas()
  if (!process.argv.includes('--check')) writeFileSync(file, made)
  else if (readFileSync(file, 'utf8') !== made) {
    console.error('shared/interface/answers.json is not what the types say: run `node scripts/answers.mjs`.')
    process.exitCode = 1
  }
}
