// Finds that somebody mails to an address of their own: what they become, who may send them, what is
// answered.
import { generateKeyPairSync } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { ClippingDetail, ClippingsView } from '#shared/clippings/types'
import type { LetterBoxView, LetterView } from '#shared/letters/types'
import type { PostView } from '#shared/posts/types'
import type { WirePage } from '#shared/reading/types'
import type { Problem } from '#shared/platform/types'
import type { MailToSend } from '../../standins/mail'
import { pdfOf } from '../../standins/pdf'
import { drawScene } from '../../standins/pictures'
import { nameServer } from '../support/nameServer'
import { until, type Person } from '../support/person'
import { CHATTERBROOK, makeBrand, MANTEL, playHours, World } from '../support/world'

const { privateKey, publicKey } = generateKeyPairSync('rsa', {
  modulusLength: 2048,
  publicKeyEncoding: { type: 'spki', format: 'der' },
  privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
})
const KEY = `v=DKIM1; k=rsa; p=${publicKey.toString('base64')}`
const NELL = 'Nell <nell@desk.example>'
const PAGE = 'https://bellhaven.example/lamps-off'

let world: World
let nell: Person
let path: string
let names: Awaited<ReturnType<typeof nameServer>>
let box: LetterBoxView
let chatterbrook: string
let mantel: string

beforeAll(async () => {
  names = await nameServer({ 'pen._domainkey.desk.example': KEY, 'pen._domainkey.elsewhere.example': KEY })
  world = await World.start({ QUILL_PATIENCE_SECONDS: '3', QUILL_NAME_SERVER: names.address })
  nell = await world.nell()
  const brand = await makeBrand(nell, [CHATTERBROOK, MANTEL])
  ;({ path } = brand)
  const accounts = (await brand.view()).accounts
  chatterbrook = accounts.find(({ name }) => name === 'Chatterbrook')!.id
  mantel = accounts.find(({ name }) => name === 'Mantel')!.id
  box = await save({})
})
afterAll(async () => {
  await world.stop()
  names.stop()
})

async function save(given: object): Promise<LetterBoxView> {
  const known = await look()
  const input = {
    senders: ['Nell@desk.example'],
    becomes: 'clipping',
    accountIds: null,
    byLink: false,
    answers: true,
  }
  return nell.want('PUT', `${path}/letter-box`, { ...input, ...given, version: known.version })
}
const look = (): Promise<LetterBoxView> => nell.want('GET', `${path}/letter-box`)
const letters = async (): Promise<LetterView[]> => (await look()).letters
let number = 0
/** Sends a letter, and gives what became of it. */
async function send(mail: Partial<MailToSend>): Promise<LetterView> {
  const subject = mail.subject ?? `Letter ${++number}`
  const sent = await world.mail({ from: NELL, to: box.address!, ...mail, subject })
  if (!sent.taken) throw new Error(sent.message)
  return until(`${subject} is dealt with`, async () =>
    (await letters()).find((letter) => letter.subject === subject && letter.state !== 'waiting'),
  )
}
const clippings = (): Promise<ClippingsView> => nell.want('GET', `${path}/clippings`)
const detail = (id: string | null): Promise<ClippingDetail> => nell.want('GET', `${path}/clippings/${id}`)
const answers = async (subject: string) =>
  (await world.told()).filter(({ text, way }) => way === 'mail' && text.startsWith(`Re: ${subject}\n`))
const picture = (key: number): NonNullable<MailToSend['attachments']>[number] => ({
  filename: `Lamp ${key}.png`,
  contentType: 'image/png',
  content: drawScene(`lamp ${key}`, 'A lamp', 'square').toString('base64'),
})
const pdf = (options = {}): NonNullable<MailToSend['attachments']>[number] => ({
  filename: 'Report of the year.pdf',
  contentType: 'application/pdf',
  content: pdfOf(
    'A year of dark streets',
    'Ida Quist',
    [{ heading: 'A year', lines: ['The owls are back in the church tower.'] }],
    options,
  ).toString('base64'),
})

