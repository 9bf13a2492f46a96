import { lasting } from '#shared/platform/plural'
import { sayMoment, type Sentences } from '#shared/platform/say'

type Named = { network: string }

/** What a delivery says of itself: for each change of its state one or several. */
export interface DeliveryMessages {
  'delivery.planned': object
  'delivery.sent-now': object
  'delivery.handed-over': object
  'delivery.made-ready': object
  'delivery.took': Named
  'delivery.found-there': Named
  'delivery.refused': Named
  'delivery.signed-out': Named
  'delivery.goes-back': object
  'delivery.later': Named
  'delivery.unknown': Named
  'delivery.asked-before': object
  'delivery.abandoned': object
  'delivery.handed-back': object
  'delivery.asked': Named
  'delivery.not-there': Named
  'delivery.cant-ask-yet': Named
  'delivery.cant-ask': Named
  'delivery.look-there': object
  'delivery.part': object
  'delivery.rate': { network: string; posts: number; minutes: number }
  'delivery.quiet': Named
  'delivery.out-of-date': object
  'delivery.too-late': { network: string; minutes: number }
  'delivery.no-line': object
  'delivery.no-account': object
  'delivery.no-picture': object
  'delivery.own-fault': object
  'delivery.back-in-line': object
  'delivery.try-now': object
  'delivery.gave-up': object
  'delivery.arrived': object
  'delivery.did-not': object
  'delivery.left-so': object
  'delivery.taken-back': Named
  'delivery.by-hand': Named
  'delivery.posted': object
  'delivery.put-off': { at: string; zone: string }
  'delivery.post-now': object
  'delivery.accepted': Named
  'delivery.no-word-long': Named
  'delivery.taken-down': object
  'delivery.restored': object
  /** It was on its way as its brand was archived. */
  'delivery.from-archive': object
  /** Why all is on hold after it. */
  'delivery.restored-hold': { day: string }
}

export const deliveryMessages: Sentences<DeliveryMessages> = {
  'delivery.planned': () => 'Its time came.',
  'delivery.sent-now': () => 'Sent now, by hand.',
  'delivery.handed-over': () => 'Handed to the network.',
  'delivery.made-ready': () => 'Made ready to be posted.',
  'delivery.took': ({ network }) => `${network} accepted it.`,
  'delivery.found-there': ({ network }) => `${network} confirmed it has the post.`,
  'delivery.refused': ({ network }) => `${network} refused it for good.`,
  'delivery.signed-out': ({ network }) => `${network} did not accept the sign-in, so nothing was posted.`,
  'delivery.goes-back': () => 'It goes back into the line.',
  'delivery.later': ({ network }) => `${network} could not take it now.`,
  'delivery.unknown': ({ network }) => `It is not known whether ${network} accepted it.`,
  'delivery.asked-before': () => 'The network is asked before anything is sent again.',
  'delivery.abandoned': () =>
    'The sender stopped before the network’s answer was stored; the network is asked first.',
  'delivery.handed-back': () => 'The sender was stopped before it was handed over.',
  'delivery.asked': ({ network }) => `It is late: ${network} is asked whether it has it.`,
  'delivery.not-there': ({ network }) => `${network} does not have it; it is sent again.`,
  'delivery.cant-ask-yet': ({ network }) => `${network} can’t be asked yet:`,
  'delivery.cant-ask': ({ network }) => `${network} can’t be asked whether it has it:`,
  'delivery.look-there': () => 'Look there and say whether it arrived.',
  'delivery.part': () => 'The post is there; the first reply with its link is not.',
  'delivery.rate': ({ network, posts, minutes }) =>
    `${network} allows ${posts} posts in ${lasting(minutes)}, and that limit is reached: it waits ` +
    'for its turn.',
  'delivery.quiet': ({ network }) => `${network} asked for a pause: it waits until then.`,
  'delivery.out-of-date': () => 'Its “good until” has passed, so it will not go out.',
  'delivery.too-late': ({ network, minutes }) =>
    `${network} did not take it within ${lasting(minutes)} of its time: it goes back to the front of the line.`,
  'delivery.no-line': () =>
    'It was too late for its time, and its post stands in the line already or is gone.',
  'delivery.no-account': () => 'Its account was removed before it went out.',
  'delivery.no-picture': () =>
    'One of its pictures can’t be read any more, so nothing was sent. Choose another picture.',
  'delivery.own-fault': () => 'Clear Quill ran into an error of its own; the log has the details.',
  'delivery.back-in-line': () => 'Put back into the line.',
  'delivery.try-now': () => 'Trying now.',
  'delivery.gave-up': () => 'Given up.',
  'delivery.arrived': () => 'Someone checked: it arrived.',
  'delivery.did-not': () => 'Someone checked: it did not arrive. It is sent again.',
  'delivery.left-so': () => 'Left as it is.',
  'delivery.taken-back': ({ network }) => `Taken back from ${network}.`,
  'delivery.by-hand': ({ network }) => `It is time to post it on ${network} by hand.`,
  'delivery.posted': () => 'Posted by hand.',
  'delivery.put-off': ({ at, zone }) => `Put off until ${sayMoment(at, zone)}.`,
  'delivery.post-now': () => 'To be posted now.',
  'delivery.accepted': ({ network }) =>
    `${network} accepted it, and has not said yet whether it is posted: it is asked again.`,
  'delivery.no-word-long': ({ network }) => `${network} has not said for a day what became of it:`,
  'delivery.taken-down': () => 'Someone says: it is not there.',
  'delivery.from-archive': () =>
    'It was on its way as the archive was made; look whether it went out before you try again.',
  'delivery.restored': () => 'Restored from a backup: whether it went out since is asked first.',
  'delivery.restored-hold': ({ day }) =>
    `Restored from a backup on ${day}: look on the networks what went out since, and take that out ` +
    'of the line before lifting this.',
}
