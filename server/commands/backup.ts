// npm run backup [-- FILE]: a copy of the data as it is now, while the application runs or not.
import { backUp } from '#server/platform/backup/backups'

try {
  process.stdout.write(`Backed up to ${await backUp(process.argv[2])}\n`)
} catch (error) {
  process.stderr.write(`The backup failed: ${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 1
}
