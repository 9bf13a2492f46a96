import type { ChildProcess } from 'node:child_process'
import sharp from 'sharp'
import { howItIs } from '../howItIs'
import { sendEndlessly } from '../rawRequest'
import { SendingWorld } from './sendingWorld'
import { quantile } from './timing'

export interface UnderAttack {
  /**
   * How late posts were: 99 of 100 of them no more, in milliseconds; and whether all went out, none twice.
   */
  p99: number
  sent: number
  twice: number
  /**
   * Most memory of the process, in megabytes, and the longest time its event loop was blocked, in
   * milliseconds.
   */
  memory: number
  blocked: number
  /** Attacks that were carried out, and what came back of them by status. */
  attacks: number
  statuses: Record<string, number>
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))
const MEGABYTE = 1024 * 1024
/** Megabytes from which on something leaks; what is aimed at is 400 (docs/performance.md). */
export const MOST_MEMORY = 640

/**
 * Lets so many posts go out over some seconds from one process while it is attacked in every way that is
 * known, all of them at once.
 */
export async function underAttack(posts: number, seconds: number): Promise<UnderAttack> {
  const world = await SendingWorld.start({ QUILL_TICK_MS: '500' }, { role: 'all' })
  try {
    const [brand] = (await world.owner.want<{ brands: { id: string }[] }>('GET', '/api/me')).brands
    for (const [host, fault] of HOSTILE) await world.control('fault', { host, fault })
    const begin = Date.now() + 3_000
    await world.lineUp(posts, (at) => begin + (at * seconds * 1_000) / posts)
    const end = begin + seconds * 1_000
    const watched = watch(world.web.child, end)
    const statuses: Record<string, number> = {}
    let attacks = 0
    const carryOut = async (attack: () => Promise<number>): Promise<void> => {
      while (Date.now() < end) {
        const status = await attack().catch(() => 0)
        attacks++
        statuses[status] = (statuses[status] ?? 0) + 1
        await pause(20)
      }
    }
    await Promise.all((await attacksOn(world, `/api/brands/${brand!.id}`)).map(carryOut))
    const { memory, blocked } = await watched
    for (let look = 0; look < 40 && (world.states()['sent'] ?? 0) < posts; look++) await pause(500)
    const db = world.open()
    const late = (
      db.prepare("SELECT sent_at - due_at AS late FROM deliveries WHERE state = 'sent'").all() as {
        late: number
      }[]
    ).map((row) => row.late)
    db.close()
    const texts = Object.values(await world.posted()).flatMap((network) => network.map(({ text }) => text))
    return {
      p99: quantile(late, 0.99),
      sent: late.length,
      twice: texts.length - new Set(texts).size,
      memory,
      blocked,
      attacks,
      statuses,
    }
  } finally {
    await world.stop()
  }
}

const HOSTILE = [['nested.faulty.example', 'nestedPage'], ['much.faulty.example', 'namesMuch'], ['commented.faulty.example', 'commentedPage'], ['deep.faulty.example', 'deep'], ['many.faulty.example', 'many'], ['bomb.faulty.example', 'bomb'], ['silent.faulty.example', 'silent']] as const // prettier-ignore

async function watch(child: ChildProcess, end: number): Promise<{ memory: number; blocked: number }> {
  let [memory, blocked] = [0, 0]
  await howItIs(child)
  while (Date.now() < end) {
    const now = await howItIs(child)
    memory = Math.max(memory, now.memory)
    blocked = Math.max(blocked, now.delay)
    await pause(250)
  }
  return { memory, blocked }
}

/**
 * Each way to stop a server, as something that can be done again and again. Gives the status that came back;
 * 0 for none.
 */
async function attacksOn({ web, owner }: SendingWorld, path: string): Promise<(() => Promise<number>)[]> {
  const { url } = web
  const picture = await sharp({ create: { width: 6_000, height: 6_000, channels: 3, background: '#234' } })
    .png()
    .toBuffer()
  const ask = (method: string, to: string, body?: unknown) =>
    owner.ask(method, to, body).then(({ status }) => status)
  const form = (content: Uint8Array) =>
    owner.upload(`${path}/pictures`, content, 'x.png').then(({ status }) => status)
  const stranger = (body: string) =>
    fetch(`${url}/api/session`, { method: 'POST', body }).then(({ status }) => status)
  let at = 0
  return [
    () => sendEndlessly(url, 'POST /api/session HTTP/1.1', 20 * MEGABYTE).then(({ status }) => status),
    () =>
      sendEndlessly(url, `POST ${path}/pictures HTTP/1.1`, 30 * MEGABYTE, owner.cookie).then(
        ({ status }) => status,
      ),
    () => stranger(JSON.stringify({ people: Array.from({ length: 7_000 }, () => 1) })),
    () => stranger(JSON.stringify({ email: `somebody${at++}@desk.example`, password: 'guess' })),
    () =>
      ask('PUT', `${path}/articles/states`, {
        ids: Array.from({ length: 9_000 }, () => ({})),
        state: 'read',
      }),
    () => ask('POST', `${path}/imports`, { opml: `<opml><body>${'<outline text="x">'.repeat(22_000)}` }),
    () =>
      ask('POST', `${path}/watches/look`, {
        query: Array.from({ length: 1_000 }, (_, word) => `w${word}`).join(' OR '),
      }),
    ...HOSTILE.map(
      ([host]) =>
        () =>
          ask('POST', `${path}/link-look`, { url: `https://${host}/${at++}` }),
    ),
    ...HOSTILE.map(
      ([host]) =>
        () =>
          ask('POST', `${path}/sources/look`, { address: `https://${host}/feed.xml` }),
    ),
    () => form(Buffer.from(`${'<!---->'.repeat(60)}-`)),
    () => form(picture),
    () => ask('GET', `${path}/find?q=${'lamp+'.repeat(60)}`),
  ]
}

export const isStanding = (result: UnderAttack, posts: number): boolean =>
  result.sent === posts && result.twice === 0 && result.p99 < 5_000 && result.memory < MOST_MEMORY

/** What it says in a line. */
export const lineOf = ({ p99, sent, twice, memory, blocked, attacks, statuses }: UnderAttack): string =>
  `under attack (${attacks} times, answered ${Object.entries(statuses).map(([status, n]) => `${status}: ${n}`).join(', ')}): ${sent} posts sent, ${twice} twice, lateness p99 ${Math.round(p99)} ms, memory at most ${Math.round(memory)} MB, event loop blocked ${blocked} ms at most` // prettier-ignore
