import { html, type Reply } from './http'

/** Sites that are not as one would wish, for trying what happens with them. */
export const ODD_SITES: Record<string, (path: string) => Reply> = {
  'plainpage.example': () => html('<!doctype html><title>A page about a lighthouse</title><h1>A page about a lighthouse</h1><p>It has no feed.</p>'),
  'notafeed.example': (path) =>
    path === '/feed.xml'
      ? { status: 200, type: 'application/xml', body: '<?xml version="1.0"?><inventory><lamp/></inventory>' }
      : html('<!doctype html><title>Odd</title><link rel="alternate" type="application/rss+xml" href="/feed.xml">'),
  'roundabout.example': () => ({ status: 302, headers: { location: 'https://roundabout.example/again' } }),
  'inward.example': () => ({ status: 302, headers: { location: 'http://127.0.0.1:1/feed.xml' } }),
  'closed.example': () => ({ status: 403, body: 'Members only.' }),
  'markup.example': () => ({
    status: 200,
    type: 'application/rss+xml',
    body: `<?xml version="1.0"?><rss version="2.0"><channel><title>Odd texts</title><link>https://markup.example/</link><item><guid>1</guid><title>A &lt;b&gt;bold&lt;/b&gt; &amp;lt;script&amp;gt; title</title><link>https://markup.example/1</link><description><![CDATA[<p>Safe words <script>window.hurt=1</script><img src="x" onerror="window.hurt=1"> and <a href="javascript:window.hurt=1">a link</a>.</p>]]></description></item><item><guid>2</guid><title>מגדלור \u202eover\u202c 👩‍👩‍👧‍👦</title><link>https://markup.example/2</link><description>${'long '.repeat(2000)}</description></item></channel></rss>`,
  }),
}
