import { groupBy } from '#core/grouped'
import { HOUR } from '#core/instant'
import type { Message } from '#core/message'
import { leadsHome } from '#core/url'
import { note } from '#shared/messages'
import type { LinkPreview } from '#shared/posts/types'
import { evergreenById, restByItself, type Pooled } from '#server/evergreens'
import { liveBrands } from '#server/people'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { linkPreviewOf, previewLink } from '#server/posts'
import { planOf } from './plan'

/** How long before its turn the link of an evergreen is looked at. */
const BEFORE_MS = 36 * HOUR
/** How long a look counts: what is gone then is looked at once more before anything rests. */
const COUNTS_MS = 20 * HOUR
const EVERY_MS = HOUR
/** Links that are looked at in one round: none of them waits for another. */
const MOST_LINKS = 10
let lastAt = Number.NEGATIVE_INFINITY

/**
 * Looks at the links of evergreens whose turn comes, and puts to rest those whose page was gone, or led home
 * to its site's front page, both times it was looked at, 20 hours apart or more.
 */
export async function lookAtLinksOfTurns(db: Db): Promise<void> {
  if (Math.abs(now() - lastAt) < EVERY_MS) return
  lastAt = now()
  for (const brand of await liveBrands(db)) {
    const { plan, pool } = await planOf(db, brand.id)
    const soon = new Set(
      plan.entries.flatMap(({ evergreenId, at }) =>
        evergreenId !== null && Date.parse(at) < now() + BEFORE_MS ? [evergreenId] : [],
      ),
    )
    const inTurn = [...pool.values()].filter(({ row }) => row.state === 'in-turn' && row.link !== null)
    const due = groupBy(
      inTurn.filter(({ row }) => soon.has(row.id)),
      ({ row }) => row.link!,
    )
    const asked = await linksToLookAt(db, [...due.keys()])
    const looks = await Promise.all(asked.map(lookAt))
    const isOnline = looks.some(({ isAnswered }) => isAnswered)
    for (const { link, reason, isAnswered } of looks)
      if (reason && (isAnswered || isOnline)) await restAll(link, reason, inTurn)
  }
}

interface Asked {
  link: string
  /** What it was the last time. */
  before: LinkPreview | null
}

async function linksToLookAt(db: Db, links: string[]): Promise<Asked[]> {
  const asked: Asked[] = []
  for (const link of links) {
    if (asked.length >= MOST_LINKS) break
    const before = await linkPreviewOf(db, link)
    if (!before || realNow() - before.lookedAt >= COUNTS_MS) asked.push({ link, before })
  }
  return asked
}

/**
 * What speaks against a link this time and the last. A host nobody knows may be gone, or this machine may be
 * offline: it counts only where another link is answered.
 */
async function lookAt({ link, before }: Asked): Promise<{
  link: string
  reason: Message | null
  isAnswered: boolean
}> {
  const look = await previewLink(link)
  const reason = before && reasonOf(link, before) ? reasonOf(link, look) : null
  const host = URL.canParse(link) ? new URL(link).hostname : ''
  const isUnknown = look.detail === problem('unknownHost', host).message
  return { link, reason, isAnswered: look.kind !== 'unreachable' && !isUnknown }
}

async function restAll(link: string, reason: Message, inTurn: Pooled[]): Promise<void> {
  await inTransaction(async (into) => {
    for (const { row } of inTurn.filter((one) => one.row.link === link)) {
      const known = await evergreenById(into, row.brand_id, row.id)
      // Somebody may have let it rest meanwhile.
      if (known?.state === 'in-turn') await restByItself(into, known, [reason])
    }
  })
}

/** Why nobody should be led there; null where nothing speaks against it. */
function reasonOf(link: string, { kind, detail }: Pick<LinkPreview, 'kind' | 'detail'>): Message | null {
  if (kind === 'dead') return note('evergreen.link-dead', { detail: detail ?? '' })
  if (kind === 'moved' && detail !== null && leadsHome(link, detail))
    return note('evergreen.link-home', { url: detail })
  return null
}
