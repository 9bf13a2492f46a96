import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type { handOnSchema, recipientEditSchema, recipientSchema } from './schemas'
import type { DispatchPage, RecipientsView, TrialAnswer, WithSecret } from './types'

export const recipientRoutes = {
  recipients: ofBrand('GET', 'work', '/recipients').answers<RecipientsView>(),
  add: ofBrand('POST', 'own', '/recipients')
    .takes<typeof recipientSchema>()
    .answers<Undoable & WithSecret & { id: string }>(),
  edit: ofBrand('PATCH', 'own', '/recipients/:id')
    .takes<typeof recipientEditSchema>()
    .answers<Undoable & WithSecret>(),
  remove: ofBrand('DELETE', 'own', '/recipients/:id').answers<Undoable>(),
  /** Sends it a trial now, and says what it answers. */
  test: ofBrand('POST', 'own', '/recipients/:id/test').answers<TrialAnswer>(),
  /** `recipient`, `article`, `clipping`, `before`. */
  dispatches: ofBrand('GET', 'work', '/dispatches').answers<DispatchPage>(),
  handOn: ofBrand('POST', 'work', '/dispatches').takes<typeof handOnSchema>().answers<Undoable>(),
  /** Tries one that was given up once more. */
  again: ofBrand('POST', 'work', '/dispatches/:id/again').answers<Undoable>(),
}
