import { HOUR } from '../instant'
import type { PreparedArticle } from './prepare'
import { asciiHost } from './site'
import type { Condition, Limit } from './types'

const HOURS = { h: 1, d: 24, w: 7 * 24 }
const UNITS = { h: 'hour', d: 'day', w: 'week' }

/**
 * Whether what is asked besides words holds for an article. What is not known of it does not hold. `now` in
 * milliseconds.
 */
export function conditionHolds(condition: Condition, article: PreparedArticle, now: number): boolean {
  switch (condition.kind) {
    case 'site': {
      const host = asciiHost(condition.host)
      return article.host !== null && (article.host === host || article.host.endsWith(`.${host}`))
    }
    case 'lang': {
      const language = article.language?.toLowerCase() ?? ''
      return language === condition.language || language.startsWith(`${condition.language}-`)
    }
    case 'limit': {
      const value = valueOf(condition, article, now)
      return value !== null && compares(value, condition.is, limitValue(condition))
    }
  }
}

/** What a limit is compared with: of an age, milliseconds. */
export const limitValue = ({ value, unit }: Limit): number => (unit ? value * HOURS[unit] * HOUR : value)

function valueOf({ what }: Limit, article: PreparedArticle, now: number): number | null {
  switch (what) {
    case 'age':
      return article.publishedAt === null ? null : now - article.publishedAt
    case 'words':
      return article.authorFrom - article.bodyFrom
    case 'outlets':
      return article.outlets
    case 'responses':
      return article.responses
  }
}

function compares(value: number, is: Limit['is'], limit: number): boolean {
  if (is === '<') return value < limit
  if (is === '<=') return value <= limit
  if (is === '>') return value > limit
  return is === '>=' ? value >= limit : value === limit
}

/** Why an article is there, for what a query asks besides words. */
export function reasonOfCondition(condition: Condition): string {
  if (condition.kind === 'site') return `on ${condition.host}`
  if (condition.kind === 'lang') return `in the language “${condition.language}”`
  const { what, is, value, unit } = condition
  const thing = what === 'age' ? ` ${UNITS[unit ?? 'd']}${value === 1 ? '' : 's'}` : ` ${what}`
  if (what === 'age')
    return is === '='
      ? `${value}${thing} old`
      : `${is.startsWith('<') ? 'younger' : 'older'} than ${value}${thing}`
  return (
    {
      '<': `fewer than ${value}`,
      '<=': `at most ${value}`,
      '>': `more than ${value}`,
      '>=': `at least ${value}`,
      '=': String(value),
    }[is] + thing
  )
}
