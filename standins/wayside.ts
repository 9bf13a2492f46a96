import { html, json, nothing, type Ask, type Reply } from './http'
import { pdfOf } from './pdf'
import { drawScene } from './pictures'

/** Pages one comes by that stand in no feed, for trying what can be captured of them. */
const HOST = 'bellhaven.example'

const PICTURES: { name: string; alt: string; shape: 'wide' | 'square' | 'tall' }[] = [
  { name: 'square', alt: 'The market square without its lamps, under a clear night sky', shape: 'wide' },
  { name: 'readers', alt: 'People looking up from the steps of the town hall at night', shape: 'wide' },
  { name: 'meter', alt: 'A light meter on a garden wall beside a street', shape: 'square' },
  { name: 'bakery', alt: 'The baker’s window, the only light in the village', shape: 'square' },
  { name: 'tower', alt: 'The church tower against the stars', shape: 'tall' },
  { name: 'before', alt: 'The street in March, with all its lamps on', shape: 'wide' },
  { name: 'after', alt: 'The same street in October, dark', shape: 'wide' },
]

const img = ({ name, alt }: (typeof PICTURES)[number]): string =>
  `<figure><img src="./pictures/${name}.png" alt="${alt}"><figcaption>${alt}.</figcaption></figure>`

const STYLE =
  '<style>body{max-width:42rem;margin:3rem auto;padding:0 1rem;font:17px/1.6 Georgia,serif;color:#222}img{max-width:100%}</style>'

const page = (head: string, body: string): Reply =>
  html(
    `<!doctype html><html lang="en"><head><meta charset="utf-8">${head}${STYLE}</head><body>${body}</body></html>`,
  )

/** A page that says all a page can say of itself. */
const lamps = (): Reply =>
  page(
    `<title>The village that switched its lamps off at eleven | Bellhaven</title>
<meta property="og:title" content="The village that switched its lamps off at eleven">
<meta property="og:site_name" content="Bellhaven">
<meta property="og:description" content="A council measured the night before and after, and published both numbers.">
<meta property="og:image" content="https://${HOST}/pictures/square.png">
<meta property="article:published_time" content="2026-11-20T18:30:00Z">
<meta name="author" content="Inês Faria">
<link rel="canonical" href="https://${HOST}/lamps-off">
<link rel="alternate" type="application/rss+xml" title="Bellhaven, all news" href="https://lowlamp.example/feed.xml">`,
    `<article><h1>The village that switched its lamps off at eleven</h1>
<p>In March the council of Bellhaven asked the physics class of its school to measure how bright the night was. In October it asked again. Between the two, one thing had changed: at eleven in the evening the street lamps go out.</p>
${img(PICTURES[0]!)}
<p id="said">“We expected complaints. We got people standing in the square, looking up.” The mayor keeps both numbers on a slate in the town hall, where anybody can read them.</p>
<p>The second number is a third of the first. Nobody was robbed, two cars were scratched, and the baker says that he sleeps better. The owls are back in the church tower.</p>
${PICTURES.slice(1).map(img).join('\n')}
<p>Whoever wants to measure at home needs a meter for the price of two loaves a week, a wall to put it on, and a night without a moon. The class lends its own.</p></article>`,
  )

const film = (): Reply =>
  page(
    `<title>Seven minutes of a dark street</title>
<meta property="og:type" content="video.other"><meta property="og:title" content="Seven minutes of a dark street">
<meta property="og:site_name" content="Bellhaven"><meta property="og:video" content="https://${HOST}/films/street.mp4">
<meta property="video:duration" content="421"><meta property="og:image" content="https://${HOST}/pictures/after.png">`,
    '<h1>Seven minutes of a dark street</h1><p>Filmed in October, from the steps of the town hall, without a tripod.</p>',
  )

/** A page whose film is named by its data alone (oEmbed). */
const reel = (): Reply =>
  page(
    `<title>Counting stars from a roof</title>
<link rel="alternate" type="application/json+oembed" href="https://${HOST}/oembed?url=reel">`,
    '<h1>Counting stars from a roof</h1><p>An hour on a roof with nine pupils, a torch and a list, cut to three minutes.</p>',
  )
