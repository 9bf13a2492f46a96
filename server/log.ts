import pino from 'pino'
import { settings } from './settings'

/** The one logger. Tokens and passwords are never written, whatever object carries them. */
export const log = pino({
  level: settings().logLevel,
  base: null,
  serializers: { error: pino.stdSerializers.err },
  redact: { paths: ['token', '*.token', 'password', '*.password', 'authorization', '*.authorization', 'cookie', '*.cookie'], censor: '[kept back]' },
})
