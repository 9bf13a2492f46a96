// Makes proofs beside the page: counting needs the list of known domains, which the first view should not carry.
import { makeProof, type NetworkRules, type PostParts, type Proof } from '../../core/post'

export interface ProofAsk {
  turn: number
  posts: { accountId: string; parts: PostParts; rules: NetworkRules }[]
}

export interface ProofAnswer {
  turn: number
  proofs: Record<string, Proof>
}

self.addEventListener('message', ({ data }: MessageEvent<ProofAsk>) => {
  const proofs = Object.fromEntries(data.posts.map(({ accountId, parts, rules }) => [accountId, makeProof(parts, rules)]))
  self.postMessage({ turn: data.turn, proofs } satisfies ProofAnswer)
})
