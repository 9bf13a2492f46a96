import { route } from '#server/route'
import { demoPeople, needsFirstStart } from '#server/people'
import { settings } from '#server/platform/settings'

/** What the sign-in page needs: whether anyone is there yet, and in the demo its people. */
export default route('public', null, async () => ({
  needsFirstStart: await needsFirstStart(),
  demoPeople: settings().demo ? await demoPeople() : [],
}))
