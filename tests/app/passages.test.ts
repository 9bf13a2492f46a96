import { NodeFilter, parseHTML } from 'linkedom'
import { describe, expect, it, vi } from 'vitest'
import { markedHtml } from '~/articles/marks'

// A browser's own, from linkedom; that takes a text without a document for the document itself.
vi.stubGlobal('NodeFilter', NodeFilter)
vi.stubGlobal(
  'DOMParser',
  class {
    parseFromString = (html: string) => parseHTML(`<html><body>${html}</body></html>`).document
  },
)

const marked = (html: string, passages: string[], forms: string[] = []): string =>
  markedHtml(html, forms, (url) => url, passages)

describe('kept passages', () => {
  it('are marked where they stand, through elements and blanks', () => {
    expect(marked('<p>We expected <b>complaints</b>. We got none.</p>', ['expected complaints. We'])).toBe(
      '<p>We <mark class="passage">expected </mark><b><mark class="passage">complaints</mark></b><mark class="passage">. We</mark> got none.</p>',
    )
    expect(marked('<p>The end.</p>\n<p>The  beginning.</p>', ['The end.\n\nThe beginning.'])).toBe(
      '<p><mark class="passage">The end.</mark></p>\n<p><mark class="passage">The  beginning.</mark></p>',
    )
  })

  it('lie beside and on words that are marked', () => {
    expect(marked('<p>A comet is seen.</p>', ['comet is'], ['comet'])).toBe(
      '<p>A <mark><mark class="passage">comet</mark></mark><mark class="passage"> is</mark> seen.</p>',
    )
  })

  it('may be several; one that is gone from the text marks nothing', () => {
    const text = '<p>one two three</p>'
    expect(marked(text, ['one', 'three', 'four', ' '])).toBe(
      '<p><mark class="passage">one</mark> two <mark class="passage">three</mark></p>',
    )
  })
})
