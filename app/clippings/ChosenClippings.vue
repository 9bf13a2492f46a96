<script setup lang="ts">
import type { ClippingFolder } from '#shared/clippings/types'
import * as words from '#shared/words'
import type { ClippingFilter } from './useClippings'
import { useSeveral } from './useSeveral'

/** What is done with the clippings that were chosen. */
const props = defineProps<{ ids: string[]; show: ClippingFilter['show']; folders: ClippingFolder[] }>()
const emit = defineEmits<{ done: []; roundUp: [] }>()
const labels = words.collection.several
const actions = useSeveral()

async function change(what: { done?: boolean; shelved?: boolean }, message: string): Promise<void> {
  await actions.several(message, props.ids, what)
  emit('done')
}
async function moveInto(folderId: string): Promise<void> {
  await actions.moveInto(props.ids, props.folders.find(({ id }) => id === folderId) ?? null)
  emit('done')
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-3 border-b border-rule bg-paper px-4 py-2">
    <span>{{ words.wire.several.count(ids.length) }}</span>
    <PlainButton kind="act" @click="emit('roundUp')"
      >{{ words.writing.roundUp }} <KeyHint name="r" on-act
    /></PlainButton>
    <PlainSelect model-value="" :label="labels.toFolder" @update:model-value="moveInto($event)">
      <option value="" disabled>{{ labels.toFolder }} …</option>
      <option v-for="folder in folders" :key="folder.id" :value="folder.id">{{ folder.name }}</option>
      <option value="none">{{ labels.noFolder }}</option>
    </PlainSelect>
    <PlainButton v-if="show !== 'done'" @click="change({ done: true }, labels.saidDone(ids.length))">{{
      labels.done
    }}</PlainButton>
    <PlainButton v-else @click="change({ done: false }, labels.saidAgain(ids.length))">{{
      labels.again
    }}</PlainButton>
    <PlainButton
      v-if="show === 'waiting'"
      @click="change({ shelved: true }, labels.saidShelved(ids.length))"
      >{{ labels.shelve }}</PlainButton
    >
    <PlainButton kind="quiet" @click="emit('done')">{{ words.wire.several.clear }}</PlainButton>
  </div>
</template>
