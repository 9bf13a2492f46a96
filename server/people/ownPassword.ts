import { problem } from '#server/platform/http/problem'
import { passwordMatches } from './passwords'
import type { PersonRow } from './rows'
import { takeTry, tryWasRight } from './signInTries'

/**
 * Requires the password that a signed-in person has, for what changes how they sign in. `field`: where the
 * form has it. Throws `oldPassword` for a wrong one, and slows guessing like a sign-in; `noPassword` where
 * they have none.
 */
export async function requirePassword(
  { email, password_hash }: PersonRow,
  given: string,
  from: string,
  field: string,
): Promise<void> {
  if (password_hash === null) throw problem('noPassword')
  if (given === '') throw problem('oldPasswordMissing').at(field)
  const taken = await takeTry(email.toLowerCase(), from)
  if (!(await passwordMatches(given, password_hash))) throw problem('oldPassword').at(field)
  await tryWasRight(taken)
}
