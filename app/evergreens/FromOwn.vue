<script setup lang="ts">
import { USUAL_REST_DAYS } from '#shared/evergreens/rest'
import { evergreenRoutes } from '#shared/evergreens/routes'
import type { OwnArticle } from '#shared/evergreens/types'
import * as words from '#shared/words'
import { Refusal } from '~/base/client'

/** Own articles that wait for a line: each is given one or more, and joins a pool, or is passed over. */
const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.evergreens.own
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()

const isAll = ref(false)
const { data, failed } = useBrandQuery(evergreenRoutes.fromOwn, {
  changes: ['evergreen', 'article', 'source'],
  given: () => ({ query: { all: isAll.value ? 1 : 0 } }),
  enabled: () => props.open,
})
interface Written {
  texts: string[]
  /** Empty for none. */
  pillarId: string
}
/** What is written already, by its article: kept while the list changes under it. */
const written = reactive(new Map<string, Written>())
/** The first pillar that has slots of its own: elsewhere it would have no turn. */
const pillarWithSlots = computed(() => {
  const kept = (brand.view?.accounts ?? []).flatMap(({ slots }) =>
    slots.flatMap((slot) => slot.pillarId ?? []),
  )
  const pillars = brand.view?.pillars ?? []
  return (pillars.find(({ id }) => kept.includes(id)) ?? pillars[0])?.id ?? ''
})
function writtenOf({ articleId, pillarId }: OwnArticle): Written {
  if (!written.has(articleId))
    written.set(articleId, { texts: [''], pillarId: pillarId ?? pillarWithSlots.value })
  return written.get(articleId)!
}
const accountIds = ref<string[]>([])
watch(
  () => props.open && brand.view !== null,
  (ready) => {
    if (!ready || accountIds.value.length > 0) return
    // Those where a pillar has slots of its own: elsewhere there is no turn.
    const kept = (brand.view?.accounts ?? []).filter(({ slots }) => slots.some(({ use }) => use === 'pillar'))
    accountIds.value = kept.map(({ id }) => id)
  },
  { immediate: true },
)
const toggle = (id: string): void =>
  void (accountIds.value = accountIds.value.includes(id)
    ? accountIds.value.filter((one) => one !== id)
    : [...accountIds.value, id])
const minDays = ref(String(USUAL_REST_DAYS))

/** A sentence goes into the first line that is empty, else into a new one. */
function use(one: OwnArticle, sentence: string): void {
  const { texts } = writtenOf(one)
  const empty = texts.findIndex((text) => text.trim() === '')
  if (empty >= 0) texts[empty] = sentence
  else texts.push(sentence)
}
const isUsed = (one: OwnArticle, sentence: string): boolean => writtenOf(one).texts.includes(sentence)
const filled = computed(() =>
  (data.value ?? [])
    .map((one) => ({
      one,
      texts: writtenOf(one)
        .texts.map((text) => text.trim())
        .filter((text) => text !== ''),
    }))
    .filter(({ texts }) => texts.length > 0),
)

const offer = [
  'rounded border border-dashed border-edge px-2 py-1 text-left text-small text-ink-2',
  'hover:text-ink disabled:opacity-50',
]
const busy = ref(false)
const problem = ref('')
const wrong = ref<Record<string, string>>({})
async function take(): Promise<void> {
  const items = filled.value.map(({ one, texts }) => ({
    articleId: one.articleId,
    pillarId: writtenOf(one).pillarId || null,
    texts,
  }))
  if (!/^\s*\d+\s*$/.test(minDays.value)) return void (problem.value = words.fields.between(0, 730))
  const body = { accountIds: accountIds.value, minDays: Number(minDays.value), items }
  busy.value = true
  ;[problem.value, wrong.value] = ['', {}]
  try {
    await brand.change(
      ({ approval }) =>
        approval === 'approved' ? labels.taken(items.length) : labels.inReview(items.length),
      () => brand.call(evergreenRoutes.takeFromOwn, { body }),
    )
    for (const { articleId } of items) written.delete(articleId)
  } catch (error) {
    problem.value = error instanceof Error ? error.message : String(error)
    if (error instanceof Refusal)
      for (const { field, message } of error.problem?.errors ?? []) {
        const at = Number(/^items\[(\d+)\]/.exec(field)?.[1] ?? -1)
        if (items[at]) wrong.value[items[at].articleId] = message
      }
  } finally {
    busy.value = false
  }
}
const passOver = (one: OwnArticle): Promise<unknown> =>
  brand
    .change(labels.passed, () =>
      brand.call(evergreenRoutes.passOver, { body: { articleIds: [one.articleId] } }),
    )
    .catch((error: unknown) => notices.complain(error))
