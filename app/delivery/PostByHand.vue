<script setup lang="ts">
import { Check, Copy, Download, ExternalLink } from '@lucide/vue'
import { deliveryRoutes } from '#shared/delivery/routes'
import type { DeliveryAction, DeliveryView } from '#shared/delivery/types'
import * as words from '#shared/words'
import type { Saying } from './useDelivery'

/** What one needs to post by hand: words to copy, pictures to save, the page to post on. */
const props = defineProps<{ view: DeliveryView; busy: DeliveryAction | null }>()
const emit = defineEmits<{ act: [deed: DeliveryAction, saying?: Saying] }>()
const labels = words.byHand
const brand = useBrandStore()
const session = useSessionStore()
const notices = useNoticesStore()
const clock = useClockStore()
const times = useTimes()
const copied = ref('')
const url = ref('')
const at = ref('')
async function copy(what: string, text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    copied.value = what
  } catch {
    notices.say(labels.cantCopy)
  }
}
const ownLink = computed(() =>
  props.view.link && props.view.linkPlace && labels.linkPlaces[props.view.linkPlace] ? props.view.link : null,
)
const pictureAt = (pictureId: string): string =>
  brand.pathTo(deliveryRoutes.picture, { id: props.view.id, pictureId })
const MINUTE = 60_000
const later = [
  { label: labels.later.half, minutes: 30 },
  { label: labels.later.two, minutes: 120 },
  { label: labels.later.tomorrow, minutes: 1440 },
]
const putOff = (until: string): void => emit('act', 'put-off', { until })
const putOffFor = (minutes: number): void => putOff(new Date(clock.now + minutes * MINUTE).toISOString())
function putOffUntil(): void {
  const until = times.fromField(at.value)
  if (until) putOff(until)
}
</script>

<template>
  <section :aria-label="labels.title">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p class="mt-1 text-ink-2">{{ labels.steps(view.account) }}</p>
    <div class="mt-3 flex flex-wrap gap-2">
      <PlainButton @click="copy('text', view.text)"
        ><component :is="copied === 'text' ? Check : Copy" :size="14" aria-hidden="true" />{{
          copied === 'text' ? labels.copied : labels.copyText
        }}</PlainButton
      >
      <PlainButton v-if="ownLink" @click="copy('link', ownLink)"
        ><component :is="copied === 'link' ? Check : Copy" :size="14" aria-hidden="true" />{{
          copied === 'link' ? labels.copied : labels.copyLink
        }}</PlainButton
      >
      <PlainButton
        v-for="(picture, index) in view.pictures"
        :key="picture.id"
        :to="pictureAt(picture.id)"
        external
        download
        ><Download :size="14" aria-hidden="true" />{{
          labels.save(index + 1, view.pictures.length)
        }}</PlainButton
      >
      <template v-for="picture in view.pictures" :key="`${picture.id}-description`">
        <PlainButton v-if="picture.description" @click="copy(picture.id, picture.description)"
          ><component :is="copied === picture.id ? Check : Copy" :size="14" aria-hidden="true" />{{
            copied === picture.id ? labels.copied : labels.copyDescription
          }}</PlainButton
        >
      </template>
      <PlainButton
        v-if="view.opensAt"
        :to="session.outside(view.opensAt)"
        external
        target="_blank"
        rel="noopener noreferrer"
        ><ExternalLink :size="14" aria-hidden="true" />{{ labels.open(view.account) }}</PlainButton
      >
    </div>
    <p v-if="ownLink" class="mt-2 text-small text-ink-2">
      {{ view.linkLabel ? labels.linkLabel(view.linkLabel) : labels.linkPlaces[view.linkPlace!] }}
    </p>
    <form class="mt-4 grid gap-2.5" novalidate @submit.prevent="emit('act', 'posted', { url })">
      <TextField
        v-model="url"
        :label="labels.url"
        :hint="labels.urlHint"
        inputmode="url"
        autocomplete="off"
      />
      <div>
        <PlainButton kind="act" type="submit" :busy="busy === 'posted'">{{ labels.posted }}</PlainButton>
      </div>
    </form>
    <h3 class="mt-6 border-t border-rule pt-4 text-small font-semibold text-ink-2">{{ labels.notNow }}</h3>
    <div class="mt-2 flex flex-wrap gap-2">
      <PlainButton
        v-for="choice in later"
        :key="choice.minutes"
        :busy="busy === 'put-off'"
        @click="putOffFor(choice.minutes)"
        >{{ choice.label }}</PlainButton
      >
      <PlainButton :busy="busy === 'back-in-line'" @click="emit('act', 'back-in-line')">{{
        labels.backInLine
      }}</PlainButton>
      <PlainButton :busy="busy === 'give-up'" @click="emit('act', 'give-up')">{{
        labels.giveUp
      }}</PlainButton>
    </div>
    <form class="mt-3 flex flex-wrap items-end gap-2" novalidate @submit.prevent="putOffUntil">
      <MomentField v-model="at" :label="labels.at" />
      <PlainButton type="submit" :disabled="!at" :busy="busy === 'put-off'">{{ labels.putOff }}</PlainButton>
    </form>
  </section>
</template>