describe('a letter', () => {
  it('with a link and a picture is a clipping of the page, and is answered once', async () => {
    const letter = await send({
      subject: 'Fwd: Dark at eleven',
      text: `For the round-up on Friday.\n${PAGE}\n\n-- \nNell, https://hollowhill.example`,
      attachments: [picture(3)],
      messageId: '<one@desk.example>',
    })
    expect(letter).toMatchObject({ state: 'kept', sender: 'nell@desk.example', postId: null })
    const { clipping, text } = await detail(letter.clippingId)
    expect(clipping).toMatchObject({
      kind: 'page',
      title: 'Dark at eleven',
      url: PAGE,
      outlet: 'Bellhaven',
      note: 'For the round-up on Friday.',
    })
    expect(clipping.pictureId).not.toBeNull()
    expect(text).toContain('The owls are back in the church tower.')

    const [answer, ...more] = await until('the answer', async () => {
      const found = await answers('Fwd: Dark at eleven')
      return found.length > 0 && found
    })
    expect(more).toEqual([])
    expect(answer).toMatchObject({ to: 'nell@desk.example', from: '' })
    expect(answer!.text).toContain('Clipped “Dark at eleven”.')
    expect(answer!.headers).toMatchObject({
      'auto-submitted': 'auto-replied',
      'in-reply-to': '<one@desk.example>',
    })
    // The same letter again, as servers do that had no answer in time.
    await world.mail({
      from: NELL,
      to: box.address!,
      subject: 'Fwd: Dark at eleven',
      text: PAGE,
      messageId: '<one@desk.example>',
    })
    expect((await letters()).filter(({ subject }) => subject === 'Fwd: Dark at eleven')).toHaveLength(1)
  })

  it('with a PDF is one of that kind, its text read; one that is locked is said to be', async () => {
    const letter = await send({ text: 'See page one.', attachments: [pdf(), pdf({ locked: true })] })
    expect(letter.message).toContain('The PDF is locked with a password')
    const { clipping, pages, text } = await detail(letter.clippingId)
    expect([clipping.kind, clipping.note, pages]).toEqual(['pdf', 'See page one.', 1])
    expect(text).toContain('The owls are back in the church tower.')
  })

  it('of words alone is own words; of nothing, nothing', async () => {
    const text = 'A dark street is a question, not an answer.\n-- \nhttps://hollowhill.example'
    const words = await send({ text })
    expect((await detail(words.clippingId)).clipping).toMatchObject({
      kind: 'words',
      quote: 'A dark street is a question, not an answer.',
    })
    const none = await send({ text: ' ' })
    expect(none).toMatchObject({ state: 'failed', clippingId: null })
    expect(none.message).toMatch(/neither a link nor words/)
  })

  it('with forty attachments keeps the first ten that can be used, and says so', async () => {
    const before = (await clippings()).counts.waiting
    const attachments = [
      { filename: 'a.zip', contentType: 'application/zip', content: 'UEs=' },
      { filename: 'b.png', contentType: 'image/png', content: Buffer.from('no picture').toString('base64') },
      ...Array.from({ length: 38 }, (_, at) => picture(at)),
    ]
    const letter = await send({ attachments })
    expect(letter.message).toMatch(/It had 40 attachments; the first 10 were looked at/)
    expect(letter.message).toMatch(/1 attachment is neither picture nor PDF/)
    expect(letter.message).toMatch(/b\.png: /)
    expect((await clippings()).counts.waiting - before).toBe(8)
  })

  it('that lists links is a clipping for each, with the words beside it, where that is wanted', async () => {
    await save({ byLink: true })
    const before = (await clippings()).counts.waiting
    const letter = await send({
      html: `<p>Today:</p>
        <p><a href="https://plumbline.example/oak">Oak, felled in winter</a> – why the month matters</p>
        <p><a href="https://plumbline.example/elm">Elm without its beetle</a></p>
        <p><a href="https://list.example/unsubscribe">Leave</a></p>`,
      headers: { 'List-Id': '<oak.list.example>' },
    })
    expect(letter.message).toBe('Its links became 2 clippings.')
    const list = (await clippings()).clippings
    expect(list.find(({ title }) => title === 'Oak, felled in winter')).toMatchObject({
      url: 'https://plumbline.example/oak',
      note: 'why the month matters',
    })
    expect((await clippings()).counts.waiting - before).toBe(2)
    // A list is answered by nobody (RFC 3834 §2).
    expect(await answers(letter.subject)).toEqual([])
    await save({ byLink: false })
  })
})

