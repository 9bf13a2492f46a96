import { MINUTE } from '../instant'
import { datesIn } from '../text/dates'
import { similarity } from '../text/similarity'
import { canonicalUrl } from '../url/canonical'
import { ok, stop, warn } from './checks'
import { measure } from './measure'
import { mediaChecks } from './mediaChecks'
import { postLink } from './postLink'
import type { Check, NetworkRules, PostParts, PreflightContext, Proof } from './types'

/** Texts more alike than this count as nearly the same. */
const NEARLY_SAME = 0.85
const DAY_MS = 24 * 60 * MINUTE

/**
 * The checks a post passes before it may be lined up on one account, stops first, then warnings. Each says in
 * a sentence what is so; where something can be done with one click, `fix` names it and the parts it changes.
 * All `ok` means nothing stands against it.
 */
export function preflight(
  post: PostParts,
  proof: Proof,
  rules: NetworkRules,
  context: PreflightContext,
): Check[] {
  const text = textOf(post)
  const checks = [
    ...networkChecks(post, proof, rules, context),
    ...dateChecks(text, post, context),
    ...wordChecks(text, context),
    ...openedChecks(context),
    ...stateChecks(context),
  ]
  const rank = { stop: 0, warn: 1, ok: 2 }
  return checks.sort((a, b) => rank[a.level] - rank[b.level])
}

/**
 * Only what stops a post, as `preflight` finds it; reading dates and words for warnings, which costs most, is
 * left out. For many posts at once.
 */
export function stopsOf(
  post: PostParts,
  proof: Proof,
  rules: NetworkRules,
  context: PreflightContext,
): Check[] {
  return [...networkChecks(post, proof, rules, context), ...goodUntilChecks(context)].filter(
    ({ level }) => level === 'stop',
  )
}

const textOf = (post: PostParts): string => (post.ownText ?? post.text).trim()

/** What the network and the account ask of a post. */
const networkChecks = (
  post: PostParts,
  proof: Proof,
  rules: NetworkRules,
  context: PreflightContext,
): Check[] => [
  ...lengthChecks(proof, rules),
  ...commentChecks(textOf(post), post),
  ...repeatChecks(proof.text, post, rules, context),
  ...linkChecks(post, proof, rules, context),
  ...mediaChecks(post, proof, rules),
  ...placeChecks(post, proof, rules, context),
]

/** The link a post is about, as somebody wrote it. */
const ownLink = (post: PostParts, { link = post.link }: PreflightContext): string | null =>
  postLink(link, textOf(post))

function lengthChecks({ measure, offers }: Proof, rules: NetworkRules): Check[] {
  if (measure.left < 0)
    return [
      stop('length', `${-measure.left} too many: ${measure.length} of ${measure.limit}.`, fitFix(offers)),
    ]
  if (rules.maxTextBytes !== null && measure.bytes > rules.maxTextBytes)
    return [
      stop('bytes', `${measure.bytes} bytes; ${rules.name} takes ${rules.maxTextBytes}.`, fitFix(offers)),
    ]
  return [ok('length', `Fits: ${measure.length} of ${measure.limit}.`)]
}

/** All that is offered, done together, makes it fit; where a person must shorten it first, nothing is. */
const fitFix = (offers: Proof['offers']): Check['fix'] =>
  offers.length > 0 && !offers.some(({ action }) => action === 'shorten')
    ? { action: 'fit', change: {} }
    : null

function commentChecks(text: string, post: PostParts): Check[] {
  const own = text.replace(/https?:\/\/\S+/g, '').trim()
  if (own === '') return [stop('comment', 'No line of your own yet.')]
  if (post.linkTitle && similarity(own, post.linkTitle) > NEARLY_SAME)
    return [warn('comment', 'Says only what the headline says.')]
  return [ok('comment', 'Has a line of your own.')]
}

