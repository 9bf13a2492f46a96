<script setup lang="ts">
import { type HoldTarget, useScheduleStore } from './scheduleStore'
import type { LateQueueItem } from '#shared/schedule/types'
import * as words from '#shared/words'

/** Puts a brand, an account or a post on hold, or lets it go out again: then it says what became late. */
const props = defineProps<{ of: HoldTarget | null; name: string; isHeld: boolean }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.hold
const schedule = useScheduleStore()
const notices = useNoticesStore()
const times = useTimes()
const reason = ref('')
const until = ref('')
const late = ref<LateQueueItem[] | null>(null)
const choice = ref<keyof typeof labels.choices>('line')
const busy = ref(false)
// The dialog still shows its words while it goes away.
const kind = ref<'brand' | 'account' | 'post'>('brand')
const lifting = ref(false)
watch(
  () => props.of,
  async (of) => {
    if (!of) return
    kind.value = of.kind
    lifting.value = props.isHeld
    reason.value = ''
    until.value = ''
    late.value = null
    if (!props.isHeld) return
    late.value = await schedule.late(of).catch(() => [])
  },
)
const title = computed(() => {
  const titles = lifting.value ? labels.liftTitle : labels.title
  return kind.value === 'account' ? titles.account(props.name) : titles[kind.value]
})
async function act(): Promise<void> {
  const { of } = props
  if (!of || busy.value) return
  busy.value = true
  try {
    if (lifting.value) await schedule.lift(of, late.value?.length ? choice.value : 'leave')
    else await schedule.hold(of, reason.value, times.fromField(until.value))
    emit('close')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
const choices = Object.entries(labels.choices).map(([value, label]) => ({ value, label }))
</script>

<template>
  <SideDialog :open="of !== null" :title="title" place="middle" @close="emit('close')">
    <form id="hold-form" class="grid gap-4" novalidate @submit.prevent="act">
      <template v-if="lifting">
        <p v-if="late === null" class="text-ink-3">{{ words.frame.loading }} …</p>
        <p v-else-if="late.length === 0">{{ labels.nothingLate }}</p>
        <template v-else>
          <p>{{ labels.late(late.length) }}</p>
          <ul class="grid max-h-48 gap-1.5 overflow-y-auto text-small">
            <li v-for="line in late" :key="line.queueItemId">
              <span class="line-clamp-1">{{ line.text }}</span>
              <span class="text-ink-2"
                >{{ times.shortDayTime(line.at)
                }}<template v-if="line.isOutOfDate"> · {{ labels.outOfDate }}</template></span
              >
            </li>
          </ul>
          <ChoiceField v-model="choice" :label="labels.choice" :choices="choices" />
        </template>
      </template>
      <template v-else>
        <p>{{ labels.detail }}</p>
        <TextField v-model="reason" :label="labels.reason" :hint="labels.reasonHint" maxlength="300" />
        <MomentField v-model="until" :label="labels.until" :hint="labels.untilHint" />
      </template>
    </form>
    <template #actions>
      <PlainButton
        kind="act"
        type="submit"
        form="hold-form"
        :busy="busy"
        :disabled="lifting && late === null"
        >{{ lifting ? labels.lift : labels.act }}</PlainButton
      >
      <PlainButton @click="emit('close')">{{ words.frame.cancel }}</PlainButton>
    </template>
  </SideDialog>
</template>
