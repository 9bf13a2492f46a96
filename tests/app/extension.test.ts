import { describe, expect, it } from 'vitest'
import { v7 as uuid } from 'uuid'
import { deliverWaiting, type WaitingStore } from '../../extension/deliver'
import { manifestFor } from '../../extension/manifest'
import { originOf, pairWith } from '../../extension/pair'
import { bareOf, fitting, isOfWeb } from '../../extension/payload'
import type { Waiting } from '../../extension/types'

const paired = { origin: 'https://quill.example', token: 'quill_x', person: 'Nell', brand: 'Low Lamp' }

function storeOf(items: Waiting[]): WaitingStore & { left: () => string[] } {
  const kept = new Map(items.map((item) => [item.id, item]))
  return {
    all: () => Promise.resolve([...kept.values()].sort((a, b) => (a.id < b.id ? -1 : 1))),
    put: (item) => Promise.resolve(void kept.set(item.id, item)),
    remove: (id) => Promise.resolve(void kept.delete(id)),
    left: () => [...kept.keys()],
  }
}
const waiting = (name: string, msecs: number): Waiting => ({
  id: uuid({ msecs }),
  payload: bareOf(`https://a.example/${name}`),
  refused: '',
  inHandUntil: 0,
})

/** A server that answers by what each request's address is named. */
function serverOf(answers: Record<string, () => Response | Error>) {
  const asked: { id: string; name: string; late: boolean; authorization: string | null }[] = []
  const send: typeof fetch = (address, init) => {
    const body = JSON.parse(String(init!.body)) as { url: string; late: boolean }
    const name = new URL(body.url).pathname.slice(1)
    asked.push({
      id: new URL(String(address as string)).pathname.split('/').pop()!,
      name,
      late: body.late,
      authorization: new Headers(init!.headers).get('authorization'),
    })
    const answer = (answers[name] ?? (() => new Response('{}')))()
    return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer)
  }
  return { asked, send }
}
const problem =
  (status: number, detail = '') =>
  () =>
    new Response(JSON.stringify({ detail }), {
      status,
      headers: { 'content-type': 'application/problem+json' },
    })

describe('what waits', () => {
  it('is handed over in the order it was captured in, each once', async () => {
    const items = [waiting('third', 3000), waiting('first', 1000), waiting('second', 2000)]
    const store = storeOf(items)
    const { asked, send } = serverOf({})
    expect(await deliverWaiting(paired, store, send)).toBe('done')
    expect(asked.map(({ name }) => name)).toEqual(['first', 'second', 'third'])
    expect(asked[0]).toMatchObject({ id: items[1]!.id, late: true, authorization: 'Bearer quill_x' })
    expect(store.left()).toEqual([])
    expect(await deliverWaiting(paired, store, send)).toBe('done')
    expect(asked).toHaveLength(3)
  })

  it.each([
    ['nobody answers', () => new TypeError('Failed to fetch'), 'away'],
    ['the server has trouble', problem(500), 'away'],
    ['it was asked too often', problem(429), 'away'],
    ['the pairing has ended', problem(401), 'unpaired'],
  ] as const)('stays, and what is behind it, where %s', async (_, answer, fate) => {
    const items = [waiting('first', 1000), waiting('second', 2000), waiting('third', 3000)]
    const store = storeOf(items)
    const { asked, send } = serverOf({ second: answer })
    expect(await deliverWaiting(paired, store, send)).toBe(fate)
    expect(asked.map(({ name }) => name)).toEqual(['first', 'second'])
    expect(store.left()).toEqual([items[1]!.id, items[2]!.id])
  })

  it('and is refused for good keeps its sentence, is asked no more, and holds up nothing', async () => {
    const items = [waiting('first', 1000), waiting('second', 2000)]
    const store = storeOf(items)
    const { asked, send } = serverOf({ first: problem(422, 'This can’t be captured.') })
    expect(await deliverWaiting(paired, store, send)).toBe('done')
    expect(await store.all()).toEqual([{ ...items[0], refused: 'This can’t be captured.' }])
    await deliverWaiting(paired, store, send)
    expect(asked.map(({ name }) => name)).toEqual(['first', 'second'])
  })
})

