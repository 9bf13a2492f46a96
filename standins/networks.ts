/** A stand-in network: how it takes posts, and the accounts that exist on it. */
export interface Network {
  host: string
  name: string
  about: string
  protocol: 'micropub' | 'mastodon'
  rules: {
    limit: number
    counting: 'weighted' | 'characters'
    linkLength: number
    /** Days within which the same text is refused; null where it is taken again. */
    equalTextRefusedDays: number | null
  }
  /** How its pages look: a plain dress of its own. */
  dress: { ground: string; ink: string; line: string; font: string; form: 'ledger' | 'column' }
  accounts: NetworkAccount[]
}

export interface NetworkAccount {
  id: string
  handle: string
  name: string
  token: string
}

/** The networks that take posts so far. A further one is a further row. */
export const NETWORKS: Network[] = [
  {
    host: 'chatterbrook.example',
    name: 'Chatterbrook',
    about: 'Short posts, quickly gone by.',
    protocol: 'micropub',
    rules: { limit: 280, counting: 'weighted', linkLength: 23, equalTextRefusedDays: 2 },
    dress: { ground: '#eef1ee', ink: '#23302b', line: '#b9c4bd', font: 'ui-monospace, monospace', form: 'ledger' },
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
    rules: { limit: 500, counting: 'characters', linkLength: 23, equalTextRefusedDays: null },
    dress: { ground: '#f7f1e6', ink: '#3a2a1c', line: '#dccbb0', font: 'Georgia, serif', form: 'column' },
    accounts: [
      { id: '21', handle: 'hollowhill', name: 'Hollow Hill Observatory', token: 'commonfire-hollow-hill-2f8a' },
      { id: '22', handle: 'millracebread', name: 'Millrace Bread School', token: 'commonfire-millrace-c03d' },
      { id: '23', handle: 'spare', name: 'Spare account', token: 'commonfire-spare-77b9' },
    ],
  },
]