describe('a letter that is to go out', () => {
  it('signed by its sender’s own site goes straight into the line, approved, and out', async () => {
    await save({ becomes: 'approved', accountIds: [chatterbrook] })
    const letter = await send({
      text: `Measured, not guessed. ${PAGE}`,
      dkim: { domainName: 'desk.example', keySelector: 'pen', privateKey },
    })
    expect(letter.message).toMatch(/In line on Chatterbrook, \w+,? \d+ \w+,? \d\d:\d\d\./)
    const post = await nell.want<PostView>('GET', `${path}/posts/${letter.postId}`)
    expect(post).toMatchObject({ approval: 'approved', doc: { link: PAGE } })
    expect(post.doc.wordings[0]!.text).toBe('Measured, not guessed.')
    await playHours(nell, 30)
    const posted = await until('it is on the network', async () => {
      const found = await world.posted('chatterbrook.example')
      return found.find(({ text }) => text.includes('Measured, not guessed.'))
    })
    expect(posted.text).toContain(PAGE)
  })

  it.each([
    ['bears no signature', undefined],
    ['is signed by another site', { domainName: 'elsewhere.example', keySelector: 'pen', privateKey }],
    ['is signed with a key nobody knows', { domainName: 'desk.example', keySelector: 'none', privateKey }],
  ])('waits in review where it %s', async (_, dkim) => {
    const letter = await send({ text: `Not so fast. ${PAGE}`, ...(dkim ? { dkim } : {}) })
    expect(letter.message).toMatch(/no valid signature/)
    const post = await nell.want<PostView>('GET', `${path}/posts/${letter.postId}`)
    expect(post.approval).toBe('in-review')
  })

  it('waits on the Desk where an account can’t take it, and says why', async () => {
    await save({ becomes: 'in-review', accountIds: [chatterbrook, mantel] })
    const letter = await send({ text: `No picture with it. ${PAGE}` })
    expect(letter.message).toMatch(/In line on Chatterbrook/)
    expect(letter.message).toMatch(/Not in line on Mantel: .+ The post waits on the Desk\./)
    await save({ becomes: 'clipping' })
  })
})

describe('what is not taken', () => {
  const refused = async (mail: Partial<MailToSend>): Promise<string> => {
    const { taken, message } = await world.mail({ from: NELL, to: box.address!, text: PAGE, ...mail })
    expect(taken).toBe(false)
    return message
  }
  it('is from whom nobody named, from two, or too large', async () => {
    expect(await refused({ from: 'Somebody <somebody@elsewhere.example>' })).toMatch(
      /550 .*takes no mail from there/,
    )
    expect(await refused({ from: 'A <nell@desk.example>, B <b@elsewhere.example>' })).toMatch(/550/)
    expect(await refused({ text: 'x'.repeat(11 * 1024 * 1024) })).toMatch(/552/)
  })

  it('is an answer of a machine, or a bounce: no loop can begin', async () => {
    expect(await refused({ headers: { 'Auto-Submitted': 'auto-replied' } })).toMatch(
      /550 .*No automatic answers/,
    )
    expect(await refused({ envelopeFrom: '' })).toMatch(/550 .*No bounces/)
  })

  it('is for an address that was renewed, closed, or whose person left the brand', async () => {
    const old = box.address!
    box = await nell.want<LetterBoxView>('POST', `${path}/letter-box/renew`, {})
    expect(box.address).not.toBe(old)
    expect(await refused({ to: old })).toMatch(/550/)
    const bento = await world.bento()
    await nell.want('POST', `${path}/members`, { personId: world.ids.bento, role: 'curator' })
    const own = await bento.want<LetterBoxView>('PUT', `${path}/letter-box`, {
      senders: ['nell@desk.example'],
      becomes: 'clipping',
      version: 0,
    })
    expect(own.letters).toEqual([])
    world.change(`UPDATE members SET role = 'client' WHERE person_id = '${world.ids.bento}'`)
    expect(await refused({ to: own.address! })).toMatch(/550/)
    const closed = await nell.want<LetterBoxView>('DELETE', `${path}/letter-box`)
    expect(closed).toMatchObject({ address: null, letters: [], version: 0 })
    expect(await refused({ to: box.address! })).toMatch(/550/)
    box = await save({})
  })

  it('a box without a sender, without accounts, or as it was before somebody else changed it', async () => {
    const put = (body: object) =>
      nell.ask<Problem>('PUT', `${path}/letter-box`, {
        senders: ['nell@desk.example'],
        becomes: 'clipping',
        version: box.version,
        ...body,
      })
    const errors = async (body: object) => (await put(body)).body.errors?.map(({ field }) => field)
    expect(await errors({ senders: [] })).toEqual(['senders'])
    expect(await errors({ senders: ['nobody'] })).toEqual(['senders[0]'])
    expect(await errors({ becomes: 'approved' })).toEqual(['accountIds'])
    expect((await put({ version: 7 })).body.type).toBe('urn:clear-quill:stale')
  })
})

