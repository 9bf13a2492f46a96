import type { Message } from '#core/message'
import { postMessages } from '#shared/posts/messages'
import { scheduleMessages } from '#shared/schedule/messages'
import { sourceMessages } from '#shared/sources/messages'
import { watchMessages } from '#shared/watches/messages'
import { speaker } from '#shared/platform/say'

/** A value with every message in it said as a sentence. */
export type Said<T> = T extends Message
  ? string
  : T extends (infer E)[]
    ? Said<E>[]
    : T extends object
      ? { [K in keyof T]: Said<T[K]> }
      : T

const say = speaker(scheduleMessages, postMessages, sourceMessages, watchMessages)

const isMessage = (value: object): value is Message =>
  'code' in value && 'params' in value && Object.keys(value).length === 2

/** Says every message in what `core` gives, as the application says it. */
export function said<T>(value: T): Said<T> {
  if (typeof value !== 'object' || value === null) return value as Said<T>
  if (isMessage(value)) return say(value) as Said<T>
  if (Array.isArray(value)) return value.map((item: unknown) => said(item)) as Said<T>
  return Object.fromEntries(Object.entries(value).map(([name, inner]) => [name, said(inner)])) as Said<T>
}

/** An error of `core` as what it says. */
export const saidError = (error: unknown): string =>
  error instanceof Error && 'detail' in error ? say(error.detail as Message) : String(error)
