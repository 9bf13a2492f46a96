import { postRoutes } from '#shared/posts/routes'
import { plainCopy } from '~/base/plainCopy'
import { isListOf, isNumber, isObject, isShape, isText, orNull, readJson } from '#shared/platform/json'
import { useDebounceFn } from '@vueuse/core'
import { v7 as uuid } from 'uuid'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PictureView, PostDoc, PostView } from '#shared/posts/types'
import type { Account } from '#shared/networks/types'
import type { Pillar } from '#shared/people/types'
import { isOnSite } from '#core/url/ownSite'
import * as words from '#shared/words'
import { Refusal, sentenceOf } from '~/base/client'
import { useDeskStore } from './deskStore'
import { useUsualAccounts } from './useUsualAccounts'

const SAVE_AFTER_MS = 700
/** Who saves, among the changes of this window. */
const EDITOR = 'editor'

type Saving = 'saved' | 'saving' | 'unsaved' | 'failed'

/** What was typed and is not stored on the server yet, kept in this browser also over a closed tab. */
interface Unsaved {
  version: number
  doc: PostDoc
}

const isDoc = (value: unknown): value is PostDoc =>
  isShape<{ wordings: object[]; accounts: object[]; pictures: object[]; hashtags: string[] }>({
    wordings: isListOf(isObject),
    accounts: isListOf(isObject),
    pictures: isListOf(isObject),
    hashtags: isListOf(isText),
  })(value)
const isUnsaved = isShape<Unsaved>({ version: isNumber, doc: isDoc })

const unsavedName = (id: string): string => `quill-post:${id}`
const newName = (brandId: string, of: string): string => `quill-new:${brandId}:${of}`

/**
 * A post being written: its document, which saves itself a moment after each change, what the server knows of
 * it, and both texts where somebody else saved it meanwhile. Nothing typed is lost: until the server has it,
 * this browser keeps it.
 */
