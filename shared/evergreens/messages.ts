import type { Sentences } from '#shared/platform/say'

/** Why an evergreen rests where nobody put it to rest, and its network has nothing against it. */
export interface EvergreenMessages {
  'evergreen.link-dead': { detail: string }
  'evergreen.link-home': { url: string }
}

export const evergreenMessages: Sentences<EvergreenMessages> = {
  'evergreen.link-dead': ({ detail }) => `Its link leads nowhere any more. ${detail}`,
  'evergreen.link-home': ({ url }) => `Its page is gone: its link leads to ${url} now.`,
}
