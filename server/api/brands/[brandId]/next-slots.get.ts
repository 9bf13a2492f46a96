import { useDb } from '../../../db'
import { route } from '../../../route'
import { nextSlots } from '../../../services/plan'

/** Where a post lined up last would go on each account; `pillar` is the post's, `accounts` (ids, commas between) those the version is for. */
export default route('read', null, async ({ actor, query }) =>
  nextSlots(await useDb(), actor.brandId, query['pillar'] || null, query['accounts'] === undefined ? null : query['accounts'].split(',').filter(Boolean)),
)
