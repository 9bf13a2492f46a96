import { at, ofBrand } from '#shared/platform/route'
import type { ArchiveView } from './types'

/** A whole brand, out and in again. */
export const archiveRoutes = {
  /** The brand as it is now, as a ZIP. */
  archive: ofBrand('GET', 'own', '/archive').answers<null>(),
  /** The archives one reads or has read, newest first. */
  archives: at('GET', 'person', '/api/archives').answers<ArchiveView[]>(),
  /** Takes an archive, whose bytes are the body (`name`: of the file), and begins to read it. */
  read: at('POST', 'person', '/api/archives').answers<ArchiveView>(),
  /** Stops reading one; nothing of it is seen. */
  stop: at('POST', 'person', '/api/archives/:id/stop').answers<ArchiveView>(),
}
