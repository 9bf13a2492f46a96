import type { Check } from '#core/post'
import { sayPost } from '#shared/posts/messages'
import type { AccountRow } from '#server/networks'
import { brandById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import type { Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { checksOf, proofMaker, type PostRow } from '#server/posts'
import type { NewQueueItem, Trial } from './placing'

/**
 * Nothing is cut and nothing half right goes out: what a check stops is refused, by name, before anything is
 * stored.
 */
export async function requireNoStops(
  db: Db,
  actor: Actor,
  row: PostRow,
  accounts: AccountRow[],
  trial: Pick<Trial, 'accounts' | 'lines'>,
): Promise<void> {
  const proofOf = await proofMaker(db, (await brandById(db, actor.brandId))!, [row])
  const before: { account: string; network: string; text: string }[] = []
  for (const account of accounts) {
    const made = proofOf(row.id, account)
    const plannedAt = trial.accounts.find(({ accountId }) => accountId === account.id)?.at ?? null
    const stop = (await checksOf(db, actor.brandId, row, account, made, plannedAt, before)).find(
      ({ level }) => level === 'stop',
    )
    if (stop) throw refusalOf(account, stop, made.proof.measure.left)
    requireOtherWords(account, made.rules.equalTextRefusedDays, trial)
    for (const { wording } of trial.lines.filter(
      (line) => line.accountId === account.id && line.wording > 0,
    )) {
      const other = proofOf(row.id, account, wording)
      const unfit = (await checksOf(db, actor.brandId, row, account, other, null, [])).find(
        ({ level }) => level === 'stop',
      )
      if (unfit) throw refusalOf(account, unfit, other.proof.measure.left)
    }
    before.push({ account: account.name, network: made.rules.id, text: made.proof.text })
  }
}

/** A network that refuses the same text within some days gets each echo of those days in other words. */
function requireOtherWords(
  account: AccountRow,
  refusedDays: number | null,
  trial: Pick<Trial, 'lines'>,
): void {
  if (refusedDays === null) return
  const own = trial.lines.filter((line) => line.accountId === account.id)
  const hoursOf = ({ follows }: NewQueueItem): number => {
    const { hours = 0, days = 0, weeks = 0 } = follows?.after ?? {}
    return hours + 24 * (days + 7 * weeks)
  }
  const isTooSoon = own.some((line) =>
    own.some(
      (other) =>
        other !== line &&
        other.wording === line.wording &&
        Math.abs(hoursOf(other) - hoursOf(line)) < 24 * refusedDays,
    ),
  )
  if (isTooSoon) throw problem('sameAgain', account.name, refusedDays).at('echoes')
}

const refusalOf = (account: AccountRow, stop: Check, left: number) =>
  stop.id === 'length'
    ? problem('tooLongFor', account.name, -left).at('text')
    : problem('notReady', account.name, sayPost(stop.message)).at('text')
