// Fills the demo through the application's own front door: two brands, their sources, and two and a half days
// played through.
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { v7 as uuid } from 'uuid'
import { Client } from './client'
import { fillEvergreens } from './evergreens'
import { fillRecipients, type RecipientPlan } from './recipients'
import { HISTORY_HOURS, playHistory, postBefore } from './history'

const HOUR = 3_600_000
/**
 * Hours played after each stage of lines; what is lined up in the last stage still waits when the demo opens.
 */
const STAGES = [24, 24, 12, 0]

/** How lines name their accounts. */
const LETTERS: Record<string, string> = { Chatterbrook: 'c', Commonfire: 'f', Guildhall: 'g' }

/** A campaign by its days from the demo's first on; posts with what `of` matches are given to it. */
interface CampaignPlan {
  name: string
  aim: string
  words: string
  moreWords: string
  since: number
  until: number
  ink: number
  mark: string
  hashtags: string[]
  postsWanted: number
  of: string
}

/** A standing order by the names of what it is for; what its rule leaves out is as in a new one. */
interface OrderPlan {
  name: string
  watches: string[]
  accounts: string[]
  isOn: boolean
  rule: Record<string, unknown>
}

/** A brand's almanac: days of its own by how many days they are off, an account that keeps holidays. */
interface AlmanacPlan {
  places: { country: string; region: string; observances: boolean }[]
  calendars: { name: string; url: string }[]
  closed: string
  entries: { in: number; [field: string]: unknown }[]
}

interface BrandPlan {
  id: string
  region: string
  name: string
  zone: string
  language: string
  mark: string
  markInk: number
  members: { person: number; role: string }[]
  pillars: Record<string, [string, string]>
  folders: Record<string, string>
  /**
   * Further wishes for an outlet's source, hashtags of folders, and people's profiles that are sources too.
   */
  wishes: Record<string, Record<string, unknown>>
  hashtags: Record<string, string[]>
  profiles: { address: string; label: string; folder: string }[]
  watches: { name: string; query: string; ink: number }[]
  campaigns: CampaignPlan[]
  orders: OrderPlan[]
  recipients: RecipientPlan[]
  /** The model that drafts for it; none where it is left out. */
  model?: { address: string; key: string; model: string }
  almanac: AlmanacPlan
  accounts: {
    address: string
    token: string
    perDay: number
    minGapMinutes: number
    weekdays: string[]
    weekend: string[]
  }[]
}

interface DemoLine {
  brand: string
  stage: number
  article: string
  pillar: string
  accounts: string
  text: string
  hashtags: string[]
  credit: string | null
}

interface DeskPlan {
  writing: Record<string, unknown>
  /** Accounts whose posts somebody else approves, and those with short links. */
  someoneElse: string[]
  short: string[]
  posts: {
    article: string
    by: number
    action: 'draft' | 'review' | 'send-back'
    note?: string
    pillar: string
    hashtags: string[]
    /** Its description, where the article's own picture goes with it. */
    picture: string | null
    accounts: string[]
    board: string | null
    text: string
    own: Record<string, string>
  }[]
}

interface SlotPlan {
  weekday: number
  time: string
  use: string
  pillarId: string | null
}

interface TimetablePlan {
  account: string
  /** Slots kept for a pillar; null for those kept free. */
  kept: { weekday: number; time: string; pillar: string | null }[]
  mix: { pillar: string; maxShare: number; windowDays: number }
  /** A post that comes again. */
  post: {
    text: string
    wordings: string[]
    pillar: string
    hashtags: string[]
    accounts: string[]
    echoes: unknown[]
  }
}

interface Outlet {
  id: string
  name: string
  domain: string
  own: boolean
  handle: string
  region: string
  authors: string[]
}

interface LetterPlan {
  brand: string
  label: string
  folder: string
  from: string
  region: string
  letters: { hoursAgo: number; slug: string; subject: string; paragraphs: string[] }[]
}

interface View {
  watches: { id: string; name: string }[]
  pillars: { id: string; name: string; ink: number; returns: string; version: number }[]
  accounts: {
    id: string
    name: string
    version: number
    perDay: number | null
    minGapMinutes: number
    repeatAfterDays: number | null
    slots: SlotPlan[]
    rules: { id: string }
  }[]
}

interface Article {
  id: string
  title: string
  url: string | null
  state: string
  post: string | null
  image: string | null
  html: string
}

