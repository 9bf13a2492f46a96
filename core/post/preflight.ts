import type { Message } from '../message'
import { message } from '../messages'
import { similarity } from '../text/similarity'
import { ok, stop, warn } from './checks'
import { dateChecks, goodUntilChecks } from './dateChecks'
import { measure } from './measure'
import { mediaChecks } from './mediaChecks'
import { ownLink, textOf } from './postLink'
import { NEARLY_SAME, repeatChecks } from './repeatChecks'
import type { Check, NetworkRules, PostParts, PreflightContext, Proof } from './types'

/**
 * The checks a post passes before it may be lined up on one account, stops first, then warnings. Each says in
 * a message what is so; where something can be done with one click, `fix` names it and the parts it changes.
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
function lengthChecks({ measure, offers }: Proof, rules: NetworkRules): Check[] {
  if (measure.left < 0)
    return [
      stop(
        'length',
        message('post.too-long', { over: -measure.left, length: measure.length, limit: measure.limit }),
        fitFix(offers),
      ),
    ]
  if (rules.maxTextBytes !== null && measure.bytes > rules.maxTextBytes)
    return [
      stop(
        'bytes',
        message('post.too-many-bytes', {
          bytes: measure.bytes,
          network: rules.name,
          most: rules.maxTextBytes,
        }),
        fitFix(offers),
      ),
    ]
  return [ok('length', message('post.fits', { length: measure.length, limit: measure.limit }))]
}

/** All that is offered, done together, makes it fit; where a person must shorten it first, nothing is. */
const fitFix = (offers: Proof['offers']): Check['fix'] =>
  offers.length > 0 && !offers.some(({ action }) => action === 'shorten')
    ? { action: 'fit', change: {} }
    : null

function commentChecks(text: string, post: PostParts): Check[] {
  const own = text.replace(/https?:\/\/\S+/g, '').trim()
  if (own === '') return [stop('comment', message('post.no-comment'))]
  if (post.linkTitle && similarity(own, post.linkTitle) > NEARLY_SAME)
    return [warn('comment', message('post.only-headline'))]
  return [ok('comment', message('post.has-comment'))]
}

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
      return [stop('link', message('post.link-dead', { detail: detail ?? '' }), fix('leave-out-link', null))]
    case 'unreachable':
      return [warn('link', message('post.link-unreachable', { detail: detail ?? '' }))]
    case 'moved':
      return [warn('link', message('post.link-moved'), detail ? fix('use-new-address', detail) : null)]
    case 'unchecked':
      return [ok('link', message('post.link-unchecked'))]
    default:
      return [ok('link', message('post.link-answers'))]
  }
}

const shortChecks = (rules: NetworkRules, { linkIsShort }: PreflightContext): Check[] =>
  linkIsShort && !rules.shortLinks
    ? [warn('short-link', message('post.short-links', { network: rules.name }))]
    : []

function placeChecks(post: PostParts, proof: Proof, rules: NetworkRules, context: PreflightContext): Check[] {
  const checks: Check[] = []
  checks.push(...boardChecks(post, rules, context))
  const tags = proof.leftOut.filter(({ what }) => what === 'hashtag')
  if (tags.length > 0)
    checks.push(
      warn(
        'hashtags',
        message('post.hashtags-left-out', {
          network: rules.name,
          most: rules.hashtags.max ?? 0,
          tags: tags.map(({ text }) => text).join(' '),
        }),
      ),
    )
  for (const { reason } of proof.leftOut.filter(({ what }) => what === 'link')) {
    const code = reason.code === 'left-out.no-links' ? 'post.no-links-left-out' : 'post.card-left-out'
    checks.push(warn('link-left-out', message(code, { network: rules.name })))
  }
  checks.push(...elsewhereChecks(proof, context))
  if (context.mixShare && context.mixShare.share > context.mixShare.ceiling)
    checks.push(warn('mix', mixMessage(context.mixShare)))
  return checks
}

function boardChecks({ board }: PostParts, rules: NetworkRules, { boards = [] }: PreflightContext): Check[] {
  if (!rules.boards) return []
  if (!board) return [stop('board', message('post.choose-board', { network: rules.name }))]
  if (boards.length === 0 || boards.includes(board)) return []
  return rules.newBoards
    ? [ok('board', message('post.new-board', { network: rules.name, board }))]
    : [warn('board', message('post.unknown-board', { network: rules.name, board }))]
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
          message('post.too-long-elsewhere', { account, limit: rules.limit, over: -left }),
        ),
      ]
  }
  const twice = elsewhere.filter(({ isChosen }) => isChosen).map(({ account }) => account)
  if (twice.length > 0)
    return [warn('appears-elsewhere', message('post.twice-elsewhere', { accounts: twice.join(', ') }))]
  return [warn('appears-elsewhere', message('post.also-elsewhere', { accounts: alsoAppearsOn.join(', ') }))]
}

const openedChecks = ({ isOpened = true }: PreflightContext): Check[] =>
  isOpened ? [] : [warn('opened', message('post.unopened'))]

const percent = (share: number): number => Math.round(share * 100)
const mixMessage = ({ pillar, share, ceiling }: NonNullable<PreflightContext['mixShare']>): Message =>
  message('post.mix', { pillar, percent: percent(share), most: percent(ceiling) })

function wordChecks(text: string, { wordsNotUsed }: PreflightContext): Check[] {
  const escape = (word: string): string => word.trim().replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const found = wordsNotUsed.filter(
    (word) =>
      word.trim() !== '' &&
      new RegExp(`(?<![\\p{L}\\p{N}])${escape(word)}(?![\\p{L}\\p{N}])`, 'iu').test(text),
  )
  return found.length === 0
    ? []
    : [warn('words', message('post.words-not-used', { words: found.map((word) => `“${word}”`).join(', ') }))]
}

function stateChecks({ approval, hold }: PreflightContext): Check[] {
  const checks: Check[] = []
  if (approval === 'sent-back') checks.push(warn('approval', message('post.sent-back')))
  if (approval === 'in-review') checks.push(warn('approval', message('post.in-review')))
  if (approval === 'approved') checks.push(ok('approval', message('post.approved')))
  if (hold) checks.push(warn('hold', message('post.on-hold')))
  return checks
}
