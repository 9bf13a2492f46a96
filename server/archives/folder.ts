import { access, mkdir, readdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { settings } from '#server/platform/settings'

const folder = (): string => join(settings().dataDir, 'archives')

/** Where an archive lies while it is read. */
export const fileOfArchive = (id: string): string => join(folder(), `${id}.zip`)

/** Makes the folder for archives where it is not there, for its owner alone. */
export const makeFolder = async (): Promise<void> => {
  await mkdir(folder(), { recursive: true, mode: 0o700 })
}

export const isThere = (id: string): Promise<boolean> =>
  access(fileOfArchive(id)).then(
    () => true,
    () => false,
  )

export const removeFile = (id: string): Promise<void> => rm(fileOfArchive(id), { force: true })

/** Ids of the archives that lie there. */
export async function filesThere(): Promise<string[]> {
  const names = await readdir(folder()).catch(() => [])
  return names.filter((name) => name.endsWith('.zip')).map((name) => name.slice(0, -'.zip'.length))
}
