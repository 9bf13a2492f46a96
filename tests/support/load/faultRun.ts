import { chanceFrom } from '../randomFeeds'
import { SENDING_HOSTS, SendingWorld } from './sendingWorld'

export interface FaultRun {
  posts: number
  /** How often a worker is killed, at moments drawn from the seed. */
  kills: number
  /** The share of all requests that meet some kind of trouble. */
  share: number
  seed: number
  /** Seconds over which the posts are due. */
  seconds: number
  /** Trouble goes on for so many seconds after the last post was due. */
  troubleAfter: number
}

export interface FaultRunResult {
  /**
   * Texts that a network has more than once, of those that say they were sent but are not there, and of the
   * opposite.
   */
  doubled: string[]
  missing: string[]
  unsaid: string[]
  /** Posts that neither went out nor were refused in the end. */
  unfinished: number
  /** Refused posts of which nobody was told. */
  untold: number
  /** What those say. */
  left: string[]
  sent: number
  refused: number
  kills: number
  /** Requests that met trouble, and all of them. */
  troubled: number
  requests: number
  tries: number
  asked: number
  seconds: number
  integrity: string
}

const FINAL = ['sent', 'not-sent']
/** So long nothing ends any more: tries of one post lie further and further apart. */
const PATIENCE_MS = 120_000

/**
 * Lets posts go out through networks that fail in every way, with two workers of which one is killed again
 * and again, and compares what the networks have with what the application says.
 */
export async function faultRun(run: FaultRun): Promise<FaultRunResult> {
  const world = await SendingWorld.start({
    QUILL_LEASE_SECONDS: '2',
    QUILL_RETRY_SECONDS: '1',
    QUILL_ASK_SECONDS: '1',
    QUILL_PATIENCE_SECONDS: '5',
  })
  try {
    await Promise.all([world.startWorker(), world.startWorker()])
    // Accounts that are in use: each has a post from before, which is how far back their lists are known to
    // reach.
    await world.lineUp(SENDING_HOSTS.length, () => Date.now())
    while ((world.states()['sent'] ?? 0) < SENDING_HOSTS.length) await pause(200)
    const began = Date.now()
    const texts = await world.lineUp(
      run.posts,
      (at) => Date.now() + 3000 + (at * run.seconds * 1000) / run.posts,
    )
    for (const [at, host] of SENDING_HOSTS.entries()) {
      await world.control('trouble', { host, trouble: { mix: { share: run.share, seed: run.seed + at } } })
    }
    await killAgainAndAgain(world, run)
    await pause(Math.max(0, began + (run.seconds + run.troubleAfter) * 1000 - Date.now()))
    // In the end networks recover, and whatever was left open is settled.
    for (const host of SENDING_HOSTS) await world.control('trouble', { host, trouble: null })
    await allEnded(world, run.posts)
    return await judged(world, texts, run.kills, (Date.now() - began) / 1000)
  } finally {
    await world.stop()
  }
}

async function killAgainAndAgain(world: SendingWorld, { kills, seed }: FaultRun): Promise<void> {
  const chance = chanceFrom(seed)
  for (let kill = 0; kill < kills; kill++) {
    await pause(150 + chance() * 1200)
    await world.kill(world.workers[Math.floor(chance() * world.workers.length)]!)
    await world.startWorker()
  }
}

async function allEnded(world: SendingWorld, posts: number): Promise<void> {
  let [ended, since] = [0, Date.now()]
  while (Date.now() < since + PATIENCE_MS) {
    const states = world.states()
    const now = FINAL.reduce((sum, state) => sum + (states[state] ?? 0), 0)
    if (now === posts + SENDING_HOSTS.length) return
    if (now > ended) [ended, since] = [now, Date.now()]
    await pause(300)
  }
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

async function judged(
  world: SendingWorld,
  texts: string[],
  kills: number,
  seconds: number,
): Promise<FaultRunResult> {
  const there = new Map<string, number>()
  for (const posts of Object.values(await world.posted()))
    for (const { text } of posts) there.set(text, (there.get(text) ?? 0) + 1)
  const db = world.open()
  const rows = db.prepare("SELECT json_extract(frozen_json, '$.text') AS text, state, message, attempts FROM deliveries").all() as { text: string; state: string; message: string; attempts: number }[] // prettier-ignore
  const asked = (
    db.prepare("SELECT count(*) AS n FROM delivery_events WHERE state = 'unknown'").get() as { n: number }
  ).n
  const untold = (db.prepare("SELECT count(*) AS n FROM deliveries d WHERE d.state = 'not-sent' AND NOT EXISTS (SELECT 1 FROM notices n WHERE n.kind = 'not-sent' AND n.about = d.id)").get() as { n: number }).n // prettier-ignore
  const [{ integrity_check: integrity }] = db.pragma('integrity_check') as [{ integrity_check: string }]
  db.close()
  const left = rows
    .filter(({ text, state }) => texts.includes(text) && !FINAL.includes(state))
    .map(({ text, state, message }) => `${text} ${state}: ${message}`)
  const stateOf = new Map(rows.map((row) => [row.text, row]))
  const asks = await world.control<{ status: number; host: string }[]>('asks')
  const networks = asks.filter(({ host }) => (SENDING_HOSTS as readonly string[]).includes(host))
  return {
    doubled: texts.filter((text) => (there.get(text) ?? 0) > 1),
    missing: texts.filter((text) => stateOf.get(text)?.state === 'sent' && !there.has(text)),
    unsaid: texts.filter(
      (text) =>
        (stateOf.get(text)?.state !== 'sent' && there.has(text)) ||
        (stateOf.get(text)?.state === 'not-sent' && !/delivery\.refused/.test(stateOf.get(text)!.message)),
    ),
    unfinished: texts.filter((text) => !FINAL.includes(stateOf.get(text)?.state ?? '')).length,
    untold,
    left,
    sent: rows.filter(({ text, state }) => texts.includes(text) && state === 'sent').length,
    refused: rows.filter(({ state }) => state === 'not-sent').length,
    kills,
    troubled: networks.filter(({ status }) => status === 0 || status >= 400).length,
    requests: networks.length,
    tries: rows.reduce((sum, { attempts }) => sum + attempts, 0),
    asked,
    seconds,
    integrity,
  }
}

/** The result as a table. */
export function tableOf(run: FaultRun, result: FaultRunResult): string {
  const rows: [string, string | number][] = [
    ['posts over four accounts', run.posts],
    ['requests that met trouble', `${result.troubled} of ${result.requests}`],
    ['workers killed (SIGKILL)', result.kills],
    ['handed over, tries in all', result.tries],
    ['unknown, the network asked', result.asked],
    ['sent, there exactly once', result.sent - result.missing.length - result.doubled.length],
    ['refused for good, said so, not there', result.refused - result.unsaid.length],
    ['there more than once', result.doubled.length],
    ['said to be sent and not there', result.missing.length],
    ['there or refused without a word', result.unsaid.length],
    ['neither sent nor refused', result.unfinished],
    ['refused, and nobody told', result.untold],
    ['integrity_check', result.integrity],
    ['seconds', result.seconds.toFixed(0)],
  ]
  return [`| fault run | |`, `| --- | --- |`, ...rows.map(([what, value]) => `| ${what} | ${value} |`)].join(
    '\n',
  )
}

export const isClean = (result: FaultRunResult): boolean =>
  result.doubled.length + result.missing.length + result.unsaid.length + result.unfinished + result.untold ===
    0 && result.integrity === 'ok'
