<script setup lang="ts">
import type { FillCandidateView, FillSlotView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'

/** A slot that is open, what would fill it, and what else might. */
const props = defineProps<{
  opening: FillSlotView
  one: FillCandidateView | null
  others: FillCandidateView[]
}>()
const emit = defineEmits<{ choose: [id: string | null]; refill: []; rewrite: [text: string] }>()
const labels = words.fill
const brand = useBrandStore()
const times = useTimes()
const OPTION = 70
const row = 'grid-cols-[20px_48px_132px_minmax(0,1fr)_auto] max-column:grid-cols-[20px_48px_minmax(0,1fr)]'
/** Quiet: there is one in every row. */
const choice = 'border-transparent bg-sheet text-ink-2 hover:border-rule focus:border-rule'

const name = computed(
  () => `${times.dayTime(props.opening.at)}, ${brand.accountName(props.opening.accountId)}`,
)
const pillar = computed(() => brand.view?.pillars.find(({ id }) => id === props.one?.pillarId) ?? null)
const detail = computed(() => {
  const { one } = props
  if (!one) return ''
  return [
    labels.kindOf[one.kind],
    one.kind === 'evergreen'
      ? one.lastAt
        ? labels.lastShown(times.dayMonth(one.lastAt))
        : labels.neverShown
      : one.title
        ? labels.about(one.title)
        : '',
  ]
    .filter(Boolean)
    .join(' · ')
})
const another = computed({ get: () => '', set: (id: string) => emit('choose', id) })
/** What is being written in place of the note; null where nothing is. */
const written = ref<string | null>(null)
/** It stays in its slot while one writes: what lies about it may move. */
function begin(): void {
  written.value = props.one!.text
  emit('choose', props.one!.id)
}
watch(
  () => props.one?.id,
  () => (written.value = null),
)
function finish(): void {
  if (written.value?.trim() && written.value !== props.one?.text) emit('rewrite', written.value.trim())
  written.value = null
}
</script>

<template>
  <li
    :class="row"
    class="grid items-start gap-x-3 border-t border-rule px-5 py-2.5 first:border-t-0"
    data-fill-slot
  >
    <input
      v-if="one || opening.isLeft"
      type="checkbox"
      class="mt-1 size-4 accent-act"
      :checked="one !== null"
      :aria-label="labels.use(name)"
      @change="($event.target as HTMLInputElement).checked ? emit('refill') : emit('choose', null)"
    />
    <i v-else class="mt-1 size-4 rounded-[3px] border border-dashed border-edge" aria-hidden="true" />
    <span class="mono pt-0.5 text-ink-2">{{ times.time(opening.at) }}</span>
    <span class="truncate pt-0.5 text-ink-2 max-column:col-start-3">{{
      brand.accountName(opening.accountId)
    }}</span>
    <div class="min-w-0 max-column:col-span-full max-column:col-start-3">
      <template v-if="one && written === null">
        <p class="serif text-[14.5px] leading-snug whitespace-pre-line" dir="auto">
          <i
            v-if="pillar"
            class="mr-1.5 inline-block size-2 rounded-[2px] align-middle"
            :style="{ background: `var(--pillar-${pillar.ink})` }"
            :title="pillar.name"
          />{{ one.text }}
        </p>
        <p class="mt-0.5 truncate text-small text-ink-3" dir="auto">{{ detail }}</p>
      </template>
      <template v-else-if="one">
        <textarea
          v-model="written"
          rows="3"
          :maxlength="LIMITS.postText"
          class="serif w-full rounded border border-edge bg-sheet px-2 py-1.5 text-[14.5px] text-ink"
          :aria-label="labels.words"
          @blur="finish"
          @keydown.esc.stop="written = null"
        />
        <PlainButton class="mt-1" @click="finish">{{ labels.rewritten }}</PlainButton>
      </template>
      <p v-else class="pt-0.5 text-ink-3">{{ opening.isLeft ? labels.leave : opening.message }}</p>
    </div>
    <span class="flex items-center justify-end gap-1.5 max-column:col-start-3 max-column:justify-start">
      <PlainButton v-if="one?.kind === 'clipping' && written === null" kind="quiet" @click="begin">{{
        labels.rewrite
      }}</PlainButton>
      <select
        v-if="others.length > 0"
        v-model="another"
        :class="choice"
        class="min-h-[26px] w-[92px] rounded border px-1 text-small"
        :aria-label="labels.what(name)"
      >
        <option value="" disabled>{{ labels.another }}</option>
        <option v-for="other in others" :key="other.id" :value="other.id">
          {{ labels.kindOf[other.kind] }}: {{ other.text.slice(0, OPTION) }}
        </option>
      </select>
    </span>
  </li>
</template>
