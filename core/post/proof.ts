import { message } from '../messages'
import { sentences } from '../text/sentences'
import { campaignUrl, type CampaignMarks } from '../url/campaign'
import { entities } from './entities'
import { measure } from './measure'
import type { LinkPlace, Measure, NetworkRules, PostParts, Proof } from './types'

/** The parts of a post's text that one network will show. */
interface Shown {
  text: string
  hashtags: string[]
  credit: string | null
  title: string | null
  link: string | null
}

/**
 * The post as one network will show it: the text (own wording first), hashtags, credit, title and link placed
 * by the network's habits, and its length. Nothing is cut: what the network does not take is named in
 * `leftOut`; where the text is too long,
 * `offers` names what could go, hashtags from the last, then the credit, then the title, then how much text.
 */
export function makeProof(post: PostParts, rules: NetworkRules): Proof {
  const leftOut: Proof['leftOut'] = []
  const media = shownMedia(post, rules, leftOut)
  const linkPlace = linkPlaceOf(post, rules, media.length > 0, leftOut)
  const shown = shownParts(post, rules, linkPlace, leftOut)
  const text = assemble(shown)
  const links = shown.link ? [shown.link] : []
  const measured = measure(text, rules, links)
  return {
    text,
    measure: measured,
    entities: entities(text, rules, links),
    link: linkPlace === 'none' ? null : post.link,
    linkPlace,
    media,
    leftOut: leftOut.sort((a, b) => ORDER.indexOf(a.what) - ORDER.indexOf(b.what)),
    offers: fits(measured, rules) ? [] : offersToFit(shown, measured, rules),
  }
}

const ORDER = ['hashtag', 'credit', 'link', 'picture']

const fits = (measured: Measure, rules: NetworkRules): boolean =>
  measured.left >= 0 && (rules.maxTextBytes === null || measured.bytes <= rules.maxTextBytes)

function shownMedia(post: PostParts, rules: NetworkRules, leftOut: Proof['leftOut']): Proof['media'] {
  const taken = post.media.filter(({ kind }) => rules.media.kinds.includes(kind))
  const { max } = rules.media
  const reason =
    max === 0
      ? message('left-out.no-pictures', { network: rules.name })
      : message('left-out.many-pictures', { network: rules.name, most: max })
  for (const medium of post.media.filter((medium) => !taken.slice(0, max).includes(medium)))
    leftOut.push({ what: 'picture', text: medium.description ?? '', reason })
  return taken.slice(0, max)
}

/** Places of a link that a network knows, its usual one first. */
export const linkPlacesOf = (rules: NetworkRules): LinkPlace[] => [
  ...new Set([rules.links, ...(rules.linkPlaces ?? [])]),
]

/**
 * Where the link will stand: as wished where the network knows that place; a card gives way to a picture
 * where only one of them is shown.
 */
function linkPlaceOf(
  post: PostParts,
  rules: NetworkRules,
  hasMedia: boolean,
  leftOut: Proof['leftOut'],
): LinkPlace {
  const known = linkPlacesOf(rules)
  const wished = post.linkPlace && known.includes(post.linkPlace) ? post.linkPlace : rules.links
  if (!post.link) return wished
  if (wished === 'none')
    leftOut.push({
      what: 'link',
      text: post.link,
      reason: message('left-out.no-links', { network: rules.name }),
    })
  if (wished !== 'attached' || !hasMedia || rules.embeds === 'both') return wished
  const other = known.find((place) => place !== 'attached' && place !== 'none')
  if (!other)
    leftOut.push({
      what: 'link',
      text: post.link,
      reason: message('left-out.picture-or-card', { network: rules.name }),
    })
  return other ?? 'none'
}

function shownParts(
  post: PostParts,
  rules: NetworkRules,
  linkPlace: LinkPlace,
  leftOut: Proof['leftOut'],
): Shown {
  const text = withMarks((post.ownText ?? post.text).trim(), post.textMarks ?? {})
  const standing = post.hashtags.length > 0 ? tagsIn(text) : new Set<string>()
  const tags = uniqueTags(post.hashtags).filter((tag) => !standing.has(tag.toLowerCase()))
  const most = rules.hashtags.max ?? tags.length
  for (const tag of tags.slice(most))
    leftOut.push({
      what: 'hashtag',
      text: tag,
      reason: message('left-out.hashtags', { network: rules.name, most }),
    })
  const inText = linkPlace === 'in-text'
  return {
    text,
    hashtags: tags.slice(0, most),
    credit: post.credit,
    title: inText && post.link ? post.linkTitle : null,
    link: inText ? post.link : null,
  }
}

/** The text with campaign marks on its links. One written without a scheme stays as it reads best. */
function withMarks(text: string, marks: CampaignMarks): string {
  if (Object.keys(marks).length === 0) return text
  const links = entities(text).filter((entity) => entity.kind === 'link' && /^https?:/i.test(entity.text))
  // From the last, so that what lies before keeps its place.
  return links.reduceRight(
    (marked, { start, end, value }) => marked.slice(0, start) + campaignUrl(value, marks) + marked.slice(end),
    text,
  )
}

/** Comment, hashtags and credit in one paragraph; title and link below it. */
function assemble(shown: Shown): string {
  const first = [shown.text, shown.hashtags.join(' '), shown.credit ? `via ${shown.credit}` : '']
    .filter(Boolean)
    .join(' ')
  const below = [shown.title, shown.link].filter(Boolean).join('\n')
  return [first, below].filter(Boolean).join('\n\n').normalize('NFC')
}

function offersToFit(shown: Shown, measured: Measure, rules: NetworkRules): Proof['offers'] {
  const offers: Proof['offers'] = []
  let rest = shown
  const restFits = (): boolean => fits(measure(assemble(rest), rules, rest.link ? [rest.link] : []), rules)
  while (rest.hashtags.length > 0 && !restFits()) {
    offers.push({ action: 'leave-out-hashtag', text: rest.hashtags.at(-1)! })
    rest = { ...rest, hashtags: rest.hashtags.slice(0, -1) }
  }
  if (rest.credit && !restFits()) {
    offers.push({ action: 'leave-out-credit', text: rest.credit })
    rest = { ...rest, credit: null }
  }
  if (rest.title && !restFits()) {
    offers.push({ action: 'leave-out-title', text: rest.title })
    rest = { ...rest, title: null }
  }
  if (restFits()) return offers
  const beginning = wholeSentences(shown.text).findLast((text) => {
    rest = { ...rest, text }
    return restFits()
  })
  offers.push(
    beginning
      ? { action: 'cut', text: beginning }
      : { action: 'shorten', text: assemble(shown).slice(measured.validTo).trim() },
  )
  return offers
}

/** The beginnings of a text that end with a sentence, the shortest first; the whole is none of them. */
function wholeSentences(text: string): string[] {
  let end = 0
  return sentences(text)
    .slice(0, -1)
    .map((sentence) => {
      end = text.indexOf(sentence, end) + sentence.length
      return text.slice(0, end)
    })
}

/** Hashtags with one `#` in front, each once whatever its letter case. */
function uniqueTags(tags: string[]): string[] {
  const seen = new Set<string>()
  return tags
    .map((tag) => `#${tag.replace(/^[#＃]+/, '').trim()}`)
    .filter((tag) => tag.length > 1 && !seen.has(tag.toLowerCase()) && seen.add(tag.toLowerCase()))
}

/** Hashtags that stand in a text already, in lower case. */
const tagsIn = (text: string): Set<string> =>
  new Set(
    entities(text).flatMap((entity) => (entity.kind === 'hashtag' ? [`#${entity.value}`.toLowerCase()] : [])),
  )
