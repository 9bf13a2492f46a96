import type { Proof } from '../../core/post'
import type { ProofAnswer, ProofAsk } from '../workers/proofs'

/** Proofs made in a worker while one types, so that typing never waits. The newest answer wins. */
export function useProofs(ask: () => ProofAsk['posts']) {
  const proofs = shallowRef<Record<string, Proof>>({})
  let worker: Worker | undefined
  let turn = 0
  const send = (): void => worker?.postMessage({ turn: ++turn, posts: JSON.parse(JSON.stringify(ask())) } satisfies ProofAsk)

  onMounted(() => {
    worker = new Worker(new URL('../workers/proofs.ts', import.meta.url), { type: 'module' })
    worker.addEventListener('message', ({ data }: MessageEvent<ProofAnswer>) => {
      if (data.turn === turn) proofs.value = data.proofs
    })
    send()
  })
  watch(ask, send, { deep: true })
  onBeforeUnmount(() => worker?.terminate())
  return proofs
}
