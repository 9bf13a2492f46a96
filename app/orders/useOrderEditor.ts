import { emptyRule } from '#shared/orders/empty'
import { orderRoutes } from '#shared/orders/routes'
import { orderSchema } from '#shared/orders/schemas'
import type { OrderRule } from '#shared/orders/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { plainCopy } from '~/base/plainCopy'
import { useOrders } from './useOrders'

interface Values extends Record<string, unknown> {
  name: string
  rule: OrderRule
  version: number
}

/** An order in writing, saved as a whole. */
export function useOrderEditor(id: string | null) {
  const brand = useBrandStore()
  const orders = useOrders()
  const known = computed(() => orders.byId.value.get(id ?? '') ?? null)
  const isMissing = computed(() => id !== null && orders.view.value !== null && known.value === null)
  const form = useForm(orderSchema, { name: '', rule: emptyRule(), version: 1 } as Values)
  const saved = ref('')
  const stateNow = (): string => JSON.stringify([form.values.name, form.values.rule])

  function start(): void {
    const order = known.value
    form.start(
      order
        ? { name: order.name, rule: plainCopy(order.rule), version: order.version }
        : { name: words.orders.usualName, rule: emptyRule(), version: 1 },
    )
    saved.value = stateNow()
  }
  watch(
    () => (id === null ? brand.view !== null : known.value !== null),
    (ready) => ready && start(),
    { immediate: true },
  )
  const isChanged = computed(() => stateNow() !== saved.value)
  // Changed elsewhere: a switch alone keeps what is being written.
  watch(
    () => known.value?.version,
    (version) => {
      if (version === undefined || version === form.values.version) return
      if (isChanged.value && JSON.stringify([known.value!.name, known.value!.rule]) === saved.value)
        form.values.version = version
      else if (!isChanged.value) start()
    },
  )

  /** Saves it. Gives its id; null where it was refused. */
  async function save(): Promise<string | null> {
    let made = id
    const done = await form.send((values) =>
      brand.change<Undoable>(words.orders.saidSaved(values.name), async () => {
        if (id !== null) return brand.call(orderRoutes.edit, { id, body: values })
        const answer = await brand.call(orderRoutes.add, { body: values })
        made = answer.id
        return answer
      }),
    )
    if (!done) return null
    saved.value = stateNow()
    if (known.value) form.values.version = known.value.version
    return made
  }
  async function turn(isOn: boolean): Promise<void> {
    const name = known.value!.name
    await form.send(() =>
      brand.change(isOn ? words.orders.saidOn(name) : words.orders.saidOff(name), () =>
        brand.call(orderRoutes.turn, { id: id!, body: { isOn } }),
      ),
    )
  }
  const remove = (): Promise<boolean> =>
    form.send(() =>
      brand.change(words.notices.removed(known.value!.name), () =>
        brand.call(orderRoutes.remove, { id: id! }),
      ),
    )
  return { form, known, orders, isMissing, isChanged, save, turn, remove }
}
