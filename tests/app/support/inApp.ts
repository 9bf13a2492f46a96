// What composables and stores find around them in the application, without a browser: a component, a server,
// a store of the browser's.
import { createPinia, getActivePinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import { createRenderer, defineComponent, ref } from 'vue'

export interface Asked {
  method: string
  path: string
  body: unknown
}

type Answer = unknown | (() => unknown)

/**
 * A server that answers as told: `GET /path` and what it answers, a function for what depends or takes its
 * time. Gives what it was asked.
 */
export function fakeServer(answers: Record<string, Answer>): Asked[] {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', async (path: string, { method, body }: { method: string; body?: string }) => {
    asked.push({ method, path, body: body === undefined ? undefined : JSON.parse(body) })
    const known = answers[`${method} ${path}`] ?? answers[`${method} ${path.split('?')[0]}`]
    if (known === undefined) return refusal(404, 'notFound', 'That is not there.')
    const value: unknown = typeof known === 'function' ? await (known as () => unknown)() : known
    return value instanceof Response
      ? value
      : new Response(JSON.stringify(value), { headers: { 'content-type': 'application/json' } })
  })
  return asked
}

/** An answer that refuses, as the server words it. */
export const refusal = (
  status: number,
  code: string,
  detail: string,
  more: Record<string, unknown> = {},
): Response =>
  new Response(JSON.stringify({ type: `urn:clear-quill:${code}`, status, title: detail, detail, ...more }), {
    status,
    headers: { 'content-type': 'application/problem+json' },
  })

/** Begins anew: no store knows anything, the browser has kept nothing. */
export function freshApp(): Map<string, string> {
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  })
  // Nuxt's own: what a cookie holds, of which nothing was kept yet.
  vi.stubGlobal('useCookie', (_: string, options: { default: () => string }) => ref(options.default()))
  setActivePinia(createPinia())
  return kept
}

const { createApp } = createRenderer<object, object>({
  createElement: () => ({}),
  createText: () => ({}),
  createComment: () => ({}),
  setText: () => undefined,
  setElementText: () => undefined,
  insert: () => undefined,
  remove: () => undefined,
  patchProp: () => undefined,
  parentNode: () => null,
  nextSibling: () => null,
})

/**
 * Runs a composable in a component that is mounted; gives what it gave, and what takes the component away.
 */
export function inComponent<T>(work: () => T): { it: T; leave: () => void } {
  let it!: T
  const app = createApp(
    defineComponent({
      setup() {
        it = work()
        return () => null
      },
    }),
  )
  app.use(getActivePinia()!)
  app.mount({})
  return { it, leave: () => app.unmount() }
}
