/**
 * What a delivery can be. Meanings and changes stand in the table below, which `docs/architecture.md` shows
 * too.
 */
export type DeliveryState =
  | 'planned'
  | 'sending'
  | 'waiting'
  | 'unknown'
  | 'undecided'
  | 'by-hand'
  | 'put-off'
  | 'taken'
  | 'in-part'
  | 'sent'
  | 'not-sent'
  | 'back-in-line'
  | 'given-up'
  | 'taken-back'

/**
 * What may follow what:
 *
 * | state        | meaning                                                     |
 * | planned      | frozen, waiting for its instant                             |
 * | sending      | leased by a sender and handed to the network                |
 * | waiting      | refused for now; tried again at its time                    |
 * | unknown      | may have arrived; the network is asked before anything else |
 * | undecided    | may have arrived and the network can't be asked: a person says |
 * | by-hand      | its slot came: a person posts it and says so                |
 * | put-off      | a person posts it later: told again at its time             |
 * | taken        | a webhook took it and has not said yet what became of it    |
 * | in-part      | the post is there, something that belongs to it is not      |
 * | sent         | the network has it                                          |
 * | not-sent     | refused for good, or too late                               |
 * | back-in-line | not taken in time; its post waits for the next slot         |
 * | given-up     | a person let it be                                          |
 * | taken-back   | removed from the network again                              |
 */
export const NEXT_STATES: Readonly<Record<DeliveryState, readonly DeliveryState[]>> = {
  planned: ['sending', 'waiting', 'not-sent', 'back-in-line', 'given-up'],
  sending: ['sent', 'in-part', 'waiting', 'unknown', 'not-sent', 'back-in-line', 'by-hand', 'taken'],
  waiting: ['sending', 'waiting', 'unknown', 'sent', 'in-part', 'not-sent', 'back-in-line', 'given-up'],
  unknown: ['sent', 'in-part', 'waiting', 'unknown', 'taken', 'undecided', 'not-sent', 'back-in-line'],
  'by-hand': ['sent', 'put-off', 'back-in-line', 'given-up', 'not-sent'],
  'put-off': ['sending', 'waiting', 'sent', 'put-off', 'back-in-line', 'given-up', 'not-sent'],
  taken: ['sent', 'taken', 'unknown', 'undecided', 'waiting', 'not-sent', 'back-in-line', 'given-up'],
  undecided: ['sent', 'waiting', 'back-in-line', 'given-up'],
  'in-part': ['waiting', 'sent', 'taken-back'],
  sent: ['taken-back'],
  'not-sent': ['waiting', 'back-in-line', 'given-up'],
  'back-in-line': [],
  'given-up': [],
  'taken-back': [],
}

/** Whether a delivery may go from one state to another. */
export const mayFollow = (from: DeliveryState, to: DeliveryState): boolean => NEXT_STATES[from].includes(to)

/** States that end by themselves: a sender still has work with them. */
export const OPEN_STATES: readonly DeliveryState[] = [
  'planned',
  'sending',
  'waiting',
  'unknown',
  'put-off',
  'taken',
]

/**
 * States in which the network has nothing of the post: what was said there counts for no rule about repeats.
 */
export const NOTHING_THERE: readonly DeliveryState[] = ['not-sent', 'back-in-line', 'given-up', 'taken-back']

/** Whether a delivery stays as it is until a person decides. */
export const needsPerson = (state: DeliveryState): boolean =>
  state === 'not-sent' || state === 'undecided' || state === 'in-part'