export function usePostEditor() {
  const brand = useBrandStore()
  const notices = useNoticesStore()
  const desk = useDeskStore()
  const { isUsual } = useUsualAccounts()
  const id = ref('')
  const version = ref(0)
  const doc = ref<PostDoc>(emptyDoc())
  const view = shallowRef<PostView | null>(null)
  const pictures = shallowRef(new Map<string, PictureView>())
  const saving = ref<Saving>('saved')
  const problem = ref('')
  const conflict = shallowRef<PostView | null>(null)
  /** The first link in its main text, once that is read. */
  const textLink = ref<string | null>(null)
  /** The link it is about: its field’s, else the first in its text. */
  const link = computed(() => doc.value.link ?? textLink.value)
  /** Whether there is a post here, empty or not. */
  const isOpen = ref(false)
  let stored = ''
  let pristine = ''
  let running: Promise<void> | null = null
  let key: string | null = null

  const accounts = computed(() => brand.view?.accounts ?? [])
  /** Another account may have come since: each has a part. */
  const withParts = (item: PostDoc, chosen: (account: Account) => boolean): PostDoc => ({
    ...item,
    accounts: accounts.value.map(
      (account) =>
        item.accounts.find(({ accountId }) => accountId === account.id) ??
        emptyPart(account.id, chosen(account)),
    ),
  })

  function start(fresh: { id: string; version: number; doc: PostDoc; view: PostView | null }): void {
    id.value = fresh.id
    version.value = fresh.version
    view.value = fresh.view
    pictures.value = new Map((fresh.view?.pictures ?? []).map((picture) => [picture.id, picture]))
    problem.value = ''
    conflict.value = null
    saving.value = 'saved'
    doc.value = fresh.doc
    stored = JSON.stringify(fresh.doc)
    pristine = fresh.version === 0 ? stored : ''
    isOpen.value = true
  }

  /** Opens a post of the server's; what this browser kept of it goes on where it was. */
  function open(post: PostView): void {
    key = null
    const known = withParts(post.doc, () => false)
    start({ id: post.id, version: post.version, doc: known, view: post })
    const kept = readUnsaved(post.id)
    if (!kept || JSON.stringify(withParts(kept.doc, () => false)) === stored) return forgetUnsaved(post.id)
    doc.value = withParts(kept.doc, () => false)
    if (kept.version < post.version) conflict.value = post
  }

  /** Begins a new post from `fresh`; one begun about the same thing and never stored goes on where it was. */
  function begin(given: PostDoc, of: string): void {
    const own = given.pillarId === null && given.link !== null ? pillarOfOwn(given.link) : null
    const fresh = own ? { ...given, pillarId: own.id } : given
    const usual = (account: Account): boolean => isUsual(account, own?.accountIds)
    key = newName(brand.view?.brand.id ?? '', of)
    const keptId = localStorage.getItem(key)
    const kept = keptId ? readUnsaved(keptId) : null
    start({ id: kept ? keptId! : uuid(), version: 0, doc: withParts(fresh, usual), view: null })
    if (kept?.version === 0) doc.value = withParts(kept.doc, usual)
  }

  /** The pillar of what stands on the brand's own sites; null for another's. */
  function pillarOfOwn(address: string): Pillar | null {
    const { ownSites = [], ownPillarId = null } = brand.view?.brand ?? {}
    return isOnSite(address, ownSites)
      ? (brand.view?.pillars.find(({ id }) => id === ownPillarId) ?? null)
      : null
  }
  // Whatever way a link of one's own came into the post: it is own, with its pillar and that one's share. A
  // pillar that was chosen stays.
  watch(link, (address) => {
    // The link of a post that was only opened is as it was stored, and its pillar too.
    if (!isOpen.value || address === null || doc.value.pillarId !== null || isNothingNew(doc.value)) return
    const own = pillarOfOwn(address)
    if (own) doc.value.pillarId = own.id
  })
  watch(
    doc,
    (now) => {
      if (!isOpen.value) return
      if (isNothingNew(now)) return forgetChanges()
      saving.value = 'unsaved'
      keepUnsaved(id.value, { version: version.value, doc: now })
      if (key && version.value === 0) localStorage.setItem(key, id.value)
      if (!conflict.value) void saveSoon()
    },
    { deep: true },
  )
  /**
   * Whether it is as it is stored, or a new one of which there is nothing worth keeping: a letter typed by
   * mistake is no draft.
   */
  const isNothingNew = (now: PostDoc): boolean => {
    const text = JSON.stringify(now)
    return text === stored || (version.value === 0 && (text === pristine || isHardlyBegun(now)))
  }
  /**
   * What was typed was taken back. A save on its way stores what it took along, and looks again when it has
   * ended.
   */
  function forgetChanges(): void {
    if (running || conflict.value) return
    saving.value = 'saved'
    problem.value = ''
    forgetUnsaved(id.value)
    if (key) localStorage.removeItem(key)
  }
  watch(view, (post) => post && desk.rememberDraft(post))
  const saveSoon = useDebounceFn(() => save(), SAVE_AFTER_MS)

  /**
   * Stores what there is, now. Resolves true when the server has all of it. A new post nothing was written of
   * is stored only where `even` says so.
   */
  async function save(even: 'untouched' | null = null): Promise<boolean> {
    while (running) await running
    if (!isOpen.value || conflict.value) return false
    const text = JSON.stringify(doc.value)
    if (version.value === 0 && isNothingNew(doc.value) && even === null) return false
    if (text === stored && version.value > 0) return true
    running = saveOnce()
    await running
    running = null
    // What was typed meanwhile goes along: whoever waits wants all of it stored.
    return saving.value === 'unsaved' ? save(even) : saving.value === 'saved'
  }

  async function saveOnce(): Promise<void> {
    const sent = { id: id.value, doc: plainCopy(doc.value), version: version.value }
    saving.value = 'saving'
    try {
      const answer = await brand.call(postRoutes.savePost, {
        id: sent.id,
        body: { version: sent.version, doc: sent.doc },
        by: EDITOR,
      })
      if (sent.id !== id.value) return forgetUnsaved(sent.id)
      take(answer, JSON.stringify(sent.doc))
    } catch (error) {
      if (sent.id !== id.value) return
      if (error instanceof Refusal && error.code === 'postChanged')
        conflict.value = error.more<PostView>('current')
      saving.value = 'failed'
      problem.value = sentenceOf(error)
    }
  }

  function take(answer: PostView, text: string): void {
    if (key) localStorage.removeItem(key)
    version.value = answer.version
    view.value = answer
    problem.value = ''
    stored = text
    pristine = ''
    const gone = doc.value.accounts.filter(
      ({ accountId }) => !accounts.value.some((account) => account.id === accountId),
    ).length
    if (JSON.stringify(doc.value) !== text) {
      saving.value = 'unsaved'
      return
    }
    saving.value = 'saved'
    forgetUnsaved(answer.id)
    if (gone > 0) notices.say(words.writing.accountGone(gone))
  }

  /** Somebody else saved it: goes on with either, or with both texts in one. */
  function settle(choice: 'mine' | 'theirs' | 'both'): void {
    const theirs = conflict.value
    if (!theirs) return
    const mine = doc.value
    conflict.value = null
    problem.value = ''
    version.value = theirs.version
    view.value = theirs
    for (const picture of theirs.pictures) pictures.value.set(picture.id, picture)
    const other = withParts(theirs.doc, () => false)
    stored = JSON.stringify(other)
    if (choice === 'theirs') {
      doc.value = other
      saving.value = 'saved'
      return forgetUnsaved(id.value)
    }
    if (choice === 'both')
      mine.wordings[0]!.text = [mine.wordings[0]!.text, other.wordings[0]!.text].filter(Boolean).join('\n\n')
    doc.value = { ...mine }
    void save()
  }

  /** The server's word after an approval or a line-up: the document stays. */
  function know(post: PostView): void {
    if (post.id !== id.value || post.version < version.value) return
    version.value = post.version
    view.value = post
  }

  /** What changed elsewhere is shown, where nothing is being typed here. */
  async function refresh(): Promise<void> {
    if (!isOpen.value || version.value === 0 || saving.value !== 'saved') return
    const post = await brand.call(postRoutes.post, { id: id.value }).catch(() => null)
    if (!post || post.id !== id.value || saving.value !== 'saved') return
    if (post.version > version.value) open(post)
    else know(post)
  }

  // An answer to a save of one's own is known already.
  onChanges(['post', 'post-text', 'line', 'delivery'], refresh, { but: EDITOR })

  /** Changes what nobody has written yet: where nothing else was changed, there is still nothing to keep. */
  function amend(change: (doc: PostDoc) => void): void {
    const isUntouched = version.value === 0 && JSON.stringify(doc.value) === pristine
    change(doc.value)
    if (isUntouched) stored = pristine = JSON.stringify(doc.value)
  }

  function addPicture(picture: PictureView, description = ''): void {
    pictures.value = new Map(pictures.value).set(picture.id, picture)
    if (!doc.value.pictures.some(({ id: known }) => known === picture.id))
      doc.value.pictures.push({ id: picture.id, description, focus: { x: 0.5, y: 0.5 } })
  }

  const close = (): void => {
    isOpen.value = false
  }
  // What was typed last is stored before one leaves; the browser keeps it in any case.
  onBeforeUnmount(() => {
    if (saving.value === 'unsaved') void save()
  })
  return {
    id,
    version,
    doc,
    view,
    pictures,
    accounts,
    saving,
    problem,
    conflict,
    link,
    textLink,
    isOpen,
    open,
    begin,
    save,
    settle,
    know,
    refresh,
    addPicture,
    amend,
    close,
  }
}

export type PostEditor = ReturnType<typeof usePostEditor>

/** Letters from which on there is something to keep. */
const LEAST_LETTERS = 3
const isHardlyBegun = ({ wordings, pictures, accounts }: PostDoc): boolean =>
  pictures.length === 0 &&
  wordings.every(({ text }) => text.trim().length < LEAST_LETTERS) &&
  accounts.every(({ ownText }) => ownText === null)

function readUnsaved(id: string): Unsaved | null {
  try {
    return readJson(localStorage.getItem(unsavedName(id)) ?? 'null', orNull(isUnsaved))
  } catch {
    return null
  }
}

function keepUnsaved(id: string, unsaved: Unsaved): void {
  try {
    localStorage.setItem(unsavedName(id), JSON.stringify(unsaved))
  } catch {
    // A full browser: the server has it within a moment.
  }
}

const forgetUnsaved = (id: string): void => localStorage.removeItem(unsavedName(id))
