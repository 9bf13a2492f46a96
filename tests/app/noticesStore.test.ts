import { beforeEach, describe, expect, it } from 'vitest'
import { useNoticesStore } from '~/base/noticesStore'
import { fakeServer, freshApp, refusal, type Asked } from './support/inApp'

let asked: Asked[]
let answers: Record<string, unknown>
beforeEach(() => {
  freshApp()
  answers = { 'POST /api/brands/b1/undo': {} }
  asked = fakeServer(answers)
})
const undone = (): unknown[] => asked.map(({ body }) => (body as { historyId: string }).historyId)

describe('undo by its key', () => {
  it('undoes the last change, then the one before, and says what each was', async () => {
    const notices = useNoticesStore()
    notices.sayUndoable('Moved to Tue 2, 10:00.', 'b1', 'h1')
    notices.sayUndoable('Clipped: Lamps', 'b1', 'h2')
    await notices.undoLast()
    expect([undone(), notices.current?.message]).toEqual([['h2'], 'Undid: Clipped: Lamps'])
    await notices.undoLast()
    expect([undone(), notices.current?.message]).toEqual([['h2', 'h1'], 'Undid: Moved to Tue 2, 10:00.'])
    await notices.undoLast()
    expect(undone()).toHaveLength(2)
  })

  it('asks before it takes back a hold, or lifts one, and then leaves it to the button', async () => {
    const notices = useNoticesStore()
    notices.sayUndoable('On hold.', 'b1', 'h1', undefined, true)
    await notices.undoLast()
    expect([undone(), notices.current?.message]).toEqual([[], 'Undo the last change (On hold.)?'])
    await notices.current!.undo!()
    expect([undone(), notices.current?.message]).toEqual([['h1'], 'Undid: On hold.'])
  })

  it('waits for a change that is on its way, which it is meant for', async () => {
    const notices = useNoticesStore()
    let end!: () => void
    const change = notices.whileSaving(
      new Promise<void>((resolve) => (end = resolve)).then(() =>
        notices.sayUndoable('Passed: Lamps', 'b1', 'h3'),
      ),
    )
    const undoing = notices.undoLast()
    end()
    await Promise.all([change, undoing])
    expect(undone()).toEqual(['h3'])
  })

  it('says why where it can’t be undone', async () => {
    const notices = useNoticesStore()
    answers['POST /api/brands/b1/undo'] = () =>
      refusal(409, 'cantUndo', 'It was changed again in the meantime.')
    notices.sayUndoable('Clipped: Lamps', 'b1', 'h1')
    await notices.undoLast()
    expect(notices.current).toMatchObject({ bad: true, message: 'It was changed again in the meantime.' })
  })
})
