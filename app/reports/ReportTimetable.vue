<script setup lang="ts">
import { reportRoutes } from '#shared/reports/routes'
import { reportTimetableSchema } from '#shared/reports/schemas'
import type { ReportPart, ReportsEvery, ReportsView } from '#shared/reports/types'
import * as words from '#shared/words'
import PartChoice from './PartChoice.vue'
import { addressesIn, errorOfList } from '~/base/addressList'

/** When reports are made and mailed by themselves. */
const props = defineProps<{ view: ReportsView }>()
const labels = words.reports.timetable
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const form = useForm(reportTimetableSchema, {
  every: 'never' as ReportsEvery,
  mail: [] as string[],
  opening: '',
  parts: [] as ReportPart[],
  version: 0,
})
const mailText = ref('')
watch(mailText, (text) => (form.values.mail = addressesIn(text)))
const mailError = computed(() => errorOfList(form.errors.value, 'mail'))
const kept = computed(() => props.view.timetable)
watch(
  () => kept.value.version,
  () => {
    const { every, mail, opening, parts, version } = kept.value
    mailText.value = mail.map(({ address }) => address).join('\n')
    form.start({ every, mail: mail.map(({ address }) => address), opening, parts, version })
  },
  { immediate: true },
)
const waiting = computed(() => kept.value.mail.filter(({ isConfirmed }) => !isConfirmed))
async function save(): Promise<void> {
  const done = await form.send((values) => brand.call(reportRoutes.setTimetable, { body: values }))
  if (done) notices.say(labels.saved)
}
</script>

<template>
  <form class="grid content-start gap-3" novalidate @submit.prevent="save">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p class="text-small text-ink-2">{{ labels.how }}</p>
    <label class="block">
      <span class="mb-1 block text-small font-semibold text-ink-2">{{ labels.every }}</span>
      <select
        v-model="form.values.every"
        :disabled="!brand.isOwner"
        class="block w-full rounded-md border border-edge bg-sheet px-2.5 py-1.5 text-base"
      >
        <option v-for="(name, every) in labels.choices" :key="every" :value="every">{{ name }}</option>
      </select>
    </label>
    <TextField
      v-if="form.values.every !== 'never'"
      v-model="mailText"
      :label="labels.mail"
      :hint="view.canMail ? labels.mailHint : labels.noMail"
      :lines="3"
      :disabled="!brand.isOwner"
      :error="mailError"
      @leave="form.leave('mail')"
    />
    <template v-if="form.values.every !== 'never'">
      <TextField
        v-model="form.values.opening"
        :label="words.reports.opening"
        :lines="2"
        :disabled="!brand.isOwner"
        :error="form.errors.value.opening"
        @leave="form.leave('opening')"
      />
      <PartChoice v-model="form.values.parts" :disabled="!brand.isOwner" />
    </template>
    <p v-for="{ address } in waiting" :key="address" class="text-small text-warn">
      {{ labels.waiting(address) }}
    </p>
    <p v-if="kept.message" class="text-small text-bad">{{ kept.message }}</p>
    <p v-if="kept.nextAt" class="text-small text-ink-2">{{ labels.next(times.dayTime(kept.nextAt)) }}</p>
    <ErrorMessage :message="form.problem.value" />
    <div v-if="brand.isOwner">
      <PlainButton type="submit" :busy="form.busy.value">{{ labels.save }}</PlainButton>
    </div>
    <p v-else class="text-small text-ink-3">{{ labels.onlyOwner }}</p>
  </form>
</template>
