import { json, type Ask, type Reply } from './http'
import type { Timeline } from './timeline'

/**
 * Identities of the AT Protocol: under each handle's own name a well-known file that says whose it is, and a
 * directory, `plc.example`, with their documents. `stray.lanternway.example` points to an identity that does
 * not know of it.
 */
export function answerIdentity(timelines: Timeline[], ask: Ask): Reply | null {
  for (const timeline of timelines.filter(({ network }) => network.protocol === 'atproto')) {
    const { host, accounts } = timeline.network
    if (ask.host === 'plc.example') {
      const account = accounts.find((one) => ask.path === `/${timeline.didOf(one)}`)
      if (account) return json(documentOf(timeline, account))
    }
    const name = ask.host.endsWith(`.${host}`) ? ask.host.slice(0, -host.length - 1) : null
    if (name === null || ask.path !== '/.well-known/atproto-did') continue
    const account = accounts.find(({ handle }) => handle === name) ?? (name === 'stray' ? accounts[0] : null)
    if (account) return { status: 200, body: timeline.didOf(account) }
  }
  return null
}

const documentOf = (timeline: Timeline, account: Timeline['network']['accounts'][number]): object => ({
  id: timeline.didOf(account),
  alsoKnownAs: [`at://${account.handle}.${timeline.network.host}`],
  service: [
    {
      id: '#atproto_pds',
      type: 'AtprotoPersonalDataServer',
      serviceEndpoint: `https://${timeline.network.host}`,
    },
  ],
})
