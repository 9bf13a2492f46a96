// Posts of the demo that come round again: some written for it, some that did well in the weeks before.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { v7 as uuid } from 'uuid'
import type { Client } from './client'

interface EvergreenPlan {
  account: string
  pillar: string
  /** Slots kept for them, besides those there are. */
  slots: { weekday: number; time: string }[]
  minDays: number
  /** How many of the posts that stood out join them. */
  fromHistory: number
  posts: string[][]
}

interface Slot {
  weekday: number
  time: string
  use: string
  pillarId: string | null
}
interface View {
  pillars: { id: string; name: string }[]
  accounts: {
    id: string
    name: string
    slots: Slot[]
    perDay: number | null
    minGapMinutes: number
    repeatAfterDays: number | null
    except: unknown[]
    mix: unknown[]
    version: number
  }[]
}

const plans = JSON.parse(
  readFileSync(fileURLToPath(new URL('evergreens.json', import.meta.url)), 'utf8'),
) as Record<string, EvergreenPlan>

/** Gives a brand its evergreens, and slots that are kept for them. */
export async function fillEvergreens(client: Client, brand: { id: string; region: string }): Promise<void> {
  const at = `/api/brands/${brand.id}`
  const plan = plans[brand.region]!
  const { pillars, accounts } = await client.get<View>(at)
  const pillarId = pillars.find(({ name }) => name === plan.pillar)!.id
  const account = accounts.find(({ name }) => name === plan.account)!
  const { slots, perDay, minGapMinutes, repeatAfterDays, except, mix, version } = account
  const kept = plan.slots.map((slot) => ({ ...slot, use: 'pillar', pillarId }))
  await client.put(`${at}/accounts/${account.id}/timetable`, {
    ...{ perDay, minGapMinutes, repeatAfterDays, except, mix, version },
    slots: [...slots, ...kept],
  })
  const set = (id: string, postVersion: number): Promise<unknown> =>
    client.put(`${at}/evergreens/${id}`, {
      accountIds: [account.id],
      minDays: plan.minDays,
      until: null,
      times: null,
      version: postVersion,
    })
  for (const texts of plan.posts) {
    const id = uuid()
    const doc = {
      wordings: texts.map((text) => ({ text })),
      pillarId,
      accounts: accounts.map((one) => ({
        accountId: one.id,
        chosen: one === account,
        ownText: null,
        board: null,
      })),
    }
    const saved = await client.put<{ version: number }>(`${at}/posts/${id}`, { version: 0, doc })
    await set(id, saved.version)
  }
  const { best } = await client.get<{ best: { postId: string; pillarId: string | null }[] }>(
    `${at}/results?days=28`,
  )
  for (const { postId } of best.filter((one) => one.pillarId === pillarId).slice(0, plan.fromHistory)) {
    const { version: postVersion } = await client.get<{ version: number }>(`${at}/posts/${postId}`)
    await set(postId, postVersion)
  }
}
