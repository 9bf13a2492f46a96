import type { Message } from '../message'
import type { Check } from './types'

export const stop = (id: string, message: Message, fix: Check['fix'] = null): Check => ({
  id,
  level: 'stop',
  message,
  fix,
})
export const warn = (id: string, message: Message, fix: Check['fix'] = null): Check => ({
  id,
  level: 'warn',
  message,
  fix,
})
export const ok = (id: string, message: Message): Check => ({ id, level: 'ok', message, fix: null })
