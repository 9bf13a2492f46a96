import { almanacArchived } from '#server/almanac/archive'
import { articlesArchived } from '#server/articles/archive'
import { campaignsArchived } from '#server/campaigns/archive'
import { clippingsArchived } from '#server/clippings/archive'
import { deliveryArchived } from '#server/delivery/archive'
import { evergreensArchived } from '#server/evergreens/archive'
import { networksArchived } from '#server/networks/archive'
import { ordersArchived } from '#server/orders/archive'
import { peopleArchived } from '#server/people/archive'
import type { Archived } from '#server/platform/archive/kinds'
import { postsArchived } from '#server/posts/archive'
import { reportsArchived } from '#server/reports/archive'
import { resultsArchived } from '#server/results/archive'
import { scheduleArchived } from '#server/schedule/archive'
import { sourcesArchived } from '#server/sources/archive'
import { watchesArchived } from '#server/watches/archive'

/** Whether a table's rows may be read now: those they name have been. */
const isReady = ({ table, kinds }: Archived, known: ReadonlySet<string>): boolean =>
  Object.values(kinds).every((kind) => kind.is !== 'row' || kind.of === table.name || known.has(kind.of))

/** Tables in an order in which each comes after those its rows name. Throws where they go round. */
export function inOrder(tables: readonly Archived[]): Archived[] {
  const ordered: Archived[] = []
  const known = new Set<string>()
  for (let rest = [...tables]; rest.length > 0; rest = rest.filter(({ table }) => !known.has(table.name))) {
    const next = rest.find((one) => isReady(one, known))
    if (!next) throw new Error(`These name each other: ${rest.map(({ table }) => table.name).join(', ')}`)
    ordered.push(next)
    known.add(next.table.name)
  }
  return ordered
}

/** All that an archive holds, in the order it is written and read. */
export const ARCHIVED: readonly Archived[] = inOrder([
  ...peopleArchived,
  ...networksArchived,
  ...sourcesArchived,
  ...watchesArchived,
  ...articlesArchived,
  ...clippingsArchived,
  ...campaignsArchived,
  ...almanacArchived,
  ...ordersArchived,
  ...postsArchived,
  ...evergreensArchived,
  ...scheduleArchived,
  ...deliveryArchived,
  ...resultsArchived,
  ...reportsArchived,
])

export const archivedNamed = (name: string): Archived | undefined =>
  ARCHIVED.find(({ table }) => table.name === name)

/** Tables that no archive holds, and why. */
export const NOT_ARCHIVED: Readonly<Record<string, string>> = {
  account_readings: 'how far networks were asked: they are asked anew',
  archive_ids: 'archives themselves',
  archives: 'archives themselves',
  batch_pictures: 'files at work',
  batch_rows: 'files at work',
  batches: 'files at work',
  almanac_calendars: 'calendars from elsewhere: read anew by hand',
  calendar_days: 'of calendars from elsewhere',
  calendar_texts: 'of calendars from elsewhere',
  calendars: 'secret addresses',
  captures: 'a person’s',
  changes: 'what screens are told of',
  click_days: 'made anew each day',
  click_marks: 'made anew each day',
  clipping_numbers: 'made by a trigger',
  dispatches: 'what was handed on elsewhere',
  draft_use: 'what a model of another installation took',
  draft_wishes: 'what orders wait for',
  drafting: 'an address and a key: set anew by hand',
  drafts: 'what posts came from: their texts are there',
  handovers: 'what went out within the last hours',
  history: 'what can be undone',
  hubs: 'of feeds, asked for anew',
  import_items: 'files at work',
  imports: 'files at work',
  keeping: 'the installation’s',
  letter_boxes: 'secret addresses of persons',
  letters: 'what came to those',
  link_looks: 'looked at anew',
  mail_addresses: 'confirmed anew by whoever reads there',
  mail_days: 'of feeds, counted anew',
  mail_senders: 'of feeds, seen anew',
  members: 'persons',
  network_clients: 'the installation’s',
  notices: 'what waits for somebody now',
  notices_told: 'persons',
  open_posts: 'made by a trigger',
  order_log: 'what orders did: their posts are there',
  order_todo: 'what waits for orders to look at it',
  own_telling: 'persons',
  pairings: 'persons',
  password_resets: 'persons',
  people: 'persons',
  recipients: 'addresses and secrets of others: added anew by hand',
  recovery_codes: 'persons',
  report_timetables: 'sends letters by itself: set anew by hand',
  saved_items: 'files at work',
  saved_lists: 'files at work',
  sessions: 'persons',
  sign_in_tries: 'persons',
  sign_ins: 'persons',
  to_match: 'what waits to be matched',
  token_requests: 'persons',
  tokens: 'persons',
  turns: 'the installation’s',
  undecided: 'made by triggers',
  unread_counts: 'made by triggers',
  watch_runs: 'looked through anew',
  watch_seen: 'persons',
}
