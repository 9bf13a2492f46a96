import type { Message } from '#core/message'
import { batchNote } from '#shared/batches/messages'

interface Named {
  id: string
  name: string
  handle: string
  network: string
}

const SHOWN = 60
const plain = (text: string): string => text.toLowerCase().replace(/\s+/g, ' ').trim()

/** How an account is written where its name alone does not tell which it is. */
export const fullName = ({ name, network }: Pick<Named, 'name' | 'network'>): string =>
  `${name} on ${network}`

/** All that an account may be called in a table. */
const callsOf = (account: Named): string[] => [
  account.name,
  account.handle,
  account.handle.replace(/^@/, ''),
  fullName(account),
  `${account.handle} on ${account.network}`,
  `${account.network}: ${account.name}`,
  account.network,
]

/**
 * The accounts that a cell names: one by its name, its handle or its network, with `on` and the network
 * where that is not enough; or several with commas, semicolons or lines between them. Where one of them is
 * none, or could be several, the problem says so.
 */
export function accountsNamed<A extends Named>(
  cell: string,
  accounts: readonly A[],
): { accounts: A[]; problem: Message | null } {
  const whole = oneNamed(cell, accounts)
  if ('id' in whole) return { accounts: [whole], problem: null }
  const parts = cell.split(/[,;|\n]/).filter((part) => part.trim() !== '')
  const found = new Set<A>()
  for (const part of parts) {
    const one = oneNamed(part, accounts)
    if (!('id' in one)) return { accounts: [], problem: one }
    found.add(one)
  }
  return { accounts: [...found], problem: null }
}

function oneNamed<A extends Named>(text: string, accounts: readonly A[]): A | Message {
  const wanted = plain(text)
  // What is called so more closely goes before what is only of such a network.
  for (const isCalled of [
    (account: A) => plain(account.name) === wanted,
    (account: A) => callsOf(account).some((call) => plain(call) === wanted),
  ]) {
    const found = accounts.filter(isCalled)
    if (found.length === 1) return found[0]!
    if (found.length > 1)
      return batchNote('batch.which-account', {
        text: text.trim().slice(0, SHOWN),
        first: fullName(found[0]!),
        second: fullName(found[1]!),
      })
  }
  return batchNote('batch.no-such-account', { text: text.trim().slice(0, SHOWN) })
}
