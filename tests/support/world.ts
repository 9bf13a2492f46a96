import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 as uuid } from 'uuid'
import type { Fault } from '../../standins/faults'
import type { Trouble } from '../../standins/troubles'
import type { MailToSend } from '../../standins/mail'
import type { NetworkPost } from '../../standins/timeline'
import type { ToldMessage } from '../../standins/told'
import type { LoggedAsk } from '../../standins/world'
import type { WebhookMessage } from '../../standins/webhooks'
import type { BrandView } from '#shared/people/types'
import type { QueueingResult, ScheduleView, Echo, Placement, Placing } from '#shared/schedule/types'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc, PostView } from '#shared/posts/types'
import { standingPort, startServer, startStandins, type Part, type ServerPart } from '../../scripts/world.mjs'
import { howItIs, roundsOf, type HowItIs } from './howItIs'
import { Person } from './person'

const peopleOf = ({ nell, bento, ottilie }: World['ids']) => [
  { id: nell, name: 'Nell', email: 'nell@desk.example', owner: true },
  { id: bento, name: 'Bento', email: 'bento@desk.example', owner: true },
  { id: ottilie, name: 'Ottilie', email: 'ottilie@desk.example' },
]
/** What the first owner has to know where there is no demo. */
export const START_CODE = 'TEST-TEST-TEST'
/** A Tuesday, 09:00 in UTC. */
export const START = Date.UTC(2027, 2, 2, 9)

/** A built server with an empty data file and a stand-in world, its clock under the test's hand. */
export class World {
  readonly dataDir: string
  readonly standins: Part
  readonly #env: Record<string, string>
  server: ServerPart

  private constructor(standins: Part, server: ServerPart, dataDir: string, env: Record<string, string>) {
    this.standins = standins
    this.server = server
    this.dataDir = dataDir
    this.#env = env
  }

  /** `at`: where its clock begins; the outlets' newest articles are of today. */
  static async start(env: Record<string, string> = {}, demo = true, at = START): Promise<World> {
    const standins = await startStandins()
    const dataDir = mkdtempSync(join(tmpdir(), 'quill-'))
    const given: Record<string, string> = {
      QUILL_LEASE_SECONDS: '1',
      QUILL_ASK_SECONDS: '1',
      QUILL_SMTP: standins.smtp,
      QUILL_TICK_MS: '60',
      QUILL_LOG: 'error',
      // What is asked by itself would meet the troubles that a test sets for what it does.
      QUILL_RESPONSES: 'off',
      QUILL_START_CODE: START_CODE,
      ...env,
    }
    const server = await startServer({
      port: await standingPort(),
      mailPort: 0,
      dataDir,
      standins: standins.url,
      demo,
      env: given,
    })
    const world = new World(standins, server, dataDir, given)
    if (demo) await world.#begin(at)
    return world
  }

  #begin = (at: number): Promise<unknown> =>
    this.nobody().want('POST', '/api/demo/begin', { at, people: peopleOf(this.ids) })

  /**
   * The world as if it had just begun, with other people and brands: another one would cost seconds. What it
   * leaves behind is looked at first. The counter of changes goes on: browsers and rounds know how far they
   * are.
   */
  async renew(at = START): Promise<void> {
    if (this.server.child.exitCode !== null || this.server.child.signalCode !== null) await this.restart()
    await this.rounds(2)
    this.#requireSound()
    const db = new Database(join(this.dataDir, 'quill.sqlite'), { timeout: 10_000 })
    db.pragma('foreign_keys = OFF')
    const names = db
      .prepare(
        `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'knex_%'`,
      )
      .pluck()
      .all() as string[]
    const kept = ['changes', 'keeping']
    db.transaction(() => {
      for (const name of names)
        if (!kept.includes(name) && !/_search_/.test(name)) db.exec(`DELETE FROM ${name}`)
    })()
    db.close()
    await fetch(`${this.standins.url}/control/renew`, { method: 'POST' })
    this.ids = freshIds()
    await this.#begin(at)
  }

  /** For the next test of a file: the world it has, begun anew, or its first. */
  static async again(known: World | undefined, at = START, env: Record<string, string> = {}): Promise<World> {
    await known?.renew(at)
    return known ?? World.start(env, true, at)
  }

  async stop(): Promise<void> {
    await this.server.stop()
    await this.standins.stop()
    this.#requireSound()
    rmSync(this.dataDir, { recursive: true, force: true })
  }

