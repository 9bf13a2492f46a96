import { message } from '../messages'
import { DAY } from '../instant'
import { similarity } from '../text/similarity'
import { canonicalUrl } from '../url/canonical'
import { ok, stop, warn } from './checks'
import { localDay } from './localDay'
import { ownLink } from './postLink'
import type { Check, NetworkRules, PostParts, PreflightContext } from './types'

/** Texts more alike than this count as nearly the same. */
export const NEARLY_SAME = 0.85

/** Whether the same text or link went out too short a time ago. */
export function repeatChecks(
  text: string,
  post: PostParts,
  rules: NetworkRules,
  context: PreflightContext,
): Check[] {
  const at = Date.parse(context.plannedAt ?? context.now)
  const days = (sentAt: string): number => (at - Date.parse(sentAt)) / DAY
  const dayOf = (sent: PreflightContext['sentHere'][number]): string => localDay(sent.at, context.zone)
  const here = context.sentHere.filter(({ on }) => on === undefined)
  const refused = here.find(
    (sent) =>
      rules.equalTextRefusedDays !== null && days(sent.at) < rules.equalTextRefusedDays && sent.text === text,
  )
  if (refused)
    return [
      stop(
        'repeat',
        message('post.same-text-refused', {
          network: rules.name,
          days: rules.equalTextRefusedDays!,
          day: dayOf(refused),
        }),
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
        message('post.same-text-twice', { network: rules.name, account: context.equalText.account }),
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
  if (sameLink)
    return [warn('repeat', message('post.link-sent', { on: sameLink.on ?? '', day: dayOf(sameLink) }))]
  const alike = within.find((sent) => similarity(sent.text, text) > NEARLY_SAME)
  if (alike) return [warn('repeat', message('post.text-sent', { on: alike.on ?? '', day: dayOf(alike) }))]
  // Its place is late enough; that it is so late because of the link is worth knowing.
  const lately = others.find(
    (sent) =>
      isSame(sent) && (Date.parse(context.now) - Date.parse(sent.at)) / DAY < context.repeatAfterDays!,
  )
  if (lately)
    return [
      warn(
        'repeat',
        message('post.link-waits', {
          on: lately.on ?? '',
          day: dayOf(lately),
          days: context.repeatAfterDays!,
        }),
      ),
    ]
  return [ok('repeat', message('post.not-shared'))]
}
