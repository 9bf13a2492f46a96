import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { AtprotoServer } from './atproto'
import { AuthorizationServer, type Granting } from './authorization'
import { controlPage } from './controlPage'
import { ClickingReaders } from './clicking'
import { answerFaulty, type Fault } from './faults'
import { fieldsOf, html, json, nothing, readAsk, sendReply, type Ask, type Reply } from './http'
import { Hub } from './hub'
import { sendMail, type MailToSend } from './mail'
import { MastodonServer } from './mastodon'
import { answerIdentity } from './identities'
import { answerMicropub } from './micropub'
import { NETWORKS, type NetworkTakes } from './networks'
import { answerModel } from './model'
import { ODD_SITES } from './odd'
import { answerWayside } from './wayside'
import { answerResidents } from './residents'
import { letterPage } from './letters'
import { createSites, type Sites } from './sites'
import { Timeline, type NetworkPost } from './timeline'
import { responsesTo } from './readers'
import { Told } from './told'
import { Troubles, type Trouble } from './troubles'
import { Webhooks } from './webhooks'

export interface World {
  /** Answers what comes to it, wherever somebody lets it listen. */
  server: Server
  answer: (request: IncomingMessage, response: ServerResponse) => void
  timelines: Map<string, Timeline>
  told: Told
  /** Every request to a host of this world, oldest first. */
  asks: LoggedAsk[]
}

export interface LoggedAsk {
  host: string
  method: string
  path: string
  /** Status of the answer; 0 as long as there is none. */
  status: number
  /** Whether this world is done with it, answered or not. */
  done: boolean
  headers: Ask['headers']
  body: string
}

/** So much of each request's body is kept. */
const BODY_KEPT = 4_000

/**
 * The stand-in world on one port. A request's Host header says which site or network is meant; a person's
 * browser reaches the same pages under `/sites/HOST/…`. `control.example` (or `/control/…`) moves the clock
 * and makes trouble.
 */