  /**
   * Whatever a test did, the data file is whole, and what waits for a decision is exactly what it should be.
   */
  #requireSound(): void {
    const db = new Database(join(this.dataDir, 'quill.sqlite'), { readonly: true })
    const wanted = `SELECT s.brand_id, a.id, a.feed_id, a.at, a.first_seen_at, coalesce(st.state, 'new') = 'new' FROM articles a
      JOIN sources s ON s.feed_id = a.feed_id AND s.removed_at IS NULL
      LEFT JOIN article_states st ON st.brand_id = s.brand_id AND st.article_id = a.id WHERE coalesce(st.state, 'new') IN ('new', 'read')`
    const kept = 'SELECT brand_id, article_id, feed_id, at, first_seen_at, is_new FROM undecided'
    const wrong = db.prepare(`SELECT count(*) AS n FROM (SELECT * FROM (${wanted} EXCEPT ${kept}) UNION ALL SELECT * FROM (${kept} EXCEPT ${wanted}))`).get() as { n: number } // prettier-ignore
    const miscounted = db
      .prepare(
        `SELECT count(*) AS n FROM (SELECT brand_id, feed_id, n FROM unread_counts WHERE n <> 0
         EXCEPT SELECT brand_id, feed_id, count(*) FROM undecided WHERE is_new = 1 GROUP BY brand_id, feed_id)`,
      )
      .get() as { n: number }
    const [{ integrity_check: integrity }] = db.pragma('integrity_check') as [{ integrity_check: string }]
    db.close()
    if (wrong.n > 0 || miscounted.n > 0 || integrity !== 'ok')
      throw new Error(
        `The data file is not sound: ${wrong.n} rows of what waits are wrong, ${miscounted.n} counts; ${integrity}`,
      )
  }

  /** Where the server takes mail for mailing lists; another port after a restart. */
  get mailPort(): number {
    return this.server.mailPort!
  }

  /** Kills the server as a power cut would. */
  async kill(): Promise<void> {
    const gone = new Promise((resolve) => this.server.child.once('exit', resolve))
    this.server.child.kill('SIGKILL')
    await gone
  }

  async restart({ piped = false } = {}): Promise<void> {
    this.server = await startServer({
      port: this.server.port,
      mailPort: 0,
      dataDir: this.dataDir,
      standins: this.standins.url,
      demo: true,
      piped,
      env: this.#env,
    })
  }

  /** What the server says of itself now. */
  howItIs = (): Promise<HowItIs> => howItIs(this.server.child)

  /** Waits until due work was looked for so often again: what has not happened by then does not happen. */
  rounds = (count = 3): Promise<void> => roundsOf(this.server.child, count)

  /** What the data file holds, as it is now. */
  rows(sql: string): unknown[] {
    const db = new Database(join(this.dataDir, 'quill.sqlite'), { readonly: true })
    try {
      return db.prepare(sql).all()
    } finally {
      db.close()
    }
  }

  /** Changes the data file behind the server's back, such as to let time pass. */
  change(sql: string): void {
    const db = new Database(join(this.dataDir, 'quill.sqlite'), { timeout: 10_000 })
    try {
      db.exec(sql)
    } finally {
      db.close()
    }
  }

  nobody = (): Person => new Person(this.server.url)
  nell = (): Promise<Person> => this.#signedIn(this.ids.nell)
  bento = (): Promise<Person> => this.#signedIn(this.ids.bento)
  ottilie = (): Promise<Person> => this.#signedIn(this.ids.ottilie)
  ids = freshIds()

  async #signedIn(personId: string): Promise<Person> {
    const person = this.nobody()
    await person.want('POST', '/api/demo/session', { personId })
    return person
  }

  async trouble(host: string, trouble: Trouble | null): Promise<void> {
    await fetch(`${this.standins.url}/control/trouble`, {
      method: 'POST',
      body: JSON.stringify({ host, trouble }),
    })
  }

  /** Lets a host under `faulty.example` be wrong in a way; null: as it should be. */
  async fault(host: string, fault: Fault | null): Promise<void> {
    await this.control('fault', { host, fault })
  }

  /** Lets somebody send a mail to an address of ours. */
  mail = (mail: Partial<MailToSend> & { to: string }): Promise<{ taken: boolean; message: string }> =>
    this.control('mail', { port: this.mailPort, ...mail })

  /** Tells the stand-in world something. */
  async control<T>(what: string, body: unknown): Promise<T> {
    return (await (
      await fetch(`${this.standins.url}/control/${what}`, { method: 'POST', body: JSON.stringify(body) })
    ).json()) as T
  }

  /** Requests that a network has had, oldest first. */
  async asks(host: string): Promise<LoggedAsk[]> {
    const all = (await (await fetch(`${this.standins.url}/control/asks`)).json()) as LoggedAsk[]
    return all.filter((ask) => ask.host === host)
  }

  /** What was told to the chat hook and by mail, oldest first. */
  told = async (): Promise<ToldMessage[]> =>
    (await (await fetch(`${this.standins.url}/control/told`)).json()) as ToldMessage[]

  /** What came to the webhooks of the stand-in world, oldest first. */
  webhooks = async (): Promise<WebhookMessage[]> =>
    (await (await fetch(`${this.standins.url}/control/webhooks`)).json()) as WebhookMessage[]

  /** What a network has of us, newest first. */
  async posted(host: string): Promise<NetworkPost[]> {
    const all = (await (await fetch(`${this.standins.url}/control/posts`)).json()) as Record<
      string,
      NetworkPost[]
    >
    return all[host] ?? []
  }
}

