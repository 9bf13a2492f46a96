import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fillHook, HookPatternError, parseHookPattern } from '#core/hookPattern'

const GIVEN = {
  title: 'A title',
  text: 'Its text',
  brand: 'Millrace',
  link: 'https://x.example/',
  count: '2',
}
const filled = (pattern: string, given = GIVEN): unknown =>
  JSON.parse(fillHook(parseHookPattern(pattern), given))

describe('the shape of a message to a chat', () => {
  it('has its fields filled wherever texts are, and nothing else changed', () => {
    expect(filled('{"text": "{title}: {text}", "n": 3, "parts": [{"value": "{link}"}, null, true]}')).toEqual(
      {
        ...{ text: 'A title: Its text', n: 3 },
        parts: [{ value: 'https://x.example/' }, null, true],
      },
    )
    expect(filled('{"{title}": "{{{count}}}"}')).toEqual({ '{title}': '{2}' })
  })

  it('cuts a field where a number says so, within no character', () => {
    const given = { ...GIVEN, text: '🌒🌓🌔🌕' }
    expect(filled('{"text": "{text:3}"}', given)).toEqual({ text: '🌒🌓…' })
    expect(filled('{"text": "{text:4}"}', given)).toEqual({ text: '🌒🌓🌔🌕' })
    expect(filled('{"text": "{text:1}"}', given)).toEqual({ text: '🌒' })
  })

  it.each([
    ['', 'json', ''],
    ['{"text": "{text}"', 'json', ''],
    ['["{text}"]', 'json', ''],
    ['"{text}"', 'json', ''],
    ['{"text": "{words}"}', 'unknown-field', 'words'],
    ['{"text": "{__proto__}"}', 'unknown-field', '__proto__'],
    ['{"text": "always the same"}', 'no-field', ''],
    ['{"text": "{{text}}"}', 'no-field', ''],
  ])('%s is none', (pattern, fault, field) => {
    try {
      parseHookPattern(pattern)
      expect.unreachable()
    } catch (error) {
      expect(error).toBeInstanceOf(HookPatternError)
      expect(error).toMatchObject({ fault, field })
    }
  })

  it('is never broken by what goes in: any text arrives as it is', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.string(), (text, title) => {
        const given = { ...GIVEN, text, title }
        expect(filled('{"a": "{text}", "b": ["{title}|{text}"]}', given)).toEqual({
          a: text,
          b: [`${title}|${text}`],
        })
      }),
    ))
})
