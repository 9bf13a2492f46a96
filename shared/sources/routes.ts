import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  bulkSourcesSchema,
  folderSchema,
  importSchema,
  lookSchema,
  mailSourceSchema,
  sourceEditSchema,
  sourceSchema,
} from '#shared/sources/schemas'
import type { Folder, FoundSource, ImportView, Source } from '#shared/sources/types'

export const sourceRoutes = {
  /** Removes a folder; its sources stay. */
  removeFolder: ofBrand('DELETE', 'work', '/folders/:id').answers<Undoable>(),
  editFolder: ofBrand('PATCH', 'work', '/folders/:id').takes<typeof folderSchema>().answers<Undoable>(),
  /** Takes the address of a folder's feed back. */
  closeFolderFeed: ofBrand('DELETE', 'work', '/folders/:id/feed').answers<Undoable>(),
  /** Lets a folder be read as a feed at a new secret address; an older one opens nothing any more. */
  openFolderFeed: ofBrand('PUT', 'work', '/folders/:id/feed').answers<Undoable>(),
  folders: ofBrand('GET', 'read', '/folders').answers<Folder[]>(),
  /** Stops it; what was added stays. */
  stopImport: ofBrand('DELETE', 'work', '/imports/:id').answers<ImportView>(),
  /** Tries those once more that could not be added. */
  tryAgain: ofBrand('POST', 'work', '/imports/:id/again').answers<ImportView>(),
  /** Puts the sources known before into the file's folders too. */
  takeFolders: ofBrand('POST', 'work', '/imports/:id/folders').answers<Undoable>(),
  /** Removes what it brought; this can be undone. */
  takeBack: ofBrand('POST', 'work', '/imports/:id/take-back').answers<Undoable & { count: number }>(),
  startImport: ofBrand('POST', 'work', '/imports').takes<typeof importSchema>().answers<ImportView>(),
  latestImport: ofBrand('GET', 'read', '/imports/latest').answers<ImportView | null>(),
  removeSource: ofBrand('DELETE', 'work', '/sources/:id').answers<Undoable>(),
  editSource: ofBrand('PATCH', 'work', '/sources/:id').takes<typeof sourceEditSchema>().answers<Undoable>(),
  fetchNow: ofBrand('POST', 'work', '/sources/:id/fetch').answers<null>(),
  /** Gives a mailing list another address; the old one takes nothing any more. */
  renewMailAddress: ofBrand('PUT', 'work', '/sources/:id/mail-address').answers<Undoable>(),
  sources: ofBrand('GET', 'read', '/sources').answers<Source[]>(),
  addSource: ofBrand('POST', 'work', '/sources')
    .takes<typeof sourceSchema>()
    .answers<Undoable & { id: string }>(),
  /** Finds the feed of an address and shows its newest titles, keeping nothing. */
  findFeed: ofBrand('POST', 'work', '/sources/look').takes<typeof lookSchema>().answers<FoundSource>(),
  /** Makes a source with a mail address of its own, for a mailing list to send to. */
  addMailingList: ofBrand('POST', 'work', '/sources/mail')
    .takes<typeof mailSourceSchema>()
    .answers<Undoable & { id: string; mailAddress: string }>(),
  /** The brand's sources as a file for other programs. */
  exportOpml: ofBrand('GET', 'read', '/sources/opml').answers<string>(),
  /** Fetches, pauses, files or removes several sources as one change. */
  bulkSources: ofBrand('POST', 'work', '/sources/several')
    .takes<typeof bulkSourcesSchema>()
    .answers<{ count: number; historyId: string | null }>(),
}
