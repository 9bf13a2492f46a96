import { withCampaign } from '#core/url/linkRule'
import { sayPost } from '#shared/posts/messages'
import type { Check, Proof } from '#core/post'
import { linkFor, partsFor, ruleOf, textMarksOf, USUAL_WRITING } from '#shared/posts/docs'
import type { AccountPart, DeskContext, LinkPreview } from '#shared/posts/types'
import type { Account } from '#shared/networks/types'
import type { Placing } from '#shared/schedule/types'
import type { ProofAsk } from './workers/proofs'
import type { PostEditor } from './usePostEditor'
import { useProofs } from './useProofs'

/** Everything about one account that a proof shows. */
export interface AccountProof {
  account: Account
  part: AccountPart
  proof: Proof | null
  checks: Check[]
  /** When it would go out; null where that is not known. */
  at: string | null
  message: string
  /** Whether it is in line there, or went out. */
  queueItemId: string | null
  sentAt: string | null
}

/** Proofs and checks of a post for each account, made while one types; those of the main text beside them. */
export function usePostProofs(
  editor: PostEditor,
  given: {
    context: () => DeskContext | null
    look: () => LinkPreview | null
    places: () => Placing['accounts']
    isOpened?: () => boolean
  },
) {
  const brand = useBrandStore()
  const clock = useClockStore()
  const writing = computed(() => given.context()?.writing ?? USUAL_WRITING)
  const partOf = (accountId: string): AccountPart | undefined =>
    editor.doc.value.accounts.find((part) => part.accountId === accountId)
  const pillarName = computed(
    () => brand.view?.pillars.find(({ id }) => id === editor.doc.value.pillarId)?.name ?? '',
  )

  const campaignMark = computed(
    () => brand.view?.campaigns.find(({ id }) => id === editor.doc.value.campaignId)?.mark ?? '',
  )

  const ask = (): ProofAsk['posts'] =>
    editor.accounts.value.flatMap((account) => {
      const part = partOf(account.id)
      if (!part || !editor.isOpen.value) return []
      const rule = withCampaign(ruleOf(account, writing.value), campaignMark.value)
      const names = {
        network: account.rules.name,
        account: account.handle,
        pillar: pillarName.value,
        brand: brand.view?.brand.name ?? '',
      }
      const link = linkFor(
        editor.doc.value.link,
        rule,
        names,
        given.context()?.shortBase ?? null,
        editor.view.value?.codes[account.id] ?? null,
      )
      const parts = partsFor(editor.doc.value, part, link, editor.pictures.value, {
        textMarks: textMarksOf(rule, names, writing.value),
      })
      return [
        {
          accountId: account.id,
          name: account.name,
          chosen: part.chosen,
          parts,
          rules: account.rules,
          context: contextOf(account, rule.kind === 'short'),
        },
      ]
    })

  function contextOf(account: Account, linkIsShort: boolean): ProofAsk['posts'][number]['context'] {
    const context = given.context()
    if (!context) return null
    const look = given.look()
    return {
      now: new Date(clock.now).toISOString(),
      zone: brand.view?.brand.zone ?? 'UTC',
      link: editor.doc.value.link,
      plannedAt: placeOf(account.id)?.at ?? null,
      goodUntil: editor.doc.value.goodUntil,
      sentHere: sentOn(account, context),
      seriesId: editor.id.value,
      repeatAfterDays: account.repeatAfterDays,
      linkState: look ? { kind: look.kind, detail: look.detail } : { kind: 'unchecked', detail: null },
      wordsNotUsed: writing.value.wordsNotUsed,
      mixShare: null,
      approval: editor.view.value?.approval ?? 'draft',
      hold: context.held.includes(account.id),
      alsoAppearsOn: appearsOn(account).map(({ name }) => name),
      elsewhere: appearsOn(account).map((item) => ({
        account: item.name,
        rules: item.rules,
        isChosen: partOf(item.id)?.chosen === true,
      })),
      boards: account.networkBoards,
      isOpened: !writing.value.warnUnopened || (given.isOpened?.() ?? true),
      linkIsShort,
    }
  }
  const appearsOn = (account: Account): Account[] =>
    editor.accounts.value.filter(({ id }) => account.appearsOn.includes(id))
  /** What went out there, and on accounts whose posts appear there too or where its own do. */
  function sentOn(account: Account, { sentHere }: DeskContext): DeskContext['sentHere'][string] {
    const joined = editor.accounts.value.filter(
      (other) =>
        other.id !== account.id &&
        (account.appearsOn.includes(other.id) || other.appearsOn.includes(account.id)),
    )
    return [
      ...(sentHere[account.id] ?? []),
      ...joined.flatMap(({ id, name }) => (sentHere[id] ?? []).map((sent) => ({ ...sent, on: name }))),
    ]
  }
  const placeOf = (accountId: string) => given.places().find((place) => place.accountId === accountId)

  const { answer, isCurrent } = useProofs(() => ({
    text: editor.doc.value.wordings[0]?.text ?? '',
    posts: ask(),
  }))
  watch(
    () => answer.value.link,
    (link) => (editor.textLink.value = link),
    { flush: 'sync' },
  )
  const proofs = computed((): AccountProof[] =>
    editor.accounts.value.flatMap((account) => {
      const part = partOf(account.id)
      if (!part) return []
      const line = editor.view.value?.lines.find(({ accountId }) => accountId === account.id)
      const sent = editor.view.value?.sent.find(({ accountId }) => accountId === account.id)
      return [
        {
          account,
          part,
          proof: answer.value.proofs[account.id] ?? null,
          checks: answer.value.checks[account.id] ?? [],
          at: placeOf(account.id)?.at ?? null,
          message: placeOf(account.id)?.message ?? '',
          queueItemId: line?.queueItemId ?? null,
          sentAt: sent?.at ?? null,
        },
      ]
    }),
  )
  const chosen = computed(() => proofs.value.filter(({ part }) => part.chosen))
  /** Chosen, neither in line nor out, and nothing stops it. */
  const ready = computed(() =>
    chosen.value.filter((item) => item.queueItemId === null && item.sentAt === null && isReady(item)),
  )
  /** The first that keeps it from being lined up, as a sentence; null for nothing. */
  const stop = computed((): string | null => {
    for (const { account, checks, queueItemId, sentAt } of chosen.value) {
      const found =
        queueItemId === null && sentAt === null ? checks.find(({ level }) => level === 'stop') : undefined
      if (found) return `${account.name}: ${sayPost(found.message)}`
    }
    return null
  })
  return { proofs, chosen, ready, stop, isCurrent, writing, main: computed(() => answer.value.main) }
}

const isReady = ({ proof, checks }: AccountProof): boolean =>
  proof !== null && proof.measure.valid && !checks.some(({ level }) => level === 'stop')
