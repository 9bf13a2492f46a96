import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { Agent, request } from 'node:http'
import { setTimeout as pause } from 'node:timers/promises'
import { quantile, type Row } from '../tests/support/load/timing'
import { CHATTERBROOK, makeBrand, World } from '../tests/support/world'

const CODE = 'acdefg'
const BROWSER = 'Mozilla/5.0 (X11; Linux x86_64; rv:146.0) Gecko/20100101 Firefox/146.0'
const AT_ONCE = 32
const A_SECOND = 500

/** Follows a link once, and reads to the end of the answer. Gives milliseconds. */
function follow(url: string, agent: Agent): Promise<number> {
  const started = performance.now()
  return new Promise((resolve, reject) => {
    request(`${url}/r/${CODE}`, { agent, headers: { 'user-agent': BROWSER } }, (answer) => {
      if (answer.statusCode !== 302) reject(new Error(`The link answered ${answer.statusCode}.`))
      answer.resume().on('end', () => resolve(performance.now() - started))
    })
      .on('error', reject)
      .end()
  })
}

/** How many are answered a second, asked by so many at once without a pause. */
async function rate(url: string, ms: number): Promise<number> {
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })
  const until = performance.now() + ms
  let answered = 0
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      for (; performance.now() < until; answered++) await follow(url, agent)
    }),
  )
  agent.destroy()
  return (answered * 1000) / ms
}

/** How long each of 500 a second takes, whatever those before it took, while `busy` goes on. */
async function latencies(url: string, seconds: number, busy: () => Promise<unknown>): Promise<number[]> {
  const agent = new Agent({ keepAlive: true, maxSockets: 256 })
  let isOver = false
  const others = (async () => {
    while (!isOver) await busy()
  })()
  const times: Promise<number>[] = []
  const started = performance.now()
  while (times.length < A_SECOND * seconds) {
    const due = Math.floor(((performance.now() - started) / 1000) * A_SECOND)
    for (; times.length < Math.min(due, A_SECOND * seconds);) times.push(follow(url, agent))
    await pause(1)
  }
  const all = await Promise.all(times)
  isOver = true
  await others
  agent.destroy()
  return all
}

/** Short links beside a bare route of the same library in one run, and under a steady load. */
export async function clickingRows(isShort: boolean): Promise<Row[]> {
  const world = await World.start()
  const nell = await world.nell()
  const { id, path, view } = await makeBrand(nell, [CHATTERBROOK])
  const account = (await view()).accounts[0]!
  world.change(
    `INSERT INTO short_links (code, brand_id, post_id, account_id, target, created_at)
     VALUES ('${CODE}', '${id}', 'p', '${account.id}', 'https://bellhaven.example/lamps-off', 1)`,
  )
  const bare = spawn(process.execPath, ['--import', 'tsx', 'bench/bareRoute.ts'], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  })
  const [{ listening }] = (await once(bare, 'message')) as [{ listening: number }]
  try {
    const ms = isShort ? 500 : 3_000
    const rates = { bare: [] as number[], short: [] as number[] }
    await rate(world.server.url, ms)
    for (let round = 0; round < 3; round++) {
      rates.bare.push(await rate(`http://127.0.0.1:${listening}`, ms))
      rates.short.push(await rate(world.server.url, ms))
    }
    const [usual, ours] = [quantile(rates.bare, 0.5), quantile(rates.short, 0.5)]
    const times = await latencies(world.server.url, isShort ? 1 : 10, async () => {
      await nell.want('GET', `${path}/results?days=365`)
      await nell.want('GET', `${path}/schedule`)
    })
    const late = quantile(times, 0.99)
    return [
      {
        what: 'short link against a bare route of the same library, answers a second',
        figure: `${(ours / usual).toFixed(2)} (${ours.toFixed(0)} of ${usual.toFixed(0)})`,
        target: '≥ 0.5',
        met: ours / usual >= 0.5,
      },
      {
        what: 'short link at 500 a second while screens are asked for, p99',
        figure: `${late.toFixed(1)} ms (middle ${quantile(times, 0.5).toFixed(1)})`,
        target: '< 20 ms',
        met: late < 20,
      },
    ]
  } finally {
    bare.kill()
    await world.stop()
  }
}