const read = <T>(file: string): T =>
  JSON.parse(readFileSync(fileURLToPath(new URL(file, import.meta.url)), 'utf8')) as T
const client = new Client(process.env['QUILL_URL'] ?? 'http://127.0.0.1:4300')
const world = new Client(process.env['QUILL_STANDINS'] ?? 'http://127.0.0.1:4555')
const { people, brands } = read<{
  people: { id: string; name: string; email: string; owner?: boolean }[]
  brands: BrandPlan[]
}>('brands.json')
const lines = read<DemoLine[]>('lines.json')
const opened = new Map<string, Article>()
const HAVEN = 'https://bellhaven.example'
/** What was captured elsewhere, and is kept: pages, words of one, a picture, a film, a thought. */
const FINDS: { given: Record<string, unknown>; filed: Record<string, unknown> }[] = [
  {
    given: { url: null, words: 'Ask the school whether we may borrow the meters for the May walk.' },
    filed: {},
  },
  { given: { url: `${HAVEN}/film` }, filed: { folder: 'Dark villages' } },
  {
    given: { url: `${HAVEN}/lamps-off`, pictureUrl: `${HAVEN}/pictures/tower.png` },
    filed: { title: 'The church tower against the stars', folder: 'Dark villages', tags: ['pictures'] },
  },
  {
    given: { url: `${HAVEN}/lamps-off` },
    filed: {
      words: 'The second number is a third of the first.',
      note: 'The one figure for the talk.',
      folder: 'Dark villages',
    },
  },
  {
    given: { url: `${HAVEN}/lamps-off` },
    filed: { folder: 'Dark villages', note: 'Pair it with our own readings.' },
  },
  {
    given: { url: `${HAVEN}/reports/dark-streets.pdf` },
    filed: { folder: 'Dark villages', note: 'Page two has the method.' },
  },
]

/** What Nell mailed to herself from the train. */
const MAILED = {
  subject: 'An hour without streetlights',
  text: 'Ask three bakers what they see at four in the morning. Nobody knows the dark street better.',
}

/**
 * Of the oldest that nothing was decided about: notes of those that are clipped, none or one; null for the
 * shelf.
 */
const KEPT = [
  'Ask whether we may use the photograph.',
  '',
  'Good for the weekend, with a question at the end.',
  null,
  '',
  'Needs a second source.',
  null,
  '',
]

const begin = Date.now() - (HISTORY_HOURS + STAGES.reduce((sum, hours) => sum + hours, 0)) * HOUR
await client.post('/api/demo/begin', {
  at: begin,
  people,
})
await client.post('/api/demo/session', { personId: people[0]!.id })
await postBefore(
  world,
  brands.flatMap((brand) => brand.accounts.map(({ address }) => ({ address, handle: handleOf(brand) }))),
  begin,
)
/** Campaigns that posts are given to, by their brand's path. */
const campaigns = new Map<string, { id: string; of: RegExp }[]>()

for (const brand of brands) await setUp(brand)
await playHistory(client, world, process.env['QUILL_URL'] ?? 'http://127.0.0.1:4300', brands, begin)
for (const brand of brands) await follow(brand)
for (const brand of brands) await makeCampaigns(`/api/brands/${brand.id}`, brand.campaigns)
// One of the first: it has gone out by now on whatever day of the week, and at whatever hour, this begins.
await refuseOnce('chatterbrook.example', '214 stars vanished')
// One answer is lost on its way back: the network is asked, and has the post.
await world.post('/control/trouble', {
  host: 'commonfire.example',
  trouble: { loseAnswer: true, postsOnly: true, times: 1 },
})
for (const [stage, hours] of STAGES.entries()) {
  for (const brand of brands) await lineUp(brand, stage)
  // What watches tell of the last stage is news; all before it was seen.
  if (stage === STAGES.length - 1) for (const brand of brands) await seeWatches(brand)
  // What comes in the last hours meets the standing orders.
  if (stage === STAGES.length - 2) for (const brand of brands) await giveOrders(brand)
  if (hours > 0) await client.post('/api/demo/clock', { hours })
}
for (const brand of brands) await receiveLetters(brand)
for (const brand of brands) await readSome(brand)
for (const brand of brands) await fillDesk(brand)
for (const brand of brands) await fillPlan(brand)
for (const brand of brands) await fillEvergreens(client, brand)
await keepFinds(brands[0]!)
await mailFind(brands[0]!)
for (const brand of brands) await keepSome(brand)
for (const brand of brands) await fillAlmanac(brand)
for (const brand of brands) await fillRecipients(client, brand)
for (const { id, model } of brands)
  if (model) await client.put(`/api/brands/${id}/drafting`, { ...model, version: 0 })

