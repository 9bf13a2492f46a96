import { EMPTY_FORM, isEntry, type WatchForm } from '#core/watch/form'
import { hostOf } from '#core/watch/site'
import * as words from '#shared/words'

type ListName = { [K in keyof WatchForm]: WatchForm[K] extends string[] ? K : never }[keyof WatchForm]
type NumberName = 'minWords' | 'maxWords' | 'outlets'

/** The plain form of a query as it stands in fields: lists with commas between. */
export type QueryFields = Record<ListName | NumberName | 'age', string> & { where: WatchForm['where'] }

export const LISTS = Object.entries(EMPTY_FORM).flatMap(([name, value]) =>
  Array.isArray(value) ? [name as ListName] : [],
)
const NUMBERS: NumberName[] = ['minWords', 'maxWords', 'outlets']
const WORD_LISTS: ListName[] = [
  'lead',
  'side',
  'all',
  'exact',
  'none',
  'sources',
  'notSources',
  'authors',
  'notAuthors',
  'regions',
]

/** Entries of a list as a person types it. */
export const entriesOf = (text: string): string[] =>
  text
    .split(/[,;\n]/)
    .map((entry) => entry.trim())
    .filter(Boolean)

export function fieldsOfForm(form: WatchForm): QueryFields {
  const lists = Object.fromEntries(LISTS.map((name) => [name, form[name].join(', ')])) as Record<
    ListName,
    string
  >
  const numbers = Object.fromEntries(
    NUMBERS.map((name) => [name, form[name] === null ? '' : String(form[name])]),
  ) as Record<NumberName, string>
  return { ...lists, ...numbers, age: form.age ?? '', where: form.where }
}

/** What of the fields can be asked; what can't is told by `complaintsOf`. */
export function formOfFields(fields: QueryFields): WatchForm {
  const lists = Object.fromEntries(LISTS.map((name) => [name, entriesOf(fields[name])])) as Record<
    ListName,
    string[]
  >
  const numberOf = (text: string): number | null => (/^\d+$/.test(text.trim()) ? Number(text.trim()) : null)
  return {
    ...EMPTY_FORM,
    ...lists,
    languages: lists.languages.filter(isLanguage).map((language) => language.toLowerCase()),
    where: fields.where,
    age: isAge(fields.age) ? fields.age.trim() : null,
    minWords: numberOf(fields.minWords),
    maxWords: numberOf(fields.maxWords),
    outlets: numberOf(fields.outlets),
  }
}

const isAge = (text: string): boolean => /^\d+(\.\d+)?[hdw]$/.test(text.trim())
const isLanguage = (text: string): boolean => /^[a-z]{2,3}(-[a-z0-9]+)*$/i.test(text)

/** What is wrong with the fields, by their names. */
export function complaintsOf(fields: QueryFields): Partial<Record<keyof QueryFields, string>> {
  const labels = words.watch.form.errors
  const found: Partial<Record<keyof QueryFields, string>> = {}
  const complain = (
    names: ListName[],
    isFine: (entry: string) => boolean,
    why: (entry: string) => string,
  ): void => {
    for (const name of names) {
      const wrong = entriesOf(fields[name]).find((entry) => !isFine(entry))
      if (wrong !== undefined) found[name] = why(wrong)
    }
  }
  complain(WORD_LISTS, isEntry, labels.noWord)
  complain(['sites', 'notSites'], (entry) => hostOf(entry) !== null, labels.noSite)
  complain(['languages'], isLanguage, labels.noLanguage)
  if (fields.age.trim() && !isAge(fields.age)) found.age = labels.age
  for (const name of NUMBERS)
    if (fields[name].trim() && !/^\d+$/.test(fields[name].trim())) found[name] = labels.number
  return found
}
