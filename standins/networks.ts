/** A stand-in network: how it takes posts, and the accounts that exist on it. */
export interface Network {
  host: string
  name: string
  about: string
  protocol: 'micropub' | 'mastodon' | 'atproto'
  rules: NetworkTakes
  /** How its pages look: a plain dress of its own. */
  dress: { ground: string; ink: string; line: string; font: string; form: 'ledger' | 'column' | 'wall' }
  accounts: NetworkAccount[]
}

/** What a network takes. It refuses the rest itself, whatever it stated. Ratio = width / height. */
export interface NetworkTakes {
  limit: number
  maxTextBytes: number | null
  counting: 'weighted' | 'characters' | 'graphemes'
  linkLength: number | null
  mentionCounts: 'whole' | 'local'
  links: 'in-text' | 'attached' | 'button'
  linkPlaces: string[]
  shortLinks: boolean
  hashtags: { max: number | null }
  embeds: 'one' | 'both'
  media: {
    kinds: string[]
    min: number
    max: number
    ratioFrom: number
    ratioTo: number
    minWidth: number
    maxBytes: number
    descriptions: string
  }
  boards: boolean
  newBoards?: boolean
  audiences: string[]
  /** Days within which the same text is refused; null where it is taken again. */
  equalTextRefusedDays: number | null
  /** How many posts an account may make in a time; null for any number. */
  rate: { posts: number; perMinutes: number } | null
  /** Whether it tells an account which posts it has. */
  lists: boolean
  /** How many posts it lists at most, whatever it is asked for; null for any number. */
  listsAtMost: number | null
  /** Where it passes posts on to. */
  targets: { uid: string; name: string }[]
}

export interface NetworkAccount {
  id: string
  handle: string
  name: string
  token: string
  /** Boards it has; posts may name new ones. */
  boards?: string[]
}

const USUAL: NetworkTakes = {
  limit: 500,
  maxTextBytes: null,
  counting: 'characters',
  linkLength: null,
  mentionCounts: 'whole',
  links: 'in-text',
  linkPlaces: [],
  shortLinks: true,
  hashtags: { max: null },
  embeds: 'one',
  media: {
    kinds: ['picture'],
    min: 0,
    max: 4,
    ratioFrom: 0.5,
    ratioTo: 2,
    minWidth: 400,
    maxBytes: 5_000_000,
    descriptions: 'wanted',
  },
  boards: false,
  audiences: [],
  equalTextRefusedDays: null,
  rate: { posts: 60, perMinutes: 60 },
  lists: true,
  listsAtMost: null,
  targets: [],
}

