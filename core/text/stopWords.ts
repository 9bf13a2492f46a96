import { deu, eng, fra, ita, nld, nob, por, spa, swe } from 'stopword'
import { fold } from './fold'

const LISTS: Record<string, string[]> = {
  de: deu,
  en: eng,
  es: spa,
  fr: fra,
  it: ita,
  nb: nob,
  nl: nld,
  no: nob,
  pt: por,
  sv: swe,
}
/** Said of everything, so of nothing: the published lists lack them. */
const MORE: Record<string, string[]> = {
  en: [
    'one',
    'two',
    'says',
    'said',
    'say',
    'new',
    'would',
    'could',
    'may',
    'might',
    'must',
    'many',
    'much',
    'according',
    'per',
    'every',
    'first',
    'last',
    'still',
    'also',
    'since',
    'where',
    'while',
    'until',
    'after',
    'before',
    'without',
    'within',
    'under',
    'over',
    'again',
    'often',
    'once',
    'day',
    'days',
    'year',
    'years',
    'week',
    'weeks',
    'month',
    'months',
    'hour',
    'hours',
    'today',
    'people',
    'thing',
    'things',
    'way',
    'time',
    'times',
  ],
}
const made = new Map<string, Set<string>>()

/**
 * Folded words of a language ('en-GB' counts as 'en') that say nothing by themselves; English ones where the
 * language has no list.
 */
export function stopWords(language: string | null): ReadonlySet<string> {
  const code = language?.slice(0, 2).toLowerCase() ?? 'en'
  const name = code in LISTS ? code : 'en'
  const known = made.get(name) ?? new Set([...LISTS[name]!, ...(MORE[name] ?? [])].map(fold))
  made.set(name, known)
  return known
}
