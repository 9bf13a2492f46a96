import type { Check, Proof } from '#core/post'
import { shownPictures } from '#shared/posts/docs'
import type { AccountPart, PostDoc } from '#shared/posts/types'
import { instantOf } from '~/base/localTime'

/** Leaves something out on one account alone; what can't be left out there by itself is not touched. */
export function takeOffer(part: AccountPart, offer: Proof['offers'][number]): void {
  if (offer.action === 'cut') part.ownText = offer.text
  const what = { 'leave-out-hashtag': offer.text, 'leave-out-credit': 'credit', 'leave-out-title': 'title' }[
    offer.action
  ]
  if (what && !part.leftOut.includes(what)) part.leftOut.push(what)
}

/**
 * Does what a check offers, for one account or, where it is about the post itself, for all. Says whether
 * there was anything to do.
 */
export function takeFix(
  doc: PostDoc,
  part: AccountPart,
  fix: NonNullable<Check['fix']>,
  proof: Proof,
  zone: string,
): boolean {
  if (fix.action === 'fit') for (const offer of proof.offers) takeOffer(part, offer)
  else if (fix.action === 'crop') cropAs(doc, part, fix)
  else if (fix.action === 'leave-out-link') doc.link = null
  else if (fix.action === 'use-new-address') doc.link = fix.change.link ?? doc.link
  else if (fix.action === 'good-until' && fix.day) doc.goodUntil = instantOf(fix.day, '23:59', zone)
  else return false
  return true
}

function cropAs(doc: PostDoc, part: AccountPart, fix: NonNullable<Check['fix']>): void {
  const shown = shownPictures(doc, doc.wordings[0]?.pictureId ?? null)
  for (const [at, medium] of (fix.change.media ?? []).entries()) {
    const picture = shown[at]
    if (picture && medium.crop) part.crops = { ...part.crops, [picture.id]: { ...medium.crop } }
  }
}

/** A link as one types it: a bare host gets its scheme. Null for what is none. */
export function linkOf(typed: string): string | null {
  const text = typed.trim()
  const whole = /^https?:\/\//i.test(text)
    ? text
    : /^[^\s/:]+\.[^\s/:.]{2,}([/?#:]|$)/.test(text)
      ? `https://${text}`
      : ''
  return whole !== '' && !/\s/.test(whole) && URL.canParse(whole) ? whole : null
}

/** Hashtags as one types them. */
export const tagsOf = (typed: string): string[] => [
  ...new Set(
    typed
      .split(/[\s,]+/)
      .map((tag) => tag.replace(/^[#＃]+/, ''))
      .filter(Boolean),
  ),
]
