// Packages of Debian, fetched and unpacked without being installed.
import { spawnSync } from 'node:child_process'
import { readdirSync } from 'node:fs'

/** Unpacks all packages of a folder into its `unpacked`. Says whether that went well. */
export function unpack(work) {
  const archives = readdirSync(work).filter((file) => file.endsWith('.deb'))
  return archives.every(
    (archive) => spawnSync('dpkg-deb', ['-x', archive, 'unpacked'], { cwd: work }).status === 0,
  )
}

/** Fetches a package into a folder. Says whether it was to be had. */
export function download(debian, work) {
  const once = () => spawnSync('apt-get', ['download', debian], { cwd: work, stdio: 'ignore' }).status === 0
  if (once()) return true
  // A new machine has no package lists yet.
  return spawnSync('apt-get', ['update'], { stdio: 'ignore' }).status === 0 && once()
}
