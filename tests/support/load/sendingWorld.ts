import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import type { BrandView } from '#shared/people/types'
import { startServer, startStandins, type Part } from '../../../scripts/world.mjs'
import type { NetworkPost } from '../../../standins/timeline'
import { Person } from '../person'

export const SENDING_HOSTS = [
  'chatterbrook.example',
  'commonfire.example',
  'guildhall.example',
  'lanternway.example',
] as const

const ACCOUNTS = [
  { address: 'https://chatterbrook.example/@spare', token: 'chatter-spare-0a7e' },
  { address: 'https://commonfire.example', token: 'commonfire-spare-77b9' },
  { address: 'https://guildhall.example/@spare', token: 'guildhall-spare-d0b3' },
  { address: 'https://lanternway.example/@spare', token: 'lanternway-spare-3a6c' },
]

/** One web process, any number of workers that can be killed, and the stand-in networks, on one data file. */
export class SendingWorld {
  readonly dataDir = mkdtempSync(join(tmpdir(), 'quill-sending-'))
  readonly standins: Part
  readonly web: Part
  readonly owner: Person
  readonly workers: Part[] = []
  readonly #env: Record<string, string>

  private constructor(
    standins: Part,
    web: Part,
    owner: Person,
    dataDir: string,
    env: Record<string, string>,
  ) {
    this.standins = standins
    this.web = web
    this.owner = owner
    this.dataDir = dataDir
    this.#env = env
  }

  static async start(
    env: Record<string, string> = {},
    { role = 'web', hasRates = false } = {},
  ): Promise<SendingWorld> {
    const standins = await startStandins()
    const dataDir = mkdtempSync(join(tmpdir(), 'quill-sending-'))
    const all = { QUILL_LOG: 'error', QUILL_TICK_MS: '100', QUILL_START_CODE: 'bench', ...env }
    const web = await startServer({ dataDir, standins: standins.url, env: { ...all, QUILL_ROLE: role } })
    const owner = new Person(web.url)
    await owner.want('POST', '/api/first-start', {
      name: 'Nell',
      email: 'nell@desk.example',
      password: 'a long password',
      code: 'bench',
    })
    await owner.want('POST', '/api/brands', {
      id: uuid(),
      name: 'A brand',
      zone: 'UTC',
      language: 'en',
      mark: 'A',
      markInk: 1,
    })
    const world = new SendingWorld(standins, web, owner, dataDir, all)
    // An account keeps the rate its network stated when it was added: how fast our own side is shows without
    // one.
    if (!hasRates)
      for (const host of SENDING_HOSTS)
        await world.control('rules', { host, rules: { rate: null, equalTextRefusedDays: null } })
    return world
  }

  async startWorker(): Promise<Part> {
    const worker = await startServer({
      dataDir: this.dataDir,
      standins: this.standins.url,
      env: { ...this.#env, QUILL_ROLE: 'work' },
    })
    this.workers.push(worker)
    return worker
  }

  /** Ends a worker as a power cut would. */
  async kill(worker: Part): Promise<void> {
    const gone = new Promise((resolve) => worker.child.once('exit', resolve))
    worker.child.kill('SIGKILL')
    await gone
    this.workers.splice(this.workers.indexOf(worker), 1)
  }

  async stop(): Promise<void> {
    for (const part of [...this.workers, this.web, this.standins]) await part.stop()
    rmSync(this.dataDir, { recursive: true, force: true })
  }

  async control<T>(what: string, body?: unknown): Promise<T> {
    const answer = await fetch(
      `${this.standins.url}/control/${what}`,
      body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) },
    )
    return (await answer.json()) as T
  }

  posted = (): Promise<Record<string, NetworkPost[]>> => this.control('posts')

  /** Lines up so many posts over four accounts, approved, each due at its own instant. Gives the texts. */
  async lineUp(count: number, dueAt: (at: number) => number): Promise<string[]> {
    const [brand] = (await this.owner.want<{ brands: { id: string }[] }>('GET', '/api/me')).brands
    const path = `/api/brands/${brand!.id}`
    const known = (await this.owner.want<BrandView>('GET', path)).accounts
    if (known.length === 0)
      for (const account of ACCOUNTS)
        await this.owner.want('POST', `${path}/accounts`, { ...account, slots: [] })
    const { accounts } = await this.owner.want<BrandView>('GET', path)
    const db = this.open()
    const person = (db.prepare('SELECT id FROM people').get() as { id: string }).id
    const first =
      known.length === 0 ? 0 : (db.prepare('SELECT count(*) AS n FROM posts').get() as { n: number }).n
    const texts: string[] = []
    db.transaction(() => {
      for (let at = 0; at < count; at++) {
        const [id, text, now] = [uuid(), `Post ${first + at} of this run, and no other like it.`, Date.now()]
        const account = accounts[at % accounts.length]!
        texts.push(text)
        insert(db, 'posts', { id, brand_id: brand!.id, created_by: person, created_at: now, hashtags_json: '[]', approval: 'approved', version: 1, approved_version: 1, saved_at: now, saved_by: person }) // prettier-ignore
        insert(db, 'wordings', { id: uuid(), post_id: id, position: 0, text })
        insert(db, 'proofs', { post_id: id, account_id: account.id, chosen: 1 })
        insert(db, 'lines', { id: uuid(), brand_id: brand!.id, post_id: id, account_id: account.id, position: first + at + 1, state: 'in-line', fixed_at: Math.round(dueAt(at)), lined_at: now }) // prettier-ignore
      }
      db.prepare("INSERT INTO changes (at, brand_id, what, which) VALUES (?, ?, 'line', 'many')").run(
        Date.now(),
        brand!.id,
      )
    })()
    db.close()
    return texts
  }

  /** The data file, for as long as one looks. */
  open = (): InstanceType<typeof Database> =>
    new Database(join(this.dataDir, 'quill.sqlite'), { timeout: 20_000 })

  /** How many deliveries stand in each state, and how many posts still wait in line. */
  states(): Record<string, number> {
    const db = this.open()
    const rows = db.prepare("SELECT state, count(*) AS n FROM deliveries GROUP BY state UNION ALL SELECT 'in line', count(*) FROM lines").all() as { state: string; n: number }[] // prettier-ignore
    db.close()
    return Object.fromEntries(rows.map(({ state, n }) => [state, n]))
  }
}

function insert(db: InstanceType<typeof Database>, table: string, row: Record<string, unknown>): void {
  const names = Object.keys(row)
  db.prepare(`INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})`).run(
    Object.values(row),
  )
}
