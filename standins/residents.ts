import { escapeText, html, json, type Ask, type Reply } from './http'

const HOUR = 3_600_000

interface Resident {
  handle: string
  name: string
  about: string
  notes: { hoursAgo: number; text: string }[]
}

/** People who live on Commonfire and post there by themselves, newest first. */
const RESIDENTS: Resident[] = [
  {
    handle: 'dew_on_the_lens',
    name: 'Casilda Venn',
    about: 'Binoculars, a folding chair, a dew heater made from a toaster.',
    notes: [
      {
        hoursAgo: 3,
        text: 'Oyelaran–Pesk with 10×50s from the car park behind the bakery: a soft grey thumbprint, no tail I would swear to.',
      },
      {
        hoursAgo: 27,
        text: 'Somebody left a floodlight on over the boules pitch. I counted eleven stars where last week there were forty.',
      },
      { hoursAgo: 51, text: 'Dew at 21:40, heater on, no more dew. I have spent more on less.' },
      {
        hoursAgo: 74,
        text: 'A fireball low in the west at 19:52, green, two seconds, no sound. Reported it before the kettle had boiled.',
      },
      { hoursAgo: 98, text: 'Note to self: the red torch is in the other coat.' },
    ],
  },
]

const noteId = ({ hoursAgo }: { hoursAgo: number }): string => String(9000 - hoursAgo)

/**
 * Answers for the residents: where their profiles are (WebFinger, RFC 7033), their pages and what they post
 * as RSS. Null for all else.
 */
export function answerResidents(ask: Ask, host: string, start: number, now: number): Reply | null {
  if (ask.path === '/.well-known/webfinger') return webFinger(ask, host)
  const [, handle, ending, note] = /^\/@([a-z0-9_]+?)(?:(\.rss)|\/(\d+))?$/.exec(ask.path) ?? []
  const resident = RESIDENTS.find((one) => one.handle === handle)
  if (!resident) return null
  const notes = resident.notes
    .map((note) => ({ ...note, at: start - note.hoursAgo * HOUR }))
    .filter(({ at }) => at <= now)
  if (ending)
    return { status: 200, type: 'application/rss+xml; charset=utf-8', body: rss(resident, host, notes) }
  const shown = note ? notes.filter((one) => noteId(one) === note) : notes
  if (shown.length === 0) return null
  const list = shown.map(({ text }) => `<p>${escapeText(text)}</p>`).join('')
  return html(
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${resident.name}</title><link rel="alternate" type="application/rss+xml" href="/@${resident.handle}.rss"></head><body><h1>${resident.name}</h1><p>${escapeText(resident.about)}</p>${list}</body></html>`,
  )
}

function webFinger(ask: Ask, host: string): Reply {
  const [, handle] = /^acct:([a-z0-9_]+)@/i.exec(ask.query.get('resource') ?? '') ?? []
  const resident = RESIDENTS.find((one) => one.handle === handle?.toLowerCase())
  if (!resident) return json({ error: 'Not found' }, 404)
  const links = [
    {
      rel: 'http://webfinger.net/rel/profile-page',
      type: 'text/html',
      href: `https://${host}/@${resident.handle}`,
    },
  ]
  return json({ subject: `acct:${resident.handle}@${host}`, links }, 200, {
    'content-type': 'application/jrd+json',
  })
}

function rss(
  resident: Resident,
  host: string,
  notes: { text: string; at: number; hoursAgo: number }[],
): string {
  const items = notes.map(({ text, at, hoursAgo }) => {
    const link = `https://${host}/@${resident.handle}/${noteId({ hoursAgo })}`
    return `<item><guid isPermaLink="true">${link}</guid><link>${link}</link><pubDate>${new Date(at).toUTCString()}</pubDate><description>${escapeText(`<p>${escapeText(text)}</p>`)}</description></item>`
  })
  return `<?xml version="1.0" encoding="UTF-8"?><rss version="2.0"><channel><title>${resident.name}</title><link>https://${host}/@${resident.handle}</link><description>${escapeText(resident.about)}</description>${items.join('')}</channel></rss>`
}
