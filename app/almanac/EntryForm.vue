<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { almanacRoutes } from '#shared/almanac/routes'
import { entrySchema } from '#shared/almanac/schemas'
import { ENTRY_KINDS, type AlmanacEntry, type EntryKind, type RuleDays } from '#shared/almanac/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import { OFTEN, oftenOf, readSteps, ruleOf, type Often } from './entryRules'
import { useAlmanacDays } from './useAlmanacDays'

/** A day of one's own that is added, or changed. `start`: what a new one begins with. */
const props = defineProps<{ open: boolean; entry: AlmanacEntry | null; start: Partial<AlmanacEntry> }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.almanac
const brand = useBrandStore()
const times = useTimes()
const { today } = useAlmanacDays()
const EMPTY = {
  ...{ kind: 'day' as EntryKind, title: '', prompt: '', from: '', days: 1 as number | string, version: 1 },
  ...{ rrule: null as string | null, easterDays: null as number | string | null, except: [] as string[] },
  ...{ runUp: [] as number[], remindDays: null as number | string | null, pillarId: null as string | null },
}
const form = useForm(entrySchema, { ...EMPTY })
const often = ref<Often>('once')
const steps = ref('')
const stepsError = ref('')
const found = ref<RuleDays | null>(null)

watch(
  () => props.open,
  (open) => {
    if (!open) return
    const begun = props.entry ?? { ...EMPTY, from: today.value, ...props.start }
    const { rrule = null, from, runUp, except } = begun
    form.start({
      ...EMPTY,
      ...begun,
      ...{ runUp: [...runUp], except: [...except] },
    })
    often.value = oftenOf({ from, rrule, easterDays: props.entry?.easterDays ?? null })
    steps.value = runUp.join(', ')
    stepsError.value = ''
    found.value = null
  },
  { immediate: true },
)
/** What is chosen of how often becomes the rule; one that is written by hand stays as it is. */
watch([often, () => form.values.from], () => {
  if (often.value !== 'rule') form.values.rrule = ruleOf(often.value, form.values.from)
  if (often.value !== 'easter') form.values.easterDays = null
  else form.values.easterDays ??= 0
})
const isLeapDay = computed(() => often.value === 'yearly' && form.values.from.endsWith('-02-29'))

let latest = 0
watchDebounced(
  () => JSON.stringify([props.open, form.values.from, form.values.rrule, form.values.easterDays]),
  async () => {
    const asked = ++latest
    const { from, rrule, easterDays } = form.values
    if (!props.open || !from || often.value === 'once') return void (found.value = null)
    const body = { from, rrule, easterDays: easterDays === null ? null : Number(easterDays) }
    const answer = await brand.call(almanacRoutes.tryRule, { body }).catch(() => null)
    if (asked === latest) found.value = answer
  },
  { debounce: 250 },
)
const nextDays = computed(() =>
  (found.value?.dates ?? []).map((day) =>
    times.ofDate(day, { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' }),
  ),
)
function takeSteps(): void {
  const read = readSteps(steps.value)
  stepsError.value = read === null ? labels.badSteps : ''
  if (read) form.values.runUp = read
}
const kinds = ENTRY_KINDS.map((value) => ({ value, label: labels.entryKinds[value] }))
const oftens = OFTEN.map((value) => ({ value, label: labels.often[value] }))
const pillars = computed(() => [
  { value: '', label: labels.fields.noPillar },
  ...(brand.view?.pillars ?? []).map(({ id, name }) => ({ value: id, label: name })),
])

async function save(): Promise<void> {
  takeSteps()
  if (stepsError.value) return
  const { entry } = props
  const done = await form.send((values) =>
    brand.change<Undoable>(entry ? words.notices.saved : words.notices.added(values.title), () =>
      entry
        ? brand.call(almanacRoutes.editEntry, { id: entry.id, body: values })
        : brand.call(almanacRoutes.addEntry, { body: values }),
    ),
  )
  if (done) emit('close')
}
async function remove(): Promise<void> {
  const { id, title } = props.entry!
  const done = await form.send(() =>
    brand.change(words.notices.removed(title), () => brand.call(almanacRoutes.removeEntry, { id })),
  )
  if (done) emit('close')
}
</script>

<template>
  <SideDialog :open="open" :title="entry ? labels.editTitle : labels.newTitle" @close="emit('close')">
    <form id="almanac-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.title"
        :label="labels.fields.title"
        :error="form.errors.value.title"
        @leave="form.leave('title')"
      />
      <ChoiceField v-model="form.values.kind" :label="labels.fields.kind" :choices="kinds" />
      <TextField
        v-model="form.values.prompt"
        :lines="3"
        :label="labels.fields.prompt"
        :hint="labels.fields.promptHint"
        :error="form.errors.value.prompt"
        @leave="form.leave('prompt')"
      />
      <div class="grid grid-cols-2 gap-3">
        <TextField
          v-model="form.values.from"
          type="date"
          :label="often === 'once' ? labels.fields.on : labels.fields.from"
          :error="form.errors.value.from"
          @leave="form.leave('from')"
        />
        <TextField
          v-model="form.values.days"
          inputmode="numeric"
          :label="labels.fields.days"
          :error="form.errors.value.days"
          @leave="form.leave('days')"
        />
      </div>
      <ChoiceField v-model="often" :label="labels.fields.often" :choices="oftens" />
      <TextField
        v-if="often === 'rule'"
        v-model="form.values.rrule"
        :label="labels.fields.rrule"
        :hint="labels.fields.rruleHint"
        :error="form.errors.value.rrule || found?.message"
      />
      <TextField
        v-if="often === 'easter'"
        v-model="form.values.easterDays"
        inputmode="numeric"
        :label="labels.fields.easterDays"
        :hint="labels.fields.easterHint"
        :error="form.errors.value.easterDays"
        @leave="form.leave('easterDays')"
      />
      <p v-if="often !== 'once' && found && !found.message" class="text-small text-ink-2" role="status">
        <b class="font-semibold">{{ labels.next }}</b>
        {{ nextDays.length > 0 ? labels.nextDays(nextDays) : labels.noNext }}
      </p>
      <p v-if="isLeapDay" class="text-small text-warn">{{ labels.leapDay }}</p>
      <TextField
        v-model="steps"
        :label="labels.fields.runUp"
        :hint="labels.fields.runUpHint"
        :error="stepsError || form.errors.value.runUp"
        @leave="takeSteps"
      />
      <TextField
        v-model="form.values.remindDays"
        inputmode="numeric"
        :label="labels.fields.remindDays"
        :hint="labels.fields.remindHint"
        :error="form.errors.value.remindDays"
        @leave="form.leave('remindDays')"
      />
      <ChoiceField
        :label="labels.fields.pillar"
        :model-value="form.values.pillarId ?? ''"
        :choices="pillars"
        @update:model-value="form.values.pillarId = $event"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="almanac-form" :busy="form.busy.value">{{
        entry ? words.frame.save : labels.add
      }}</PlainButton>
      <PlainButton v-if="entry" @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
