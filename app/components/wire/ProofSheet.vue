<script setup lang="ts">
import type { Proof } from '../../../core/post'
import type { Account } from '#shared/api'
import type { Draft } from '../../composables/useDraft'
import { words } from '#shared/words'

const props = defineProps<{ account: Account; proof: Proof }>()
const ownTexts = defineModel<Record<string, string>>('ownTexts', { required: true })
const draft = defineModel<Draft>('draft', { required: true })
const says = words.yourLine
const own = computed(() => ownTexts.value[props.account.id])

const pieces = computed(() => {
  const { text, entities, measure } = props.proof
  const cuts = [0, ...entities.flatMap((entity) => [entity.start, entity.end]), measure.left < 0 ? measure.validTo : text.length, text.length]
  const points = [...new Set(cuts)].sort((a, b) => a - b)
  return points.slice(0, -1).map((start, at) => ({
    text: text.slice(start, points[at + 1]),
    kind: entities.find((entity) => entity.start <= start && start < entity.end)?.kind ?? null,
    over: measure.left < 0 && start >= measure.validTo,
  }))
})

const setOwn = (text: string | null): void => {
  const { [props.account.id]: _, ...others } = ownTexts.value
  ownTexts.value = text === null ? others : { ...others, [props.account.id]: text }
}

function take(offer: Proof['offers'][number]): void {
  if (offer.does === 'leave-out-hashtag') draft.value.hashtags = draft.value.hashtags.split(/\s+/).filter((tag) => tag && `#${tag.replace(/^#/, '')}` !== offer.text).join(' ') // prettier-ignore
  if (offer.does === 'leave-out-credit') draft.value.credit = false
  if (offer.does === 'leave-out-title') draft.value.title = false
}
const saysOffer = (offer: Proof['offers'][number]): string => says.offers[offer.does as keyof typeof says.offers](offer.text.slice(0, 40))
</script>

<template>
  <section :aria-label="says.proofOf(account.name)" class="grid gap-2 rounded-md bg-paper p-2.5">
    <p class="flex justify-between text-small">
      <b class="font-semibold">{{ says.proofOf(account.name) }}</b>
      <span :class="proof.measure.left < 0 ? 'text-bad' : 'text-ink-2'">{{
        proof.measure.left < 0 ? says.over(-proof.measure.left) : says.left(proof.measure.left)
      }}</span>
    </p>
    <p class="text-base wrap-anywhere whitespace-pre-wrap" dir="auto" :data-testid="`proof-${account.name}`">
      <span v-for="(piece, at) in pieces" :key="at" :class="piece.over ? 'text-bad line-through decoration-2' : piece.kind ? 'text-act' : ''">{{
        piece.text
      }}</span>
    </p>
    <div v-if="proof.offers.length > 0" class="grid gap-1">
      <template v-for="offer in proof.offers" :key="offer.does + offer.text">
        <p v-if="offer.does === 'shorten'" class="text-small text-bad">{{ saysOffer(offer) }}</p>
        <button
          v-else
          type="button"
          class="min-h-6 justify-self-start text-left text-small font-semibold text-act underline underline-offset-2"
          @click="take(offer)"
        >
          {{ saysOffer(offer) }}
        </button>
      </template>
    </div>
    <template v-if="own !== undefined">
      <textarea
        :value="own"
        rows="4"
        :aria-label="`${says.ownWording}, ${account.name}`"
        class="w-full rounded-md border border-edge bg-sheet px-2 py-1.5 text-base"
        @input="setOwn(($event.target as HTMLTextAreaElement).value)"
      />
      <button type="button" class="justify-self-start text-small text-act underline-offset-2 hover:underline" @click="setOwn(null)">
        {{ says.followAgain }}
      </button>
    </template>
    <button v-else type="button" class="justify-self-start text-small text-act underline-offset-2 hover:underline" @click="setOwn(draft.text)">
      {{ says.ownWording }}
    </button>
  </section>
</template>
