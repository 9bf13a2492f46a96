import { useDebounceFn } from '@vueuse/core'
import { orderRoutes } from '#shared/orders/routes'
import type { DryRun, DryRunStep, OrderRule } from '#shared/orders/types'
import { sentenceOf } from '~/base/client'

/**
 * What an order would have done in the last days, tried anew a moment after it changed; what was asked before
 * is let go.
 */
export function useDryRun(ask: () => { rule: OrderRule; id: string | null } | null) {
  const brand = useBrandStore()
  const run = shallowRef<DryRun | null>(null)
  /** What was tried: what is written now may be no order yet. */
  const ran = shallowRef<OrderRule | null>(null)
  /** Articles looked at, of how many; null while nothing is looked through. */
  const progress = shallowRef<{ looked: number; of: number } | null>(null)
  const failed = ref('')
  let going: AbortController | null = null

  function take(step: DryRunStep, rule: OrderRule): void {
    if ('run' in step) [run.value, ran.value] = [step.run, rule]
    else if ('refused' in step) failed.value = step.refused
    else progress.value = step
  }
  async function tryNow(): Promise<void> {
    going?.abort()
    const asked = ask()
    if (!asked || brand.view === null) return
    const mine = (going = new AbortController())
    failed.value = ''
    progress.value = { looked: 0, of: 0 }
    try {
      await brand.callInSteps<DryRunStep>(
        orderRoutes.dryRun,
        { body: asked },
        (step) => mine === going && take(step, asked.rule),
        mine.signal,
      )
    } catch (error) {
      if (mine === going) failed.value = sentenceOf(error)
    } finally {
      if (mine === going) progress.value = null
    }
  }
  const soon = useDebounceFn(tryNow, 400)
  watch(
    () => JSON.stringify([ask(), brand.view === null]),
    () => void soon(),
    { immediate: true },
  )
  onScopeDispose(() => going?.abort())
  return { run, ran, progress, failed, tryNow }
}
