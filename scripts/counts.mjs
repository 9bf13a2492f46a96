// npm run counts: what in the code is still to become less, counted. tests/core/counts.test.ts holds each at
// what it has come down to.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'
import { parse } from 'vue/compiler-sfc'

const root = fileURLToPath(new URL('..', import.meta.url))
const PRODUCT = ['core', 'shared', 'server', 'app']
const LONG = 110
const VERY_LONG = 140
/**
 * At least three words, the first with a capital, an end like a sentence's: how what a person reads is told
 * from what code says to code.
 */
const SENTENCE = /^[A-Z“][^\s]*(?:\s+\S+){2,}[.!?…]$/u

const files = PRODUCT.flatMap((folder) =>
  readdirSync(join(root, folder), { recursive: true })
    .map((file) => `${folder}/${file}`)
    .filter((file) => /\.(?:ts|vue)$/.test(file)),
)
const textOf = new Map(files.map((file) => [file, readFileSync(join(root, file), 'utf8')]))
const scriptOf = (file) =>
  file.endsWith('.vue')
    ? (/<script[^>]*>([^]*?)<\/script>/.exec(textOf.get(file))?.[1] ?? '')
    : textOf.get(file)
const all = (pattern, of = files, text = scriptOf) =>
  of.reduce((sum, file) => sum + [...text(file).matchAll(pattern)].length, 0)
const lines = (longer, of = files) =>
  of.reduce(
    (sum, file) =>
      sum +
      textOf
        .get(file)
        .split('\n')
        .filter((line) => line.length > longer).length,
    0,
  )

/** Texts of a file that read as sentences, whatever is only logged or thrown at a programmer left out. */
function sentencesOf(file) {
  const source = ts.createSourceFile(file, scriptOf(file), ts.ScriptTarget.Latest, true)
  let count = 0
  const isForPeople = (node) => {
    for (let at = node; at; at = at.parent) {
      if (ts.isCallExpression(at) && /^(?:log\.|console\.|process\.)/.test(at.expression.getText(source)))
        return false
      if (ts.isNewExpression(at) && /^(?:Range)?Error$/.test(at.expression.getText(source))) return false
      if (ts.isStatement(at)) return true
    }
    return true
  }
  const visit = (node) => {
    const text = ts.isStringLiteralLike(node)
      ? node.text
      : ts.isTemplateExpression(node)
        ? node.head.text + node.templateSpans.map((span) => `x${span.literal.text}`).join('')
        : null
    if (text !== null && SENTENCE.test(text.trim()) && isForPeople(node)) count++
    ts.forEachChild(node, visit)
  }
  visit(source)
  return count
}
const sentences = (folder) =>
  files.filter((file) => file.startsWith(`${folder}/`)).reduce((sum, file) => sum + sentencesOf(file), 0)

const SHOWN = new Set(['title', 'aria-label', 'placeholder', 'alt', 'label', 'detail'])
const isWord = (text) => /[a-z]{2}/i.test(text ?? '')
/** Words that stand in a component's template itself. */
function wordsIn(file) {
  const tree = parse(textOf.get(file)).descriptor.template?.ast
  const count = (node) =>
    (node.type === TEXT && isWord(node.content) ? 1 : 0) +
    (node.props ?? []).filter(
      (prop) => prop.type === ATTRIBUTE && SHOWN.has(prop.name) && isWord(prop.value?.content),
    ).length +
    (node.children ?? []).reduce((sum, child) => sum + count(child), 0)
  return tree ? count(tree) : 0
}
/** Node types of the template's tree (`@vue/compiler-core`, NodeTypes). */
const [TEXT, ATTRIBUTE] = [2, 6]

/** Read into a value that nobody has a type for, and looked at piece by piece. */
const READS_JSON = [
  'shared/platform/json.ts',
  'core/feed/json.ts',
  'core/page/linkedData.ts',
  'core/page/oEmbed.ts',
  'core/hookPattern.ts',
]

/** Each by its name. */
export const counts = () => ({
  'casts by way of unknown': all(/\bas unknown as\b/g),
  'JSON read unchecked': all(
    /\bJSON\.parse\(/g,
    files.filter((file) => !READS_JSON.includes(file)),
  ),
  // What networks and requests hold is nobody's row.
  'rows without a type': all(
    /\bRecord<string, unknown>/g,
    files.filter((file) => /^server\/(?!networks\/connectors\/|platform\/http\/)/.test(file)),
  ),
  'paths up four folders or more': all(/from '(?:\.\.\/){4,}/g),
  'prettier-ignore': all(/prettier-ignore/g, files, (file) => textOf.get(file)),
  [`lines over ${LONG}`]: lines(LONG),
  [`lines over ${VERY_LONG}`]: lines(VERY_LONG),
  'sentences in core': sentences('core'),
  'sentences in server': sentences('server'),
  'sentences in components': sentences('app'),
  'words in templates': files
    .filter((file) => file.endsWith('.vue'))
    .reduce((sum, file) => sum + wordsIn(file), 0),
})

if (process.argv[1] === fileURLToPath(import.meta.url))
  for (const [name, count] of Object.entries(counts()))
    process.stdout.write(`${String(count).padStart(6)}  ${name}\n`)
