import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { usePostEditor, type PostEditor } from '~/posts/usePostEditor'
import { useBrandStore } from '~/base/brandStore'
import { useSessionStore } from '~/base/sessionStore'
import { emptyDoc } from '#shared/posts/docs'
import type { PostDoc, PostView } from '#shared/posts/types'
import { fakeServer, freshApp, inComponent, refusal, type Asked } from './support/inApp'

const SAVED_AFTER_MS = 700
let asked: Asked[]
let answers: Record<string, unknown>
let kept: Map<string, string>
let editor: PostEditor
let leave: () => void

const viewOf = (id: string, version: number, text: string): PostView =>
  ({ id, version, doc: docOf(text), pictures: [] }) as unknown as PostView
const docOf = (text: string): PostDoc => ({ ...emptyDoc(), wordings: [{ text, pictureId: null }] })
const puts = (): Asked[] => asked.filter(({ method }) => method === 'PUT')
const textOf = (one: Asked): string => (one.body as { doc: PostDoc }).doc.wordings[0]!.text

/** Answers every save with the next version. */
function saves(): void {
  const known = new Proxy(answers, {
    get: (all, name: string) =>
      all[name] ??
      (name.startsWith('PUT /api/brands/b1/posts/')
        ? () => viewOf(name.split('/').at(-1)!, puts().length, textOf(puts().at(-1)!))
        : undefined),
  })
  asked = fakeServer(known)
}

function open(): void {
  ;({ it: editor, leave } = inComponent(() => usePostEditor()))
}

beforeEach(async () => {
  kept = freshApp()
  answers = { 'GET /api/me': { brands: [{ id: 'b1' }], now: '2027-03-02T09:00:00.000Z' } }
  saves()
  await useSessionStore().load()
  useBrandStore().view = { brand: { id: 'b1' }, role: 'owner', accounts: [] } as never
  vi.useFakeTimers()
  open()
})
afterEach(() => {
  leave()
  vi.useRealTimers()
})

async function type(text: string): Promise<void> {
  editor.doc.value.wordings[0]!.text = text
  await nextTick()
}

describe('usePostEditor', () => {
  it('stores what was typed a moment after, once, and keeps it in the browser until then', async () => {
    editor.begin(emptyDoc(), 'article-1')
    await type('T')
    await type('Two words')
    expect(editor.saving.value).toBe('unsaved')
    expect(JSON.stringify([...kept.values()])).toContain('Two words')
    await vi.advanceTimersByTimeAsync(SAVED_AFTER_MS + 10)
    expect(puts().map(textOf)).toEqual(['Two words'])
    expect([editor.saving.value, editor.version.value, [...kept.keys()]]).toEqual(['saved', 1, []])
  })

  it('a new post that is emptied again is none', async () => {
    editor.begin(emptyDoc(), 'article-1')
    await type('Oh')
    await type('')
    expect([...kept.keys()].filter((name) => name.startsWith('quill-post'))).toEqual([])
    expect(await editor.save()).toBe(false)
    expect(puts()).toEqual([])
  })

  it('goes on, after the tab was closed, with what the server never got', async () => {
    editor.begin(emptyDoc(), 'article-1')
    asked = fakeServer({})
    await type('Half a sent')
    leave()
    saves()
    open()
    editor.begin(emptyDoc(), 'article-1')
    expect(editor.doc.value.wordings[0]!.text).toBe('Half a sent')
    editor.begin(emptyDoc(), 'article-2')
    expect(editor.doc.value.wordings[0]!.text).toBe('')
  })

  it('what is typed while it is being stored is stored too, before a save has ended', async () => {
    editor.begin(emptyDoc(), 'a')
    await type('One')
    const done = editor.save()
    await type('One two')
    expect(await done).toBe(true)
    expect(puts().map(textOf)).toEqual(['One', 'One two'])
    expect((puts()[1]!.body as { version: number }).version).toBe(1)
  })

  it('a save that fails says so and loses nothing', async () => {
    editor.open(viewOf('p1', 3, 'Stored'))
    answers['PUT /api/brands/b1/posts/p1'] = () => refusal(500, 'server', 'Something fell over.')
    await type('Changed')
    await vi.advanceTimersByTimeAsync(SAVED_AFTER_MS + 10)
    expect([editor.saving.value, editor.problem.value]).toEqual(['failed', 'Something fell over.'])
    expect(kept.get('quill-post:p1')).toContain('Changed')
  })

  describe('where somebody else saved it meanwhile', () => {
    beforeEach(async () => {
      editor.open(viewOf('p1', 3, 'Stored'))
      answers['PUT /api/brands/b1/posts/p1'] = () =>
        refusal(409, 'postChanged', 'Somebody else saved it.', { current: viewOf('p1', 4, 'Theirs') })
      await type('Mine')
      await vi.advanceTimersByTimeAsync(SAVED_AFTER_MS + 10)
      delete answers['PUT /api/brands/b1/posts/p1']
      expect(editor.conflict.value?.version).toBe(4)
      asked.length = 0
    })

    it('stores nothing until one has chosen', async () => {
      await type('Mine still')
      await vi.advanceTimersByTimeAsync(5000)
      expect(puts()).toEqual([])
    })

    it.each([
      ['mine', 'Mine'],
      ['both', 'Mine\n\nTheirs'],
    ] as const)('goes on with %s', async (choice, text) => {
      editor.settle(choice)
      await vi.advanceTimersByTimeAsync(10)
      expect(puts().map((one) => [textOf(one), (one.body as { version: number }).version])).toEqual([
        [text, 4],
      ])
    })

    it('or with theirs, and stores nothing', async () => {
      editor.settle('theirs')
      await vi.advanceTimersByTimeAsync(5000)
      expect([puts(), editor.doc.value.wordings[0]!.text, kept.has('quill-post:p1')]).toEqual([
        [],
        'Theirs',
        false,
      ])
    })
  })

  it('shows what changed elsewhere where nothing is being typed, and nowhere else', async () => {
    editor.open(viewOf('p1', 3, 'Stored'))
    answers['GET /api/brands/b1/posts/p1'] = () => viewOf('p1', 4, 'Newer')
    await type('I am typing')
    await editor.refresh()
    expect(editor.doc.value.wordings[0]!.text).toBe('I am typing')
    editor.open(viewOf('p2', 3, 'Stored'))
    answers['GET /api/brands/b1/posts/p2'] = () => viewOf('p2', 4, 'Newer')
    await editor.refresh()
    expect([editor.doc.value.wordings[0]!.text, editor.version.value]).toEqual(['Newer', 4])
  })
})