async function giveOrders({ id, orders }: BrandPlan): Promise<void> {
  const at = `/api/brands/${id}`
  const { watches, accounts } = await client.get<View>(at)
  const idsOf = (names: string[], rows: { id: string; name: string }[]): string[] =>
    names.flatMap((name) => rows.find((row) => row.name === name)?.id ?? [])
  for (const order of orders) {
    const rule = {
      ...order.rule,
      from: { kind: 'articles', watches: idsOf(order.watches, watches) },
      accounts: idsOf(order.accounts, accounts).map((accountId) => ({ accountId })),
    }
    const made = await client.post<{ id: string }>(`${at}/orders`, { name: order.name, rule })
    if (order.isOn) await client.put(`${at}/orders/${made.id}/state`, { isOn: true })
  }
}

async function fillAlmanac({ id, almanac }: BrandPlan): Promise<void> {
  const at = `/api/brands/${id}`
  const { now } = await client.get<{ now: string }>('/api/me')
  for (const place of almanac.places) await client.post(`${at}/almanac/places`, place)
  for (const calendar of almanac.calendars) await client.post(`${at}/almanac/calendars`, calendar)
  for (const { in: days, ...entry } of almanac.entries) {
    const from = new Date(Date.parse(now) + days * 24 * HOUR).toISOString().slice(0, 10)
    await client.post(`${at}/almanac/entries`, { ...entry, from })
  }
  const closed = (await client.get<View>(at)).accounts.find(({ name }) => name === almanac.closed)
  if (closed)
    await client.put(`${at}/accounts/${closed.id}/timetable`, {
      ...closed,
      holidays: { action: 'none', slots: [] },
    })
}

async function makeCampaigns(at: string, plans: CampaignPlan[]): Promise<void> {
  const { now } = await client.get<{ now: string }>('/api/me')
  const dayIn = (days: number): string =>
    new Date(Date.parse(now) + days * 24 * HOUR).toISOString().slice(0, 10)
  for (const { since, until, of, ...plan } of plans) {
    const days = { from: dayIn(since), to: dayIn(until) }
    const { id } = await client.post<{ id: string }>(`${at}/campaigns`, { ...plan, ...days })
    if (of) campaigns.set(at, [...(campaigns.get(at) ?? []), { id, of: new RegExp(of, 'i') }])
  }
}

function campaignOf(at: string, text: string): string | null {
  return campaigns.get(at)?.find(({ of }) => of.test(text))?.id ?? null
}

async function setUp(brand: BrandPlan): Promise<void> {
  const { id, name, zone, language, mark, markInk } = brand
  const at = `/api/brands/${id}`
  await client.post('/api/brands', { id, name, zone, language, mark, markInk })
  for (const { person, role } of brand.members)
    await client.post(`${at}/members`, { personId: people[person]!.id, role })
  for (const pillar of (await client.get<View>(at)).pillars) {
    const [newName, description] = brand.pillars[pillar.name] ?? []
    if (newName) await client.patch(`${at}/pillars/${pillar.id}`, { ...pillar, name: newName, description })
  }
  for (const account of brand.accounts) await addAccount(at, account)
}

/** How the brand is called on its networks. */
function handleOf({ region }: BrandPlan): string {
  return region === 'millrace' ? 'millracebread' : 'hollowhill'
}

/** What it reads, and how it is told of it. */
async function follow(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}`
  for (const watch of brand.watches) await client.post(`${at}/watches`, watch)
  await client.put(`${at}/telling`, {
    hook: `https://hook.example/${brand.region}`,
    mail: [],
    quietFrom: '22:00',
    quietUntil: '07:00',
  })
  const { accounts } = await client.get<View>(at)
  const chatterbrook = accounts.find((account) => account.name === 'Chatterbrook')!.rules.id
  for (const outlet of read<Outlet[]>(`stories/${brand.region}/outlets.json`)) {
    const wishes = {
      label: outlet.name,
      folder: brand.folders[outlet.id] ?? null,
      own: outlet.own,
      region: outlet.region,
      credits: { [chatterbrook]: outlet.handle },
      ...brand.wishes[outlet.id],
    }
    await addSource(at, `https://${outlet.domain}/`, wishes)
  }
  for (const { address, ...wishes } of brand.profiles) await addSource(at, address, wishes)
  for (const folder of await client.get<{ id: string; name: string; version: number }[]>(`${at}/folders`)) {
    const hashtags = brand.hashtags[folder.name]
    if (hashtags)
      await client.patch(`${at}/folders/${folder.id}`, {
        name: folder.name,
        hashtags,
        version: folder.version,
      })
  }
}

