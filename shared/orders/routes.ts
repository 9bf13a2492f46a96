import { ofBrand } from '#shared/platform/route'
import type { Undoable } from '#shared/platform/types'
import type {
  ceilingSchema,
  consentSchema,
  dryRunSchema,
  orderPlacesSchema,
  orderSchema,
  patternSchema,
  seenSchema,
  stopSchema,
  switchSchema,
  undoLogSchema,
} from './schemas'
import type { LogPage, OrdersView, PatternTried, UnseenView } from './types'

export const orderRoutes = {
  orders: ofBrand('GET', 'work', '/orders').answers<OrdersView>(),
  add: ofBrand('POST', 'work', '/orders').takes<typeof orderSchema>().answers<Undoable & { id: string }>(),
  edit: ofBrand('PATCH', 'work', '/orders/:id').takes<typeof orderSchema>().answers<Undoable>(),
  remove: ofBrand('DELETE', 'work', '/orders/:id').answers<Undoable>(),
  /** On, or off. */
  turn: ofBrand('PUT', 'work', '/orders/:id/state').takes<typeof switchSchema>().answers<Undoable>(),
  place: ofBrand('PUT', 'work', '/orders/places').takes<typeof orderPlacesSchema>().answers<Undoable>(),
  /** Stops all of them, or lets them go on. */
  stop: ofBrand('PUT', 'work', '/orders/stop').takes<typeof stopSchema>().answers<Undoable>(),
  ceiling: ofBrand('PUT', 'work', '/orders/ceiling').takes<typeof ceilingSchema>().answers<Undoable>(),
  /** Whether orders may post on an account unseen. */
  consent: ofBrand('PUT', 'own', '/accounts/:id/unseen').takes<typeof consentSchema>().answers<Undoable>(),
  /** What it would have done, as `DryRunStep`s that come one by one. */
  dryRun: ofBrand('POST', 'work', '/orders/dry-run').takes<typeof dryRunSchema>().answers<null>(),
  tryPattern: ofBrand('POST', 'work', '/orders/pattern')
    .takes<typeof patternSchema>()
    .answers<PatternTried[]>(),
  /** `order`, `outcome`, `before`. */
  log: ofBrand('GET', 'work', '/orders/log').answers<LogPage>(),
  undo: ofBrand('POST', 'work', '/orders/log/undo')
    .takes<typeof undoLogSchema>()
    .answers<Undoable & { count: number }>(),
  /** `count`: 1 for no more than how many. */
  unseen: ofBrand('GET', 'work', '/orders/unseen').answers<UnseenView>(),
  lookOver: ofBrand('PUT', 'work', '/orders/unseen').takes<typeof seenSchema>().answers<Undoable>(),
}