function repeatChecks(
  text: string,
  post: PostParts,
  rules: NetworkRules,
  context: PreflightContext,
): Check[] {
  const at = Date.parse(context.plannedAt ?? context.now)
  const days = (sentAt: string): number => (at - Date.parse(sentAt)) / DAY_MS
  const dayOf = dayNamer(context.zone)
  const here = context.sentHere.filter(({ on }) => on === undefined)
  const refused = here.find(
    (sent) =>
      rules.equalTextRefusedDays !== null && days(sent.at) < rules.equalTextRefusedDays && sent.text === text,
  )
  if (refused)
    return [
      stop(
        'repeat',
        `${rules.name} refuses the same text within ${rules.equalTextRefusedDays} days; sent ${dayOf(refused.at)}.`,
      ),
    ]
  if (
    context.equalText &&
    similarity(context.equalText.text, text) === 1 &&
    rules.equalTextRefusedDays !== null
  )
    return [
      stop(
        'repeat',
        `${rules.name} refuses the same text twice: give this account or ${context.equalText.account} its own wording.`,
      ),
    ]
  const others = context.sentHere.filter(
    (sent) =>
      context.repeatAfterDays !== null && (sent.seriesId === null || sent.seriesId !== context.seriesId),
  )
  const within = others.filter((sent) => days(sent.at) < context.repeatAfterDays!)
  const link = others.length > 0 ? ownLink(post, context) : null
  const key = link ? canonicalUrl(link) : null
  const isSame = (sent: PreflightContext['sentHere'][number]): boolean => key !== null && sent.linkKey === key
  const sameLink = within.find(isSame)
  if (sameLink) return [warn('repeat', `This link went out ${whereOf(sameLink)} ${dayOf(sameLink.at)}.`)]
  const alike = within.find((sent) => similarity(sent.text, text) > NEARLY_SAME)
  if (alike) return [warn('repeat', `Nearly the same text went out ${whereOf(alike)} ${dayOf(alike.at)}.`)]
  // Its place is late enough; that it is so late because of the link is worth knowing.
  const lately = others.find(
    (sent) =>
      isSame(sent) && (Date.parse(context.now) - Date.parse(sent.at)) / DAY_MS < context.repeatAfterDays!,
  )
  if (lately)
    return [
      warn(
        'repeat',
        `This link went out ${whereOf(lately)} ${dayOf(lately.at)}: it waits until ${context.repeatAfterDays} days have passed.`,
      ),
    ]
  return [ok('repeat', 'Not shared here lately.')]
}

const whereOf = ({ on }: PreflightContext['sentHere'][number]): string =>
  on === undefined ? 'here' : `on ${on}`

function linkChecks(post: PostParts, proof: Proof, rules: NetworkRules, context: PreflightContext): Check[] {
  // A link in the text is looked at like one in the field; one that the network leaves out is not.
  const isInText = proof.link === null && post.link === null && ownLink(post, context) !== null
  return proof.link === null && !isInText
    ? []
    : [...answerChecks(context, isInText), ...(proof.link === null ? [] : shortChecks(rules, context))]
}

function answerChecks({ linkState: { kind, detail } }: PreflightContext, isInText: boolean): Check[] {
  // What stands in the text is changed by whoever wrote it.
  const fix = (action: string, link: string | null): Check['fix'] =>
    isInText ? null : { action, change: { link } }
  switch (kind) {
    case 'dead':
      return [
        stop('link', `The link leads nowhere${detail ? `: ${detail}` : '.'}`, fix('leave-out-link', null)),
      ]
    case 'unreachable':
      return [warn('link', `The link’s page does not answer${detail ? `: ${detail}` : '.'}`)]
    case 'moved':
      return [warn('link', 'The page has moved for good.', detail ? fix('use-new-address', detail) : null)]
    case 'unchecked':
      return [ok('link', 'The link is being checked.')]
    default:
      return [ok('link', 'The link answers.')]
  }
}

const shortChecks = (rules: NetworkRules, { linkIsShort }: PreflightContext): Check[] =>
  linkIsShort && !rules.shortLinks
    ? [warn('short-link', `${rules.name} shows posts with short links less.`)]
    : []

function placeChecks(post: PostParts, proof: Proof, rules: NetworkRules, context: PreflightContext): Check[] {
  const checks: Check[] = []
  checks.push(...boardChecks(post, rules, context))
  const tags = proof.leftOut.filter(({ what }) => what === 'hashtag')
  if (tags.length > 0)
    checks.push(warn('hashtags', `${tags[0]!.reason} Left out: ${tags.map(({ text }) => text).join(' ')}.`))
  for (const { reason } of proof.leftOut.filter(({ what }) => what === 'link'))
    checks.push(warn('link-left-out', `${reason} The link is left out.`))
  checks.push(...elsewhereChecks(proof, context))
  if (context.mixShare && context.mixShare.share > context.mixShare.ceiling)
    checks.push(warn('mix', mixSentence(context.mixShare)))
  return checks
}

function boardChecks({ board }: PostParts, rules: NetworkRules, { boards = [] }: PreflightContext): Check[] {
  if (!rules.boards) return []
  if (!board) return [stop('board', `${rules.name} files posts on boards: choose one.`)]
  return boards.length === 0 || boards.includes(board)
    ? []
    : [warn('board', `${rules.name} names no board “${board}”: it may be refused.`)]
}