async function seeWatches({ id }: BrandPlan): Promise<void> {
  const at = `/api/brands/${id}`
  for (const watch of (await client.get<View>(at)).watches)
    await client.put(`${at}/watches/${watch.id}/seen`, {})
}

async function addSource(at: string, address: string, wishes: Record<string, unknown>): Promise<void> {
  const found = await client.post<{ url: string }>(`${at}/sources/look`, { address })
  await client.post(`${at}/sources`, { feedUrl: found.url, ...wishes })
}

/** A mailing list's letters of the last days come by mail, as they do. */
async function receiveLetters(brand: BrandPlan): Promise<void> {
  const { now } = await client.get<{ now: string }>('/api/me')
  for (const list of read<LetterPlan[]>('letters.json').filter((one) => one.brand === brand.region)) {
    const { label, folder, region } = list
    const { mailAddress } = await client.post<{ mailAddress: string }>(
      `/api/brands/${brand.id}/sources/mail`,
      { label, folder, region },
    )
    for (const letter of [...list.letters].reverse()) {
      const host = list.from.replace(/^.*@|>$/g, '')
      await world.post('/control/mail', {
        port: Number(process.env['QUILL_MAIL_PORT']),
        to: mailAddress,
        from: list.from,
        subject: letter.subject,
        html: letter.paragraphs.map((paragraph) => `<p>${paragraph}</p>`).join(''),
        messageId: `<${letter.slug}@${host}>`,
        archivedAt: `https://${host}/${letter.slug}`,
        at: Date.parse(now) - letter.hoursAgo * HOUR,
      })
    }
  }
}

async function addAccount(at: string, account: BrandPlan['accounts'][number]): Promise<void> {
  const slots = [1, 2, 3, 4, 5, 6, 7].flatMap((weekday) =>
    (weekday > 5 ? account.weekend : account.weekdays).map((time) => ({
      weekday,
      time,
      use: 'any',
      pillarId: null,
    })),
  )
  const { id } = await client.post<{ id: string }>(`${at}/accounts`, {
    address: account.address,
    token: account.token,
    slots,
  })
  const made = (await client.get<View>(at)).accounts.find((candidate) => candidate.id === id)!
  const { perDay, minGapMinutes } = account
  await client.put(`${at}/accounts/${id}/timetable`, {
    slots,
    perDay,
    minGapMinutes,
    repeatAfterDays: 30,
    version: made.version,
  })
}

/** The network refuses one post, so that there is something to mend. */
async function refuseOnce(host: string, holding: string): Promise<void> {
  await world.post('/control/trouble', {
    host,
    trouble: {
      refuse: { status: 400, message: 'Posts with a link wait for review today.' },
      postsOnly: true,
      holding,
      times: 1,
    },
  })
}

async function lineUp(brand: BrandPlan, stage: number): Promise<void> {
  const at = `/api/brands/${brand.id}`
  const view = await client.get<View>(at)
  // What is out by now is there, whenever each feed's turn would have come.
  for (const { id } of await client.get<{ id: string }[]>(`${at}/sources`))
    await client.post(`${at}/sources/${id}/fetch`, {})
  const articles = await allArticles(at)
  for (const line of lines.filter(
    (candidate) => candidate.brand === brand.region && candidate.stage === stage,
  )) {
    const article = articles.find((candidate) => candidate.url?.endsWith(`/${line.article}`))
    if (!article) throw new Error(`there is no article ${line.article} yet in stage ${stage}`)
    const chosen = view.accounts.filter((account) => line.accounts.includes(LETTERS[account.name] ?? '-'))
    const pillarId = view.pillars.find((pillar) => pillar.name === line.pillar)?.id ?? null
    const { hashtags, credit } = line
    const doc = {
      articleId: article.id,
      wordings: [{ text: line.text }],
      link: article.url,
      hashtags,
      credit,
      pillarId,
      accounts: partsOf(view, chosen),
    }
    await writeAndLineUp(at, doc, chosen, [])
  }
}

