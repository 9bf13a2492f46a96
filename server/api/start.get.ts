import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { demoPeople, needsFirstStart, originOfResets } from '#server/people'
import { originOf } from '#server/platform/http/ownHosts'
import { settings } from '#server/platform/settings'

export default route(peopleRoutes.start, null, async ({ event }) => ({
  needsFirstStart: await needsFirstStart(),
  sendsResets: originOfResets(originOf(event)) !== null,
  demoPeople: settings().demo ? await demoPeople() : [],
}))
