import { makeProof } from '#core/post/proof'
import type { NetworkRules, PostParts, Proof } from '#core/post/types'
import { withCampaign, type LinkRule } from '#core/url/linkRule'
import { linkFor, partsFor, textMarksOf } from './docs'
import type { PictureView, PostDoc, Writing } from './types'

/** A post as one account will show it, with what it was made from. */
export interface MadeProof {
  parts: PostParts
  proof: Proof
  rules: NetworkRules
  /** Where the link leads in the end, campaign marks and all; `proof.link` may be a short address of it. */
  target: string | null
}

/** What of an account a proof is made from. */
export interface ProofAccount {
  handle: string
  rules: NetworkRules
  /** The account's own rule or the brand's. */
  linkRule: LinkRule
}

/** What all proofs of a brand's posts share. */
export interface ProofFacts {
  brandName: string
  /** Names by their ids. */
  pillars: ReadonlyMap<string, string>
  /** What campaigns are called in links' marks, by their ids. */
  campaignMarks: ReadonlyMap<string, string>
  writing: Pick<Writing, 'marksInText'>
  /** See DeskContext. */
  shortBase: string | null
  pictures: ReadonlyMap<string, PictureView>
}

/** Makes a proof of what is written, on an account. `code`: of its short link, where it has one already. */
export function proofOfDoc(
  doc: PostDoc,
  part: PostDoc['accounts'][number],
  account: ProofAccount,
  facts: ProofFacts,
  { wording = 0, code = null }: { wording?: number; code?: string | null } = {},
): MadeProof {
  const { rules } = account
  const rule = withCampaign(account.linkRule, facts.campaignMarks.get(doc.campaignId ?? '') ?? '')
  const names = {
    network: rules.name,
    account: account.handle,
    pillar: facts.pillars.get(doc.pillarId ?? '') ?? '',
    brand: facts.brandName,
  }
  const link = linkFor(doc.link, rule, names, facts.shortBase, code)
  const textMarks = textMarksOf(rule, names, facts.writing)
  const parts = partsFor(doc, part, link, facts.pictures, { wording, textMarks })
  return {
    parts,
    rules,
    proof: makeProof(parts, rules),
    target: linkFor(doc.link, rule, names, null, null),
  }
}
