import { DOCUMENTED, type Documented } from '#shared/interface/documented'
import { quantile, type Row } from '../tests/support/load/timing'
import { CHATTERBROOK, COMMONFIRE, lineUpText, makeBrand, playHours, World } from '../tests/support/world'

const HOSTS = ['lowlamp.example', 'zenithminute.example', 'corrente.example']
const TARGET_MS = 50

/** How soon programs are answered that read: each documented GET, so many times each, one after the other. */
export async function interfaceRows(times: number): Promise<Row[]> {
  const world = await World.start({}, true, Date.now())
  try {
    const nell = await world.nell()
    const { path, id: brandId } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
    for (const address of HOSTS) {
      const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, { address })
      await nell.want('POST', `${path}/sources`, { feedUrl: url, label: address })
    }
    for (let at = 0; at < 40; at++) await lineUpText(nell, path, `A post that stands in line, number ${at}.`)
    await playHours(nell, 48)
    const { token } = await nell.want<{ token: string }>('POST', `${path}/personal-tokens`, {
      ...{ name: 'Measuring', scopes: ['read'], days: 1 },
    })
    const idOf = (sql: string): string => (world.rows(sql) as { id: string }[])[0]?.id ?? brandId
    const ids: Record<string, string> = {
      article: idOf('SELECT id FROM articles LIMIT 1'),
      post: idOf('SELECT id FROM posts LIMIT 1'),
      delivery: idOf('SELECT id FROM deliveries LIMIT 1'),
      responses: idOf(`SELECT id FROM deliveries WHERE state = 'sent' LIMIT 1`),
    }
    const all: number[] = []
    const slow: { operation: string; p95: number }[] = []
    for (const [operation, { route }] of Object.entries<Documented>(DOCUMENTED)) {
      const needsId = /:id/.test(route.path)
      if (route.method !== 'GET' || (needsId && !ids[operation])) continue
      const address = route.path.replace(':brandId', brandId).replace(':id', ids[operation] ?? '')
      const took: number[] = []
      for (let at = 0; at < times; at++) {
        const begun = performance.now()
        const answer = await fetch(`${world.server.url}${address}`, {
          headers: { authorization: `Bearer ${token}` },
        })
        await answer.arrayBuffer()
        if (answer.status !== 200) throw new Error(`${operation}: ${answer.status}`)
        // The first of each compiles what it asks for.
        if (at > 0) took.push(performance.now() - begun)
      }
      all.push(...took)
      slow.push({ operation, p95: quantile(took, 0.95) })
    }
    const [slowest] = slow.sort((a, b) => b.p95 - a.p95)
    const p95 = quantile(all, 0.95)
    return [
      {
        what: `${slow.length} documented reads, ${times} times each`,
        figure:
          `p50 ${quantile(all, 0.5).toFixed(1)} ms, p95 ${p95.toFixed(1)} ms; ` +
          `slowest “${slowest!.operation}”, p95 ${slowest!.p95.toFixed(1)} ms`,
        target: `p95 < ${TARGET_MS} ms`,
        met: p95 < TARGET_MS,
      },
    ]
  } finally {
    await world.stop()
  }
}