</script>

<template>
  <SideDialog :open="open" :title="labels.title" @close="emit('close')">
    <div class="grid gap-4">
      <p class="text-small text-ink-2">{{ labels.how }}</p>
      <fieldset class="flex flex-wrap gap-x-4 gap-y-1">
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ words.evergreens.form.accounts }}</legend>
        <label
          v-for="account in brand.view?.accounts ?? []"
          :key="account.id"
          class="flex min-h-[28px] items-center gap-1.5"
        >
          <input
            type="checkbox"
            class="size-4 accent-(--act)"
            :checked="accountIds.includes(account.id)"
            @change="toggle(account.id)"
          />{{ account.name }}
        </label>
      </fieldset>
      <TextField v-model="minDays" :label="words.evergreens.form.minDays" inputmode="numeric" />
      <p v-if="failed && !data" class="text-small text-bad">{{ failed }}</p>
      <p v-else-if="data && data.length === 0" class="text-ink-2">{{ labels.none }}</p>
      <ol class="grid gap-5">
        <li v-for="one in data ?? []" :key="one.articleId" class="grid gap-2 border-t border-rule pt-3">
          <div>
            <h3 class="serif text-[15px] leading-snug font-medium" dir="auto">{{ one.title || one.url }}</h3>
            <p class="text-tiny text-ink-3">{{ one.outlet }} · {{ times.dayMonth(one.at) }}</p>
          </div>
          <PlainSelect v-model="writtenOf(one).pillarId" :label="labels.pillar">
            <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.id">
              {{ pillar.name }}
            </option>
          </PlainSelect>
          <textarea
            v-for="(_, at) in writtenOf(one).texts"
            :key="at"
            v-model="writtenOf(one).texts[at]"
            rows="2"
            maxlength="20000"
            dir="auto"
            class="w-full rounded-md border border-edge bg-sheet px-2.5 py-1.5"
            :aria-label="labels.line(at + 1, one.title)"
            :placeholder="labels.placeholder"
          />
          <p v-if="wrong[one.articleId]" class="text-small text-bad">{{ wrong[one.articleId] }}</p>
          <ul v-if="one.sentences.length > 0" class="grid gap-1" :aria-label="labels.drafts">
            <li v-for="sentence in one.sentences" :key="sentence">
              <button
                type="button"
                :class="offer"
                :disabled="isUsed(one, sentence)"
                dir="auto"
                @click="use(one, sentence)"
              >
                <b class="font-semibold">{{ labels.draft }}</b> {{ sentence }}
              </button>
            </li>
          </ul>
          <div class="flex gap-2">
            <PlainButton kind="quiet" @click="writtenOf(one).texts.push('')">{{
              words.evergreens.panel.another
            }}</PlainButton>
            <PlainButton kind="quiet" @click="passOver(one)">{{ labels.passOver }}</PlainButton>
          </div>
        </li>
      </ol>
      <label class="flex min-h-[28px] items-center gap-2">
        <input v-model="isAll" type="checkbox" class="size-4 accent-(--act)" />{{ labels.all }}
      </label>
      <ErrorMessage :message="problem" />
    </div>
    <template #actions>
      <PlainButton
        kind="act"
        :busy="busy"
        :disabled="filled.length === 0 || accountIds.length === 0"
        @click="take"
        >{{ labels.take(filled.length) }}</PlainButton
      >
    </template>
  </SideDialog>
</template>
