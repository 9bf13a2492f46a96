import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useChanges } from '~/frame/useChanges'
import { useSessionStore } from '~/base/sessionStore'
import { fakeServer, freshApp, inComponent, type Asked } from './support/inApp'

class Stream extends EventTarget {
  static last: Stream
  isClosed = false
  readonly url: string
  constructor(url: string) {
    super()
    this.url = url
    Stream.last = this
  }
  close(): void {
    this.isClosed = true
  }
  tell(...changes: { brandId: string | null; what: string }[]): void {
    const whole = changes.map((change, seq) => ({ seq, which: 'w', ...change }))
    this.dispatchEvent(new MessageEvent('changes', { data: JSON.stringify(whole) }))
  }
}

let asked: Asked[]
let leave: () => void
beforeEach(async () => {
  freshApp()
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('useRouter', () => ({ push: () => undefined }))
  asked = fakeServer({
    'GET /api/me': { brands: [{ id: 'b1' }, { id: 'b2' }], now: '2027-03-02T09:00:00.000Z' },
    'GET /api/brands/b1': { role: 'owner', watches: [] },
    'GET /api/brands/b1/schedule': {},
  })
  await useSessionStore().load()
  asked.length = 0
  vi.useFakeTimers()
  leave = inComponent(() => useChanges()).leave
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

  it('ends its stream with its component', () => {
    expect(Stream.last.url).toBe('/api/events')
    leave()
    expect(Stream.last.isClosed).toBe(true)
  })
})
