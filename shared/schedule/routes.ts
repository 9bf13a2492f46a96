import { ofBrand } from '#shared/platform/route'
import type {
  FillDone,
  FillView,
  FoundAhead,
  LateQueueItem,
  ListView,
  MonthView,
  Placing,
  PlanChange,
  QueueingResult,
  ScheduleAnswer,
  SeveralDone,
  YearView,
} from '#shared/schedule/types'
import type {
  fillProposalSchema,
  fillSchema,
  holdSchema,
  liftSchema,
  lineUpSchema,
  moveSchema,
  placingSchema,
  severalSchema,
  savedFilterSchema,
  timetableSchema,
  zoneChangeSchema,
} from '#shared/schedule/schemas'
import type { Undoable } from '#shared/platform/types'

export const scheduleRoutes = {
  /** What a changed timetable would move; nothing is stored. */
  tryTimetable: ofBrand('POST', 'own', '/accounts/:id/timetable-change')
    .takes<typeof timetableSchema>()
    .answers<PlanChange>(),
  setTimetable: ofBrand('PUT', 'own', '/accounts/:id/timetable')
    .takes<typeof timetableSchema>()
    .answers<Undoable>(),
  hold: ofBrand('POST', 'work', '/hold').takes<typeof holdSchema>().answers<Undoable>(),
  /**
   * Posts whose own time passed while they were held: of the brand, or of the account or post that is named.
   */
  lateItems: ofBrand('GET', 'read', '/late').answers<LateQueueItem[]>(),
  lift: ofBrand('POST', 'work', '/lift').takes<typeof liftSchema>().answers<Undoable>(),
  takeOut: ofBrand('DELETE', 'work', '/lines/:id').answers<Undoable & { echoes: number }>(),
  moveItem: ofBrand('POST', 'work', '/lines/:id/move').takes<typeof moveSchema>().answers<Undoable>(),
  /** One thing done to several posts in line. */
  several: ofBrand('POST', 'work', '/lines/several').takes<typeof severalSchema>().answers<SeveralDone>(),
  /** What might fill the slots that are open in the days to come; nothing is stored. */
  proposeFill: ofBrand('POST', 'work', '/open-slots/proposal')
    .takes<typeof fillProposalSchema>()
    .answers<FillView>(),
  /** Lines up what was proposed, as it was shown. */
  takeFill: ofBrand('POST', 'work', '/open-slots').takes<typeof fillSchema>().answers<FillDone>(),
  sendNow: ofBrand('POST', 'work', '/lines/:id/send').answers<null>(),
  lookAhead: ofBrand('GET', 'read', '/look-ahead').answers<FoundAhead[]>(),
  /** Where a post and its echoes would go, and what would move; nothing is stored. */
  tryPlacing: ofBrand('POST', 'work', '/placing').takes<typeof placingSchema>().answers<Placing>(),
  lineUp: ofBrand('POST', 'work', '/posts/:id/line-up')
    .takes<typeof lineUpSchema>()
    .answers<QueueingResult>(),
  /**
   * The Schedule from the local day `from` (today without it), `days` long (7 without it, 31 at most), `with`
   * the seven days from today (`coming`) and all that the plan is made from, for planning in the browser
   * (`base`).
   */
  schedule: ofBrand('GET', 'read', '/schedule').answers<ScheduleAnswer>(),
  /**
   * All posts by `sort` (`at` without it, `desc=1` the other way round), some rows `from` one on, narrowed by
   * `account`, `pillar`, `state`, `kind`, `who`, `source` and `words`; with `whole=1` their texts whole.
   */
  list: ofBrand('GET', 'read', '/schedule-list').answers<ListView>(),
  /** So many `weeks` (six at most) from the local day `from` on. */
  month: ofBrand('GET', 'read', '/schedule-month').answers<MonthView>(),
  /** How full each of so many `weeks` (54 at most) is, from the local day `from` on. */
  year: ofBrand('GET', 'read', '/schedule-year').answers<YearView>(),
  /** Keeps what the Schedule is narrowed to, for all of the brand; one of the same name is replaced. */
  saveFilter: ofBrand('POST', 'work', '/schedule-filters')
    .takes<typeof savedFilterSchema>()
    .answers<Undoable>(),
  removeFilter: ofBrand('DELETE', 'work', '/schedule-filters/:id').answers<Undoable>(),
  /** What another time zone would move; nothing is stored. */
  tryZone: ofBrand('POST', 'own', '/zone-change').takes<typeof zoneChangeSchema>().answers<PlanChange>(),
}
