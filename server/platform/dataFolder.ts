import { accessSync, chmodSync, constants, mkdirSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'

const FOLDER_MODE = 0o700
const FILE_MODE = 0o600

/**
 * Makes the data folder where it is not there, and it and our files in it the owner's alone. Throws an Error
 * that says what is wrong with it and what would help.
 */
export function requireUsable(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: FOLDER_MODE })
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    const why = WHY[code ?? ''] ?? (error instanceof Error ? error.message : String(error))
    throw new Error(
      `the data folder ${folder} can’t be used: ${why} Set QUILL_DATA_DIR to a folder that this user may write to.`,
    )
  }
  closeToOthers(folder)
}

const WHY: Record<string, string> = {
  EACCES: 'this user may not read and write there.',
  EPERM: 'this user may not read and write there.',
  EEXIST: 'there is a file of that name.',
  ENOTDIR: 'a part of its path is a file.',
  EROFS: 'the file system can only be read.',
  ENOSPC: 'the disk is full.',
}

/** Files that are ours, in the data folder and among its backups; what else lies there is not touched. */
const OWN = /^(?:quill[.-].*sqlite.*|secret\.key.*)$/

/** Takes the rights of others off our own files, and off the folder where nothing else lies in it. */
function closeToOthers(folder: string): void {
  const entries = readdirSync(folder, { withFileTypes: true })
  const isOurs = (name: string): boolean => OWN.test(name) || ['backups', 'archives'].includes(name)
  if (entries.every(({ name }) => isOurs(name))) restrict(folder, FOLDER_MODE)
  for (const entry of entries) {
    if (entry.isFile() && OWN.test(entry.name)) restrict(join(folder, entry.name), FILE_MODE)
    else if (entry.isDirectory() && entry.name === 'backups') closeToOthers(join(folder, entry.name))
  }
}

function restrict(path: string, mode: number): void {
  try {
    if ((statSync(path).mode & 0o777) !== mode) chmodSync(path, mode)
  } catch (error) {
    // Files of SQLite come and go; those of others are theirs.
    if (!['ENOENT', 'EPERM'].includes((error as NodeJS.ErrnoException).code ?? '')) throw error
  }
}
