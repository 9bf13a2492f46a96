import { scheduleRoutes } from '#shared/schedule/routes'
import { placingSchema } from '#shared/schedule/schemas'
import { useDb } from '#server/platform/db'
import { route } from '#server/route'
import { showPlacing } from '#server/schedule'

const msOf = (at: string | null): number | null => (at === null ? null : Date.parse(at))

export default route(scheduleRoutes.tryPlacing, placingSchema, async ({ actor, body }) => {
  const { postId, pillarId, link, goodUntil, notBefore, placements, echoes, readyIds } = body
  const post = { id: postId, pillarId, link, goodUntil: msOf(goodUntil), notBefore: msOf(notBefore) }
  return showPlacing(await useDb(), actor.brandId, post, { placements, echoes, readyIds })
})
