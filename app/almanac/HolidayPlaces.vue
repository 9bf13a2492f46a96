<script setup lang="ts">
import { X } from '@lucide/vue'
import { almanacRoutes } from '#shared/almanac/routes'
import { placeSchema } from '#shared/almanac/schemas'
import type { AlmanacPlace } from '#shared/almanac/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

/** Countries and regions whose holidays the brand keeps to. */
defineProps<{ places: AlmanacPlace[] }>()
const labels = words.almanac.places
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const isOpen = ref(false)
const { data: countries, failed } = useBrandQuery(almanacRoutes.countries, {
  changes: [],
  enabled: () => isOpen.value,
})
const form = useForm(placeSchema, { country: '', region: '', observances: false })
const chosen = computed(() => (countries.value ?? []).find(({ code }) => code === form.values.country))
const countryChoices = computed(() => [
  { value: '', label: labels.choose },
  ...(countries.value ?? []).map(({ code, name }) => ({ value: code, label: name })),
])
const regionChoices = computed(() => [
  { value: '', label: labels.wholeCountry },
  ...(chosen.value?.regions ?? []).map(({ code, name }) => ({ value: code, label: name })),
])
watch(
  () => form.values.country,
  () => (form.values.region = ''),
)
async function add(): Promise<void> {
  const name = chosen.value?.name ?? ''
  const done = await form.send((values) =>
    brand.change<Undoable>(labels.done(name), () => brand.call(almanacRoutes.addPlace, { body: values })),
  )
  if (!done) return
  form.start({ country: '', region: '', observances: false })
  isOpen.value = false
}
const remove = ({ id, name }: AlmanacPlace): Promise<unknown> =>
  brand
    .change(words.notices.removed(name), () => brand.call(almanacRoutes.removePlace, { id }))
    .catch((error: unknown) => notices.complain(error))
</script>

<template>
  <section :aria-label="labels.title" class="grid gap-1.5">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p v-if="places.length === 0" class="text-small text-ink-3">{{ labels.none }}</p>
    <ul v-else>
      <li v-for="place in places" :key="place.id" class="flex items-start gap-1 py-0.5">
        <div class="min-w-0 grow">
          <p class="font-medium wrap-anywhere">{{ place.name }}</p>
          <p v-if="place.next.length > 0" class="text-small text-ink-3">
            {{
              labels.next(place.next.slice(0, 1).map(({ date, name }) => `${name}, ${times.dateMonth(date)}`))
            }}
          </p>
        </div>
        <button
          type="button"
          class="grid size-6 shrink-0 place-items-center text-ink-3 hover:text-bad"
          :aria-label="labels.remove(place.name)"
          @click="remove(place)"
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
      <p v-if="!countries" class="text-small text-ink-3">{{ failed || `${words.frame.loading} …` }}</p>
      <template v-else>
        <ChoiceField
          v-model="form.values.country"
          :label="labels.country"
          :choices="countryChoices"
          :error="form.errors.value.country"
        />
        <ChoiceField
          v-if="regionChoices.length > 1"
          v-model="form.values.region"
          :label="labels.region"
          :choices="regionChoices"
          :error="form.errors.value.region"
        />
        <label class="flex min-h-6 items-center gap-1.5 text-small"
          ><input v-model="form.values.observances" type="checkbox" class="accent-(--act)" />{{
            labels.observances
          }}</label
        >
        <ErrorMessage :message="form.problem.value" />
        <div class="flex gap-2">
          <PlainButton kind="act" type="submit" :busy="form.busy.value" :disabled="!chosen">{{
            labels.add
          }}</PlainButton>
          <PlainButton kind="quiet" @click="isOpen = false">{{ words.frame.cancel }}</PlainButton>
        </div>
      </template>
    </form>
  </section>
</template>
