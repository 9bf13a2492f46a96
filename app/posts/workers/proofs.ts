// Makes proofs and checks beside the page: counting needs the list of known domains, reading dates their
// grammars, which the first view should not carry.
import type { Check, Entity, NetworkRules, PostParts, PreflightContext, Proof } from '#core/post/types'
import { entities } from '#core/post/entities'
import { postLink } from '#core/post/postLink'
import { makeProof } from '#core/post/proof'

export interface ProofAsk {
  requestId: number
  /** The main text. */
  text: string
  posts: {
    accountId: string
    name: string
    chosen: boolean
    parts: PostParts
    rules: NetworkRules
    /** Null while it is not known yet: then there are no checks. */
    context: PreflightContext | null
  }[]
}

export interface ProofAnswer {
  requestId: number
  proofs: Record<string, Proof>
  /** Null while they are still to come: proofs do not wait for them. */
  checks: Record<string, Check[]> | null
  /** Links, mentions and hashtags of the main text. */
  main: Entity[]
  /** Its first link. */
  link: string | null
}

let newest = 0
const PAUSE_MS = 90

self.addEventListener('message', ({ data }: MessageEvent<ProofAsk>) => void answer(data))

async function answer({ requestId, text, posts }: ProofAsk): Promise<void> {
  newest = requestId
  const proofs = Object.fromEntries(
    posts.map(({ accountId, parts, rules }) => [accountId, makeProof(parts, rules)]),
  )
  const main = entities(text)
  const link = postLink(null, text)
  self.postMessage({ requestId, proofs, checks: null, main, link } satisfies ProofAnswer)
  if (!posts.some(({ context }) => context !== null)) return
  // Checks compare with all that was sent: made once typing pauses.
  await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
  if (requestId !== newest) return
  // Where it can't be had (the server is away), the next key asks for it again.
  const loaded = await import('#core/post/preflight').catch(() => null)
  if (!loaded || requestId !== newest) return
  const checks: Record<string, Check[]> = {}
  for (const post of posts) {
    const { accountId, parts, rules, context } = post
    if (!context || !post.chosen) continue
    const other = posts.find(
      (known) =>
        known !== post &&
        known.chosen &&
        known.rules.id === rules.id &&
        proofs[known.accountId]!.text === proofs[accountId]!.text,
    )
    const equalText = other ? { account: other.name, text: proofs[other.accountId]!.text } : null
    checks[accountId] = loaded.preflight(parts, proofs[accountId]!, rules, { ...context, equalText })
  }
  self.postMessage({ requestId, proofs, checks, main, link } satisfies ProofAnswer)
}
