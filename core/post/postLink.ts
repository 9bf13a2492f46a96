import { entities } from './entities'
import type { PostParts, PreflightContext } from './types'

/** The link a post is about: the one in its field, else the first in its text; null where there is none. */
export function postLink(link: string | null, text: string): string | null {
  // A link has a dot with something behind it: most texts need no closer look.
  if (link !== null || !/\.[^\s.]/.test(text)) return link
  return entities(text).find(({ kind }) => kind === 'link')?.value ?? null
}

/** What a post says on one account: its own wording there, or that of all. */
export const textOf = (post: PostParts): string => (post.ownText ?? post.text).trim()

/** The link a post itself is about, where what goes out links elsewhere in its place. */
export const ownLink = (post: PostParts, { link = post.link }: PreflightContext): string | null =>
  postLink(link, textOf(post))
