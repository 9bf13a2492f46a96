// npm run restore -- FILE: puts a backup in the place of the data, with everything on hold.
import { restore } from '#server/platform/backup/backups'

const file = process.argv[2]
try {
  if (!file) throw new Error('name the file: npm run restore -- FILE')
  const { brands, deliveries, before } = await restore(file)
  process.stdout.write(`Restored from ${file}. ${before ? `The data from before is kept as ${before}.` : ''}
${brands} brands are on hold: look on the networks what went out since the backup, take that out of the lines, then lift the holds.
${deliveries} deliveries that were on their way are asked about at their networks first.\n`)
} catch (error) {
  process.stderr.write(`Not restored: ${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 1
}
