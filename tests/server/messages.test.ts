import { describe, expect, it } from 'vitest'
import { note, quoted, say } from '#shared/messages'
import { refusals } from '#shared/platform/refusals'
import { messagesOf, storeMessages } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { noticeTitle } from '#shared/notices/messages'

describe('messages in rows', () => {
  it('are read as they were stored, with what their sentences need', () => {
    const messages = [
      note('delivery.refused', { network: 'Mantel' }),
      note('network.said', { text: 'Not “today”, {sorry}.' }),
    ]
    expect(messagesOf(storeMessages(messages))).toEqual(messages)
    expect(say(messages)).toBe('Mantel refused it for good. It answered: Not “today”, {sorry}.')
    expect(messagesOf(storeMessages([]))).toEqual([])
    expect(messagesOf(null)).toEqual([])
  })

  it.each([
    'Mantel refused it for good.',
    '[see the wiki] on hold until Friday',
    '["a", "list"]',
    '[{"code":"x"}]',
    '[{"code":"x","params":{"a":{}}}]',
    '[{"code":"x","params":{}',
  ])('a sentence of an older release, or of a person, stays that: %s', (text) => {
    expect(messagesOf(text)).toEqual([quoted(text)])
    expect(say(messagesOf(text))).toBe(text)
  })

  it('a code that this release does not know is shown, not lost', () => {
    expect(say([{ code: 'delivery.beamed-up', params: {} }, note('delivery.gave-up')])).toBe(
      'delivery.beamed-up Given up.',
    )
  })
})

describe('refusals as messages', () => {
  it('say what the refusal itself says', () => {
    const all = [
      problem('notFound'),
      problem('noAnswer', 'slow.example', 'headers', 20),
      problem('httpStatus', 'closed.example', 403),
      problem('notOpml', 'It is cut.', 12),
      problem('sameAgain', 'Mantel', 30),
    ]
    for (const { reason, message } of all) expect(say(messagesOf(storeMessages([reason])))).toBe(message)
    expect(all[1]!.message).toBe('slow.example did not answer: it kept silent for 20 seconds.')
    expect(all[2]!.message).toBe('closed.example answered 403: it does not let us in.')
  })

  it('every refusal has one', () => {
    for (const code of Object.keys(refusals))
      expect(
        say([{ code: `refusal.${code}`, params: { 0: 'failed', 1: 'failed', 2: 3 } }]),
        code,
      ).not.toMatch(/^refusal\./)
  })
})

it('a notice says its title, and its last post in its brand’s time', () => {
  expect(say(noticeTitle('line-ends', 'Guildhall'))).toBe('The line of Guildhall ends soon')
  const at = { at: '2027-03-02T23:30:00.000Z', zone: 'Europe/Lisbon', days: 2 }
  expect(say([note('notice.last-post', at)])).toContain('Tue 2 Mar, 23:30;')
  expect(say([note('notice.last-post', { ...at, zone: 'Asia/Tokyo' })])).toContain('Wed 3 Mar, 08:30;')
})
