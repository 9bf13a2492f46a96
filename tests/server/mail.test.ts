import { connect } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { ArticleFull, WirePage } from '#shared/reading/types'
import type { Problem } from '#shared/platform/types'
import type { Source } from '#shared/sources/types'
import { makeBrand, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
let address: string

beforeAll(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, []))
  ;({ mailAddress: address } = await nell.want<{ mailAddress: string }>('POST', `${path}/sources/mail`, {
    label: 'Letters',
    folder: 'Post',
    leaveOut: 'raffle',
  }))
})
afterAll(() => world.stop())

const articles = async (show = 'all', at = path): Promise<WirePage['articles']> =>
  (await nell.want<WirePage>('GET', `${at}/articles?show=${show}`)).articles
const list = async (): Promise<Source> => (await nell.want<Source[]>('GET', `${path}/sources`))[0]!

it('what a list sends is an article: title, sender, date, text made safe', async () => {
  expect(await list()).toMatchObject({
    kind: 'mail',
    mailAddress: address,
    state: 'waiting',
    nextFetchAt: null,
  })
  const sent = await world.mail({
    to: address,
    subject: 'Nine loaves, one oven',
    html: '<p>A letter about <b>ovens</b>.</p><script>window.hurt=1</script><img src="https://standingorder.example/1.png" onerror="window.hurt=1"><a href="javascript:window.hurt=1">go</a>',
    archivedAt: 'https://standingorder.example/letters/9',
    at: Date.UTC(2027, 2, 1, 8),
    messageId: '<nine@standingorder.example>',
  })
  expect(sent.taken).toBe(true)
  const [row] = await articles()
  expect(row).toMatchObject({
    title: 'Nine loaves, one oven',
    outlet: 'Letters',
    author: 'The Standing Order',
    at: '2027-03-01T08:00:00.000Z',
    state: 'new',
  })
  const full = await nell.want<ArticleFull>('GET', `${path}/articles/${row!.id}`)
  expect(full).toMatchObject({
    url: 'https://standingorder.example/letters/9',
    textFrom: 'feed',
    pageWaits: false,
  })
  expect(full.html).toContain('<b>ovens</b>')
  expect(full.html).not.toMatch(/script|onerror/)
  expect(await list()).toMatchObject({ articles: 1, state: 'well' })
})

it('the same mail twice is one article; a plain text has paragraphs; the source’s words leave out', async () => {
  await world.mail({
    to: address.toUpperCase(),
    subject: 'Again',
    messageId: '<nine@standingorder.example>',
    text: 'Again.',
  })
  await world.mail({ to: address, subject: 'Plain', text: 'First & foremost.\n\nSecond <b>part</b>.' })
  await world.mail({ to: address, subject: 'Win at the raffle', text: 'Tickets.' })
  expect((await articles('open')).map(({ title }) => title).sort()).toEqual(['Again', 'Plain'])
  expect((await articles('left-out')).map(({ title }) => title)).toEqual(['Win at the raffle'])
  const plain = (await articles()).find(({ title }) => title === 'Plain')!
  expect((await nell.want<ArticleFull>('GET', `${path}/articles/${plain.id}`)).html).toBe(
    '<p>First &amp; foremost.</p><p>Second &lt;b&gt;part&lt;/b&gt;.</p>',
  )
})

it.each([
  ['somebody@lists.clearquill.example'],
  ['00000000000000000000000000000000.000000000000000000000000@lists.clearquill.example'],
  ['postmaster@elsewhere.example'],
])('nobody else gets mail through here: %s', async (to) => {
  const { taken, message } = await world.mail({ to, text: 'x' })
  expect(taken).toBe(false)
  expect(message).toMatch(/550/)
})

it('a wrong key, a key of another host, and what is too large are refused', async () => {
  expect(
    (
      await world.mail({
        to: address.replace(/\.(.)/, (_, first: string) => `.${first === 'a' ? 'b' : 'a'}`),
        text: 'x',
      })
    ).message,
  ).toMatch(/550/)
  expect((await world.mail({ to: address.replace(/@.*/, '@elsewhere.example'), text: 'x' })).message).toMatch(
    /550/,
  )
  const large = await world.mail({ to: address, subject: 'Large', text: 'x'.repeat(11 * 1024 * 1024) })
  expect(large).toMatchObject({ taken: false, message: expect.stringMatching(/552/) as string })
  expect((await articles()).some(({ title }) => title === 'Large')).toBe(false)
})

it('a client sees the list, and not its address', async () => {
  await nell.want('POST', `${path}/members`, { personId: world.ids.ottilie, role: 'client' })
  const ottilie = await world.ottilie()
  const [seen] = await ottilie.want<Source[]>('GET', `${path}/sources`)
  expect(seen).toMatchObject({ kind: 'mail', mailAddress: null })
})

it('what is no mail at all does no harm, and is not taken', async () => {
  const said = await new Promise<string>((resolve) => {
    const socket = connect(world.mailPort, '127.0.0.1')
    const lines = [
      'EHLO x',
      'MAIL FROM:<a@b.example>',
      `RCPT TO:<${address}>`,
      'DATA',
      `${'\x00\xff'.repeat(500)}\r\n.`,
      'QUIT',
    ]
    let text = ''
    socket.on('data', (part) => {
      text += part.toString()
      if (/^\d{3} [^\n]*\n$/m.test(part.toString()) && lines.length > 0) socket.write(`${lines.shift()}\r\n`)
    })
    socket.on('close', () => resolve(text))
  })
  expect(said).toMatch(/^220 /)
  expect(said).toMatch(/\n550 [^\n]*whom it is from\r\n221/)
  expect((await world.mail({ to: address, subject: 'Still here', text: 'Yes.' })).taken).toBe(true)
})

it('a new address ends the old one; a removed source takes nothing; an OPML file names no secret', async () => {
  const source = await list()
  await nell.want('PUT', `${path}/sources/${source.id}/mail-address`)
  const next = (await list()).mailAddress!
  expect(next).not.toBe(address)
  expect((await world.mail({ to: address, text: 'x' })).taken).toBe(false)
  expect((await world.mail({ to: next, subject: 'To the new one', text: 'x' })).taken).toBe(true)
  expect((await nell.ask('GET', `${path}/sources/opml`)).text).not.toContain('mail:')
  expect((await nell.ask<Problem>('POST', `${path}/sources/${source.id}/fetch`)).body.type).toBe(
    'urn:clear-quill:comesByMail',
  )
  const removed = await nell.want<{ historyId: string }>('DELETE', `${path}/sources/${source.id}`)
  expect((await world.mail({ to: next, text: 'x' })).taken).toBe(false)
  await nell.want('POST', `${path}/undo`, { historyId: removed.historyId })
  expect((await world.mail({ to: next, subject: 'Back', text: 'x' })).taken).toBe(true)
})
