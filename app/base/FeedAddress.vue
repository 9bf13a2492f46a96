<script setup lang="ts">
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

// What a folder or a watch brings, as a feed at a secret address: made, made anew, taken back.
const props = defineProps<{
  /** Its address without the ending, or null where there is none. */
  stated: string | null
  /** Give it a new address, and take the address back. */
  open: () => Promise<Undoable>
  close: () => Promise<Undoable>
  intro: string
  addressHint: string
  opened: string
  /** Makes the change, says it, and shows what came of it. */
  change: (message: string, work: () => Promise<Undoable>) => Promise<unknown>
  busy: boolean
  /** The level of its heading on the screen it stands on. */
  heading?: 'h2' | 'h3'
}>()
const labels = words.folder
const kind = ref<'rss' | 'atom' | 'json'>('rss')
const kinds = (['rss', 'atom', 'json'] as const).map((value) => ({ value, label: labels.forms[value] }))
const address = computed(() =>
  props.stated
    ? `${props.stated.startsWith('/') ? window.location.origin : ''}${props.stated}.${kind.value}`
    : null,
)
</script>

<template>
  <div>
    <component :is="heading ?? 'h3'" class="part-name">{{ labels.feed }}</component>
    <template v-if="address">
      <ChoiceButtons v-model="kind" class="mt-2 mb-3" :label="labels.form" :choices="kinds" />
      <SecretAddress :label="labels.address" :address="address" :hint="addressHint">
        <PlainButton @click="change(labels.renewed, open)">{{ labels.renew }}</PlainButton>
        <PlainButton @click="change(labels.closed, close)">{{ labels.close }}</PlainButton>
      </SecretAddress>
    </template>
    <template v-else>
      <p class="mt-1 mb-3 text-ink-2">{{ intro }}</p>
      <PlainButton :busy="busy" @click="change(opened, open)">{{ labels.open }}</PlainButton>
    </template>
  </div>
</template>
