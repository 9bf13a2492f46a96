<script setup lang="ts">
import { scheduleRoutes } from '#shared/schedule/routes'
import type { Account } from '#shared/networks/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { READY_MADE, readyMadeChoices, suggestedFor, type ReadyMade } from './timetables'
import TimetableEditor from './TimetableEditor.vue'

const props = defineProps<{ account: Account }>()
const emit = defineEmits<{ done: [] }>()
const brand = useBrandStore()
const suggested = suggestedFor(props.account)
// What was chosen before is shown again.
const choice = ref<ReadyMade | ''>(props.account.slots.length > 0 ? '' : suggested)
const slots = ref(
  props.account.slots.length > 0
    ? props.account.slots.map(({ weekday, time, use, pillarId }) => ({ weekday, time, use, pillarId }))
    : READY_MADE[suggested],
)
const choices = computed(() => [
  ...(props.account.slots.length > 0 ? [{ value: '', label: words.account.asItIs }] : []),
  ...readyMadeChoices,
])
const busy = ref(false)
const problem = ref('')
watch(choice, (now) => now !== '' && (slots.value = READY_MADE[now]))

async function save(): Promise<void> {
  const { account } = props
  busy.value = true
  try {
    const { perDay, minGapMinutes, repeatAfterDays, except, holidays, mix, version } = account
    await brand.change(words.notices.saved, () =>
      brand.call(scheduleRoutes.setTimetable, {
        id: account.id,
        body: {
          perDay,
          minGapMinutes,
          repeatAfterDays,
          except,
          holidays,
          mix,
          version,
          slots: slots.value,
        },
      }),
    )
    emit('done')
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="grid max-w-[460px] gap-4" novalidate @submit.prevent="save">
    <p class="text-small text-ink-2">{{ words.start.timetable.of(account.name, account.handle) }}</p>
    <ChoiceField v-model="choice" :label="words.account.timetableChoice" :choices="choices" />
    <TimetableEditor v-model="slots" />
    <ErrorMessage :message="problem" />
    <div>
      <PlainButton kind="act" type="submit" :busy="busy">{{ words.start.next }}</PlainButton>
    </div>
  </form>
</template>
