import type { Check } from './types'

export const stop = (id: string, says: string, fix: Check['fix'] = null): Check => ({
  id,
  level: 'stop',
  says,
  fix,
})
export const warn = (id: string, says: string, fix: Check['fix'] = null): Check => ({
  id,
  level: 'warn',
  says,
  fix,
})
export const ok = (id: string, says: string): Check => ({ id, level: 'ok', says, fix: null })