/**
 * Each is opened once: of what is known then only its state and its posts change, which stand in the list.
 */
async function allArticles(at: string): Promise<Article[]> {
  const found: Article[] = []
  for (let after: string | null = ''; after !== null;) {
    const page: { articles: Article[]; next: string | null } = await client.get(
      `${at}/articles?show=all${after ? `&after=${after}` : ''}`,
    )
    for (const row of page.articles) {
      const article = opened.get(row.id) ?? (await client.get<Article>(`${at}/articles/${row.id}`))
      opened.set(row.id, article)
      found.push({ ...article, state: row.state, post: row.post })
    }
    after = page.next
  }
  return found
}

/** Posts being written, in review and sent back, and how the brand writes. */
async function fillDesk(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}`
  const plan = read<Record<string, DeskPlan>>('desk.json')[brand.region]!
  await client.put(`${at}/writing`, { version: 1, writing: plan.writing })
  const view = await client.get<View>(at)
  for (const account of view.accounts) await wishFor(at, account, plan)
  const articles = await allArticles(at)
  const bento = new Client(process.env['QUILL_URL'] ?? 'http://127.0.0.1:4300')
  await bento.post('/api/demo/session', { personId: people[1]!.id })
  for (const post of plan.posts) {
    const article = articles.find(({ url }) => url?.endsWith(`/${post.article}`))
    if (!article) throw new Error(`there is no article ${post.article} yet`)
    const writer = post.by === 2 ? bento : client
    const picture =
      post.picture && article.image
        ? await writer.post<{ id: string }>(`${at}/pictures/from-article`, {
            articleId: article.id,
            url: article.image,
          })
        : null
    const id = uuid()
    const accounts = view.accounts.map((account) => ({
      accountId: account.id,
      chosen: post.accounts.includes(account.name),
      ownText: post.own[account.name] ?? null,
      board: account.name === 'Mantel' ? post.board : null,
    }))
    const doc = {
      articleId: article.id,
      wordings: [{ text: post.text }],
      link: article.url,
      hashtags: post.hashtags,
      pillarId: view.pillars.find(({ name }) => name === post.pillar)?.id ?? null,
      pictures: picture ? [{ id: picture.id, description: post.picture, focus: { x: 0.5, y: 0.5 } }] : [],
      accounts,
    }
    const { version } = await writer.put<{ version: number }>(`${at}/posts/${id}`, { version: 0, doc })
    if (post.action !== 'draft') await writer.post(`${at}/posts/${id}/review`, { version, note: '' })
    if (post.action === 'send-back')
      await client.post(`${at}/posts/${id}/send-back`, { version, note: post.note })
  }
}

/** Slots kept for a pillar or free, a share that is kept to, and a post that comes again in other words. */
async function fillPlan(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}`
  const { account: name, kept, mix, post } = read<Record<string, TimetablePlan>>('plan.json')[brand.region]!
  const view = await client.get<View>(at)
  const pillarId = (of: string): string => view.pillars.find((pillar) => pillar.name === of)!.id
  const account = view.accounts.find((one) => one.name === name)!
  const slots = account.slots.map((slot): SlotPlan => {
    const own = kept.find(({ weekday, time }) => weekday === slot.weekday && time === slot.time)
    if (!own) return slot
    return {
      ...slot,
      use: own.pillar ? 'pillar' : 'free',
      pillarId: own.pillar ? pillarId(own.pillar) : null,
    }
  })
  const { perDay, minGapMinutes, repeatAfterDays, version } = account
  const share = { pillarId: pillarId(mix.pillar), maxShare: mix.maxShare, windowDays: mix.windowDays }
  await client.put(`${at}/accounts/${account.id}/timetable`, {
    slots,
    perDay,
    minGapMinutes,
    repeatAfterDays,
    mix: [share],
    version,
  })

  const chosen = view.accounts.filter((one) => post.accounts.includes(one.name))
  const wordings = [post.text, ...post.wordings].map((text) => ({ text }))
  const doc = {
    wordings,
    link: null,
    hashtags: post.hashtags,
    pillarId: pillarId(post.pillar),
    accounts: partsOf(view, chosen),
  }
  await writeAndLineUp(at, doc, chosen, post.echoes)
}

