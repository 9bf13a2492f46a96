import { expect } from 'vitest'
import sharp from 'sharp'
import type { DeliveryView } from '#shared/delivery/types'
import type { PostDoc } from '#shared/posts/types'
import type { Card, ScheduleView } from '#shared/schedule/types'
import type { Person } from '../support/person'
import { draftOf, lineUpSaved, saveNew } from '../support/world'

const WAIT = { timeout: 20_000 }

const cardsOf = async (person: Person, path: string): Promise<Card[]> =>
  (await person.want<ScheduleView>('GET', `${path}/schedule`)).cards

export const deliveryAt = async (person: Person, path: string, id: string): Promise<DeliveryView> =>
  person.want('GET', `${path}/deliveries/${id}`)

/** Sends a post now, and waits until its outcome is known. */
export async function sendNow(
  person: Person,
  path: string,
  accountId: string,
  text: string,
  more: Partial<PostDoc> = {},
): Promise<DeliveryView> {
  const before = new Set((await cardsOf(person, path)).map(({ deliveryId }) => deliveryId))
  const post = await saveNew(person, path, await draftOf(person, path, text, more))
  await lineUpSaved(person, path, post, [accountId], [{ accountId, kind: 'now', at: null }])
  const newest = async (): Promise<string> =>
    (await cardsOf(person, path)).find(({ deliveryId }) => deliveryId && !before.has(deliveryId))
      ?.deliveryId ?? ''
  let id = ''
  await expect.poll(async () => (id = await newest()), WAIT).not.toBe('')
  await expect
    .poll(async () => (await deliveryAt(person, path, id)).state, WAIT)
    .not.toMatch(/planned|sending|waiting|unknown/)
  return deliveryAt(person, path, id)
}

/** A picture of a post, with its description. */
export async function pictureOf(
  person: Person,
  path: string,
  name: string,
  description: string,
): Promise<PostDoc['pictures'][number]> {
  const plain = { width: 640, height: 480, channels: 3 as const, background: '#345' }
  const content = await sharp({ create: plain }).png().toBuffer()
  const { body } = await person.upload<{ id: string }>(`${path}/pictures`, content, name)
  return { id: body.id, description, focus: { x: 0.5, y: 0.5 }, crops: {} } as never
}
