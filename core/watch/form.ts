import { words } from '../text/words'
import { hostOf } from './site'
import type { Limit, Term, WatchQuery, WordField } from './types'

/**
 * A query as a plain form: lists of words, where they stand, whence the articles are. Empty lists and nulls
 * ask for nothing.
 */
export interface WatchForm {
  /**
   * One of these must be there; a lead word weighs twice as much as a side word. An entry may begin with `=`
   * or end with `*`.
   */
  lead: string[]
  side: string[]
  all: string[]
  /** All of these, in exactly this form. */
  exact: string[]
  none: string[]
  where: 'anywhere' | 'title'
  sites: string[]
  sources: string[]
  authors: string[]
  notSites: string[]
  notSources: string[]
  notAuthors: string[]
  languages: string[]
  regions: string[]
  /** At most so old: a number with h, d or w. */
  age: string | null
  minWords: number | null
  maxWords: number | null
  outlets: number | null
}

export const EMPTY_FORM: Readonly<WatchForm> = Object.freeze({
  lead: [],
  side: [],
  all: [],
  exact: [],
  none: [],
  where: 'anywhere',
  sites: [],
  sources: [],
  authors: [],
  notSites: [],
  notSources: [],
  notAuthors: [],
  languages: [],
  regions: [],
  age: null,
  minWords: null,
  maxWords: null,
  outlets: null,
})

const LEAD = 2

/** The query that a form asks. Null when it asks for nothing. */
export function queryOfForm(form: WatchForm): WatchQuery | null {
  const where = form.where === 'title' ? ('title' as const) : null
  const terms = (list: string[], kind: Partial<Term>): WatchQuery[] =>
    list.flatMap((entry) => termOfEntry(entry, kind) ?? [])
  const hosts = (list: string[]): WatchQuery[] =>
    list.flatMap((entry) =>
      [hostOf(entry)].flatMap((host) => (host ? [{ kind: 'site' as const, host }] : [])),
    )
  const not = (parts: WatchQuery[]): WatchQuery[] => parts.map((part) => ({ kind: 'not', part }))
  const limit = (what: Limit['what'], is: Limit['is'], value: number | null): WatchQuery[] =>
    value === null ? [] : [{ kind: 'limit', what, is, value, unit: null }]
  const parts = [
    ...either([...terms(form.lead, { field: where, weight: LEAD }), ...terms(form.side, { field: where })]),
    ...terms(form.all, { field: where }),
    ...terms(form.exact, { field: where, exact: true }),
    ...not(terms(form.none, {})),
    ...either(hosts(form.sites)),
    ...either(terms(form.sources, { field: 'source' })),
    ...either(terms(form.authors, { field: 'author' })),
    ...not([
      ...hosts(form.notSites),
      ...terms(form.notSources, { field: 'source' }),
      ...terms(form.notAuthors, { field: 'author' }),
    ]),
    ...either(form.languages.map((language) => ({ kind: 'lang', language }))),
    ...either(terms(form.regions, { field: 'region' })),
    ...ageOf(form.age),
    ...limit('words', '>=', form.minWords),
    ...limit('words', '<=', form.maxWords),
    ...limit('outlets', '>=', form.outlets),
  ]
  return parts.length <= 1 ? (parts[0] ?? null) : { kind: 'and', parts }
}

/** Whether an entry of a list says something to look for. */
export const isEntry = (entry: string): boolean => words(entry).length > 0

function termOfEntry(entry: string, kind: Partial<Term>): Term | null {
  const found = words(entry).map((word) => word.text)
  const plain = {
    kind: 'term' as const,
    words: found,
    field: null,
    exact: entry.trim().startsWith('='),
    prefix: entry.trim().endsWith('*'),
    near: null,
    weight: 1,
  }
  return found.length === 0 ? null : { ...plain, ...kind }
}

const either = (parts: WatchQuery[]): WatchQuery[] => (parts.length <= 1 ? parts : [{ kind: 'or', parts }])

function ageOf(age: string | null): WatchQuery[] {
  const [, value, unit] = /^(\d+(?:\.\d+)?)([hdw])$/.exec(age ?? '') ?? []
  return value === undefined
    ? []
    : [{ kind: 'limit', what: 'age', is: '<', value: Number(value), unit: unit as 'h' | 'd' | 'w' }]
}

type Filling = { -readonly [K in keyof WatchForm]: WatchForm[K] }

