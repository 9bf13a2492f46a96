import type { AlmanacMessages } from './almanac/messages'
import type { WatchMessages } from './watch/messages'
import type { FormatMessages } from './formats/messages'
import type { FeedMessages } from './feed/messages'
import type { Message } from './message'
import type { PostMessages } from './post/messages'
import type { ScheduleMessages } from './schedule/messages'

/** Every code of `core`, with what its sentence needs. */
export type Messages = AlmanacMessages &
  FeedMessages &
  FormatMessages &
  PostMessages &
  ScheduleMessages &
  WatchMessages

/** A message by its code, with what its sentence needs. */
export const message = <C extends keyof Messages & string>(
  code: C,
  ...[params]: object extends Messages[C] ? [] : [params: Messages[C]]
): Message => ({ code, params: (params ?? {}) as Message['params'] })
