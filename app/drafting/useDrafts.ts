import { draftingRoutes } from '#shared/drafting/routes'
import type { DraftLanguage, DraftStep, DraftView, DraftWish } from '#shared/drafting/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'

/** A draft while it is written; `refused` says why none comes. */
export interface GoingDraft {
  key: number
  text: string
  refused: string
}

interface Asked {
  articleId: string
  room: number
}

/** Drafts about an article: those kept, those being written, and sentences of its own. */
export function useDrafts(ask: () => Asked) {
  const brand = useBrandStore()
  const { data: settings, failed: settingsFailed } = useBrandQuery(draftingRoutes.drafting, {
    changes: ['drafting'],
  })
  const { data: kept, reload } = useBrandQuery(draftingRoutes.drafts, {
    changes: ['drafting'],
    given: () => ({ query: { article: ask().articleId } }),
  })
  const going = ref<GoingDraft[]>([])
  const lines = ref<string[] | null>(null)
  const failed = ref('')
  let stopping: AbortController | null = null
  let next = 1

  async function run(
    body: { writer: 'article' | 'model'; wish: DraftWish; text: string; language: DraftLanguage | null },
    count: number,
    onStep: (step: DraftStep) => void,
    signal: AbortSignal,
  ): Promise<void> {
    const { articleId, room } = ask()
    const all = { ...body, articleId, postId: null, room, count }
    await brand.callInSteps<DraftStep>(draftingRoutes.write, { body: all }, onStep, signal)
  }

  /** Draws sentences from the article: nothing leaves for that. */
  async function draw(): Promise<void> {
    const found: string[] = []
    try {
      await run(
        { writer: 'article', wish: 'new', text: '', language: null },
        3,
        (step) => {
          if ('done' in step) found[step.draft] = step.done.text
        },
        new AbortController().signal,
      )
      lines.value = found.filter(Boolean)
    } catch (error) {
      lines.value = []
      failed.value = sentenceOf(error)
    }
  }

  /** Has the brand's model write; what was being written is let go. */
  async function write(
    wish: DraftWish,
    text: string,
    language: DraftLanguage | null,
    count: number,
  ): Promise<void> {
    stopping?.abort()
    const mine = (stopping = new AbortController())
    failed.value = ''
    going.value = Array.from({ length: count }, () => ({ key: next++, text: '', refused: '' }))
    const place = (draft: number, patch: Partial<GoingDraft>): void => {
      const one = going.value[draft]
      if (mine === stopping && one) going.value[draft] = { ...one, ...patch }
    }
    const done = new Set<number>()
    const take = (step: DraftStep): void => {
      if ('done' in step) done.add(step.draft)
      else if ('refused' in step) place(step.draft, { refused: step.refused })
      else if ('text' in step) place(step.draft, { text: step.text })
    }
    try {
      await run({ writer: 'model', wish, text, language }, count, take, mine.signal)
    } catch (error) {
      if (mine === stopping) failed.value = sentenceOf(error)
    }
    await reload()
    if (mine !== stopping) return
    // What is kept takes its place; what could not be written says why.
    going.value = going.value.filter((one, at) => !done.has(at) && one.refused !== '')
    stopping = null
  }
  function stop(): void {
    stopping?.abort()
    going.value = []
  }
  onScopeDispose(() => stopping?.abort())
  const isBusy = computed(() => going.value.some(({ refused }) => refused === ''))
  const drafts = computed((): DraftView[] => kept.value ?? [])
  const noText = computed(() => lines.value?.length === 0)
  const message = computed(
    () => failed.value || settingsFailed.value || (noText.value ? words.drafting.noText : ''),
  )
  return { settings, drafts, going, lines, isBusy, message, draw, write, stop }
}
