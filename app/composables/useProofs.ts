import type { ProofAnswer, ProofAsk } from '../workers/proofs'

type Shown = Pick<ProofAnswer, 'proofs' | 'main'> & { checks: NonNullable<ProofAnswer['checks']> }

/** Proofs and checks made in a worker while one types, so that typing never waits. The newest answer wins. */
export function useProofs(ask: () => ProofAsk['posts']) {
  const answer = shallowRef<Shown>({ proofs: {}, checks: {}, main: [] })
  let worker: Worker | undefined
  let turn = 0
  let waiting = false
  const send = (): void => {
    // As many as come within one frame are one.
    if (waiting || !worker) return
    waiting = true
    requestAnimationFrame(() => {
      waiting = false
      worker?.postMessage({ turn: ++turn, posts: JSON.parse(JSON.stringify(ask())) } satisfies ProofAsk)
    })
  }

  onMounted(() => {
    worker = new Worker(new URL('../workers/proofs.ts', import.meta.url), { type: 'module' })
    worker.addEventListener('message', ({ data }: MessageEvent<ProofAnswer>) => {
      // Until the new checks come, those of a moment ago stand.
      if (data.turn === turn) answer.value = { ...data, checks: data.checks ?? answer.value.checks }
    })
    send()
  })
  watch(ask, send, { deep: true })
  onBeforeUnmount(() => worker?.terminate())
  return { answer }
}
