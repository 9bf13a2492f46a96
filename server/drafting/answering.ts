import type { H3Event } from 'h3'
import type { DraftStep, DraftWriterName } from '#shared/drafting/types'
import type { Actor } from '#server/platform/changes/actor'
import { answerInSteps } from '#server/platform/http/steps'
import { readyDrafts, writeDrafts } from './drafts'
import type { DraftWanted } from './request'

/**
 * Answers drafts as they are written. What can't be asked at all is refused before; whoever goes away lets
 * them be.
 */
export async function answerDrafts(
  event: H3Event,
  actor: Actor,
  writer: DraftWriterName,
  wanted: DraftWanted,
): Promise<null> {
  const ready = await readyDrafts(actor, writer, wanted)
  const gone = new AbortController()
  event.node.res.on('close', () => gone.abort())
  return answerInSteps<DraftStep>(event, (write) =>
    writeDrafts(ready, (step) => void (write(step) || gone.abort()), gone.signal),
  )
}
