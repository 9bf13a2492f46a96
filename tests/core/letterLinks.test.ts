import { expect, it } from 'vitest'
import { letterLinks } from '#core/page'

const said = (html: string) => letterLinks(html).map(({ url, title, words }) => [url, title, words])

it('lists the pages of a letter with what each says, and what stands beside it', () => {
  const html = `<p>Good morning, here is the week in wood.</p>
    <h3><a href="https://bellhaven.example/boats">Rowing boats return to the canal</a></h3>
    <p>The first twelve were let out on Monday.</p>
    <p><a href="https://bellhaven.example/boats?utm_source=letter">Read more</a></p>
    <ul>
      <li><a href="https://plumbline.example/oak">Oak, felled in winter</a> – why the month matters</li>
    </ul>
    <p>Until Friday.</p>
    <p><a href="https://list.example/unsubscribe?x=1">Leave this list</a> ·
      <a href="https://list.example/web">View in browser</a></p>`
  expect(said(html)).toEqual([
    [
      'https://bellhaven.example/boats',
      'Rowing boats return to the canal',
      'The first twelve were let out on Monday.',
    ],
    ['https://plumbline.example/oak', 'Oak, felled in winter', 'why the month matters'],
  ])
})

it('takes a card that is one link: its headline as the title, the rest as words', () => {
  const html = `<a href="https://bellhaven.example/a"><img src="x.png"><h2>A museum opens at night</h2>
    <p>Torches are handed out at the door.</p></a>`
  expect(said(html)).toEqual([
    ['https://bellhaven.example/a', 'A museum opens at night', 'Torches are handed out at the door.'],
  ])
})

it('reads addresses that stand in plain words', () => {
  expect(
    said('<p>Look: https://bellhaven.example/b.</p><p>And (https://bellhaven.example/c) too.</p>'),
  ).toEqual([
    ['https://bellhaven.example/b', null, 'Look:'],
    ['https://bellhaven.example/c', null, 'And too.'],
  ])
})

it('keeps nothing that is no page, and not more than it may', () => {
  expect(
    said('<a href="javascript:alert(1)">Press</a><a href="mailto:a@b.example">Write</a><a>None</a>'),
  ).toEqual([])
  const many = Array.from(
    { length: 500 },
    (_, at) => `<p><a href="https://a.example/${at}">Number ${at} of it</a></p>`,
  )
  expect(letterLinks(many.join(''))).toHaveLength(60)
})

it('takes time that grows with the letter alone', () => {
  const time = (count: number): number => {
    const html = '<a href="https://a.example/x">'.repeat(count) + 'unsubscribe'.repeat(count)
    const began = performance.now()
    letterLinks(html)
    return performance.now() - began
  }
  time(1_000)
  expect(time(40_000)).toBeLessThan(1_500)
})
