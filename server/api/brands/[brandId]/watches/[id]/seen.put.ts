import { route } from '#server/route'
import { seeWatch } from '#server/watches'

/** What the watch had to tell was seen, by whoever asks. */
export default route('work', null, ({ actor, param }) => seeWatch(actor, param('id')))
