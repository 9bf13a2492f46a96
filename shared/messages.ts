// Every message there is, said in English: for the server, which stores codes and says them at its edge. A
// screen says those of its subject alone.
import type { Message } from '#core/message'
import { almanacMessages, type AlmanacMessages } from '#shared/almanac/messages'
import { archiveMessages, type ArchiveMessages } from '#shared/archives/messages'
import { batchMessages, type BatchMessages } from '#shared/batches/messages'
import { captureMessages, type CaptureMessages } from '#shared/capture/messages'
import { clippingMessages, type ClippingMessages } from '#shared/clippings/messages'
import { deliveryMessages, type DeliveryMessages } from '#shared/delivery/messages'
import { evergreenMessages, type EvergreenMessages } from '#shared/evergreens/messages'
import { letterMessages, type LetterMessages } from '#shared/letters/messages'
import { networkMessages, type NetworkMessages } from '#shared/networks/messages'
import { noticeMessages, type NoticeMessages } from '#shared/notices/messages'
import { orderMessages, type OrderMessages } from '#shared/orders/messages'
import { platformMessages, refusalMessages, type PlatformMessages } from '#shared/platform/messages'
import { speaker } from '#shared/platform/say'
import { postMessages } from '#shared/posts/messages'
import { recipientMessages, type RecipientMessages } from '#shared/recipients/messages'
import { reportMessages, type ReportMessages } from '#shared/reports/messages'
import { scheduleMessages } from '#shared/schedule/messages'
import { sourceMessages, type SourceMessages } from '#shared/sources/messages'

type Known = AlmanacMessages &
  ArchiveMessages &
  BatchMessages &
  CaptureMessages &
  ClippingMessages &
  DeliveryMessages &
  EvergreenMessages &
  LetterMessages &
  NetworkMessages &
  NoticeMessages &
  OrderMessages &
  PlatformMessages &
  RecipientMessages &
  ReportMessages &
  SourceMessages

/** A message of the server’s by its code, with what its sentence needs. */
export const note = <C extends keyof Known & string>(
  code: C,
  ...[params]: object extends Known[C] ? [] : [params: Known[C]]
): Message => ({ code, params: (params ?? {}) as Message['params'] })

/** Words that are nobody's of ours: a network's, a person's. */
export const quoted = (text: string): Message => ({ code: 'text', params: { text } })

const sayOne = speaker(
  almanacMessages,
  archiveMessages,
  batchMessages,
  captureMessages,
  clippingMessages,
  deliveryMessages,
  evergreenMessages,
  letterMessages,
  networkMessages,
  noticeMessages,
  orderMessages,
  platformMessages,
  refusalMessages,
  recipientMessages,
  reportMessages,
  sourceMessages,
  scheduleMessages,
  postMessages,
)

/** What several messages say together. */
export const say = (messages: readonly Message[]): string => messages.map(sayOne).filter(Boolean).join(' ')
