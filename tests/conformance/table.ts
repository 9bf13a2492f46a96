import { appendFileSync } from 'node:fs'
import { it } from 'vitest'

/** Each step's outcome, one a line, for the table that is printed and kept. */
const file = process.env['CONFORMANCE_TABLE']
const note = (peer: string, step: string, outcome: string): void => {
  if (file) appendFileSync(file, `${JSON.stringify({ peer, step, outcome })}\n`)
}

/** A step with a peer: its outcome goes into the table, whichever it is. */
export const step = (peer: string, name: string, work: () => Promise<unknown>): void =>
  it(name, async () => {
    try {
      await work()
      note(peer, name, 'as expected')
    } catch (error) {
      note(peer, name, 'FAILED')
      throw error
    }
  })
