import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { demoPeople, needsFirstStart } from '#server/people'
import { settings } from '#server/platform/settings'

export default route(peopleRoutes.start, null, async () => ({
  needsFirstStart: await needsFirstStart(),
  demoPeople: settings().demo ? await demoPeople() : [],
}))
