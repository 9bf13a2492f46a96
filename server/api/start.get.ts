import { route } from '../route'
import { demoPeople, needsFirstStart } from '../services/people'
import { settings } from '../settings'

/** What the sign-in page needs: whether anyone is there yet, and in the demo its people. */
export default route('public', null, async () => ({
  needsFirstStart: await needsFirstStart(),
  demoPeople: settings().demo ? await demoPeople() : [],
}))
