import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useChanges } from '~/frame/useChanges'
import { useBrandStore } from '~/base/brandStore'
import { useNoticesStore } from '~/base/noticesStore'
import { useSessionStore } from '~/base/sessionStore'
import { noticeRoutes } from '#shared/notices/routes'
import { CHANGED_HEADER, REQUEST_HEADER } from '#shared/platform/types'
import { fakeServer, freshApp, inComponent, refusal, type Asked } from './support/inApp'

class Stream extends EventTarget {
  static readonly CLOSED = 2
  static last: Stream
  static opened = 0
  readyState = 1
  isClosed = false
  readonly url: string
  constructor(url: string) {
    super()
    this.url = url
    Stream.last = this
    Stream.opened++
  }
  close(): void {
    this.isClosed = true
  }
  tell(...changes: { brandId: string | null; what: string; request?: string }[]): void {
    const whole = changes.map((change, seq) => ({ seq, which: 'w', request: null, ...change }))
    this.dispatchEvent(new MessageEvent('changes', { data: JSON.stringify(whole) }))
  }
}

let asked: Asked[]
let leave: () => void
beforeEach(async () => {
  freshApp()
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('useRouter', () => ({ push: () => undefined }))
  vi.stubGlobal('useRoute', () => ({ fullPath: '/wire' }))
  asked = fakeServer({
    'GET /api/me': { brands: [{ id: 'b1' }, { id: 'b2' }], now: '2027-03-02T09:00:00.000Z' },
    'GET /api/brands/b1': { role: 'owner', watches: [] },
    'GET /api/brands/b1/schedule': {},
  })
  await useSessionStore().load()
  vi.useFakeTimers()
  leave = inComponent(() => {
    useBrandStore()
    useChanges()
  }).leave
  await vi.advanceTimersByTimeAsync(100)
  asked.length = 0
})
afterEach(() => {
  leave()
  vi.useRealTimers()
})
const paths = (): string[] => asked.map(({ path }) => path.split('?')[0]!)

describe('useChanges', () => {
  it('fetches what a change concerns, and nothing for another brand’s', async () => {
    Stream.last.tell({ brandId: 'b2', what: 'pillar' })
    await vi.advanceTimersByTimeAsync(2000)
    expect(paths()).toEqual([])
    Stream.last.tell({ brandId: 'b1', what: 'pillar' })
    await vi.advanceTimersByTimeAsync(2000)
    expect(paths()).toContain('/api/brands/b1')
  })

  it('tells a burst once, and one that does not end all the same within a second', async () => {
    for (let n = 0; n < 30; n++) {
      Stream.last.tell({ brandId: 'b1', what: 'tag' })
      await vi.advanceTimersByTimeAsync(10)
    }
    await vi.advanceTimersByTimeAsync(1000)
    const { length } = paths().filter((path) => path === '/api/brands/b1')
    expect(length).toBe(1)
    for (let n = 0; n < 30; n++) {
      Stream.last.tell({ brandId: 'b1', what: 'tag' })
      await vi.advanceTimersByTimeAsync(100)
    }
    expect(paths().filter((path) => path === '/api/brands/b1').length - length).toBeGreaterThanOrEqual(2)
  })

  it('what concerns everybody is everybody’s', async () => {
    Stream.last.tell({ brandId: null, what: 'brand' })
    await vi.advanceTimersByTimeAsync(2000)
    expect(paths()).toContain('/api/me')
  })

  describe('a change of this window', () => {
    /** Has the server answer to a request as told; gives the number that the request carried. */
    function answering(answer: () => Response | Promise<Response>): () => string {
      let number = ''
      const others = fetch
      vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
        if (init.method === 'GET') return others(path, init)
        number = new Headers(init.headers).get(REQUEST_HEADER) ?? ''
        return answer()
      })
      return () => number
    }
    const changed = (kinds: string): Response => new Response(null, { headers: { [CHANGED_HEADER]: kinds } })
    const make = (): Promise<unknown> => useBrandStore().call(noticeRoutes.markSeen)
    const reads = (): number => paths().filter((path) => path === '/api/brands/b1').length

    it('is known from its answer, and no news when the stream tells it', async () => {
      const number = answering(() => changed('notice'))
      await make()
      await vi.advanceTimersByTimeAsync(2000)
      expect(reads()).toBe(1)
      expect(number()).toMatch(/^[0-9a-f-]{36}$/)
      Stream.last.tell({ brandId: 'b1', what: 'notice', request: number() })
      await vi.advanceTimersByTimeAsync(2000)
      expect(reads()).toBe(1)
    })

    it('that the stream tells before its answer is there waits for it', async () => {
      let answer!: (response: Response) => void
      const number = answering(() => new Promise((resolve) => (answer = resolve)))
      const made = make()
      Stream.last.tell({ brandId: 'b1', what: 'notice', request: number() })
      await vi.advanceTimersByTimeAsync(2000)
      expect(reads()).toBe(0)
      answer(changed('notice'))
      await made
      await vi.advanceTimersByTimeAsync(2000)
      expect(reads()).toBe(1)
    })

    it('whose answer got lost is news from the stream', async () => {
      const number = answering(() => Promise.reject(new TypeError('gone')))
      await expect(make()).rejects.toThrow()
      Stream.last.tell({ brandId: 'b1', what: 'notice', request: number() })
      await vi.advanceTimersByTimeAsync(2000)
      expect(reads()).toBe(1)
    })
  })

  it('a stream that the server refused is opened anew, and all fetched that is on screen', async () => {
    const { opened } = Stream
    Stream.last.dispatchEvent(new Event('error'))
    await vi.advanceTimersByTimeAsync(10_000)
    expect(Stream.opened).toBe(opened)
    Stream.last.readyState = Stream.CLOSED
    Stream.last.dispatchEvent(new Event('error'))
    await vi.advanceTimersByTimeAsync(10_000)
    expect(Stream.opened).toBe(opened + 1)
    expect(paths()).toEqual([])
    Stream.last.dispatchEvent(new Event('open'))
    await vi.advanceTimersByTimeAsync(100)
    expect(paths()).toContain('/api/brands/b1')
  })

  it('whoever was signed out is told so, and led to the sign-in', async () => {
    fakeServer({ 'GET /api/brands/b1': refusal(401, 'notSignedIn', 'Sign in first.') })
    Stream.last.tell({ brandId: 'b1', what: 'pillar' })
    await vi.advanceTimersByTimeAsync(2000)
    expect(useNoticesStore().current).toMatchObject({
      message: 'You have been signed out.',
      link: { message: 'Sign in again' },
    })
  })

  it('ends its stream with its component', () => {
    expect(Stream.last.url).toBe('/api/events')
    leave()
    expect(Stream.last.isClosed).toBe(true)
  })
})
