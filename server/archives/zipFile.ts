import { open, type FileHandle } from 'node:fs/promises'
import { Reader, ZipReader, configure, type Entry } from '@zip.js/zip.js'
import { LIMITS } from '#shared/platform/limits'

configure({ useWebWorkers: false })

/** A file that is read where it is asked for, never whole. */
class FileReader extends Reader<string> {
  readonly #path: string
  #handle: FileHandle | null = null

  constructor(path: string) {
    super(path)
    this.#path = path
  }

  override async init(): Promise<void> {
    await super.init?.()
    this.#handle = await open(this.#path, 'r')
    this.size = (await this.#handle.stat()).size
  }

  override async readUint8Array(offset: number, length: number): Promise<Uint8Array> {
    const { buffer, bytesRead } = await this.#handle!.read(new Uint8Array(length), 0, length, offset)
    return buffer.subarray(0, bytesRead)
  }

  async close(): Promise<void> {
    await this.#handle?.close()
  }
}

/** Files of a ZIP by their names. */
export interface ZipFile {
  /** A file's bytes; null where it is not there, can't be read, or is larger than so many. */
  bytes: (name: string, most: number) => Promise<Uint8Array | null>
}

/** Opens a ZIP for some work. Throws where it is none, or has more files than are taken. */
export async function withZip<T>(path: string, work: (zip: ZipFile) => Promise<T>): Promise<T> {
  const file = new FileReader(path)
  try {
    const entries = new Map<string, Entry>()
    for await (const entry of new ZipReader(file).getEntriesGenerator()) {
      if (entries.size >= LIMITS.archiveFiles) throw new RangeError('It has too many files.')
      entries.set(entry.filename, entry)
    }
    return await work({ bytes: (name, most) => bytesOf(entries.get(name), most) })
  } finally {
    await file.close()
  }
}

async function bytesOf(entry: Entry | undefined, most: number): Promise<Uint8Array | null> {
  if (!entry || entry.directory || entry.encrypted || entry.uncompressedSize > most) return null
  const parts: Uint8Array[] = []
  let size = 0
  // What an entry says of its size is not believed: it is counted as it is unpacked.
  const counted = new WritableStream<Uint8Array>({
    write(part) {
      size += part.length
      if (size > most) throw new RangeError('It is larger than it says.')
      parts.push(part)
    },
  })
  try {
    await entry.getData(counted, { checkSignature: true })
  } catch {
    return null
  }
  return Buffer.concat(parts)
}