const reelData = {
  version: '1.0',
  type: 'video',
  title: 'Counting stars from a roof',
  author_name: 'Tomé Vale',
  provider_name: 'Bellhaven',
  thumbnail_url: `https://${HOST}/pictures/readers.png`,
  duration: 184,
  html: '<script>window.hurt=1</script>',
  width: 640,
  height: 360,
}

/** A page that says what is not so. */
const lies = (): Reply =>
  page(
    `<title>${'A title without end '.repeat(300)}</title>
<meta property="og:title" content="&lt;script&gt;window.hurt=1&lt;/script&gt;Half price">
<meta property="og:image" content="javascript:window.hurt=1"><meta property="og:image" content="https://${HOST}/no-picture.png">
<meta name="author" content="&lt;img src=x onerror=window.hurt=1&gt;">
<link rel="canonical" href="https://elsewhere.example/stolen">`,
    '<h1>Half price</h1><p>Nothing here is true, and the picture is a text. It goes on for a while, so that there is something to read, and then it ends.</p>',
  )

const many = (): Reply =>
  page(
    '<title>Four hundred pictures</title>',
    Array.from(
      { length: 400 },
      (_, at) => `<img src="./pictures/${at}.png" width="${100 + at}" height="90" alt="Picture ${at}">`,
    ).join(''),
  )

/** Pages for members alone: whoever has not signed in is asked to. */
const members = ({ headers }: Ask): Reply =>
  headers.cookie?.includes('member=yes')
    ? page(
        '<title>The almanac of the lamp keepers</title>',
        `<article><h1>The almanac of the lamp keepers</h1><p>${'Only members read this, and they read it slowly, by the light of one candle. '.repeat(6)}</p></article>`,
      )
    : {
        status: 403,
        type: 'text/html; charset=utf-8',
        body: '<!doctype html><title>Sign in</title><p>Members only.',
      }

/** Pictures are drawn once; those without a name of their own are all the same. */
const drawn = new Map<string, ReturnType<typeof drawScene>>()
function pictureOf(name: string): ReturnType<typeof drawScene> {
  const known = PICTURES.find((picture) => picture.name === name)
  const key = known ? name : 'any'
  const picture = drawn.get(key) ?? drawScene(`${HOST}/${key}`, known?.alt ?? '', known?.shape ?? 'wide')
  drawn.set(key, picture)
  return picture
}

const REPORT = [
  {
    heading: 'A year of dark streets',
    lines: [
      'For a year the village of Bellhaven has switched its lamps off at eleven. This',
      'report says what was measured, what it cost, and what nobody expected.',
      '',
      'The night over the market square is three times as dark as it was in March.',
      'The owls are back in the church tower, and the bill for current fell by a third.',
    ],
  },
  {
    heading: 'What was measured',
    lines: [
      'Twelve meters hung on garden walls from March to October. Each was read by the',
      'physics class of the school, in the last hour before midnight, every night.',
    ],
  },
  { heading: 'What comes next', lines: ['Two neighbours of Bellhaven begin in spring.'] },
]

function reports(path: string): Reply | null {
  if (path === '/reports/dark-streets.pdf') return pdf(pdfOf('A year of dark streets', 'Ida Quist', REPORT))
  if (path === '/reports/locked.pdf') return pdf(pdfOf('Locked', '', REPORT, { locked: true }))
  if (path === '/reports/none.pdf') return pdf(Buffer.from('<p>This is no PDF.</p>'))
  return null
}
const pdf = (body: Buffer): Reply => ({ status: 200, type: 'application/pdf', body })

export function answerWayside(ask: Ask): Reply | null {
  if (ask.host !== HOST) return null
  if (ask.path === '/' || ask.path === '/lamps-off') return lamps()
  if (ask.path === '/film') return film()
  if (ask.path === '/reel') return reel()
  if (ask.path.startsWith('/oembed')) return json(reelData)
  if (ask.path === '/lies') return lies()
  if (ask.path === '/many') return many()
  if (ask.path === '/members') return members(ask)
  if (ask.path === '/no-title') return page('', '<p>A page without a title, and hardly a word on it.</p>')
  if (ask.path === '/no-picture.png') return { status: 200, type: 'image/png', body: 'This is a text.' }
  const report = reports(ask.path)
  if (report) return report
  const name = /^\/pictures\/(\w+)\.png$/.exec(ask.path)?.[1]
  if (!name) return nothing()
  return { status: 200, type: 'image/png', body: pictureOf(name) }
}
