import { unzipSync, type UnzipFileInfo } from 'fflate'
import { LIMITS } from '#shared/platform/limits'

/** Why nothing was made of a ZIP; `names` of the tables where there are several. */
export type UnpackProblem = { code: 'noZip' | 'zipLarge' | 'noTable' } | { code: 'twoTables'; names: string }

/** A table and the pictures that lie beside it, by their names without folders. */
export interface Unpacked {
  name: string
  table: Uint8Array
  pictures: { name: string; content: Uint8Array<ArrayBuffer> }[]
}

const TABLE = /\.(?:csv|tsv|txt)$/i
const PICTURE = /\.(?:jpe?g|png|gif|webp|avif|heic|tiff?)$/i
/** What systems put beside people's own files. */
const OWN = /(?:^|\/)(?:\.|__macosx\/)/i

const bare = (path: string): string => path.split('/').at(-1) ?? path

/** Whether bytes are a ZIP (APPNOTE 4.3.7: a local file's header, or the end of an empty one). */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5)

/** Opens a ZIP of a table and its pictures, as far as it is within limits. */
export function unpack(bytes: Uint8Array): Unpacked | UnpackProblem {
  let [total, count] = [0, 0]
  const isWanted = ({ name, originalSize }: UnzipFileInfo): boolean => {
    if (OWN.test(name) || !(TABLE.test(name) || PICTURE.test(name))) return false
    total += originalSize
    count++
    // More than is allowed is not even opened.
    return total <= LIMITS.zipContent && count <= LIMITS.batchPictures + 1
  }
  let files: [string, Uint8Array<ArrayBuffer>][]
  try {
    files = Object.entries(unzipSync(bytes, { filter: isWanted })) as typeof files
  } catch {
    return { code: 'noZip' }
  }
  if (total > LIMITS.zipContent || count > LIMITS.batchPictures + 1) return { code: 'zipLarge' }
  const tables = files.filter(([name]) => TABLE.test(name))
  const [table] = tables
  if (!table) return { code: 'noTable' }
  if (tables.length > 1) return { code: 'twoTables', names: tables.map(([name]) => bare(name)).join(', ') }
  const pictures = files.filter(([name]) => PICTURE.test(name))
  return {
    name: bare(table[0]),
    table: table[1],
    pictures: pictures.map(([name, content]) => ({ name: bare(name), content })),
  }
}
