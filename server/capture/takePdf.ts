import type { TakenCapture } from '#shared/capture/types'
import type { Actor } from '#server/platform/changes/actor'
import { keepCapture, knownCapture } from './captures'
import { readPdfFile } from './pdfFile'
import { capturedFrom } from './readCaptured'

/**
 * Takes in a PDF that a person chose, under an id of their browser's; the same id once more changes nothing.
 */
export async function takePdf(
  actor: Actor,
  id: string,
  { name, bytes }: { name: string; bytes: Uint8Array },
): Promise<TakenCapture> {
  const known = await knownCapture(actor.personId, id)
  if (known) return known
  const bare = capturedFrom({ url: null, title: name.replace(/\.pdf$/i, ''), words: '', pictureUrl: null })
  return keepCapture(actor.personId, id, {
    way: 'address',
    isLookedAt: true,
    ...(await readPdfFile(actor, bare, bytes)),
  })
}
