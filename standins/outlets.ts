import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { fillIn, type Series } from './series'

export interface Outlet {
  id: string
  name: string
  domain: string
  about: string
  format: 'rss' | 'atom' | 'json'
  fullText: boolean
  language: string
  handle: string
  region: string
  authors: string[]
  own: boolean
}

export interface SiteArticle {
  outlet: string
  slug: string
  hoursAgo: number
  title: string
  author: string
  summary: string
  paragraphs: string[]
  categories: string[]
  image: { alt: string; shape: 'wide' | 'square' | 'tall' } | null
  language: string
  storyId: string
  /** Long out, and in no feed any more. */
  archived?: boolean
}

type StoryFile = {
  id: string
  articles: (Omit<SiteArticle, 'slug' | 'language' | 'storyId'> & { kind: string })[]
}

const folder = fileURLToPath(new URL('../demo/stories', import.meta.url))
const FOREIGN: Record<string, RegExp> = { pt: /\b(uma|não|dos|pela|à)\b/gi, fr: /\b(une|des|les|pour|dans)\b/gi, de: /\b(und|der|nicht|eine)\b/gi, it: /\b(che|della|gli|una|per)\b/gi } // prettier-ignore

/**
 * The outlets of all invented regions and every article they have, with dates told in words filled in for
 * this `start`.
 */
export function readSites(start: number): { outlets: Outlet[]; articles: SiteArticle[] } {
  const regions = readdirSync(folder)
  const outlets = regions.flatMap((region) => readJson<Outlet[]>(`${folder}/${region}/outlets.json`))
  const articles = regions.flatMap((region) =>
    readdirSync(`${folder}/${region}/stories`)
      .sort()
      .flatMap((file) =>
        articlesOf(readJson<StoryFile>(`${folder}/${region}/stories/${file}`), outlets, start),
      ),
  )
  const issues = regions.flatMap((region) =>
    readJson<Series[]>(`${folder}/${region}/series.json`).flatMap((series) =>
      issuesOf(series, outlets, start),
    ),
  )
  return { outlets, articles: [...articles, ...issues] }
}

/** What stands in no feed any more came out in the four weeks before the demo's last days. */
const ARCHIVE_FROM_HOURS = 62
const ARCHIVE_HOURS = 30 * 24

/** The issues of a series that are out at the start, newest first; those of the weeks before behind them. */
function issuesOf(series: Series, outlets: Outlet[], start: number): SiteArticle[] {
  const { language, authors } = outlets.find(({ id }) => id === series.outlet)!
  const before = Math.floor(ARCHIVE_HOURS / series.everyHours)
  return Array.from({ length: series.count + before }, (_, at): SiteArticle => {
    const archived = at >= series.count
    const number = archived ? at - series.count : at
    const name = archived ? `archive-${number + 1}` : String(series.count - number)
    const hoursAgo = (archived ? ARCHIVE_FROM_HOURS : series.firstHoursAgo) + number * series.everyHours
    const issue = {
      key: `${series.id} ${archived ? 'archive ' : ''}${number}`,
      at: start - hoursAgo * 3_600_000,
      language,
      known: new Map<string, string>(),
    }
    const fill = (text: string): string => fillIn(text, issue)
    return {
      outlet: series.outlet,
      slug: `${series.id}-${name}`,
      ...(archived ? { archived } : {}),
      hoursAgo,
      title: fill(series.title),
      author: authors[number % authors.length]!,
      summary: fill(series.summary),
      paragraphs: series.paragraphs.map(fill),
      categories: [],
      image: series.image && number % 3 === 0 ? { alt: series.image, shape: 'wide' } : null,
      language,
      storyId: archived ? series.id : `${series.id}-${name}`,
    }
  })
}

const readJson = <T>(file: string): T => JSON.parse(readFileSync(file, 'utf8')) as T

function articlesOf(story: StoryFile, outlets: Outlet[], start: number): SiteArticle[] {
  return story.articles.map((article, index) => {
    const outlet = outlets.find((candidate) => candidate.id === article.outlet)!
    const language = languageOf(article.paragraphs.join(' '), outlet.language)
    const fill = (text: string): string => fillDates(text, start, language)
    return {
      ...article,
      title: fill(article.title),
      summary: fill(article.summary),
      paragraphs: article.paragraphs.map(fill),
      slug: `${story.id.slice(3)}${index === 0 ? '' : `-${index + 1}`}`,
      language,
      storyId: story.id,
    }
  })
}

/** A few articles are in another language than the rest of their outlet. */
function languageOf(text: string, outletLanguage: string): string {
  const counts = Object.entries(FOREIGN).map(([language, pattern]) => ({
    language,
    hits: text.match(pattern)?.length ?? 0,
  }))
  const best = counts.sort((a, b) => b.hits - a.hits)[0]!
  return best.hits >= 8
    ? best.language
    : outletLanguage.startsWith('en') || best.hits >= 3
      ? outletLanguage
      : 'en'
}

/**
 * Puts the date or weekday so many days from the start in the place of `{{date:+9}}` and `{{weekday:+9}}`.
 */
function fillDates(text: string, start: number, language: string): string {
  return text.replace(/\{\{(date|weekday):([+-]?\d+)\}\}/g, (_, kind: string, days: string) => {
    const date = new Date(start + Number(days) * 86_400_000)
    const style: Intl.DateTimeFormatOptions =
      kind === 'date' ? { day: 'numeric', month: 'long' } : { weekday: 'long' }
    return new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
      ...style,
      timeZone: 'UTC',
    }).format(date)
  })
}