/** A query as a form; null when it says more than the form can. The form's query means the same. */
export function formOfQuery(query: WatchQuery): WatchForm | null {
  const form = structuredClone(EMPTY_FORM) as Filling
  const fields = new Set<WordField | null>()
  const parts = query.kind === 'and' ? query.parts : [query]
  const groups = { either: 0 }
  if (
    !parts.every((part) =>
      part.kind === 'not' ? fillNot(form, part.part) : fill(form, part, fields, groups),
    )
  )
    return null
  if (fields.size > 1) return null
  form.where = fields.has('title') ? 'title' : 'anywhere'
  // A single word is one of «any of» as well as of «all of»: it stands where one begins.
  if (groups.either === 0 && form.lead.length === 0 && form.all.length === 1)
    [form.side, form.all] = [form.all, []]
  return form
}

function fill(
  form: Filling,
  part: WatchQuery,
  fields: Set<WordField | null>,
  groups: { either: number },
): boolean {
  switch (part.kind) {
    case 'term':
      return isTextTerm(part) ? fillTerm(form, part, fields, groups) : fillFrom(form, [part])
    case 'or':
      return part.parts.every((part) => part.kind === 'term' && isTextTerm(part))
        ? fillEither(form, part.parts as Term[], fields, groups)
        : fillFrom(form, part.parts)
    case 'limit':
      return fillLimit(form, part)
    case 'site':
    case 'lang':
      return fillFrom(form, [part])
    default:
      return false
  }
}

const isTextTerm = ({ field }: Term): boolean => field === null || field === 'title' || field === 'body'

function fillTerm(
  form: Filling,
  term: Term,
  fields: Set<WordField | null>,
  groups: { either: number },
): boolean {
  if (term.near !== null || term.field === 'body') return false
  fields.add(term.field)
  if (term.exact && term.weight === 1) form.exact.push(entryOf(term))
  else if (term.weight === 1) form.all.push(entryOf(term))
  else return fillEither(form, [term], fields, groups)
  return true
}

function fillEither(
  form: Filling,
  terms: Term[],
  fields: Set<WordField | null>,
  groups: { either: number },
): boolean {
  if (++groups.either > 1) return false
  for (const term of terms) {
    if (term.near !== null || term.field === 'body' || (term.weight !== 1 && term.weight !== LEAD))
      return false
    fields.add(term.field)
    form[term.weight === LEAD ? 'lead' : 'side'].push(markedEntryOf(term))
  }
  return true
}

const FROM = {
  source: ['sources', 'notSources'],
  author: ['authors', 'notAuthors'],
  region: ['regions', null],
} as const

/** Where an article may be from: one of these, all of one kind, asked once. */
function fillFrom(form: Filling, parts: WatchQuery[]): boolean {
  const lists = new Set(parts.map((part) => listOf(part, 0)))
  const [name] = lists
  if (lists.size !== 1 || !name || form[name].length > 0) return false
  form[name] = parts.map((part) =>
    part.kind === 'term'
      ? entryOf(part)
      : part.kind === 'site'
        ? part.host
        : part.kind === 'lang'
          ? part.language
          : '',
  )
  return true
}

type ListName = { [K in keyof WatchForm]: WatchForm[K] extends string[] ? K : never }[keyof WatchForm]

function listOf(part: WatchQuery, negated: 0 | 1): ListName | null {
  if (part.kind === 'site') return negated ? 'notSites' : 'sites'
  if (part.kind === 'lang') return negated ? null : 'languages'
  if (part.kind !== 'term' || part.near !== null || part.exact || part.weight !== 1) return null
  return part.field && part.field in FROM ? FROM[part.field as keyof typeof FROM][negated] : null
}

function fillNot(form: Filling, part: WatchQuery): boolean {
  if (part.kind === 'or') return part.parts.every((part) => fillNot(form, part))
  if (part.kind === 'term' && part.field === null && part.near === null && part.weight === 1)
    return form.none.push(markedEntryOf(part)) > 0
  const name = listOf(part, 1)
  if (!name) return false
  form[name].push(part.kind === 'site' ? part.host : entryOf(part as Term))
  return true
}

function fillLimit(form: Filling, { what, is, value, unit }: Limit): boolean {
  if (what === 'age' && is === '<' && form.age === null) form.age = `${value}${unit ?? 'd'}`
  else if (what === 'words' && is === '>=' && form.minWords === null) form.minWords = value
  else if (what === 'words' && is === '<=' && form.maxWords === null) form.maxWords = value
  else if (what === 'outlets' && is === '>=' && form.outlets === null) form.outlets = value
  else return false
  return true
}

const entryOf = ({ words: list, prefix }: Term): string => `${list.join(' ')}${prefix ? '*' : ''}`

/** In lists that take any form, `=` stands before one that is to stand as it is. */
const markedEntryOf = (term: Term): string => `${term.exact ? '=' : ''}${entryOf(term)}`
