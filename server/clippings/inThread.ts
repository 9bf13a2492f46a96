import { kindOfList, readSavedList, readTable } from '#core/formats'
import type { SavedListLook } from '#shared/clippings/types'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { lookAtListTask, readListTask } from './tasks'

/** Rows of a table that are shown to match its columns by. */
const SHOWN_ROWS = 4
const SHOWN_CHARACTERS = 120

export const clippingsInThread: InThread[] = [
  inThread(readListTask, ({ text, columns }) => readSavedList(text, columns)),
  inThread(lookAtListTask, lookAtList),
]

function lookAtList(text: string): SavedListLook {
  const kind = kindOfList(text)
  if (kind !== 'csv') return { kind, count: readSavedList(text, null).rows.length, table: null }
  const { heads, rows, guess } = readTable(text)
  const known = Object.entries(guess).filter((entry): entry is [string, number] => entry[1] !== null)
  return {
    kind,
    count: rows.length,
    table: {
      heads: heads.map((head) => head.slice(0, SHOWN_CHARACTERS)),
      rows: rows
        .slice(0, SHOWN_ROWS)
        .map(({ cells }) => cells.map((cell) => cell.slice(0, SHOWN_CHARACTERS))),
      guess: Object.fromEntries(known),
    },
  }
}
