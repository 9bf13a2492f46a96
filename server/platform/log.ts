import pino from 'pino'
import { settings } from './settings'

/** The one logger. Tokens and passwords are never written, whatever object carries them. */
export const log = pino({
  level: settings().logLevel,
  base: null,
  serializers: { error: (error: unknown) => withoutValues(pino.stdSerializers.err(error as Error)) },
  redact: {
    paths: [
      'token',
      '*.token',
      'password',
      '*.password',
      'authorization',
      '*.authorization',
      'cookie',
      '*.cookie',
    ],
    censor: '[kept back]',
  },
})

/**
 * Knex puts a statement with its values before what SQLite says: what people wrote, and tokens, must not
 * stand in a log.
 */
export function withoutValues<T extends { message?: string; stack?: string; code?: string | number }>(
  error: T,
): T {
  if (!String(error.code ?? '').startsWith('SQLITE') || !error.message) return error
  const at = error.message.lastIndexOf(' - ')
  const said = at < 0 ? error.message : error.message.slice(at + 3)
  return { ...error, message: said, stack: error.stack?.replace(error.message, said) }
}
