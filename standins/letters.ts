import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { escapeText, html, type Ask, type Reply } from './http'

interface MailingList {
  label: string
  from: string
  letters: { slug: string; subject: string; paragraphs: string[] }[]
}

/** The archives of the mailing lists: each letter has a page, as its own link says. */
const lists = new Map(
  (
    JSON.parse(
      readFileSync(fileURLToPath(new URL('../demo/letters.json', import.meta.url)), 'utf8'),
    ) as MailingList[]
  ).map((list) => [/@([^>]+)>/.exec(list.from)![1]!, list]),
)

/** The page of a letter; null where the host has none, or has no archive. */
export function letterPage({ host, path }: Ask): Reply | null {
  const list = lists.get(host)
  const letter = list?.letters.find(({ slug }) => `/${slug}` === path)
  if (!list || !letter) return null
  const body = letter.paragraphs.map((paragraph) => `<p>${escapeText(paragraph)}</p>`).join('')
  return html(
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escapeText(letter.subject)}</title></head><body><article><h1>${escapeText(letter.subject)}</h1>${body}</article><footer>${escapeText(list.label)}</footer></body></html>`,
  )
}
