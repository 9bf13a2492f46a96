<script setup lang="ts">
import { RefreshCw, X } from '@lucide/vue'
import { almanacRoutes } from '#shared/almanac/routes'
import { calendarSchema } from '#shared/almanac/schemas'
import type { AlmanacCalendar } from '#shared/almanac/types'
import type { Undoable } from '#shared/platform/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'

/** Calendars from elsewhere that the almanac reads: by their address, or as files. */
defineProps<{ calendars: AlmanacCalendar[] }>()
const labels = words.almanac.calendars
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const isOpen = ref(false)
const form = useForm(calendarSchema, { name: '', url: '' })
const bringing = ref(false)
const readingId = ref<string | null>(null)

async function add(): Promise<void> {
  const done = await form.send((values) =>
    brand.change<Undoable>(labels.done(values.name || values.url), () =>
      brand.call(almanacRoutes.addCalendar, { body: values }),
    ),
  )
  if (done) close()
}
async function bring(file: File): Promise<void> {
  if (file.size > LIMITS.calendarCharacters)
    return void (form.problem.value = words.refusals.tooBig(LIMITS.calendarCharacters).detail)
  bringing.value = true
  form.problem.value = ''
  try {
    const text = await file.text()
    const name = form.values.name || file.name
    await brand.change<Undoable>(labels.done(name), () =>
      brand.call(almanacRoutes.bringCalendar, { body: { name, text } }),
    )
    close()
  } catch (error) {
    form.problem.value = sentenceOf(error)
  } finally {
    bringing.value = false
  }
}
function close(): void {
  form.start({ name: '', url: '' })
  isOpen.value = false
}
async function read({ id }: AlmanacCalendar): Promise<void> {
  readingId.value = id
  await brand
    .call(almanacRoutes.readAgain, { id })
    .catch((error: unknown) => notices.complain(error))
    .finally(() => (readingId.value = null))
}
const remove = ({ id, name }: AlmanacCalendar): Promise<unknown> =>
  brand
    .change(words.notices.removed(name), () => brand.call(almanacRoutes.removeCalendar, { id }))
    .catch((error: unknown) => notices.complain(error))
const detailOf = (one: AlmanacCalendar): string =>
  [labels.dates(one.dates), one.readAt ? labels.readAt(times.ago(one.readAt)) : labels.notRead].join(' · ')
</script>

<template>
  <section :aria-label="labels.title" class="grid gap-1.5">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p v-if="calendars.length === 0" class="text-small text-ink-3">{{ labels.none }}</p>
    <ul v-else>
      <li v-for="one in calendars" :key="one.id" class="flex items-start gap-1 py-0.5">
        <div class="min-w-0 grow">
          <p class="font-medium wrap-anywhere" :title="one.url ?? undefined">{{ one.name }}</p>
          <p class="text-small text-ink-3">{{ detailOf(one) }}</p>
          <p v-if="one.trouble" class="text-small text-bad wrap-anywhere">{{ one.trouble }}</p>
          <details v-if="one.problems.length > 0" class="text-small">
            <summary class="min-h-6 cursor-pointer text-warn">
              {{ labels.problems(one.problems.length) }}
            </summary>
            <ul class="max-h-[180px] overflow-y-auto" tabindex="0">
              <li v-for="(item, at) in one.problems" :key="at" class="py-0.5 wrap-anywhere text-ink-2">
                {{ item.message }}
              </li>
            </ul>
          </details>
        </div>
        <button
          type="button"
          class="grid size-6 shrink-0 place-items-center text-ink-3 hover:text-ink"
          :aria-label="labels.again(one.name)"
          :disabled="readingId === one.id"
          @click="read(one)"
        >
          <RefreshCw :size="13" aria-hidden="true" :class="{ 'animate-spin': readingId === one.id }" />
        </button>
        <button
          type="button"
          class="grid size-6 shrink-0 place-items-center text-ink-3 hover:text-bad"
          :aria-label="labels.remove(one.name)"
          @click="remove(one)"
        >
          <X :size="13" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <PlainButton v-if="!isOpen" class="justify-self-start" @click="isOpen = true">{{
      labels.add
    }}</PlainButton>
    <form
      v-else
      class="grid gap-2.5 rounded border border-rule bg-sheet p-2.5"
      novalidate
      @submit.prevent="add"
    >
      <TextField
        v-model="form.values.url"
        :label="labels.address"
        :hint="labels.addressHint"
        :error="form.errors.value.url"
        inputmode="url"
      />
      <TextField
        v-model="form.values.name"
        :label="labels.name"
        :hint="labels.nameHint"
        :error="form.errors.value.name"
      />
      <ErrorMessage :message="form.problem.value" />
      <div class="flex flex-wrap items-center gap-2">
        <PlainButton kind="act" type="submit" :busy="form.busy.value" :disabled="!form.values.url.trim()">{{
          labels.read
        }}</PlainButton>
        <span class="text-small text-ink-3">{{ labels.orFile }}</span>
        <FileButton :label="labels.file" accept=".ics,text/calendar" :busy="bringing" @file="bring" />
        <PlainButton kind="quiet" @click="close">{{ words.frame.cancel }}</PlainButton>
      </div>
    </form>
  </section>
</template>
