import type { Captured, TakenCapture } from '#shared/capture/types'
import type { Actor } from '#server/platform/changes/actor'
import { lookAtCapture, takeCapture, type Taken } from './captures'
import { clipCapture } from './clip'

const LONGEST_NAME = 80

/**
 * Takes in what waited in somebody's browser. Nobody looks at it now, so it is kept as a clipping, and never
 * as a post; the same id once more changes nothing.
 */
export async function takeLateCapture(actor: Actor, id: string, taken: Taken): Promise<TakenCapture> {
  const answer = await takeCapture(actor.personId, id, taken)
  const { captured } = await lookAtCapture(actor, id)
  await clipCapture(actor, id, {
    title: captured.title || nameOf(captured),
    words: captured.words,
    note: '',
    folder: null,
    tags: [],
    pictureUrl: captured.pictureUrl ?? captured.pictures[0]?.url ?? null,
    pictureId: captured.pdf?.pictureId ?? null,
    shelved: false,
    done: false,
  })
  return answer
}

/** What it is called where its page gives it no title. */
const nameOf = ({ words, url }: Captured): string =>
  words.slice(0, LONGEST_NAME) || (url ?? '').replace(/^https?:\/\//, '').slice(0, LONGEST_NAME)
