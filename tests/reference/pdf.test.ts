// The text of PDFs against pdftotext of poppler (Debian's poppler-utils, unpacked), on manuals of Debian
// packages.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { readPdf } from '#server/capture/readPdf'
import { dataOf } from './data'

const docs = dataOf('pdf-docs', 'usr/share/doc')
const poppler = dataOf('poppler', 'usr')
const env = { ...process.env, LD_LIBRARY_PATH: `${poppler}/lib/x86_64-linux-gnu` }
const textBy = (file: string, pages: number): string | null => {
  const { status, stdout } = spawnSync(
    `${poppler}/bin/pdftotext`,
    ['-enc', 'UTF-8', '-l', String(pages), file, '-'],
    {
      env,
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    },
  )
  if (status !== 0) console.info('poppler: not run, its libraries are not on this machine')
  return status === 0 ? stdout : null
}

const wordsOf = (text: string): string[] => text.normalize('NFKC').match(/[\p{L}\p{N}]+/gu) ?? []

/**
 * How many words of one text stand in another in the same order, as `diff` of Debian's diffutils finds them.
 */
function inOrder(wanted: string[], found: string[]): number {
  const folder = mkdtempSync(join(tmpdir(), 'quill-pdf-'))
  try {
    const files = [wanted, found].map((list, at) => {
      const file = join(folder, String(at))
      writeFileSync(file, `${list.join('\n')}\n`)
      return file
    })
    const { stdout } = spawnSync('diff', files, { encoding: 'utf8', maxBuffer: 1 << 28 })
    return wanted.length - stdout.split('\n').filter((line) => line.startsWith('<')).length
  } finally {
    rmSync(folder, { recursive: true })
  }
}

it.skipIf(!docs || !poppler).each([
  ['libtasn1-doc/libtasn1.pdf', 36],
  ['shared-mime-info/shared-mime-info-spec.pdf', 17],
  ['bash/bash.pdf', 87],
])('%s (%i pages): at least 95 of 100 words stand in the same order', async (file, pages) => {
  const began = performance.now()
  const ours = await readPdf(new Uint8Array(readFileSync(`${docs}/${file}`)))
  const ms = performance.now() - began
  if (typeof ours === 'string') throw new Error(ours)
  const theirs = textBy(`${docs}/${file}`, ours.pagesRead)
  if (theirs === null) return
  const wanted = wordsOf(theirs)
  const share = inOrder(wanted, wordsOf(ours.text)) / wanted.length
  console.info(
    `poppler, ${file}: ${(100 * share).toFixed(1)}% of ${wanted.length} words,`,
    `${ours.pages} pages in ${Math.round(ms)} ms`,
  )
  expect(ours.pages).toBe(pages)
  expect(ours.pagesRead).toBeGreaterThan(0.8 * pages)
  expect(wanted.length).toBeGreaterThan(4_000)
  expect(share).toBeGreaterThanOrEqual(0.95)
})