export function createWorld(told = new Told()): World {
  const start = Date.now()
  const sites = createSites(start)
  const timelines = new Map(
    NETWORKS.map((network) => [
      network.host,
      new Timeline({ ...network, accounts: network.accounts.map((account) => ({ ...account })) }),
    ]),
  )
  const signIns = new Map([...timelines].map(([host, timeline]) => [host, new AuthorizationServer(timeline)]))
  const mastodons = new Map(
    [...timelines.values()]
      .filter(({ network }) => network.protocol === 'mastodon')
      .map((timeline) => [
        timeline.network.host,
        new MastodonServer(timeline, signIns.get(timeline.network.host)!),
      ]),
  )
  const atprotos = new Map(
    [...timelines.values()]
      .filter(({ network }) => network.protocol === 'atproto')
      .map((timeline) => [
        timeline.network.host,
        new AtprotoServer(timeline, signIns.get(timeline.network.host)!),
      ]),
  )
  const troubles = new Troubles()
  const faults = new Map<string, Fault>()
  const hub = new Hub()
  const webhooks = new Webhooks()
  const asks: LoggedAsk[] = []
  let ahead = 0
  const readers = new ClickingReaders()
  let clicking: NodeJS.Timeout | undefined
  const now = (): number => Date.now() + ahead

  const answerHost = async (ask: Ask): Promise<Reply> => {
    const resident = ask.host === 'commonfire.example' ? answerResidents(ask, ask.host, start, now()) : null
    if (resident) return resident
    const timeline = timelines.get(ask.host)
    const signIn = signIns.get(ask.host)
    const asked = signIn?.answer(ask)
    if (asked) return asked
    const identity = answerIdentity([...timelines.values()], ask)
    if (identity) return identity
    if (timeline && signIn)
      return (
        (mastodons.get(ask.host) ?? atprotos.get(ask.host))?.answer(ask, now()) ??
        answerMicropub(timeline, signIn, ask, now())
      )
    if (ask.host === 'hook.example') return told.hook(ask)
    if (ask.host === 'doorway.example') return webhooks.answer(ask)
    return (
      ODD_SITES[ask.host]?.(ask.path) ?? answerWayside(ask) ?? letterPage(ask) ?? sites.answer(ask, now())
    )
  }

  /** Ends an account's token (`token`: the new one), or on the AT Protocol its access or session (`ends`). */
  const setToken = ({ host, handle, token, ends }: Record<string, unknown>): unknown => {
    const account = timelines.get(String(host))?.network.accounts.find((one) => one.handle === handle)
    if (!account) return { ok: false }
    if (typeof token === 'string') account.token = token
    if (ends === 'access' || ends === 'session') atprotos.get(String(host))?.expire(account.id, ends)
    return { ok: true }
  }

  /** Puts posts of long ago on an account's page, as if it had been there before. */
  const postedBefore = ({ host, handle, posts }: Past): unknown => {
    const timeline = timelines.get(host)
    const account = timeline?.network.accounts.find((one) => one.handle === handle)
    if (!timeline || !account) return { ok: false }
    for (const { text, at } of posts) timeline.take(account, { text }, at)
    return { ok: true }
  }

  const allResponses = (): unknown =>
    Object.fromEntries(
      [...timelines].map(([host, { network, posts }]) => [
        host,
        posts.map((post) => ({ id: post.id, at: post.at, ...responsesTo(network, post, now()) })),
      ]),
    )

  const control = async (ask: Ask): Promise<Reply> => {
    if (ask.method === 'GET' && ask.path === '/posts')
      return json(
        Object.fromEntries(
          [...timelines].map(([host, timeline]) => [host, timeline.posts.map(withoutBytes)]),
        ),
      )
    if (ask.method === 'GET' && ask.path === '/')
      return html(controlPage([...timelines.values()], troubles.all(), told.all, now()))
    if (ask.method === 'GET' && ask.path === '/asks') return json(asks)
    if (ask.method === 'GET' && ask.path === '/told') return json(told.all)
    if (ask.method === 'GET' && ask.path === '/refused')
      return json(Object.fromEntries([...timelines].map(([host, timeline]) => [host, timeline.refused])))
    if (ask.method === 'GET' && ask.path === '/responses') return json(allResponses())
    if (ask.method === 'GET' && ask.path === '/stories') return json(sites.stories)
    if (ask.method === 'GET' && ask.path === '/archive') return json(sites.archive)
    if (ask.method === 'GET' && ask.path === '/signed-in')
      return json(Object.fromEntries([...signIns].map(([host, { live }]) => [host, live])))
    if (ask.method === 'GET' && ask.path === '/webhooks') return json(webhooks.messages)
    const fields = fieldsOf(ask)
    if (ask.method === 'POST' && ask.path === '/webhook') {
      webhooks.said = fields
      return json({ ok: true })
    }
    if (ask.method === 'POST' && ask.path === '/clock') {
      ahead = Number(fields['ahead'] ?? 0)
      await readers.click(timelines.values(), now())
      return json({ now: new Date(now()).toISOString() })
    }
    if (ask.method === 'POST' && ask.path === '/clicking') {
      readers.at = typeof fields['at'] === 'string' ? fields['at'] : null
      clearInterval(clicking)
      // Between two moves of the clock time passes too.
      if (readers.at !== null)
        clicking = setInterval(() => void readers.click(timelines.values(), now()), 2_000).unref()
      return json({ ok: true })
    }
    if (ask.method === 'POST' && ask.path === '/past') return json(postedBefore(fields as unknown as Past))
    if (ask.method === 'POST' && ask.path === '/trouble') {
      const { host, trouble } = fields as { host?: string; trouble?: Trouble | null }
      troubles.put(host ?? '', trouble ?? null)
      return json({ ok: true })
    }
    if (ask.method === 'POST' && ask.path === '/granting') {
      const { host, granting } = fields as { host?: string; granting?: Partial<Granting> }
      const signIn = signIns.get(host ?? '')
      if (signIn) signIn.granting = { ...signIn.granting, ...granting }
      return json({ ok: signIn !== undefined })
    }
    if (ask.method === 'POST' && ask.path === '/sign-out') {
      signIns.get(String(fields['host']))?.end()
      return json({ ok: true })
    }
    if (ask.method === 'POST' && ask.path === '/token') return json(setToken(fields))
    if (ask.method === 'POST' && ask.path === '/rules') {
      const { host, rules } = fields as { host?: string; rules?: Partial<NetworkTakes> }
      const network = timelines.get(host ?? '')?.network
      if (network) network.rules = { ...network.rules, ...rules }
      return json({ ok: network !== undefined })
    }
    if (ask.method === 'POST' && ask.path === '/fault') {
      const { host, fault } = fields as { host?: string; fault?: Fault | null }
      if (fault) faults.set(host ?? '', fault)
      else faults.delete(host ?? '')
      return json({ ok: true })
    }
    if (ask.method === 'POST' && ask.path === '/mail')
      return json(await sendMail(fields as unknown as MailToSend))
    if (ask.method === 'POST' && ask.path === '/announce') {
      const { topic, body, secret } = fields as { topic: string; body: string; secret?: string }
      return json({ status: await hub.announce(topic, body, secret) })
    }
    return nothing()
  }

  const route = (ask: Ask): Reply | Promise<Reply> => {
    if (ask.host === 'control.example') return control(ask)
    if (ask.host === 'hub.example') return hub.answer(ask)
    if (ask.host.endsWith('.example')) return answerHost(ask)
    if (ask.path === '/health') return json({ ok: true })
    if (ask.path.startsWith('/control/')) return control({ ...ask, path: ask.path.slice('/control'.length) })
    const [, host, path] = /^\/sites\/([a-z0-9.-]+)(\/.*)?$/.exec(ask.path) ?? []
    return host
      ? answerHost({ ...ask, host, path: path ?? '/' }).then((reply) => forBrowser(reply, host))
      : html(indexPage(sites))
  }

  const answerLogged = (request: IncomingMessage, response: ServerResponse): void => {
    void readAsk(request).then(async (ask) => {
      const logged: LoggedAsk = {
        host: ask.host,
        method: ask.method,
        path: ask.path,
        status: 0,
        done: false,
        headers: ask.headers,
        body: ask.body.slice(0, BODY_KEPT),
      }
      if (ask.host.endsWith('.example') && ask.host !== 'control.example') asks.push(logged)
      await answer(ask, logged, request, response)
      logged.done = true
    })
  }

  async function answer(
    ask: Ask,
    logged: LoggedAsk,
    request: IncomingMessage,
    response: ServerResponse,
  ): Promise<void> {
    const trouble = troubles.take(ask)
    if (trouble?.slowMs) await new Promise((resolve) => setTimeout(resolve, trouble.slowMs))
    if (trouble?.cutBefore) return void request.socket.destroy()
    if (trouble?.refuse) {
      const { status, message, retryAfter } = trouble.refuse
      return sendReply(
        response,
        json(
          { error: message, error_description: message },
          status,
          retryAfter === undefined ? {} : { 'retry-after': String(retryAfter) },
        ),
      )
    }
    if (ask.host.endsWith('.faulty.example')) {
      response.on('finish', () => (logged.status = response.statusCode))
      return answerFaulty(request, response, ask.host, faults.get(ask.host))
    }
    if (ask.host === 'model.example') {
      response.on('finish', () => (logged.status = response.statusCode))
      return answerModel(ask, response)
    }
    const reply = await route(ask)
    if (trouble?.loseAnswer) return void request.socket.destroy()
    if (trouble?.failAfter) return sendReply(response, json({ error: 'Something fell over.' }, 500))
    logged.status = reply.status
    sendReply(response, reply)
  }
  return { server: createServer(answerLogged), answer: answerLogged, timelines, told, asks }
}

