// Every regular expression of a piece of the code, and texts that nearly match it, of any length.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseRegExpLiteral, type AST } from '@eslint-community/regexpp'
import ts from 'typescript'

export interface Pattern {
  /** File and line. */
  where: string
  regex: RegExp
}

const root = fileURLToPath(new URL('../..', import.meta.url))

/** The regular expressions that stand in the files of some folders as such. */
export function patternsIn(folders: string[]): Pattern[] {
  return folders
    .flatMap((folder) =>
      readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' }).map(
        (file) => `${folder}/${file}`,
      ),
    )
    .filter((file) => file.endsWith('.ts'))
    .flatMap(patternsOfFile)
}

function patternsOfFile(file: string): Pattern[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(join(root, file), 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  )
  const found: Pattern[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isRegularExpressionLiteral(node)) {
      const end = node.text.lastIndexOf('/')
      found.push({
        where: `${file}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`,
        regex: new RegExp(node.text.slice(1, end), node.text.slice(end + 1)),
      })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

/** Does something and gives the regular expressions that our own code put together meanwhile. */
export async function patternsMadeBy(work: () => Promise<unknown>): Promise<Pattern[]> {
  const found = new Map<string, Pattern>()
  const original = globalThis.RegExp
  globalThis.RegExp = new Proxy(original, {
    construct(target, given) {
      const regex = Reflect.construct(target, given) as RegExp
      // Those that libraries make are bounded by what they are given (tests of dates show it).
      const caller = new Error().stack?.split('\n')[2] ?? ''
      if (!caller.includes('node_modules'))
        found.set(String(regex), { where: `made: ${String(regex).slice(0, 60)}`, regex })
      return regex
    },
  })
  try {
    await work()
  } finally {
    globalThis.RegExp = original
  }
  return [...found.values()]
}

const SIGNS = [...'ab1 <>(){}[]-_.,:;/\\"\'=#@&%*+?!|~^$\n\t\u00e9\u4e00\u0301\u200d', 'A', 'Z', '0', '9']

/** Texts of about `length` pieces that begin to match, go on for long, and then don't. */
export function nearMatches(regex: RegExp): ((length: number) => string)[] {
  const ast = parseRegExpLiteral(regex)
  const texts: ((length: number) => string)[] = []
  for (const { before, pumps } of quantifiersIn(ast.pattern, '', regex.flags)) {
    for (const pump of pumps) {
      for (const end of ['', '\u0001', '!', '<', ' x', '#', '('])
        texts.push((length) => before + pump.repeat(length) + end)
      texts.push((length) => (before + pump).repeat(length / 2) + '\u0001')
    }
    if (before !== '') texts.push((length) => before.repeat(length) + '\u0001')
  }
  return texts
}

interface Repeated {
  before: string
  pumps: string[]
}

/** Each repetition without end, with what may stand before it and what it repeats. */
function quantifiersIn(node: AST.Node, before: string, flags: string): Repeated[] {
  switch (node.type) {
    case 'Pattern':
    case 'Group':
    case 'CapturingGroup':
    case 'Assertion':
      return 'alternatives' in node
        ? node.alternatives.flatMap((one) => quantifiersIn(one, before, flags))
        : []
    case 'Alternative': {
      const found: Repeated[] = []
      let text = before
      for (const element of node.elements) {
        found.push(...quantifiersIn(element, text, flags))
        text += samples(element, flags)[0] ?? ''
      }
      return found
    }
    case 'Quantifier': {
      const own =
        node.max > 50 ? [{ before, pumps: samples(node.element, flags).filter(Boolean).slice(0, 4) }] : []
      return [...own, ...quantifiersIn(node.element, before, flags)]
    }
    default:
      return []
  }
}

/** Texts that an element of a pattern matches, the plainest first. */
function samples(node: AST.Node, flags: string): string[] {
  switch (node.type) {
    case 'Pattern':
    case 'Group':
    case 'CapturingGroup':
      return node.alternatives.flatMap((one) => samples(one, flags).slice(0, 2))
    case 'Alternative': {
      const parts = node.elements.map((element) => samples(element, flags))
      const plain = parts.map((part) => part[0] ?? '').join('')
      const other = parts.map((part) => part[1] ?? part[0] ?? '').join('')
      return plain === other ? [plain] : [plain, other]
    }
    case 'Quantifier': {
      const inner = samples(node.element, flags)
      return inner.slice(0, 2).map((text) => text.repeat(Math.max(1, node.min)))
    }
    case 'Character':
      return [String.fromCodePoint(node.value)]
    case 'CharacterClass':
    case 'CharacterSet':
    case 'ExpressionCharacterClass': {
      const own = new RegExp(`^(?:${node.raw})$`, flags.replace(/[gy]/g, ''))
      return SIGNS.filter((sign) => own.test(sign)).slice(0, 3)
    }
    default:
      return ['']
  }
}
