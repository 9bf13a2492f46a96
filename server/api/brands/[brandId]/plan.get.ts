import { useDb } from '../../../db'
import { route } from '../../../route'
import { planOf, versionOf } from '../../../services/plan'

/** All that the plan is made from, for planning in the browser. */
export default route('read', null, async ({ actor }) => {
  const { input, plan } = await planOf(await useDb(), actor.brandId)
  return { input, version: versionOf(plan) }
})
