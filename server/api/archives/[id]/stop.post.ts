import { archiveRoutes } from '#shared/archives/routes'
import { stopArchive } from '#server/archives'
import { route } from '#server/route'

export default route(archiveRoutes.stop, null, ({ person, param }) => stopArchive(person.id, param('id')))
