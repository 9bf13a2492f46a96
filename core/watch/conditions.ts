import { message } from '../messages'
import type { Message } from '../message'
import { HOUR } from '../instant'
import type { PreparedArticle } from './prepare'
import { asciiHost } from './site'
import type { Condition, Limit } from './types'

const HOURS = { h: 1, d: 24, w: 7 * 24 }

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
export function reasonOfCondition(condition: Condition): Message {
  if (condition.kind === 'site') return message('found.site', { host: condition.host })
  if (condition.kind === 'lang') return message('found.language', { language: condition.language })
  const { what, is, value, unit } = condition
  return what === 'age'
    ? message('found.age', { is, value, unit: unit ?? 'd' })
    : message('found.count', { is, value, what })
}