/** Posts that appear elsewhere by themselves keep the stricter limit, and need no second post there. */
function elsewhereChecks(proof: Proof, { alsoAppearsOn, elsewhere = [] }: PreflightContext): Check[] {
  if (alsoAppearsOn.length === 0) return []
  for (const { account, rules } of elsewhere) {
    const { left } = measure(proof.text, rules, proof.link ? [proof.link] : [])
    if (left < 0)
      return [
        stop(
          'appears-elsewhere',
          `Posts here also appear on ${account}, which takes ${rules.limit}: ${-left} too many.`,
        ),
      ]
  }
  const twice = elsewhere.filter(({ isChosen }) => isChosen).map(({ account }) => account)
  if (twice.length > 0)
    return [
      warn(
        'appears-elsewhere',
        `Would appear twice on ${twice.join(', ')}: posts here appear there by themselves.`,
      ),
    ]
  return [warn('appears-elsewhere', `Posts here also appear on ${alsoAppearsOn.join(', ')} by themselves.`)]
}

const openedChecks = ({ isOpened = true }: PreflightContext): Check[] =>
  isOpened ? [] : [warn('opened', 'Nobody has opened the article yet.')]

const percent = (share: number): string => `${Math.round(share * 100)}%`
const mixSentence = ({ pillar, share, ceiling }: NonNullable<PreflightContext['mixShare']>): string =>
  `${pillar} would be ${percent(share)} of the posts; at most ${percent(ceiling)} are wanted.`

/** What stops a post whose time lies behind its good-until. */
export const goodUntilChecks = ({
  now,
  plannedAt,
  goodUntil,
}: Pick<PreflightContext, 'now' | 'plannedAt' | 'goodUntil'>): Check[] =>
  goodUntil && Date.parse(plannedAt ?? now) > Date.parse(goodUntil)
    ? [stop('good-until', 'It would go out after its good-until.')]
    : []

function dateChecks(text: string, post: PostParts, context: PreflightContext): Check[] {
  const { now, zone, plannedAt, goodUntil } = context
  const late = goodUntilChecks(context)
  if (late.length > 0) return late
  const dates = datesIn(text, { now, zone, language: post.language })
  if (dates.length === 0) return []
  const today = localDay(now, zone)
  const day = localDay(plannedAt ?? now, zone)
  // What is past already is told as such; what lies between now and then would be out of date.
  const past = dates.find(({ date }) => date >= today && date < day)
  if (past) return [warn('date', `Speaks of “${past.text}” (${past.date}), which is over when it goes out.`)]
  const last = dates
    .map(({ date }) => date)
    .filter((date) => date >= day)
    .sort()
    .at(-1)
  if (!last || goodUntil) return []
  return [
    warn('date', `Speaks of “${dates.find(({ date }) => date === last)!.text}”: out of date after ${last}.`, {
      action: 'good-until',
      change: {},
      day: last,
    }),
  ]
}

function wordChecks(text: string, { wordsNotUsed }: PreflightContext): Check[] {
  const escape = (word: string): string => word.trim().replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const found = wordsNotUsed.filter(
    (word) =>
      word.trim() !== '' &&
      new RegExp(`(?<![\\p{L}\\p{N}])${escape(word)}(?![\\p{L}\\p{N}])`, 'iu').test(text),
  )
  return found.length === 0
    ? []
    : [warn('words', `The brand does not say ${found.map((word) => `“${word}”`).join(', ')}.`)]
}

function stateChecks({ approval, hold }: PreflightContext): Check[] {
  const checks: Check[] = []
  if (approval === 'sent-back')
    checks.push(warn('approval', 'Sent back; it goes out only once it is approved.'))
  if (approval === 'in-review')
    checks.push(warn('approval', 'In review; it goes out only once it is approved.'))
  if (approval === 'approved') checks.push(ok('approval', 'Approved.'))
  if (hold) checks.push(warn('hold', 'On hold: nothing goes out here.'))
  return checks
}

const DAY_FORMATS = {
  plain: ['en-CA', { dateStyle: 'short' }],
  named: ['en-GB', { weekday: 'short', day: 'numeric', month: 'short' }],
} satisfies Record<string, [string, Intl.DateTimeFormatOptions]>

/** Formatters are dear to make and the same for a whole brand: one is kept for each zone. */
const formatters = new Map<string, Intl.DateTimeFormat>()

function dayFormat(name: keyof typeof DAY_FORMATS, zone: string): Intl.DateTimeFormat {
  const known = formatters.get(`${name} ${zone}`)
  if (known) return known
  const [locale, options] = DAY_FORMATS[name]
  const made = new Intl.DateTimeFormat(locale, { timeZone: zone, ...options })
  formatters.set(`${name} ${zone}`, made)
  return made
}

const localDay = (at: string, zone: string): string => dayFormat('plain', zone).format(Date.parse(at))

const dayNamer =
  (zone: string) =>
  (at: string): string =>
    dayFormat('named', zone).format(Date.parse(at))
