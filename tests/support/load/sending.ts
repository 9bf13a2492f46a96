import { SendingWorld } from './sendingWorld'
import { quantile, type Row } from './timing'

interface Sent {
  due_at: number
  sent_at: number | null
  state: string
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/**
 * Milliseconds that answers took: the Schedule's, which shows every post of the week, and those of the other
 * screens.
 */
interface Answers {
  schedule: number[]
  others: number[]
}

/** How long pages of the interface take, asked one after another until told to stop. */
function asking(world: SendingWorld, path: string): { stop: () => Promise<Answers> } {
  const times: Answers = { schedule: [], others: [] }
  let isOver = false
  const going = (async () => {
    const paths = ['/schedule', '', '/articles', '/notices']
    for (let at = 0; !isOver; at++) {
      const started = performance.now()
      await world.owner.want('GET', `${path}${paths[at % paths.length]}`)
      times[paths[at % paths.length] === '/schedule' ? 'schedule' : 'others'].push(
        performance.now() - started,
      )
      await pause(50)
    }
  })()
  return { stop: async () => ((isOver = true), await going, times) }
}

/**
 * So many posts over four accounts, due spread over a time, the stand-ins' rates off: how late they are, and
 * how the interface answers.
 */
export async function spreadRun(
  count: number,
  seconds: number,
  workers: number,
): Promise<{ lateness: number[]; answers: Answers; sent: number; twice: number }> {
  const world = await SendingWorld.start({ QUILL_TICK_MS: '1000' }, { role: workers === 0 ? 'all' : 'web' })
  try {
    for (let at = 0; at < workers; at++) await world.startWorker()
    const begin = Date.now() + 4000
    await world.lineUp(count, (at) => begin + (at * seconds * 1000) / count)
    const [brand] = (await world.owner.want<{ brands: { id: string }[] }>('GET', '/api/me')).brands
    await pause(begin - Date.now())
    const answers = asking(world, `/api/brands/${brand!.id}`)
    const end = begin + seconds * 1000 + 30_000
    while (Date.now() < end && (world.states()['sent'] ?? 0) < count) await pause(500)
    const times = await answers.stop()
    const db = world.open()
    const rows = db
      .prepare("SELECT due_at, sent_at, state FROM deliveries WHERE state = 'sent'")
      .all() as Sent[]
    db.close()
    const texts = Object.values(await world.posted()).flatMap((posts) => posts.map(({ text }) => text))
    return {
      lateness: rows.map(({ due_at, sent_at }) => sent_at! - due_at),
      answers: times,
      sent: rows.length,
      twice: texts.length - new Set(texts).size,
    }
  } finally {
    await world.stop()
  }
}

/** 1,000 deliveries due in one minute, by one process that does all and by a web process with two workers. */
export async function sendingRows(isShort: boolean): Promise<Row[]> {
  const [count, seconds] = isShort ? [60, 4] : [1000, 60]
  const rows: Row[] = []
  for (const workers of isShort ? [0] : [0, 2]) {
    const { lateness, answers, sent, twice } = await spreadRun(count, seconds, workers)
    const [p50, p99] = [quantile(lateness, 0.5), quantile(lateness, 0.99)]
    const [p95, ofSchedule] = [quantile(answers.others, 0.95), quantile(answers.schedule, 0.95)]
    const who = workers === 0 ? 'one process' : `web and ${workers} workers`
    rows.push(
      {
        what: `${count} due in ${seconds} s, ${who}: sent, none twice`,
        figure: `${sent}, ${twice} twice`,
        target: `${count}, 0`,
        met: sent === count && twice === 0,
      },
      {
        what: `lateness, ${who}: half, p99`,
        figure: `${p50.toFixed(0)}, ${p99.toFixed(0)} ms`,
        target: 'p99 5,000 ms',
        met: p99 < 5000,
      },
      {
        what: `the interface meanwhile, ${who}: p95`,
        figure: `${p95.toFixed(1)} ms`,
        target: '100 ms',
        met: p95 < 100,
      },
      {
        what: `the Schedule with all ${count} on it, ${who}: p95`,
        figure: `${ofSchedule.toFixed(1)} ms`,
        target: '100 ms',
        met: ofSchedule < 100,
      },
    )
  }
  return rows
}
