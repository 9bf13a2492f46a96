// npm run let-in -- MAIL [--without-second-step]: a new password for whom no letter reaches.
import { letIn } from '#server/people'
import { closeDb } from '#server/platform/db'
import { settings } from '#server/platform/settings'

const [email, ...options] = process.argv.slice(2)
const END = '--without-second-step'
try {
  if (!email || options.some((option) => option !== END))
    throw new Error(`name the mail address: npm run let-in -- MAIL [${END}]`)
  const path = await letIn(email, options.includes(END))
  process.stdout.write(`A new password for ${email}, once, within 30 minutes:
${settings().publicUrl ?? 'the address of this installation, and then '}${path}
`)
} catch (error) {
  process.stderr.write(`Nobody was let in: ${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 1
} finally {
  await closeDb()
}