interface Past {
  host: string
  handle: string
  posts: { text: string; at: number }[]
}

/** A post as the control page tells it: pictures by their facts. */
const withoutBytes = (post: NetworkPost): unknown => ({
  ...post,
  pictures: post.pictures.map(({ bytes, ...facts }) => ({ ...facts, size: bytes.length })),
})

/**
 * Pages point at hosts that no browser finds; under `/sites/HOST/` links and redirects stay in this world.
 */
function forBrowser(reply: Reply, host: string): Reply {
  if (reply.type?.startsWith('text/html') && typeof reply.body === 'string') {
    return {
      ...reply,
      body: reply.body.replace(/href="https:\/\/([a-z0-9.-]+\.example)/g, 'href="/sites/$1'),
    }
  }
  const location = reply.headers?.['location']
  return location
    ? {
        ...reply,
        headers: { ...reply.headers, location: location.replace(`https://${host}/`, `/sites/${host}/`) },
      }
    : reply
}

function indexPage(sites: Sites): string {
  const link = (host: string, name: string): string => `<li><a href="/sites/${host}/">${name}</a></li>`
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>The stand-in world</title><style>body{max-width:40rem;margin:3rem auto;font:16px/1.6 Georgia,serif;color:#222;padding:0 1rem}a{color:#222}</style></head><body><h1>The stand-in world</h1><p>Invented networks and news sites, on this machine only.</p><p><a href="/control/">The control page: trouble, tokens, what was told</a></p><h2>Networks</h2><ul>${NETWORKS.map((network) => link(network.host, network.name)).join('')}</ul><h2>News sites</h2><ul>${sites.hosts.map((host) => link(host, host)).join('')}</ul></body></html>`
}
