import { html, type Reply } from './http'

/** Sites that are not as one would wish, for trying what happens with them. */
const LONG_TITLE = 'A headline that goes on and on, '.repeat(70).slice(0, 2000)

const calendar = (lines: string[]): Reply => ({
  status: 200,
  type: 'text/calendar; charset=utf-8',
  body: `\ufeff${['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR', ''].join('\r\n')}`,
})
const manyEvents = (): string[] =>
  Array.from({ length: 20_000 }, (_, at) => [
    ...['BEGIN:VEVENT', `UID:many-${at}`, `SUMMARY:Event ${at}`],
    ...[
      `DTSTART;VALUE=DATE:2027${at % 2 === 0 ? '03' : '04'}${String((at % 28) + 1).padStart(2, '0')}`,
      'END:VEVENT',
    ],
  ]).flat()
const PROGRAMME = [
  ...['BEGIN:VTIMEZONE', 'TZID:Hill time', 'BEGIN:STANDARD', 'DTSTART:19701025T020000'],
  ...['RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU', 'TZOFFSETFROM:+0100', 'TZOFFSETTO:+0000', 'END:STANDARD'],
  ...['BEGIN:DAYLIGHT', 'DTSTART:19700329T010000', 'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU'],
  ...['TZOFFSETFROM:+0000', 'TZOFFSETTO:+0100', 'END:DAYLIGHT', 'END:VTIMEZONE'],
  ...['BEGIN:VEVENT', 'UID:evening@programme.example', 'SUMMARY:Open evening at the dome\\, with tea'],
  ...[
    'DESCRIPTION:Doors at half past eight. The moon decides wh',
    ' at is shown.',
    'URL:https://programme.example/',
  ],
  ...['DTSTART;TZID=Hill time:20250103T203000', 'RRULE:FREQ=MONTHLY;BYDAY=1FR', 'END:VEVENT'],
  ...['BEGIN:VEVENT', 'UID:schools@programme.example', 'SUMMARY:Schools’ day'],
  ...['DTSTART;VALUE=DATE:20250110', 'RRULE:FREQ=MONTHLY;BYDAY=3WE', 'END:VEVENT'],
  ...['BEGIN:VEVENT', 'UID:tick@programme.example', 'SUMMARY:The clock ticks', 'DTSTART:20250101T000000Z'],
  ...['RRULE:FREQ=MINUTELY', 'END:VEVENT'],
]

export const ODD_SITES: Record<string, (path: string) => Reply> = {
  'plainpage.example': () =>
    html(
      '<!doctype html><title>A page about a lighthouse</title><h1>A page about a lighthouse</h1><p>It has no feed.</p>',
    ),
  'notafeed.example': (path) =>
    path === '/feed.xml'
      ? { status: 200, type: 'application/xml', body: '<?xml version="1.0"?><inventory><lamp/></inventory>' }
      : html(
          '<!doctype html><title>Odd</title><link rel="alternate" type="application/rss+xml" href="/feed.xml">',
        ),
  'roundabout.example': () => ({ status: 302, headers: { location: 'https://roundabout.example/again' } }),
  // Its pages are gone: all of them lead to the first one.
  'movedin.example': (path) =>
    path === '/'
      ? html('<!doctype html><title>We have moved in</title><h1>Welcome</h1>')
      : { status: 302, headers: { location: 'https://movedin.example/' } },
  'inward.example': () => ({ status: 302, headers: { location: 'http://127.0.0.1:1/feed.xml' } }),
  'closed.example': () => ({ status: 403, body: 'Members only.' }),
  // A calendar as programs write it: a zone of its own, folded lines, a byte-order mark.
  'programme.example': (path) => {
    if (path === '/many.ics') return calendar(manyEvents())
    if (path === '/dates.ics') return calendar(PROGRAMME)
    return html('<!doctype html><title>A programme</title><h1>The programme</h1>')
  },
  'oddities.example': () => ({
    status: 200,
    type: 'application/rss+xml',
    body: `<?xml version="1.0"?><rss version="2.0"><channel><title>Oddities</title><link>https://oddities.example/</link>
<item><guid>long</guid><title>${LONG_TITLE}</title><link>https://oddities.example/long</link><description>A title of two thousand characters.</description></item>
<item><guid>unbroken</guid><title>${'Donaudampfschiff'.repeat(40)}</title><link>https://oddities.example/unbroken</link><description>${'x'.repeat(3000)}</description></item>
<item><guid>markup</guid><title>&lt;b&gt;Bold&lt;/b&gt; &lt;script&gt;window.hurt=1&lt;/script&gt; and &amp;amp; more</title><link>https://oddities.example/markup</link></item>
<item><guid>rtl</guid><title>נר בחלון של המגדלור</title><link>https://oddities.example/rtl</link><description>הים שקט הלילה.</description></item>
<item><guid>empty</guid><title></title><link>https://oddities.example/empty</link><description>${'This one has no title of its own, and says so at some length before it ends. '.repeat(3)}</description></item>
<item><guid>nothing</guid><title>Neither address nor text</title></item>
<item><guid>bare</guid></item>
<item><guid>picture</guid><title>A picture of a hundred megabytes</title><link>https://oddities.example/picture</link><description>&lt;img src="https://big.faulty.example/picture.png"&gt;</description></item>
</channel></rss>`,
  }),
  'markup.example': () => ({
    status: 200,
    type: 'application/rss+xml',
    body: `<?xml version="1.0"?><rss version="2.0"><channel><title>Odd texts</title><link>https://markup.example/</link><item><guid>1</guid><title>A &lt;b&gt;bold&lt;/b&gt; &amp;lt;script&amp;gt; title</title><link>https://markup.example/1</link><description><![CDATA[<p>Safe words <script>window.hurt=1</script><img src="x" onerror="window.hurt=1"> and <a href="javascript:window.hurt=1">a link</a>.</p>]]></description></item><item><guid>2</guid><title>מגדלור \u202eover\u202c 👩‍👩‍👧‍👦</title><link>https://markup.example/2</link><description>${'long '.repeat(2000)}</description></item></channel></rss>`,
  }),
}
