<script setup lang="ts">
import type { LinkPlace } from '#core/post'
import { linkPlacesOf } from '#core/post/proof'
import { shownPictures } from '#shared/posts/docs'
import type { LinkPreview, PostDoc } from '#shared/posts/types'
import * as words from '#shared/words'
import type { AccountProof } from './usePostProofs'
import { isTooMuch } from './proofPieces'
import { useDeskStore } from './deskStore'
import ProofText from './ProofText.vue'
import BoardField from './BoardField.vue'
import ProofExtras from './ProofExtras.vue'

const props = defineProps<{
  entry: AccountProof
  doc: PostDoc
  look: LinkPreview | null
  readOnly: boolean
}>()
const emit = defineEmits<{ crop: [accountId: string, pictureId: string] }>()
const labels = words.writing
const desk = useDeskStore()
const times = useTimes()
// The post's own object, which is changed in place: entry document, many who write at it.
const part = computed(() => props.entry.part)
const account = computed(() => props.entry.account)
const proof = computed(() => props.entry.proof)
// A post nobody wrote at yet is no trouble.
const stops = computed(() =>
  props.entry.checks.filter(
    ({ level, id }) => level === 'stop' && (id !== 'comment' || props.doc.wordings[0]!.text !== ''),
  ),
)
const isTroubled = computed(
  () =>
    props.entry.part.chosen && (stops.value.length > 0 || (proof.value !== null && isTooMuch(proof.value))),
)
const share = computed(() =>
  proof.value ? Math.min(1, proof.value.measure.length / proof.value.measure.limit) : 0,
)
const places = computed(() => linkPlacesOf(account.value.rules))
const shown = computed(() =>
  shownPictures(props.doc, props.doc.wordings[0]?.pictureId ?? null)
    .slice(0, account.value.rules.media.max)
    .map((picture, at) => ({ ...picture, medium: proof.value?.media[at] ?? null })),
)
/**
 * The part of a picture that is shown, as its element's style: the browser shows what the server will cut
 * out.
 */
function frameOf(medium: {
  width: number
  height: number
  crop: { x: number; y: number; width: number; height: number } | null
}): Record<string, string> {
  const { width, height, crop } = medium
  if (!crop)
    return { aspectRatio: `${width} / ${height}`, backgroundSize: 'cover', backgroundPosition: 'center' }
  const across = width === crop.width ? 0 : (crop.x / (width - crop.width)) * 100
  const down = height === crop.height ? 0 : (crop.y / (height - crop.height)) * 100
  return {
    aspectRatio: `${crop.width} / ${crop.height}`,
    backgroundSize: `${(width / crop.width) * 100}% ${(height / crop.height) * 100}%`,
    backgroundPosition: `${across}% ${down}%`,
  }
}
const cropLabel = ({ description }: { description: string }): string =>
  `${labels.cropFor(account.value.rules.name)}: ${description || labels.descriptionHint}`
const when = computed(() => {
  const { sentAt, queueItemId, at, part: own } = props.entry
  if (sentAt) return labels.sentAt(times.shortDayTime(sentAt))
  if (!own.chosen) return labels.notThis
  const place = at ? times.shortDayTime(at) : props.entry.message || words.commentField.noSlot
  return queueItemId ? labels.inLine : place
})
const card = computed(() =>
  props.look?.card && proof.value?.linkPlace === 'attached' && proof.value.link ? props.look.card : null,
)
const field = 'min-w-0 rounded border border-rule bg-sheet px-1 py-0.5 text-small text-ink-2'
</script>

