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

const emptyDraft = (): Draft => ({ text: '', hashtags: '', title: true, link: true, credit: false, pillarId: null, accounts: null, ownTexts: {} })

/** What was typed about an article, kept in this browser until it is lined up: also over a closed tab. */
export function useDraft(key: () => string) {
  const name = computed(() => `quill-draft:${key()}`)
  const draft = ref(read(name.value))
  watch(name, (now) => (draft.value = read(now)), { flush: 'sync' })
  watch(draft, (now) => keep(name.value, now), { deep: true })
  const forget = (): void => {
    draft.value = emptyDraft()
  }
  return { draft, forget }
}

function read(name: string): Draft {
  try {
    return { ...emptyDraft(), ...(JSON.parse(localStorage.getItem(name) ?? '{}') as Partial<Draft>) }
  } catch {
    return emptyDraft()
  }
}

function keep(name: string, draft: Draft): void {
  if (JSON.stringify(draft) === JSON.stringify(emptyDraft())) localStorage.removeItem(name)
  else localStorage.setItem(name, JSON.stringify(draft))
}
