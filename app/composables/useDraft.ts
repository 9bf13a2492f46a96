export interface Draft {
  text: string
  hashtags: string
  title: boolean
  link: boolean
  credit: boolean
  pillarId: string | null
  /** Accounts chosen; null means all. */
  accounts: string[] | null
  ownTexts: Record<string, string>
}

const emptyDraft = (usual: Partial<Draft>): Draft => ({ text: '', hashtags: '', title: true, link: true, credit: false, pillarId: null, accounts: null, ownTexts: {}, ...usual }) // prettier-ignore

/**
 * What was typed about an article, kept in this browser until it is lined up: also over a closed tab. `usual`: what an untouched
 * draft begins with, from the article's source.
 */
export function useDraft(key: () => string, usual: () => Partial<Draft>) {
  const name = computed(() => `quill-draft:${key()}`)
  const draft = ref(read(name.value, usual()))
  watch(name, (now) => (draft.value = read(now, usual())), { flush: 'sync' })
  watch(draft, (now) => keep(name.value, now, usual()), { deep: true })
  const forget = (): void => {
    draft.value = emptyDraft(usual())
  }
  return { draft, forget }
}

function read(name: string, usual: Partial<Draft>): Draft {
  try {
    return { ...emptyDraft(usual), ...(JSON.parse(localStorage.getItem(name) ?? '{}') as Partial<Draft>) }
  } catch {
    return emptyDraft(usual)
  }
}

function keep(name: string, draft: Draft, usual: Partial<Draft>): void {
  if (JSON.stringify(draft) === JSON.stringify(emptyDraft(usual))) localStorage.removeItem(name)
  else localStorage.setItem(name, JSON.stringify(draft))
}
