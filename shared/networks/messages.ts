import type { Sentences } from '#shared/platform/say'

/** What a network did or said, or why it can't be asked. */
export interface NetworkMessages {
  'network.answered': { status: number }
  /** In its own words. */
  'network.said': { text: string }
  'network.token-over': object
  'network.password-over': object
  'network.no-session': object
  'network.no-scope': object
  'network.has-key': object
  'network.works-on-picture': object
  'network.no-entry': object
  'network.no-media': object
  'network.more-posts': object
  'network.short-list': object
  'network.page-silent': object
  'network.no-state': object
  'network.token-removed': { name: string }
  'network.from-archive': object
}

export const networkMessages: Sentences<NetworkMessages> = {
  'network.answered': ({ status }) => `It answered ${status}.`,
  'network.said': ({ text }) => `It answered: ${text}`,
  'network.token-over': () => 'The network no longer accepts this account’s token.',
  'network.password-over': () => 'The network no longer accepts this account’s password.',
  'network.no-session': () => 'The network does not accept the session it just gave.',
  'network.no-scope': () => 'The token does not let it post.',
  'network.has-key': () => 'It has a record of this key.',
  'network.works-on-picture': () => 'It still works on a picture.',
  'network.no-entry': () => 'The post’s page does not say in the open form (h-entry) what it is.',
  'network.no-media': () => 'It names no media endpoint, so it takes no pictures.',
  'network.more-posts': () => 'it has more posts since then than it tells of.',
  'network.short-list': () => 'its list does not reach back far enough.',
  'network.page-silent': () => 'it lists its posts for nobody, and its page does not show this one.',
  'network.no-state': () => 'its answer does not say what became of the post.',
  'network.token-removed': ({ name }) =>
    `${name} was removed, and its sign-in with it. Connect it again to post there.`,
  'network.from-archive': () => 'Archives hold no sign-ins. Connect it again to post there.',
}
