// What a model's server streams, however the network cuts it. Expected texts are what was put in; a second
// reading is made with the reference of the format, the EventSource rules of WHATWG HTML §9.2, line by line.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ChatStream, errorIn, wholeAnswer } from '#server/drafting/chatAnswer'

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const eventOf = (value: unknown, end: string): string => `data: ${JSON.stringify(value)}${end}${end}`
const pieceOf = (content: string | null): object => ({ choices: [{ index: 0, delta: { content } }] })

/** Fed in pieces that end at these places. */
function read(all: Uint8Array, cuts: number[]): { stream: ChatStream; seen: string[] } {
  const seen: string[] = []
  const stream = new ChatStream((text) => seen.push(text))
  const points = [0, ...cuts.map((cut) => cut % (all.length + 1)).sort((a, b) => a - b), all.length]
  for (let at = 0; at < points.length - 1; at++) stream.take(all.slice(points[at], points[at + 1]))
  return { stream, seen }
}

/** The rules written down, without any cleverness. */
function plainly(text: string): string {
  const found: string[] = []
  let data: string[] = []
  for (const line of text.replace(/\r\n?/g, '\n').split('\n')) {
    if (line === '') {
      if (data.length > 0) found.push(data.join('\n'))
      data = []
    } else if (line.startsWith('data:')) data.push(line.slice(5).replace(/^ /, ''))
  }
  return found
    .flatMap((one) => {
      if (one === '[DONE]') return []
      const value = JSON.parse(one) as { choices?: { delta?: { content?: string | null } }[] }
      return value.choices?.[0]?.delta?.content ?? []
    })
    .join('')
}

describe('a stream', () => {
  it('says the same however it is cut, its lines end, and what stands between', () =>
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.string({ unit: 'grapheme', maxLength: 12 })), { maxLength: 12 }),
        fc.constantFrom('\n', '\r\n', '\r'),
        fc.array(fc.nat(), { maxLength: 20 }),
        fc.boolean(),
        (pieces, end, cuts, comments) => {
          const text = [
            eventOf({ choices: [{ index: 0, delta: { role: 'assistant' } }] }, end),
            ...pieces.map((piece) => `${comments ? `: on${end}` : ''}${eventOf(pieceOf(piece), end)}`),
            eventOf({ choices: [], usage: { total_tokens: 7 } }, end),
            `data: [DONE]${end}${end}`,
          ].join('')
          const { stream, seen } = read(bytes(text), cuts)
          const expected = pieces.map((piece) => piece ?? '').join('')
          expect(stream.whole()).toEqual({ text: expected, tokens: 7 })
          expect(plainly(text)).toBe(expected)
          for (const one of seen) expect(expected.startsWith(one)).toBe(true)
        },
      ),
    ))

  it('that is none says so, whatever it is', () =>
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.array(fc.nat(), { maxLength: 5 }), (noise, cuts) => {
        const { stream } = read(noise, cuts)
        expect(stream.whole()).toBeNull()
        expect(stream.text).toBe('')
      }),
    ))

  it('that breaks off with an error keeps what it says of it', () => {
    const text = [pieceOf('Half a'), { error: { message: 'The  model\nfell over.' } }]
      .map((one) => eventOf(one, '\n'))
      .join('')
    const { stream } = read(bytes(text), [])
    expect([stream.text, stream.error]).toEqual(['Half a', 'The model fell over.'])
  })

  it.each([
    [{ choices: 'none' }],
    [{ choices: [{ delta: { content: { text: 'x' } } }] }],
    [{ choices: [null] }],
    [{ choices: [], usage: { total_tokens: 'many' } }],
    [{ choices: [], usage: { total_tokens: -4 } }],
    [[1, 2]],
    [null],
  ])('%j says nothing, and counts nothing', (value) => {
    const { stream } = read(bytes(eventOf(value, '\n')), [])
    expect([stream.text, stream.tokens]).toEqual(['', null])
  })
})

it('an answer in one piece is its text alone, whatever tools it calls', () => {
  const answer = (message: unknown): Uint8Array => bytes(JSON.stringify({ choices: [{ message }] }))
  expect(wholeAnswer(answer({ content: 'Yes.', tool_calls: [{ function: { name: 'approve' } }] }))).toEqual({
    ...{ text: 'Yes.', tokens: null },
  })
  expect(wholeAnswer(answer({ content: null, tool_calls: [] }))).toEqual({ text: '', tokens: null })
  for (const wrong of ['', '{', '[]', '{"choices":[]}', '{"choices":[{}]}'])
    expect(wholeAnswer(bytes(wrong)), wrong).toBeNull()
})

it.each([
  ['{"error":{"message":"Too much."}}', 'Too much.'],
  ['{"error":"Too much."}', 'Too much.'],
  ['{"message":"Too much."}', 'Too much.'],
  [`{"error":{"message":"${'x'.repeat(900)}"}}`, 'x'.repeat(200)],
  ['<html>', null],
  ['', null],
])('%s is told as it says', (body, said) => expect(errorIn(bytes(body))).toBe(said))
