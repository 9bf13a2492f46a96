import { almanacRoutes } from '#shared/almanac/routes'
import { makesPosts, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import { ALL_WAITING, useClippings } from '~/clippings/useClippings'
import { useRecipients } from '~/recipients/useRecipients'
import { useSources } from '~/sources/useSources'

/** An order in words, piece by piece; '' for a piece that says nothing. */
export interface OrderPhrases {
  trigger: string
  sources: string
  only: string
  act: string
  accounts: string
  parts: string
  pillar: string
  pace: string
  spread: string
  good: string
  again: string
}

const { say, form } = words.orders

/** Says orders in words; what they name is looked up as the brand has it now. */
export function useOrderPhrases(enabled: () => boolean = () => true) {
  const brand = useBrandStore()
  const sources = useSources(enabled)
  const { list: recipients } = useRecipients(enabled)
  const almanac = useBrandQuery(almanacRoutes.sources, { changes: ['almanac'], enabled })
  const clippings = useClippings(() => ALL_WAITING)
  const folders = computed(() => clippings.data.value?.folders ?? [])
  const entries = computed(() => almanac.data.value?.entries ?? [])

  const named = (ids: string[], rows: { id: string; name: string }[]): string[] =>
    ids.flatMap((id) => rows.find((row) => row.id === id)?.name ?? [])

  function triggerOf({ from }: OrderRule): string {
    if (from.kind === 'date')
      return say.date(
        entries.value.filter(({ id }) => from.entries.includes(id)).map(({ title }) => title),
        from.daysBefore,
      )
    if (from.kind === 'pool') return say.pool(brand.accountName(from.accountId ?? ''), from.below)
    const marks = named(from.watches, brand.view?.watches ?? [])
    const tags = named(from.tagIds, brand.view?.tags ?? [])
    if (marks.length + tags.length === 0) return say.anyArticle
    if (tags.length === 0) return say.marked(marks)
    return marks.length === 0 ? say.tagged(tags) : say.markedOrTagged(marks, tags)
  }

  function sourcesOf({ from }: OrderRule): string {
    const names = [
      ...(sources.list ?? []).filter(({ id }) => from.sources.includes(id)).map(({ label }) => label),
      ...named(from.folders, sources.folders).map(say.folder),
    ]
    return names.length === 0 ? say.anySource : say.sources(names)
  }

  function onlyOf({ only, act }: OrderRule): string {
    const isNumber = (value: number | null): value is number => value !== null
    const parts = [
      ...(only.query ? [say.hasWords(only.query)] : []),
      ...[only.maxAgeHours].filter(isNumber).map(say.isYounger),
      ...[only.minWords].filter(isNumber).map(say.minWords),
      ...[only.maxWords].filter(isNumber).map(say.maxWords),
      ...(only.languages.length > 0 ? [say.languages(only.languages)] : []),
      ...(only.regions.length > 0 ? [say.regions(only.regions)] : []),
      ...(only.needsPicture ? [say.hasPicture] : []),
      ...(only.notShared && makesPosts(act) ? [say.notShared] : []),
      ...(only.butOwn ? [say.butOwn] : []),
    ]
    return parts.length === 0 ? say.anything : say.all(parts)
  }

  function actOf({ act, hand }: OrderRule): string {
    if (act === 'tag') return say.tagWith(hand.tags)
    if (act === 'hand') return say.handTo(named(hand.recipients, recipients.value))
    const [folder] = named(hand.folderId === null ? [] : [hand.folderId], folders.value)
    return act === 'clip' && folder !== undefined ? say.intoFolder(folder) : say.act[act]
  }

  function partsOf({ post, from }: OrderRule): string {
    const isArticle = from.kind === 'articles'
    return say.parts([
      ...(isArticle && post.withLink ? [say.link] : []),
      ...(isArticle && post.withPicture ? [say.picture] : []),
      ...(post.usualHashtags || post.hashtags.length > 0 ? [say.hashtags] : []),
      ...(isArticle && post.credit !== 'none' ? [say.credit] : []),
    ])
  }

  function spreadOf({ when }: OrderRule): string {
    const parts = [
      ...(when.minGapMinutes > 0 ? [say.apart(when.minGapMinutes)] : []),
      ...(when.times.length > 0
        ? [say.atTimes(when.times.map(({ weekday, time }) => say.time(weekday, time)))]
        : when.between
          ? [say.between(when.between.from, when.between.to)]
          : []),
    ]
    return parts.length === 0 ? say.nextSlot : parts.join(', ')
  }

  const againOf = ({ when }: OrderRule): string =>
    when.again === 'once'
      ? say.once
      : when.again === 'times'
        ? say.times(when.againTimes, when.againDays)
        : say.evergreen(when.againDays)

  function phrasesOf(rule: OrderRule): OrderPhrases {
    const isArticle = rule.from.kind === 'articles'
    const isMaking = makesPosts(rule.act)
    const pillar = brand.view?.pillars.find(({ id }) => id === rule.post.pillarId)?.name ?? form.usualPillar
    const names = rule.accounts.map(({ accountId }) => brand.accountName(accountId)).filter(Boolean)
    return {
      trigger: triggerOf(rule),
      sources: isArticle ? sourcesOf(rule) : '',
      only: isArticle ? onlyOf(rule) : '',
      act: actOf(rule),
      accounts: isMaking ? (names.length === 0 ? say.usualAccounts : say.accounts(names)) : '',
      parts: isMaking ? partsOf(rule) : '',
      pillar: isMaking ? say.under(pillar) : '',
      pace: say.perDay(rule.when.perDay),
      spread: isMaking ? spreadOf(rule) : '',
      good: isMaking && isArticle ? say.goodFor(rule.when.goodForHours) : '',
      again: isMaking && rule.act !== 'draft' ? againOf(rule) : '',
    }
  }

  /** The whole as one sentence. */
  function sentenceOf(rule: OrderRule): string {
    const it = phrasesOf(rule)
    const isArticle = rule.from.kind === 'articles'
    const trigger = isArticle
      ? `${say.when} ${it.trigger} ${say.comes} ${say.from} ${it.sources} ${say.which} ${it.only}`
      : `${say.when} ${it.trigger}`
    const wheres = it.accounts === '' ? [] : [`${say.for} ${it.accounts}`]
    const paces = [it.pace, it.spread, it.good, it.again].filter(Boolean)
    return `${[`${trigger}, ${it.act}`, ...wheres].join(' ')}, ${paces.join(', ')}.`
  }

  return { phrasesOf, sentenceOf, sources, entries, folders, recipients }
}
