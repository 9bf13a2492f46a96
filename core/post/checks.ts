import type { Check } from './types'

export const stop = (id: string, message: string, fix: Check['fix'] = null): Check => ({
  id,
  level: 'stop',
  message,
  fix,
})
export const warn = (id: string, message: string, fix: Check['fix'] = null): Check => ({
  id,
  level: 'warn',
  message,
  fix,
})
export const ok = (id: string, message: string): Check => ({ id, level: 'ok', message, fix: null })