it('is left to the press that hands it over just now', async () => {
  const [first, second] = [waiting('first', 1000), { ...waiting('second', 2000), inHandUntil: 5000 }]
  const store = storeOf([first, second])
  const { asked, send } = serverOf({})
  expect(await deliverWaiting(paired, store, send, 4000)).toBe('away')
  expect(store.left()).toEqual([second.id])
  // Whoever had it in hand is gone by then.
  expect(await deliverWaiting(paired, store, send, 5001)).toBe('done')
  expect(asked.map(({ name }) => name)).toEqual(['first', 'second'])
})

describe('a page too large for one request', () => {
  it('is cut at its end, and its words and address kept', () => {
    const page = { ...bareOf('https://a.example/', 'Title', 'Words'), html: '“é”\n"'.repeat(200_000) }
    const cut = fitting(page, 100_000)
    const bytes = new TextEncoder().encode(JSON.stringify(cut)).length
    expect(bytes).toBeLessThanOrEqual(100_000)
    expect(bytes).toBeGreaterThan(90_000)
    expect(page.html.startsWith(cut.html)).toBe(true)
    expect({ ...cut, html: '' }).toEqual({ ...page, html: '' })
    expect(fitting(page)).toEqual(page)
  })
})

it.each([
  ['https://quill.example', 'https://quill.example'],
  ['quill.example/set-up/capture', 'https://quill.example'],
  [' http://127.0.0.1:4300 ', 'http://127.0.0.1:4300'],
  ['localhost:4300/', 'http://localhost:4300'],
  ['192.168.1.20', 'http://192.168.1.20'],
  ['', null],
  ['two words', null],
  ['quill', null],
  ['javascript:alert(1)', null],
])('of “%s” the address of a server is %s', (typed, origin) => expect(originOf(typed)).toBe(origin))

it('only addresses of the web are captured', () => {
  expect(['https://a.example', 'HTTP://a.example'].every(isOfWeb)).toBe(true)
  const others = ['about:blank', 'chrome://version', 'file:///etc/hosts', 'javascript:1', undefined]
  expect(others.some(isOfWeb)).toBe(false)
})

describe('pairing', () => {
  const answers =
    (body: string, type: string, status = 200): typeof fetch =>
    () =>
      Promise.resolve(new Response(body, { status, headers: { 'content-type': type } }))
  it.each([
    ['a page of something else', answers('<h1>Welcome', 'text/html'), 'is not Clear Quill'],
    ['JSON of something else', answers('{"ok":true}', 'application/json'), 'is not Clear Quill'],
    ['a wrong code', answers('{"detail":"Not good."}', 'application/problem+json', 403), 'Not good.'],
    ['nobody', (() => Promise.reject(new TypeError())) as typeof fetch, 'does not answer'],
  ])('with %s says so', async (_, send, sentence) => {
    await expect(pairWith('https://quill.example', 'X', 'Chromium', send)).rejects.toThrow(sentence)
  })
})

it('asks for no host before it is paired, and reads pages only when asked to', () => {
  for (const browser of ['chromium', 'firefox'] as const) {
    const manifest = manifestFor(browser, '1.0.0') as Record<string, unknown>
    expect(manifest['permissions']).toEqual(['activeTab', 'alarms', 'contextMenus', 'scripting', 'storage'])
    for (const open of [
      'host_permissions',
      'content_scripts',
      'externally_connectable',
      'web_accessible_resources',
    ])
      expect(manifest).not.toHaveProperty(open)
    expect({ ...manifestFor(browser, '1.0.0', ['http://127.0.0.1/*']), host_permissions: undefined }).toEqual(
      {
        ...manifest,
        host_permissions: undefined,
      },
    )
  }
})
