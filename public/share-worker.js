// Takes what a phone's share sheet sends to /share and opens the capture window with it. It does nothing else:
// its scope is that one address, and what it takes stays in this browser until the window has it.
const STORE = 'quill-shared'
/** What was shared and never looked at; older ones make room. */
const MOST_KEPT = 20
const MOST_BYTES = 32 * 1024 * 1024

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('fetch', (event) => {
  if (event.request.method === 'POST' && new URL(event.request.url).pathname === '/share')
    event.respondWith(take(event.request))
})

async function take(request) {
  const body = await request.blob()
  const key = crypto.randomUUID()
  const store = await caches.open(STORE)
  const known = await store.keys()
  for (const old of known.slice(0, Math.max(0, known.length + 1 - MOST_KEPT))) await store.delete(old)
  if (body.size <= MOST_BYTES)
    await store.put(
      `/share/${key}`,
      new Response(body, { headers: { 'content-type': request.headers.get('content-type') ?? '' } }),
    )
  return Response.redirect(`/capture?shared=${key}`, 303)
}
