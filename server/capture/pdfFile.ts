import { createHash } from 'node:crypto'
import type { Message } from '#core/message'
import type { Captured } from '#shared/capture/types'
import { note } from '#shared/messages'
import type { Actor } from '#server/platform/changes/actor'
import { ProblemError } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { uploadPicture } from '#server/posts'
import type { Looked } from './looked'
import { picturePdfTask, readPdfTask } from './tasks'

const LONGEST_NAME = 200

/**
 * A PDF as what is captured of it; its first page becomes a picture of the brand's. Never throws for what it
 * is.
 */
export async function readPdfFile(actor: Actor, captured: Captured, bytes: Uint8Array): Promise<Looked> {
  const userKeys = [`brand:${actor.brandId}`]
  const hash = createHash('sha256').update(bytes).digest('hex')
  const facts = await runInThread('file', userKeys, readPdfTask, bytes).catch((error: unknown) => {
    if (error instanceof TaskStopped) return error
    throw error
  })
  if (typeof facts === 'string' || facts instanceof TaskStopped)
    return {
      captured: {
        ...captured,
        title: captured.title || fileName(captured.url),
        pdf: { hash, pages: null, pictureId: null },
      },
      message: typeof facts === 'string' ? note(`pdf.${facts}`) : facts.reason,
    }
  const { title, author, language, madeAt, pages, pagesRead, text } = facts
  return {
    captured: {
      ...captured,
      title: title ?? (captured.title || fileName(captured.url)),
      author,
      language,
      publishedAt: madeAt,
      text,
      textFrom: text === '' ? null : 'server',
      pdf: { hash, pages, pictureId: await firstPage(actor, userKeys, bytes) },
    },
    message: pagesRead < pages ? note('pdf.in-part', { read: pagesRead, pages }) : noText(text),
  }
}

/** What a PDF's address calls it, without its ending; '' for nothing. */
function fileName(url: string | null): string {
  const last = url === null ? '' : (new URL(url).pathname.split('/').at(-1) ?? '')
  try {
    return decodeURIComponent(last)
      .replace(/\.pdf$/i, '')
      .slice(0, LONGEST_NAME)
  } catch {
    return ''
  }
}

const noText = (text: string): Message | null => (text === '' ? note('pdf.no-text') : null)

/** Its first page, kept as a picture; null where it can't be drawn. */
async function firstPage(actor: Actor, userKeys: string[], bytes: Uint8Array): Promise<string | null> {
  try {
    const picture = await runInThread('file', userKeys, picturePdfTask, bytes)
    return picture && (await uploadPicture(actor, picture)).id
  } catch (error) {
    // Its text is known all the same.
    if (!(error instanceof TaskStopped || error instanceof ProblemError))
      log.warn({ error }, 'The first page of a PDF could not be drawn.')
    return null
  }
}
