import { useDb } from '../../../db'
import { accountsOf } from '../../../db/accounts'
import { route } from '../../../route'
import { nextSlots } from '../../../services/placing'

/** Where a post lined up last would go, on every account; with the version for those that are chosen. */
export default route('read', null, async ({ actor, query }) => {
  const db = await useDb()
  const post = { id: null, pillarId: query['pillar'] || null, link: query['link'] || null, goodUntil: null, notBefore: null }
  const all = (await accountsOf(db, actor.brandId)).map(({ id }) => id)
  return nextSlots(db, actor.brandId, post, all, query['accounts'] === undefined ? null : query['accounts'].split(',').filter(Boolean))
})
