import { entities } from './entities'
import { measure } from './measure'
import type { Measure, NetworkRules, PostParts, Proof } from './types'

/** The parts of a post's text that one network will show. */
interface Shown {
  text: string
  hashtags: string[]
  credit: string | null
  title: string | null
  link: string | null
}

/**
 * The post as one network will show it: the text (own wording first), hashtags, credit, title and link placed by the network's
 * habits, and its length. Nothing is cut: what the network does not take is named in `leftOut`; where the text is too long,
 * `offers` names what could go, hashtags from the last, then the credit, then the title, then how much text.
 */
export function makeProof(post: PostParts, rules: NetworkRules): Proof {
  const leftOut: Proof['leftOut'] = []
  const shown = shownParts(post, rules, leftOut)
  const text = assemble(shown)
  const links = shown.link ? [shown.link] : []
  const measured = measure(text, rules, links)
  return {
    text,
    measure: measured,
    entities: entities(text, rules, links),
    link: post.link && rules.links !== 'none' ? post.link : null,
    linkPlace: rules.links,
    media: post.media.slice(0, rules.media.max),
    leftOut,
    offers: measured.left < 0 ? offersToFit(shown, measured, rules) : [],
  }
}

function shownParts(post: PostParts, rules: NetworkRules, leftOut: Proof['leftOut']): Shown {
  const text = (post.ownText ?? post.text).trim()
  const tags = uniqueTags(post.hashtags).filter((tag) => !hasTag(text, tag))
  const most = rules.hashtags.max ?? tags.length
  for (const tag of tags.slice(most)) leftOut.push({ what: 'hashtag', text: tag, because: `${rules.name} takes at most ${most} hashtags.` })
  if (post.link && rules.links === 'none') leftOut.push({ what: 'link', text: post.link, because: `${rules.name} shows no links.` })
  const inText = rules.links === 'in-text'
  return {
    text,
    hashtags: tags.slice(0, most),
    credit: post.credit,
    title: inText && post.link ? post.linkTitle : null,
    link: inText ? post.link : null,
  }
}

/** Comment, hashtags and credit in one paragraph; title and link below it. */
function assemble(shown: Shown): string {
  const first = [shown.text, shown.hashtags.join(' '), shown.credit ? `via ${shown.credit}` : ''].filter(Boolean).join(' ')
  const below = [shown.title, shown.link].filter(Boolean).join('\n')
  return [first, below].filter(Boolean).join('\n\n').normalize('NFC')
}

function offersToFit(shown: Shown, measured: Measure, rules: NetworkRules): Proof['offers'] {
  const offers: Proof['offers'] = []
  let rest = shown
  const fits = (): boolean => measure(assemble(rest), rules, rest.link ? [rest.link] : []).left >= 0
  while (rest.hashtags.length > 0 && !fits()) {
    offers.push({ does: 'leave-out-hashtag', text: rest.hashtags.at(-1)! })
    rest = { ...rest, hashtags: rest.hashtags.slice(0, -1) }
  }
  if (rest.credit && !fits()) {
    offers.push({ does: 'leave-out-credit', text: rest.credit })
    rest = { ...rest, credit: null }
  }
  if (rest.title && !fits()) {
    offers.push({ does: 'leave-out-title', text: rest.title })
    rest = { ...rest, title: null }
  }
  if (!fits()) offers.push({ does: 'shorten', text: assemble(shown).slice(measured.validTo).trim() })
  return offers
}

/** Hashtags with one `#` in front, each once whatever its letter case. */
function uniqueTags(tags: string[]): string[] {
  const seen = new Set<string>()
  return tags
    .map((tag) => `#${tag.replace(/^[#＃]+/, '').trim()}`)
    .filter((tag) => tag.length > 1 && !seen.has(tag.toLowerCase()) && seen.add(tag.toLowerCase()))
}

const hasTag = (text: string, tag: string): boolean =>
  entities(text).some((entity) => entity.kind === 'hashtag' && `#${entity.value}`.toLowerCase() === tag.toLowerCase())
