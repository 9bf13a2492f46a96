import { linksIn } from './links'
import type { Entity, NetworkRules } from './types'

// A name ends before a second @ unless a host follows, which makes it a name on another server.
const MENTION = /(?<![\p{L}\p{N}_!#$%&*@＠/])[@＠]([a-z0-9_]{1,30}(?:@[a-z0-9-]+(?:\.[a-z0-9-]+)+)?)(?![@＠\p{L}\p{N}_])/giu
const HASHTAG = /(?<![\p{L}\p{N}_&/])[#＃]([\p{L}\p{M}\p{N}_]*[\p{L}\p{M}][\p{L}\p{M}\p{N}_]*)/gu

/**
 * Links, mentions and hashtags of a text in reading order, none overlapping. `links` are addresses the product itself put in;
 * they are always links. Names on other servers (`@user@host`) are mentions where the network counts them so, or none is given.
 */
export function entities(text: string, rules: NetworkRules | null = null, links: string[] = []): Entity[] {
  const taken = linksIn(text, links)
  const isFree = (entity: Entity): boolean => !taken.some((link) => entity.start < link.end && link.start < entity.end)
  const names = found(text, MENTION, 'mention').map((mention) => (rules?.mentionCounts === 'whole' ? withoutHost(mention) : mention))
  const tags = found(text, HASHTAG, 'hashtag')
  return [...taken, ...[...names, ...tags].filter(isFree)].sort((a, b) => a.start - b.start)
}

function found(text: string, pattern: RegExp, kind: Entity['kind']): Entity[] {
  return [...text.matchAll(pattern)].map((match) => ({
    kind,
    text: match[0],
    value: match[1]!,
    start: match.index,
    end: match.index + match[0].length,
  }))
}

/** On a network of one server, `@user@host` mentions `user`. */
function withoutHost(mention: Entity): Entity {
  const at = mention.text.indexOf('@', 1)
  if (at < 0) return mention
  return { ...mention, text: mention.text.slice(0, at), value: mention.value.slice(0, at - 1), end: mention.start + at }
}