const freshIds = (): { nell: string; bento: string; ottilie: string } => ({
  nell: uuid(),
  bento: uuid(),
  ottilie: uuid(),
})

const SLOTS = [1, 2, 3, 4, 5, 6, 7].flatMap((weekday) =>
  ['10:00', '15:00'].map((time) => ({ weekday, time, use: 'any', pillarId: null })),
)
export const CHATTERBROOK = {
  address: 'https://chatterbrook.example/@spare',
  token: 'chatter-spare-0a7e',
  slots: SLOTS,
}
export const COMMONFIRE = {
  address: 'https://commonfire.example',
  token: 'commonfire-spare-77b9',
  slots: SLOTS,
}
export const GUILDHALL = {
  address: 'https://guildhall.example/@spare',
  token: 'guildhall-spare-d0b3',
  slots: SLOTS,
}
export const MANTEL = { address: 'https://mantel.example/@spare', token: 'mantel-spare-5e86', slots: SLOTS }
export const LANTERNWAY = {
  address: 'https://lanternway.example/@spare',
  token: 'lanternway-spare-3a6c',
  slots: SLOTS,
}

/** A brand in UTC with an account on each network. */
export async function makeBrand(
  person: Person,
  accounts = [CHATTERBROOK, COMMONFIRE],
): Promise<{ id: string; path: string; view: () => Promise<BrandView> }> {
  const id = uuid()
  const path = `/api/brands/${id}`
  await person.want('POST', '/api/brands', {
    id,
    name: 'A brand',
    zone: 'UTC',
    language: 'en',
    mark: 'A',
    markInk: 1,
  })
  for (const account of accounts) await person.want('POST', `${path}/accounts`, account)
  return { id, path, view: () => person.want<BrandView>('GET', path) }
}

/**
 * A brand with an account on each network that takes posts, and a source with pictures; Mantel's posts are
 * somebody else's to approve.
 */
export async function fourAccounts(world: World): Promise<{ nell: Person; path: string }> {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE, GUILDHALL, MANTEL])
  await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'The Low Lamp',
    folder: null,
    own: false,
  })
  const { accounts } = await nell.want<BrandView>('GET', path)
  const { id, version } = accounts.find(({ name }) => name === 'Mantel')!
  await nell.want('PATCH', `${path}/accounts/${id}`, {
    name: 'Mantel',
    approver: 'someone-else',
    token: '',
    version,
  })
  return { nell, path }
}

export const scheduleOf = (person: Person, path: string): Promise<ScheduleView> =>
  person.want('GET', `${path}/schedule`)
export const playHours = (person: Person, hours: number): Promise<unknown> =>
  person.want('POST', '/api/demo/clock', { hours })

/** A post as a browser would save it: on all accounts that can be sent to, unless said otherwise. */
export async function draftOf(
  person: Person,
  path: string,
  text: string,
  more: Partial<PostDoc> = {},
): Promise<PostDoc> {
  const { accounts } = await person.want<BrandView>('GET', path)
  const parts = accounts.map((account) => emptyPart(account.id, account.rules.media.min === 0))
  return { ...emptyDoc(), wordings: [{ text, pictureId: null }], accounts: parts, ...more }
}

/** Saves a post for the first time. */
export async function saveNew(person: Person, path: string, doc: PostDoc): Promise<PostView> {
  return person.want<PostView>('PUT', `${path}/posts/${uuid()}`, { version: 0, doc })
}

/** The body of a line-up of a saved post on its chosen accounts, with the places as they are shown now. */
export async function placesShown(
  person: Person,
  path: string,
  post: PostView,
  accountIds = post.doc.accounts.flatMap(({ chosen, accountId }) => (chosen ? [accountId] : [])),
  placed: Placement[] = [],
  echoes: Echo[] = [],
) {
  const { pillarId, link, goodUntil, notBefore } = post.doc
  const placements = accountIds.map((accountId) => ({
    accountId,
    kind: 'next',
    at: null,
    ...placed.find((one) => one.accountId === accountId),
  }))
  const { version } = await person.want<Placing>('POST', `${path}/placing`, {
    postId: post.id,
    pillarId,
    link,
    goodUntil,
    notBefore,
    placements,
    echoes,
  })
  return { version: post.version, planVersion: version, accountIds, placements, echoes }
}

/** Lines a saved post up on its chosen accounts, as they are shown now. */
export async function lineUpSaved(
  person: Person,
  path: string,
  post: PostView,
  accountIds?: string[],
  placed?: Placement[],
  echoes?: Echo[],
): Promise<QueueingResult> {
  return person.want<QueueingResult>(
    'POST',
    `${path}/posts/${post.id}/line-up`,
    await placesShown(person, path, post, accountIds, placed, echoes),
  )
}

/** Writes a post and lines it up on all its accounts, where the next slots are. */
export async function lineUpText(
  person: Person,
  path: string,
  text: string,
  more: Partial<PostDoc> = {},
): Promise<QueueingResult> {
  return lineUpSaved(person, path, await saveNew(person, path, await draftOf(person, path, text, more)))
}
