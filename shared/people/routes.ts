import { at, ofBrand } from '#shared/platform/route'
import type {
  BegunFactor,
  Brand,
  BrandView,
  Me,
  Person,
  RecoveryCodes,
  SecondFactorView,
  SessionView,
  SignInAnswer,
} from '#shared/people/types'
import type {
  askResetSchema,
  brandSchema,
  codeSchema,
  factorOffSchema,
  guardedSchema,
  meSchema,
  memberSchema,
  ownerSchema,
  pillarSchema,
  resetSchema,
  signInSchema,
} from '#shared/people/schemas'
import type { Undoable } from '#shared/platform/types'
import type { undoSchema } from '#shared/platform/schemas'

export const peopleRoutes = {
  /** Makes a brand owned by whoever asks. */
  addBrand: at('POST', 'person', '/api/brands').takes<typeof brandSchema>().answers<Brand>(),
  removeBrand: ofBrand('DELETE', 'own', '').answers<null>(),
  brand: ofBrand('GET', 'read', '').answers<BrandView>(),
  editBrand: ofBrand('PATCH', 'own', '').takes<typeof brandSchema>().answers<Undoable>(),
  /** Demo only, so far: gives a person a part in a brand. */
  addMember: ofBrand('POST', 'own', '/members').takes<typeof memberSchema>().answers<null>(),
  removePillar: ofBrand('DELETE', 'own', '/pillars/:id').answers<Undoable>(),
  editPillar: ofBrand('PATCH', 'own', '/pillars/:id').takes<typeof pillarSchema>().answers<Undoable>(),
  addPillar: ofBrand('POST', 'own', '/pillars')
    .takes<typeof pillarSchema>()
    .answers<Undoable & { id: string }>(),
  /** Whoever may read may undo: a change is undone by the one who made it alone, and a client makes few. */
  undo: ofBrand('POST', 'read', '/undo').takes<typeof undoSchema>().answers<null>(),
  /** Makes the owner of a new installation and signs them in. */
  makeOwner: at('POST', 'public', '/api/first-start').takes<typeof ownerSchema>().answers<Person>(),
  me: at('GET', 'person', '/api/me').answers<Me>(),
  editMe: at('PATCH', 'person', '/api/me').takes<typeof meSchema>().answers<Person>(),
  sessions: at('GET', 'person', '/api/me/sessions').answers<SessionView[]>(),
  endSession: at('DELETE', 'person', '/api/me/sessions/:id').answers<null>(),
  /** Signs out: the session row is ended, the cookie emptied. */
  signOut: at('DELETE', 'public', '/api/session').answers<null>(),
  /**
   * Signs in, or asks for a code besides. A plain form (no script) is sent on, or back to the sign-in page
   * with the refusal's name.
   */
  signIn: at('POST', 'public', '/api/session').takes<typeof signInSchema>().answers<SignInAnswer>(),
  /** The second step of a sign-in, within five minutes after the first: a code. */
  signInCode: at('POST', 'public', '/api/session/code').takes<typeof codeSchema>().answers<SignInAnswer>(),
  /** Ends all of one's sessions but this. */
  endOtherSessions: at('DELETE', 'person', '/api/me/sessions').answers<null>(),
  secondFactor: at('GET', 'person', '/api/me/second-factor').answers<SecondFactorView>(),
  beginFactor: at('POST', 'person', '/api/me/second-factor')
    .takes<typeof guardedSchema>()
    .answers<BegunFactor>(),
  /** The first code of the authenticator that is being set up makes it count. */
  confirmFactor: at('PUT', 'person', '/api/me/second-factor')
    .takes<typeof codeSchema>()
    .answers<RecoveryCodes>(),
  endFactor: at('POST', 'person', '/api/me/second-factor/end')
    .takes<typeof factorOffSchema>()
    .answers<null>(),
  /** New ones; those there were are void. */
  newRecoveryCodes: at('POST', 'person', '/api/me/recovery-codes')
    .takes<typeof guardedSchema>()
    .answers<RecoveryCodes>(),
  /** Asks for a link to a new password by mail. Answers the same whoever has the address. */
  askReset: at('POST', 'public', '/api/password-resets').takes<typeof askResetSchema>().answers<null>(),
  /** Whether the link with `?token=` is good. */
  reset: at('GET', 'public', '/api/password-resets/open').answers<{ isOpen: boolean }>(),
  setPassword: at('POST', 'public', '/api/password-resets/use').takes<typeof resetSchema>().answers<null>(),
  /** What the sign-in page needs: whether anyone is there yet, and in the demo its people. */
  start: at('GET', 'public', '/api/start').answers<{
    needsFirstStart: boolean
    /** Whether whoever forgot their password gets a link by mail. */
    sendsResets: boolean
    demoPeople: (Person & { brands: string[] })[]
  }>(),
}
