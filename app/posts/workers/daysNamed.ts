// Reads the days an article names, beside the page: it is foreign text, and dates need their grammars.
import { datesIn, plainText } from '#core/text'

export interface DaysAsk {
  html: string
  /** When it was published, by which its «Thursday» is one. */
  at: string
  zone: string
  language: string | null
}

/** Days it names, as they stand there. */
export type DaysNamed = { text: string; date: string; until: string }[]

self.addEventListener('message', ({ data }: MessageEvent<DaysAsk>) => {
  const { html, at, zone, language } = data
  const found = datesIn(plainText(html), { now: at, zone, language })
  self.postMessage(found.map(({ text, date, until }) => ({ text, date, until })) satisfies DaysNamed)
})
