import { route } from '#server/route'
import { streamChanges } from '#server/people'

/** The stream of changes in the brands of whoever asks, as server-sent events. */
export default route('person', null, ({ event, person, sessionId }) =>
  streamChanges(event, person.id, sessionId),
)
