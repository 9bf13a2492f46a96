import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { defineRetention } from '#server/platform/db/retention'
import { defineJob } from '#server/platform/jobs/registry'
import { defineMailbox } from '#server/platform/mail/mailboxes'
import { letterBoxAt } from './boxes'
import { lettersRound } from './deal'

/** What a letter became is kept for good; what was said of it, as long as somebody may look. */
const LETTERS_KEPT_DAYS = 30

export function registerLetters(): void {
  defineMailbox(letterBoxAt)
  defineJob({ name: 'letters', round: lettersRound })
  defineRetention({
    table: 'letters',
    key: 'id',
    since: 'at',
    before: () => now() - LETTERS_KEPT_DAYS * DAY,
  })
}
