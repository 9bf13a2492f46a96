import { beforeEach, describe, expect, it } from 'vitest'
import type { ArticleSummary, WirePage } from '#shared/reading/types'
import { useNoticesStore } from '~/base/noticesStore'
import { useSessionStore } from '~/base/sessionStore'
import { useBrandStore } from '~/base/brandStore'
import { useWireStore } from '~/reading/wireStore'
import { fakeServer, freshApp, refusal } from './support/inApp'

const BRAND = 'b1'
const at = (minute: number): string => new Date(Date.UTC(2027, 2, 2, 9, minute)).toISOString()
const row = (n: number, more: Partial<ArticleSummary> = {}): ArticleSummary =>
  ({
    id: `a${n}`,
    title: `Article ${n}`,
    at: at(n),
    state: 'new',
    leftOut: null,
    watches: [],
    tags: [],
    found: [],
    ...more,
  }) as unknown as ArticleSummary
const page = (numbers: number[], next: string | null = null): WirePage =>
  ({ articles: numbers.map((n) => row(n)), next, unread: numbers.length }) as unknown as WirePage
const full = (n: number): unknown => ({ ...row(n), html: '', pageWaits: false })

let answers: Record<string, unknown>
let asked: ReturnType<typeof fakeServer>
const wire = () => useWireStore()
const ids = (): string[] => wire().rows.map(({ id }) => id)
const path = (rest: string): string => `/api/brands/${BRAND}${rest}`

beforeEach(async () => {
  freshApp()
  answers = {
    'GET /api/me': { brands: [{ id: BRAND }], now: at(0) },
    [`PUT ${path('/articles/states')}`]: { historyId: 'h' },
  }
  for (let n = 0; n < 60; n++) {
    answers[`GET ${path(`/articles/a${n}`)}`] = () => full(n)
    answers[`PUT ${path(`/articles/a${n}/state`)}`] = { historyId: `h${n}` }
    answers[`POST ${path(`/articles/a${n}/page`)}`] = () => full(n)
  }
  asked = fakeServer(answers)
  await useSessionStore().load()
  useBrandStore().view = { role: 'owner', watches: [] } as never
})

const shows = (numbers: number[], next: string | null = null): void =>
  void (answers[`GET ${path('/articles')}`] = () => page(numbers, next))

describe('the list', () => {
  it('takes its next page when one comes near its end, and each article once', async () => {
    shows([9, 8, 7], 'more')
    await wire().load()
    // The page was made before 7 was moved up: it comes again.
    answers[`GET ${path('/articles')}`] = () => page([7, 6, 5])
    await wire().loadMore()
    expect(ids()).toEqual(['a9', 'a8', 'a7', 'a6', 'a5'])
    expect(wire().next).toBeNull()
    await wire().loadMore()
    expect(ids()).toHaveLength(5)
  })

  it('keeps what came since above itself until it is asked for', async () => {
    shows([3, 2, 1])
    await wire().load()
    shows([5, 4, 3, 2, 1])
    await wire().refresh()
    expect([ids(), wire().arrived.map(({ id }) => id), wire().arrivedMore]).toEqual([
      ['a3', 'a2', 'a1'],
      ['a5', 'a4'],
      false,
    ])
    await wire().showArrived()
    expect(ids()).toEqual(['a5', 'a4', 'a3', 'a2', 'a1'])
  })

  it('leaves no gap where more came than a page holds', async () => {
    shows([2, 1])
    await wire().load()
    // The head of the list does not reach down to what is known: between them lie others.
    shows([20, 19, 18], 'more')
    await wire().refresh()
    expect(wire().arrivedMore).toBe(true)
    await wire().showArrived()
    expect([ids(), wire().next, wire().arrived]).toEqual([['a20', 'a19', 'a18'], 'more', []])
  })

  it('says why it could not be fetched, and shows the older answer of two no more', async () => {
    answers[`GET ${path('/articles')}`] = () => refusal(500, 'server', 'Something fell over.')
    await wire().load()
    expect(wire().failed).toBe('Something fell over.')
    let late!: (page: WirePage) => void
    answers[`GET ${path('/articles')}`] = () => new Promise((resolve) => (late = resolve))
    const first = wire().load()
    shows([2])
    await wire().load()
    late(page([1]))
    await first
    expect([ids(), wire().failed]).toEqual([['a2'], ''])
  })
})

describe('decisions', () => {
  beforeEach(async () => {
    shows([3, 2, 1])
    await wire().load()
    await wire().select('a3')
  })

  it('take the article off the list and put the next one on the sheet, at once', async () => {
    const deciding = wire().decide('a3', 'passed')
    expect([ids(), wire().selectedId]).toEqual([['a2', 'a1'], 'a2'])
    await deciding
    expect(asked.find(({ path: to }) => to.endsWith('/a3/state'))?.body).toEqual({ state: 'passed' })
  })

  it('that are refused put it back where it was, on the sheet too, with the reason', async () => {
    answers[`PUT ${path('/articles/a3/state')}`] = () => refusal(409, 'changed', 'Somebody was faster.')
    await wire().decide('a3', 'clipped')
    expect([ids(), wire().selectedId]).toEqual([['a3', 'a2', 'a1'], 'a3'])
    expect(useNoticesStore().current).toMatchObject({
      bad: true,
      message: expect.stringContaining('Somebody was faster.'),
    })
  })

  it('are undone in their place', async () => {
    await wire().decide('a2', 'passed')
    expect(ids()).toEqual(['a3', 'a1'])
    answers[`POST ${path('/undo')}`] = {}
    await useNoticesStore().undoLast()
    expect(ids()).toEqual(['a3', 'a2', 'a1'])
    expect(asked.at(-2)?.body).toEqual({ historyId: 'h2' })
  })

  it('about several are one change', async () => {
    wire().choose('a1')
    wire().choose('a2')
    await wire().decideChosen('shelved')
    expect(ids()).toEqual(['a3'])
    expect(
      asked.filter(({ path: to, method }) => method === 'PUT' && to.endsWith('/articles/states')).at(-1)
        ?.body,
    ).toEqual({
      ids: ['a1', 'a2'],
      state: 'shelved',
    })
  })

  it('an article that is opened is read, and new again where that could not be stored', async () => {
    await expect.poll(() => wire().rows[0]!.state).toBe('read')
    answers[`PUT ${path('/articles/states')}`] = () => refusal(500, 'server', 'No.')
    await wire().select('a2')
    expect(wire().rows[1]!.state).toBe('new')
  })
})