it('what a process took and did not end with is ended by the next, once', async () => {
  await world.kill()
  const id = '0192f000-0000-7000-8000-000000000001'
  const boxId = String(
    (world.rows(`SELECT id FROM letter_boxes WHERE person_id = '${world.ids.nell}'`)[0] as { id: string }).id,
  )
  const raw = Buffer.from(
    [
      'From: nell@desk.example',
      'Subject: Left behind',
      'Message-ID: <left@desk.example>',
      '',
      `Left behind. ${PAGE}`,
    ].join('\r\n'),
  )
  world.change(
    `INSERT INTO letters (id, box_id, message_id, at, sender, subject, raw, state, next_try_at)
     VALUES ('${id}', '${boxId}', '<left@desk.example>', (SELECT max(at) FROM history),
       'nell@desk.example', 'Left behind', x'${raw.toString('hex')}', 'waiting', 1)`,
  )
  await world.restart()
  const letter = await until('it is dealt with', async () =>
    (await letters()).find((known) => known.id === id && known.state === 'kept'),
  )
  expect(letter.clippingId).not.toBeNull()
  expect(world.rows(`SELECT raw, next_try_at FROM letters WHERE id = '${id}'`)).toEqual([
    { raw: null, next_try_at: null },
  ])
})

it('one that leads to a slow page holds up nobody else’s, nor who waits for an answer', async () => {
  const bento = await world.bento()
  world.change(`UPDATE members SET role = 'curator' WHERE person_id = '${world.ids.bento}'`)
  const { address } = await bento.want<LetterBoxView>('GET', `${path}/letter-box`)
  await world.trouble('bellhaven.example', { slowMs: 20_000 })
  try {
    for (let at = 0; at < 6; at++)
      await world.mail({ from: NELL, to: box.address!, subject: `Slow ${at}`, text: PAGE })
    const began = Date.now()
    await world.mail({ from: NELL, to: address!, subject: 'Quick', text: 'A thought.' })
    await until('the other’s is dealt with', async () => {
      const { letters: own } = await bento.want<LetterBoxView>('GET', `${path}/letter-box`)
      return own.some(({ subject, state }) => subject === 'Quick' && state === 'kept')
    })
    expect(Date.now() - began).toBeLessThan(3_000)
    expect((await letters()).filter(({ state }) => state === 'waiting').length).toBeGreaterThan(0)
  } finally {
    await world.trouble('bellhaven.example', null)
  }
  await until('all are', async () => (await letters()).every(({ state }) => state !== 'waiting'), 30_000)
})

it('one that no try could make a post of is a clipping all the same, and says so', async () => {
  await save({ becomes: 'in-review', accountIds: [chatterbrook] })
  world.change(`UPDATE letter_boxes SET accounts_json = 'damaged' WHERE person_id = '${world.ids.nell}'`)
  const subject = 'No post of this'
  await world.mail({ from: NELL, to: box.address!, subject, text: PAGE })
  await until('its first try', () => {
    const [row] = world.rows(`SELECT tries FROM letters WHERE subject = '${subject}' AND tries > 0`)
    return Promise.resolve(row !== undefined)
  })
  await world.rounds(3)
  world.change(`UPDATE letters SET tries = 2, next_try_at = 1 WHERE subject = '${subject}'`)
  const ended = await until('its last', () => {
    const [row] = world.rows(
      `SELECT state, clipping_id, message FROM letters WHERE subject = '${subject}' AND state <> 'waiting'`,
    ) as { state: string; clipping_id: string; message: string }[]
    return Promise.resolve(row)
  })
  expect(ended.state).toBe('kept')
  expect(ended.message).toContain('letter.no-post')
  expect((await detail(ended.clipping_id)).clipping.url).toBe(PAGE)
  world.change(`UPDATE letter_boxes SET accounts_json = '[]' WHERE person_id = '${world.ids.nell}'`)
})

it('a mailing list’s letter is an article for each of its links, where its source wants it so', async () => {
  const { mailAddress } = await nell.want<{ mailAddress: string }>('POST', `${path}/sources/mail`, {
    label: 'Alerts',
    byLink: true,
  })
  await world.mail({
    to: mailAddress,
    subject: 'Alert: dark streets',
    html: `<p><a href="${PAGE}?utm_source=alert">The village that switched its lamps off</a></p>
      <p>A council measured the night.</p>
      <p><a href="https://plumbline.example/lamps">Lamps, seen from a roof</a></p>`,
  })
  const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=all`)
  const alerts = articles.filter(({ outlet }) => outlet === 'Alerts').map(({ title }) => title)
  expect(alerts.toSorted()).toEqual(['Lamps, seen from a roof', 'The village that switched its lamps off'])
})
