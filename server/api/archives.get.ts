import { archiveRoutes } from '#shared/archives/routes'
import { archivesOf } from '#server/archives'
import { route } from '#server/route'

export default route(archiveRoutes.archives, null, ({ person }) => archivesOf(person.id))
