import type { Message } from '../message'
import type { Check } from './types'

/** A check that keeps a post from going out, with what would mend it; null where nothing does by itself. */
export const stop = (id: string, message: Message, fix: Check['fix'] = null): Check => ({
  id,
  level: 'stop',
  message,
  fix,
})
/** A check to look at, which keeps nothing from going out. */
export const warn = (id: string, message: Message, fix: Check['fix'] = null): Check => ({
  id,
  level: 'warn',
  message,
  fix,
})
/** A check that found nothing. */
export const ok = (id: string, message: Message): Check => ({ id, level: 'ok', message, fix: null })