/** The networks of this world. A further one is a further row. */
export const NETWORKS: Network[] = [
  {
    host: 'chatterbrook.example',
    name: 'Chatterbrook',
    about: 'Short posts, quickly gone by.',
    protocol: 'micropub',
    rules: {
      ...USUAL,
      limit: 280,
      counting: 'weighted',
      linkLength: 23,
      equalTextRefusedDays: 2,
      rate: { posts: 50, perMinutes: 60 },
    },
    dress: {
      ground: '#eef1ee',
      ink: '#23302b',
      line: '#b9c4bd',
      font: 'ui-monospace, monospace',
      form: 'ledger',
    },
    accounts: [
      { id: '11', handle: 'hollowhill', name: 'Hollow Hill Observatory', token: 'chatter-hollow-hill-5b1d' },
      { id: '12', handle: 'millracebread', name: 'Millrace Bread School', token: 'chatter-millrace-91c4' },
      { id: '13', handle: 'spare', name: 'Spare account', token: 'chatter-spare-0a7e' },
    ],
  },
  {
    host: 'commonfire.example',
    name: 'Commonfire',
    about: 'A server among many, kept by its members.',
    protocol: 'mastodon',
    rules: {
      ...USUAL,
      linkLength: 23,
      mentionCounts: 'local',
      rate: { posts: 30, perMinutes: 30 },
      media: { ...USUAL.media, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 8_000_000 },
    },
    dress: { ground: '#f7f1e6', ink: '#3a2a1c', line: '#dccbb0', font: 'Georgia, serif', form: 'column' },
    accounts: [
      {
        id: '21',
        handle: 'hollowhill',
        name: 'Hollow Hill Observatory',
        token: 'commonfire-hollow-hill-2f8a',
      },
      { id: '22', handle: 'millracebread', name: 'Millrace Bread School', token: 'commonfire-millrace-c03d' },
      { id: '23', handle: 'spare', name: 'Spare account', token: 'commonfire-spare-77b9' },
    ],
  },
  {
    host: 'guildhall.example',
    name: 'Guildhall',
    about: 'Where trades talk shop, on working days.',
    protocol: 'micropub',
    rules: {
      ...USUAL,
      limit: 3000,
      links: 'attached',
      linkPlaces: ['in-text'],
      shortLinks: false,
      hashtags: { max: 5 },
      rate: { posts: 40, perMinutes: 720 },
      targets: [
        { uid: 'https://guildhall.example/boards/outreach', name: 'Notice board: outreach' },
        { uid: 'https://guildhall.example/boards/schools', name: 'Notice board: schools' },
      ],
      media: { ...USUAL.media, max: 6, ratioFrom: 0.8, ratioTo: 1.91, minWidth: 552 },
    },
    dress: {
      ground: '#f4f3ef',
      ink: '#22262e',
      line: '#cfccc2',
      font: 'Palatino, Georgia, serif',
      form: 'ledger',
    },
    accounts: [
      {
        id: '31',
        handle: 'hollowhill',
        name: 'Hollow Hill Observatory',
        token: 'guildhall-hollow-hill-8c2e',
      },
      { id: '32', handle: 'millracebread', name: 'Millrace Bread School', token: 'guildhall-millrace-4471' },
      { id: '33', handle: 'spare', name: 'Spare account', token: 'guildhall-spare-d0b3' },
    ],
  },
  {
    host: 'mantel.example',
    name: 'Mantel',
    about: 'Pictures, kept on boards.',
    protocol: 'micropub',
    rules: {
      ...USUAL,
      links: 'button',
      embeds: 'both',
      boards: true,
      newBoards: true,
      media: {
        kinds: ['picture'],
        min: 1,
        max: 1,
        ratioFrom: 2 / 3,
        ratioTo: 2 / 3,
        minWidth: 400,
        maxBytes: 2_000_000,
        descriptions: 'wanted',
      },
    },
    dress: { ground: '#f3eeee', ink: '#33272a', line: '#d8c9cb', font: 'Verdana, sans-serif', form: 'wall' },
    accounts: [
      {
        id: '41',
        handle: 'hollowhill',
        name: 'Hollow Hill Observatory',
        token: 'mantel-hollow-hill-19fa',
        boards: ['Night sky', 'Comets', 'Open evenings'],
      },
      {
        id: '42',
        handle: 'millracebread',
        name: 'Millrace Bread School',
        token: 'mantel-millrace-73c0',
        boards: ['Loaves', 'Mills'],
      },
      { id: '43', handle: 'spare', name: 'Spare account', token: 'mantel-spare-5e86', boards: ['Odds'] },
    ],
  },
  {
    host: 'lanternway.example',
    name: 'Lanternway',
    about: 'A lantern each, and a way between them.',
    protocol: 'atproto',
    rules: {
      ...USUAL,
      limit: 300,
      maxTextBytes: 3000,
      counting: 'graphemes',
      links: 'attached',
      linkPlaces: ['in-text'],
      media: { ...USUAL.media, ratioFrom: 0, ratioTo: 100, minWidth: 0, maxBytes: 2_000_000 },
    },
    dress: { ground: '#eef0f6', ink: '#232842', line: '#c3c9de', font: 'Tahoma, sans-serif', form: 'column' },
    accounts: [
      { id: '51', handle: 'millracebread', name: 'Millrace Bread School', token: 'lanternway-millrace-b20f' },
      { id: '52', handle: 'spare', name: 'Spare account', token: 'lanternway-spare-3a6c' },
    ],
  },
]
