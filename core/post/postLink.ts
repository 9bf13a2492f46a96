import { entities } from './entities'

/** The link a post is about: the one in its field, else the first in its text; null where there is none. */
export function postLink(link: string | null, text: string): string | null {
  // A link has a dot with something behind it: most texts need no closer look.
  if (link !== null || !/\.[^\s.]/.test(text)) return link
  return entities(text).find(({ kind }) => kind === 'link')?.value ?? null
}
