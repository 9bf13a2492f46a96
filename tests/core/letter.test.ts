import { describe, expect, it } from 'vitest'
import { isAutomaticAnswer, letterTitle, mayBeAnswered, unsigned, writtenWords } from '#core/letter'

const person = { sender: 'nell@desk.example', autoSubmitted: [], precedence: [], isList: false }

// RFC 3834 §2 and §5: who is not answered.
describe('who may be answered by a machine', () => {
  it.each([
    ['a person', {}, true, false],
    ['who says that a person wrote it', { autoSubmitted: ['no'] }, true, false],
    ['an answer of a machine', { autoSubmitted: ['auto-replied'] }, false, true],
    ['one with a reason', { autoSubmitted: ['auto-replied (vacation)'] }, false, true],
    ['a notice of one', { autoSubmitted: ['auto-notified; owner-email="a@b.example"'] }, false, true],
    ['what a machine sends unasked', { autoSubmitted: ['auto-generated'] }, false, false],
    ['a list', { isList: true }, false, false],
    ['bulk mail', { precedence: ['bulk'] }, false, false],
    ['mail of the first class', { precedence: ['first-class'] }, true, false],
    ['the mail system', { sender: 'mailer-daemon@desk.example' }, false, false],
    ['nobody’s mailbox', { sender: 'no-reply@desk.example' }, false, false],
    ['a list’s requests', { sender: 'oak-request@list.example' }, false, false],
    ['somebody whose name only begins so', { sender: 'norepley@desk.example' }, true, false],
  ])('%s', (_, given, may, isAnswer) => {
    const marks = { ...person, ...given }
    expect([mayBeAnswered(marks), isAutomaticAnswer(marks)]).toEqual([may, isAnswer])
  })
})

describe('the words of a letter', () => {
  it('end at its signature, at what it quotes, at what it passes on', () => {
    expect(writtenWords('See this.\r\n\r\n\r\n\r\nNow.\r\n-- \r\nNell')).toBe('See this.\n\nNow.')
    expect(writtenWords('Yes.\n> Shall we?\nLater.')).toBe('Yes.')
    expect(writtenWords(`Look\n${'_'.repeat(32)}\nFrom: A`)).toBe('Look')
    expect(writtenWords('A dash -- is none,\n--- nor this')).toBe('A dash -- is none,\n--- nor this')
  })
  it('without a signature keep what is passed on, for its links', () => {
    expect(unsigned('Look\n> https://a.example\n-- \nhttps://b.example')).toBe('Look\n> https://a.example')
  })
})

it.each([
  ['Fwd: Re: Oak', 'Oak'],
  ['WG: AW: Eiche', 'Eiche'],
  ['Reading oaks', 'Reading oaks'],
  ['RE:', ''],
])('the subject %j is called %j', (subject, title) => {
  expect(letterTitle(subject)).toBe(title)
})