function partsOf(view: View, chosen: View['accounts']) {
  return view.accounts.map((account) => ({
    accountId: account.id,
    chosen: chosen.includes(account),
    ownText: null,
    board: null,
  }))
}

/** Saves a post and puts it into the line of its accounts, each echo behind it. */
async function writeAndLineUp(
  at: string,
  doc: { wordings: { text: string }[]; link: string | null; pillarId: string | null },
  chosen: View['accounts'],
  echoes: unknown[],
): Promise<void> {
  const id = uuid()
  const campaignId = campaignOf(at, doc.wordings[0]?.text ?? '')
  const saved = await client.put<{ version: number }>(`${at}/posts/${id}`, {
    version: 0,
    doc: { ...doc, campaignId },
  })
  const accountIds = chosen.map((account) => account.id)
  const placements = accountIds.map((accountId) => ({ accountId, kind: 'next', at: null }))
  const asked = { postId: id, pillarId: doc.pillarId, link: doc.link, goodUntil: null, placements, echoes }
  const { version: planVersion } = await client.post<{ version: string }>(`${at}/placing`, asked)
  await client.post(`${at}/posts/${id}/line-up`, {
    version: saved.version,
    planVersion,
    accountIds,
    placements,
    echoes,
  })
}

async function wishFor(at: string, account: View['accounts'][number], plan: DeskPlan): Promise<void> {
  const { id, name, version } = account
  const linkRule = plan.short.includes(name)
    ? {
        kind: 'short',
        marks: { source: '{network}', medium: 'social', campaign: '{pillar}', term: '', content: '' },
      }
    : null
  const approver = plan.someoneElse.includes(name) ? 'someone-else' : 'anyone'
  await client.patch(`${at}/accounts/${id}`, { name, approver, linkRule, token: '', version })
}

/** What was there before yesterday has been looked through: most of it passed, a little shelved. */
async function readSome(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}`
  const waiting = (await allArticles(at)).filter((article) => article.state === 'new')
  for (const [index, article] of waiting.slice(Math.ceil(waiting.length / 3)).entries()) {
    const state = index % 9 === 4 ? 'shelved' : index % 4 === 1 ? 'read' : 'passed'
    await client.put(`${at}/articles/${article.id}/state`, { state })
  }
}

/** Keeps what was found on pages that stand in no feed. */
async function keepFinds(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}`
  for (const { given, filed } of FINDS) {
    const id = uuid()
    await client.put(`/api/capture/${id}`, { way: 'address', ...given })
    const { captured } = await client.post<{
      captured: { pictures: { url: string }[]; pdf: { pictureId: string | null } | null }
    }>(`${at}/captures/${id}/look`, {})
    const pictureUrl = given['pictureUrl'] ?? captured.pictures[0]?.url ?? null
    await client.post(`${at}/captures/${id}/clip`, {
      pictureUrl: filed['words'] ? null : pictureUrl,
      pictureId: captured.pdf?.pictureId ?? null,
      ...filed,
    })
  }
}

/** Somebody's own address for finds, and one that came to it. */
async function mailFind(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}/letter-box`
  const from = people[0]!.email
  const { address } = await client.put<{ address: string }>(at, {
    senders: [from],
    becomes: 'clipping',
    byLink: false,
    answers: true,
    version: 0,
  })
  await world.post('/control/mail', {
    port: Number(process.env['QUILL_MAIL_PORT']),
    to: address,
    from: `Nell <${from}>`,
    ...MAILED,
  })
}

/** What is kept to be written about, some of it with a note, and what lies on the shelf for later. */
async function keepSome(brand: BrandPlan): Promise<void> {
  const at = `/api/brands/${brand.id}`
  const undecided = (await allArticles(at)).filter(
    ({ state, post }) => (state === 'new' || state === 'read') && post === null,
  )
  const kept = undecided.slice(-KEPT.length)
  for (const [index, { id }] of kept.entries())
    await client.put(`${at}/articles/${id}/state`, { state: KEPT[index] === null ? 'shelved' : 'clipped' })
  const { clippings } = await client.get<{ clippings: { id: string; articleId: string; version: number }[] }>(
    `${at}/clippings`,
  )
  for (const { id, articleId, version } of clippings) {
    const note = KEPT[kept.findIndex((article) => article.id === articleId)]
    if (note) await client.patch(`${at}/clippings/${id}`, { note, folder: 'This week', version })
  }
}
