<script setup lang="ts">
import type { Undoable } from '#shared/api'
import { words } from '#shared/words'
import { api, sentenceOf } from '../../api/client'
import { READY_MADE, readyMadeChoices, type ReadyMade } from '../../utils/timetables'

const props = defineProps<{ accountId: string }>()
const emit = defineEmits<{ done: [] }>()
const brand = useBrandStore()
const choice = ref<ReadyMade>('workdays')
const slots = ref(READY_MADE.workdays)
const busy = ref(false)
const problem = ref('')
watch(choice, (now) => (slots.value = READY_MADE[now]))

async function save(): Promise<void> {
  const account = brand.view!.accounts.find((one) => one.id === props.accountId)!
  busy.value = true
  try {
    const { perDay, minGapMinutes, repeatAfterDays, except, mix, version } = account
    await brand.change(words.notices.saved, () =>
      api.put<Undoable>(brand.path(`/accounts/${account.id}/timetable`), { perDay, minGapMinutes, repeatAfterDays, except, mix, version, slots: slots.value }),
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
    <ChoiceField v-model="choice" :label="words.account.timetableChoice" :choices="readyMadeChoices" />
    <TimetableEditor v-model="slots" />
    <ProblemLine :says="problem" />
    <div>
      <PlainButton kind="act" type="submit" :busy="busy">{{ words.start.next }}</PlainButton>
    </div>
  </form>
</template>
