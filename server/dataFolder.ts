import { accessSync, chmodSync, constants, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'

const FOLDER_MODE = 0o700
const FILE_MODE = 0o600

/**
 * Makes the data folder where it is not there, and it and what lies in it the owner's alone. Throws an Error that says what is wrong with
 * it and what would help.
 */
export function requireUsable(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: FOLDER_MODE })
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    const why = WHY[code ?? ''] ?? (error instanceof Error ? error.message : String(error))
    throw new Error(`the data folder ${folder} can’t be used: ${why} Set QUILL_DATA_DIR to a folder that this user may write to.`)
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

/** Takes the rights of others off a folder and all below it. What belongs to somebody else is left as it is. */
export function closeToOthers(folder: string): void {
  restrict(folder, FOLDER_MODE)
  if (!existsSync(folder)) return
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) closeToOthers(path)
    else if (entry.isFile()) restrict(path, FILE_MODE)
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
