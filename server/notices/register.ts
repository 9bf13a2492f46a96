import { DAY } from '#core/instant'
import { now } from '#server/platform/clock'
import { inTransaction } from '#server/platform/db'
import { defineJob } from '#server/platform/jobs/registry'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { removeOldNotices } from './queries/notices'
import { wantedMail } from './mailConfirmation'
import { wantedForNotices } from './channels'
import { wantedForPersons } from './ownTelling'
import { tellingRound } from './telling'

const NOTICES_KEPT_DAYS = 60

export function registerNotices(): void {
  wantedMail.on(wantedForNotices)
  wantedMail.on(wantedForPersons)
  defineJob({ name: 'telling', round: tellingRound })
  defineUpkeep('notices', () => inTransaction((db) => removeOldNotices(db, now() - NOTICES_KEPT_DAYS * DAY)))
}
