import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import { emptyRule } from '#shared/orders/empty'
import type { DryRunStep, OrderRule } from '#shared/orders/types'
import { fillArchive, RARE } from '../tests/support/load/archive'
import { quantile, type Row } from '../tests/support/load/timing'
import { until } from '../tests/support/person'
import { CHATTERBROOK, makeBrand, World } from '../tests/support/world'

const ORDERS = 200
const TRIES = 7
const HOUR = 3_600_000

/** What standing orders cost: a night's articles decided, and a dry run over a month's. */
export async function orderRows(articles: number): Promise<Row[]> {
  // As it runs where it is installed: with the tests' short pauses, work that looks in vain would be measured.
  const world = await World.start({ QUILL_TICK_MS: '1000' }, true, Date.now())
  try {
    const nell = await world.nell()
    const { id, path } = await makeBrand(nell, [CHATTERBROOK])
    const file = join(world.dataDir, 'quill.sqlite')
    fillArchive(file, id, articles)
    // The connection may have ended while the archive was written.
    await nell.ask('GET', path).catch(() => null)
    const ruleOf = (at: number): OrderRule => {
      const rule = emptyRule()
      rule.only = { ...rule.only, maxAgeHours: null, query: `title:=${RARE[at * 7]}` }
      rule.post = { ...rule.post, withPicture: false, texts: ['{best sentence:180}'] }
      return rule
    }
    const tried = async (what: string, rule: OrderRule): Promise<Row> => {
      const times: number[] = []
      let steps: DryRunStep[] = []
      for (let at = 0; at < TRIES; at++) {
        const began = performance.now()
        const { text } = await nell.ask('POST', `${path}/orders/dry-run`, { rule })
        times.push(performance.now() - began)
        steps = text
          .trim()
          .split('\n')
          .map((line) => JSON.parse(line) as DryRunStep)
      }
      const last = steps.at(-1)!
      const of = 'run' in last ? last.run.articles : 0
      const middle = quantile(times, 0.5) / 1000
      return {
        what: `A dry run over ${of.toLocaleString('en')} articles: ${what}`,
        figure: `${middle.toFixed(2)} s (middle of ${TRIES}, ${steps.length - 1} steps)`,
        target: 'under 3 s',
        met: middle < 3,
      }
    }
    const rows = [
      await tried('by a word', ruleOf(1)),
      await tried('whatever comes', { ...ruleOf(1), only: { ...ruleOf(1).only, query: '' } }),
      await tried('every text looked at', {
        ...ruleOf(1),
        only: { ...ruleOf(1).only, query: '', minWords: 20 },
      }),
    ]
    const inText = (at: number): OrderRule => {
      const rule = ruleOf(at)
      return { ...rule, only: { ...rule.only, query: RARE[at * 7]! } }
    }
    for (const [what, rule] of [
      ['by a word of the title', ruleOf],
      ['by a word anywhere', inText],
    ] as const)
      rows.push(await decided(world, file, id, nell, path, { articles, what, ruleOf: rule }))
    return rows
  } finally {
    await world.stop()
  }
}

/** As many articles as there are, come at once, before as many orders as a brand may have. */
async function decided(
  world: World,
  file: string,
  brandId: string,
  nell: Awaited<ReturnType<World['nell']>>,
  path: string,
  { articles, what, ruleOf }: { articles: number; what: string; ruleOf: (at: number) => OrderRule },
): Promise<Row> {
  const now = Date.now() - HOUR
  const db = new Database(file, { timeout: 10_000 })
  const insert = db.prepare(
    `INSERT INTO orders (id, brand_id, name, rule_json, state, on_since, acts_for, position, created_by,
      created_at)
      VALUES (?, ?, ?, ?, 'on', 0, ?, ?, ?, 0)`,
  )
  db.transaction(() => {
    db.exec('DELETE FROM order_log; DELETE FROM orders')
    for (let at = 0; at < ORDERS; at++) {
      const rule = ruleOf(at)
      rule.when = { ...rule.when, perDay: 1 }
      insert.run(uuid(), brandId, `Order ${at}`, JSON.stringify(rule), world.ids.nell, at, world.ids.nell)
    }
    db.prepare(`INSERT INTO order_todo SELECT ?, id, ? FROM articles`).run(brandId, now)
  })()
  db.close()
  const began = performance.now()
  let slowest = 0
  await until(
    'all is decided',
    async () => {
      const asked = performance.now()
      await nell.want('GET', `${path}/orders/log?outcome=done`)
      slowest = Math.max(slowest, performance.now() - asked)
      const [row] = world.rows('SELECT count(*) AS n FROM order_todo') as { n: number }[]
      return row!.n === 0
    },
    180_000,
  )
  const seconds = (performance.now() - began) / 1000
  const [log] = world.rows('SELECT count(*) AS n FROM order_log') as { n: number }[]
  return {
    what: `${articles.toLocaleString('en')} articles before ${ORDERS} orders, ${what}, decided and done behind`,
    figure: [
      `${seconds.toFixed(1)} s, ${log!.n.toLocaleString('en')} written down`,
      `(others' requests ${slowest.toFixed(0)} ms at most)`,
    ].join(' '),
    target: 'under 10 s for 30,000',
    met: seconds < 10,
  }
}
