<script setup lang="ts">
import { ImagePlus } from '@lucide/vue'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { isPdf, type Incoming } from './useIncoming'

/**
 * Something to capture by hand: an address, own words, a picture or PDF that is chosen, dropped or pasted.
 */
const props = defineProps<{
  take: (incoming: Incoming, file?: File) => Promise<void>
  /** Whether one was on a page that can't be captured. */
  isBrowserPage: boolean
}>()
const labels = words.capture
const text = ref('')
const problem = ref('')
const busy = ref(false)
const dropsHere = ref(false)

/** An address as people type it, without `https://` too; null for words. */
function addressIn(typed: string): string | null {
  if (/^https?:\/\/\S+$/i.test(typed)) return typed
  return /^[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)+(?:\/\S*)?$/u.test(typed) ? `https://${typed}` : null
}

async function send(incoming: Incoming, file?: File): Promise<void> {
  if (busy.value) return
  busy.value = true
  problem.value = ''
  try {
    await props.take(incoming, file)
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
function go(): void {
  const typed = text.value.trim()
  if (typed === '') return void (problem.value = labels.nothingTyped)
  const url = addressIn(typed)
  void send({ way: 'address', url, title: '', words: url === null ? typed : '', html: '' })
}
function takeFile(file: File | undefined | null): void {
  if (!file) return
  if (isPdf(file) && file.size > LIMITS.pdfBytes)
    return void (problem.value = labels.pdfTooHeavy(LIMITS.pdfBytes / 1e6))
  if (!isPdf(file) && file.size > LIMITS.uploadBytes)
    return void (problem.value = words.refusals.pictureTooHeavy(LIMITS.uploadBytes / 1e6).detail)
  const title = file.name.replace(/\.[a-z0-9]{2,5}$/i, '')
  void send({ way: 'address', url: null, title, words: text.value.trim(), html: '', withPicture: true }, file)
}
function paste(event: ClipboardEvent): void {
  const file = event.clipboardData?.files[0]
  if (!file) return
  event.preventDefault()
  takeFile(file)
}
function drop(event: DragEvent): void {
  dropsHere.value = false
  const file = event.dataTransfer?.files[0]
  if (file) takeFile(file)
  else
    text.value =
      event.dataTransfer?.getData('text/uri-list') || event.dataTransfer?.getData('text') || text.value
}
</script>

<template>
  <form
    class="grid grow content-start gap-4 p-4"
    :class="dropsHere ? 'bg-paper' : ''"
    novalidate
    @submit.prevent="go"
    @paste="paste"
    @dragover.prevent="dropsHere = true"
    @dragleave="dropsHere = false"
    @drop.prevent="drop"
  >
    <p v-if="isBrowserPage" class="text-warn" role="status">{{ words.refusals.cantCapture.detail }}</p>
    <EmptyState v-else :title="labels.empty.title" :detail="labels.empty.detail" />
    <TextField
      v-model="text"
      :label="labels.what"
      :hint="labels.whatHint"
      :lines="3"
      maxlength="5000"
      :error="problem"
      @keydown.ctrl.enter.prevent="go"
      @keydown.meta.enter.prevent="go"
    />
    <div class="flex flex-wrap gap-2">
      <PlainButton kind="act" type="submit" :busy="busy">{{ labels.use }}</PlainButton>
      <FileButton
        accept="image/*,application/pdf"
        :label="labels.chooseFile"
        :disabled="busy"
        @file="takeFile"
      >
        <template #icon><ImagePlus :size="15" aria-hidden="true" /></template>
      </FileButton>
    </div>
  </form>
</template>
