import { plainCopy } from '~/base/plainCopy'
import type { ProofAnswer, ProofAsk } from './workers/proofs'

type Shown = Pick<ProofAnswer, 'proofs' | 'main' | 'link'> & { checks: NonNullable<ProofAnswer['checks']> }

/** Proofs and checks made in a worker while one types, so that typing never waits. The newest answer wins. */
export function useProofs(ask: () => Omit<ProofAsk, 'requestId'>) {
  const answer = shallowRef<Shown>({ proofs: {}, checks: {}, main: [], link: null })
  let worker: Worker | undefined
  let latest = 0
  let waiting = false
  /** Whether what is shown, checks and all, is of what was asked last. */
  const isCurrent = ref(false)
  const send = (): void => {
    isCurrent.value = false
    // As many as come within one frame are one.
    if (waiting || !worker) return
    waiting = true
    requestAnimationFrame(() => {
      waiting = false
      worker?.postMessage({
        requestId: ++latest,
        ...plainCopy(ask()),
      } satisfies ProofAsk)
    })
  }

  onMounted(() => {
    worker = new Worker(new URL('./workers/proofs.ts', import.meta.url), { type: 'module' })
    worker.addEventListener('message', ({ data }: MessageEvent<ProofAnswer>) => {
      // Until the new checks come, those of a moment ago stand.
      if (data.requestId !== latest) return
      answer.value = { ...data, checks: data.checks ?? answer.value.checks }
      isCurrent.value = data.checks !== null && !waiting
    })
    send()
  })
  watch(ask, send, { deep: true })
  onBeforeUnmount(() => worker?.terminate())
  return { answer, isCurrent }
}
