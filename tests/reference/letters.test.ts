// Letters against the messages that Python's own email package is tested with (Debian's
// libpython3.11-testsuite).
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { readLetter } from '#server/letters/readLetter'
import { readMail } from '#server/sources/readMail'
import { askPython, dataOf, report } from './data'

const folder = dataOf('python-tests', 'usr/lib/python3.11/test/test_email/data')
const names = folder ? readdirSync(folder).filter((name) => /^msg_\d+\.txt$/.test(name)) : []

describe.skipIf(!folder)('messages of Python’s email package', () => {
  it('are read without a fault, whatever is wrong with them', async () => {
    const failed: string[] = []
    for (const name of names) {
      const raw = new Uint8Array(readFileSync(join(folder!, name)))
      try {
        await readLetter(raw)
        await readMail({ raw })
      } catch (error) {
        failed.push(`${name}: ${String(error)}`)
      }
    }
    report('Python email', names.length - failed.length, failed)
    expect(names.length).toBeGreaterThan(40)
    expect(failed).toEqual([])
  })

  it('have the subject and sender that Python finds', async () => {
    const theirs = askPython<Record<string, { subject: string; sender: string }>>(
      'Python email',
      SCRIPT,
      names.map((name) => join(folder!, name)),
    )
    if (theirs === null) return
    const differ: string[] = []
    for (const name of names) {
      const { subject, sender } = await readLetter(new Uint8Array(readFileSync(join(folder!, name))))
      const wanted = theirs[join(folder!, name)]!
      if (subject !== wanted.subject || (sender ?? '') !== wanted.sender)
        differ.push(`${name}: ${JSON.stringify([subject, sender])} not ${JSON.stringify(wanted)}`)
    }
    report('Python email, subject and sender', names.length - differ.length, differ)
    expect(differ).toEqual([])
  })
})

const SCRIPT = `
import sys, json, email, re
from email import policy
from email.utils import getaddresses
out = {}
for path in json.load(sys.stdin):
    with open(path, 'rb') as f:
        m = email.message_from_binary_file(f, policy=policy.compat32)
    from email.header import decode_header, make_header
    try:
        subject = str(make_header(decode_header(m.get('Subject', ''))))
    except Exception:
        subject = str(m.get('Subject', ''))
    subject = re.sub(r'\\s+', ' ', subject).strip()[:300]
    found = [a for _, a in getaddresses(m.get_all('From', [])) if '@' in a]
    out[path] = {'subject': subject, 'sender': found[0].lower() if len(found) == 1 else ''}
print(json.dumps(out))
`