<template>
  <section
    :aria-label="labels.proofOf(account.name)"
    class="flex min-w-0 flex-col rounded-md border bg-sheet"
    :class="[isTroubled ? 'border-bad' : 'border-rule', entry.part.chosen ? '' : 'bg-transparent']"
  >
    <header class="flex items-baseline gap-2 px-3 pt-2.5">
      <input
        type="checkbox"
        class="translate-y-0.5 accent-(--act)"
        :checked="entry.part.chosen"
        :disabled="readOnly || entry.queueItemId !== null"
        :aria-label="labels.useAccount(account.name)"
        @change="part.chosen = !part.chosen"
      />
      <h3
        class="serif text-headline font-semibold"
        :class="isTroubled ? 'text-bad' : entry.part.chosen ? '' : 'text-ink-2'"
      >
        {{ account.name }}
      </h3>
      <span class="truncate text-small text-ink-2">{{ account.handle }}</span>
      <span
        v-if="proof"
        class="ml-auto text-small"
        :class="isTooMuch(proof) ? 'font-semibold text-bad' : ''"
        :data-testid="`length-${account.name}`"
        :aria-label="words.commentField.length(proof.measure.length, proof.measure.limit, account.name)"
        >{{ proof.measure.length }}<span class="text-ink-3">/{{ proof.measure.limit }}</span></span
      >
    </header>
    <div class="mx-3 mt-1.5 h-[3px] bg-well" aria-hidden="true">
      <div
        class="h-full"
        :class="proof && isTooMuch(proof) ? 'bg-bad' : 'bg-act'"
        :style="{ width: `${share * 100}%` }"
      />
    </div>
    <div
      v-if="proof"
      class="grid grow grid-cols-1 content-start gap-2 px-3 py-2.5"
      :class="entry.part.chosen ? '' : 'opacity-75'"
    >
      <ProofText :proof="proof" :name="account.name" />
      <div v-if="shown.length > 0 && entry.part.chosen" class="flex flex-wrap gap-1.5">
        <button
          v-for="picture in shown.filter(({ medium }) => medium)"
          :key="picture.id"
          type="button"
          class="block h-[112px] max-w-full rounded border border-rule bg-cover"
          :style="{
            ...frameOf(picture.medium!),
            backgroundImage: `url(${desk.pictureUrl(picture.id, 640)})`,
          }"
          :aria-label="cropLabel(picture)"
          :disabled="readOnly"
          @click="emit('crop', account.id, picture.id)"
        />
      </div>
      <div v-if="card" class="rounded border border-rule px-2.5 py-1.5">
        <p class="serif text-[14px] leading-snug font-medium">{{ card.title }}</p>
        <p class="truncate text-tiny text-ink-3">{{ proof.link }}</p>
      </div>
      <p
        v-else-if="proof.link && proof.linkPlace !== 'in-text'"
        class="truncate text-small text-act"
        :title="proof.link"
      >
        {{ proof.link }} <span class="text-ink-3">· {{ labels.placeSaid[proof.linkPlace] }}</span>
      </p>
      <ProofExtras
        v-if="!readOnly && entry.part.chosen"
        :part="part"
        :name="account.name"
        :proof="proof"
        :doc="doc"
      />
      <div v-if="!readOnly && entry.part.chosen" class="flex flex-wrap gap-1.5">
        <BoardField v-if="account.rules.boards" :account="account" :part="part" />
        <select
          v-if="account.rules.audiences.length > 1"
          v-model="part.audience"
          :aria-label="`${labels.audience}, ${account.name}`"
          :class="field"
        >
          <option :value="null">
            {{ labels.audiences[account.rules.audiences[0]!] ?? account.rules.audiences[0] }}
          </option>
          <option v-for="audience in account.rules.audiences.slice(1)" :key="audience" :value="audience">
            {{ labels.audiences[audience] ?? audience }}
          </option>
        </select>
        <select
          v-if="doc.link && places.length > 1"
          v-model="part.linkPlace"
          :aria-label="`${labels.linkPlace}, ${account.name}`"
          :class="field"
        >
          <option :value="null">{{ labels.linkPlaces[places[0] as LinkPlace] }}</option>
          <option v-for="place in places.slice(1)" :key="place" :value="place">
            {{ labels.linkPlaces[place] }}
          </option>
        </select>
      </div>
    </div>
    <footer class="flex justify-between gap-2 border-t border-rule px-3 py-1.5 text-small text-ink-2">
      <span class="truncate" :title="when">{{ when }}</span>
      <span v-if="entry.part.chosen" class="whitespace-nowrap">{{
        entry.part.ownText === null ? labels.follows : labels.own
      }}</span>
    </footer>
  </section>
</template>
